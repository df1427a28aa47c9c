using OatPath.Core.Calendar;
using OatPath.Core.House;
using OatPath.Core.Planner;

namespace OatPath.Cli;

/// <summary>Prints the calendar of a case as iCalendar.</summary>
public static class CalendarCommand
{
    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter errors)
    {
        try
        {
            var arguments = Arguments.Parse(words, "--rules", "--days", "--titles");
            var named = arguments.Text("--titles") switch
            {
                null or "neutral" => false,
                "named" => true,
                _ => throw new BadInputException("--titles: write neutral or named"),
            };
            var (file, rules) = (arguments.Case(), arguments.Rules());
            var path = PathPlanner.Plan(file, rules, days: arguments.Number("--days", 84, 1, PathPlanner.MaxDays));
            output.Write(
                CalendarFile.Write(
                    CalendarEntries.Of(file, path, named),
                    rules.StudioName.Length > 0 ? rules.StudioName : "Skin plan",
                    CareDay.FindZone(file.Zone)!,
                    file.AsOf
                )
            );
            return ExitCode.Ok;
        }
        catch (BadInputException problem)
        {
            errors.WriteLine(problem.Message);
            return ExitCode.BadInput;
        }
    }
}
