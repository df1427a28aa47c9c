using OatPath.Core.Formats;
using OatPath.Core.Planner;

namespace OatPath.Cli;

/// <summary>Prints the care path of a case.</summary>
public static class PlanCommand
{
    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter errors)
    {
        try
        {
            var arguments = Arguments.Parse(words, "--rules", "--from", "--days");
            var path = PathPlanner.Plan(arguments.Case(), arguments.Rules(), arguments.Date("--from"), arguments.Number("--days", 84, 1, PathPlanner.MaxDays));
            output.Write(CaseJson.Write(path));
            return ExitCode.Ok;
        }
        catch (BadInputException problem)
        {
            errors.WriteLine(problem.Message);
            return ExitCode.BadInput;
        }
    }
}
