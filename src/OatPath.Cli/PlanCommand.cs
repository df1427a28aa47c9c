using OatPath.Core.Formats;
using OatPath.Core.Plan;
using OatPath.Core.Planner;

namespace OatPath.Cli;

/// <summary>Prints the care path of a case; of many, one JSON line each.</summary>
public static class PlanCommand
{
    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter errors)
    {
        try
        {
            var arguments = Arguments.ParseMany(words, "--rules", "--from", "--days");
            var (rules, from, days) = (arguments.Rules(), arguments.Date("--from"), arguments.Number("--days", 84, 1, PathPlanner.MaxDays));
            CarePath Plan(string? file) => PathPlanner.Plan(Arguments.Case(file), rules, from, days);
            if (arguments.Files.Count > 1)
            {
                return ManyFiles.Run(arguments.Files, output, file => (new { file, path = Plan(file) }, ExitCode.Ok));
            }

            output.Write(CaseJson.Write(Plan(arguments.File)));
            return ExitCode.Ok;
        }
        catch (BadInputException problem)
        {
            errors.WriteLine(problem.Message);
            return ExitCode.BadInput;
        }
    }
}
