using OatPath.Core.Audit;
using OatPath.Core.Planner;

namespace OatPath.Cli;

/// <summary>Checks a path, or the path planned for a case, and lists every breach.</summary>
public static class AuditCommand
{
    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter errors)
    {
        try
        {
            var arguments = Arguments.Parse(words, "--rules", "--path");
            var file = arguments.Case();
            var rules = arguments.Rules();
            var path = arguments.Text("--path") is { } given ? Arguments.Path(given) : PathPlanner.Plan(file, rules);
            var breaches = PathAuditor.Audit(file, rules, path);
            foreach (var breach in breaches)
            {
                output.WriteLine(breach);
            }

            return breaches.Count == 0 ? ExitCode.Ok : ExitCode.Breaches;
        }
        catch (BadInputException problem)
        {
            errors.WriteLine(problem.Message);
            return ExitCode.BadInput;
        }
    }
}
