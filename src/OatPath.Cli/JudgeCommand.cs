using OatPath.Core.CheckIn;
using OatPath.Core.Formats;

namespace OatPath.Cli;

/// <summary>A report and what is known beside it.</summary>
/// <param name="SinceSeconds">From the application to the report; null when it is not known.</param>
public sealed record JudgedReport(
    SkinReport Report,
    int? PreviousSting = null,
    int? SinceSeconds = null,
    bool InsideExpectedCourse = false,
    bool PinkExpected = false
);

/// <summary>Prints what reports mean by the table that judges every report.</summary>
public static class JudgeCommand
{
    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter errors)
    {
        try
        {
            var file = Arguments.Parse(words).File ?? throw new BadInputException("judge: name a file with a list of reports");
            var reports = Arguments.Read<List<JudgedReport>>(file);
            var hole = reports.FindIndex(one => one?.Report is null);
            if (hole >= 0)
            {
                throw new BadInputException($"{file}: [{hole}].report: is empty; write a report or leave it out");
            }

            var problems = reports.SelectMany((one, i) => SkinReportCheck.Check(one.Report).Select(problem => $"{file}: [{i}].{problem}"));
            if (problems.ToList() is { Count: > 0 } found)
            {
                throw new BadInputException(string.Join(Environment.NewLine, found));
            }

            output.Write(
                CaseJson.Write(
                    reports.Select(one =>
                    {
                        var judged = OutcomeTable.Judge(
                            one.Report,
                            new(
                                one.PreviousSting,
                                one.SinceSeconds is { } seconds ? TimeSpan.FromSeconds(seconds) : null,
                                one.InsideExpectedCourse,
                                one.PinkExpected
                            )
                        );
                        return new { judged.Outcome, judged.Because.Rule };
                    })
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
