using OatPath.Core.Audit;
using OatPath.Core.House;
using OatPath.Core.Planner;

namespace OatPath.Cli;

/// <summary>Checks a path, or the path planned for a case, and lists every breach; of many cases, one JSON line each.</summary>
public static class AuditCommand
{
    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter errors)
    {
        try
        {
            var arguments = Arguments.ParseMany(words, "--rules", "--path");
            var rules = arguments.Rules();
            if (arguments.Files.Count > 1)
            {
                return arguments.Text("--path") is not null
                    ? throw new BadInputException("--path: goes with one case; name one file")
                    : ManyFiles.Run(arguments.Files, output, file => Audited(file, rules));
            }

            var file = Arguments.Case(arguments.File);
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

    private static (object Said, int Exit) Audited(string name, HouseRules rules)
    {
        var file = Arguments.Case(name);
        var breaches = PathAuditor.Audit(file, rules, PathPlanner.Plan(file, rules));
        return (new { file = name, breaches }, breaches.Count == 0 ? ExitCode.Ok : ExitCode.Breaches);
    }
}
