using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Meter;
using OatPath.Core.Scores;
using OatPath.Core.Session;

namespace OatPath.Core.Case;

/// <summary>What is wrong with what happened.</summary>
public static partial class CaseCheck
{
    private static void CheckLog(List<Problem> problems, CaseFile file, DateOnly today, TimeZoneInfo zone)
    {
        Need(problems, file.Log.Count <= MaxLog, "log", $"give at most {MaxLog} entries");
        var ids = new HashSet<string>();
        var reports = file.Log.Where(entry => entry is CheckedIn or SessionHeld).Select(entry => entry.Id).ToHashSet();
        for (var i = 0; i < file.Log.Count; i++)
        {
            var entry = file.Log[i];
            var field = $"log[{i}]";
            Id(problems, ids, entry.Id, field);
            Need(
                problems,
                entry.HappenedAt.Year >= 2000 && entry.HappenedAt <= file.AsOf.AddMinutes(10),
                $"{field}.happenedAt",
                "lies in the future; check the clock of the device"
            );
            var day = entry switch
            {
                Applied applied => applied.Day,
                Skipped skipped => skipped.Day,
                CheckedIn checkedIn => checkedIn.Day,
                Screened screened => screened.Day,
                SessionHeld held => held.Day,
                Nicked nick => nick.Day,
                NickClosed closed => closed.Day,
                Compared compared => compared.Day,
                Scored scored => scored.Day,
                Metered metered => metered.Day,
                _ => (DateOnly?)null,
            };
            if (day is { } cell)
            {
                Need(problems, cell <= today && cell >= Earliest, $"{field}.day", "must not be after today's care day");
            }

            if (entry is Applied { ContactSeconds: { } contact })
            {
                Need(problems, contact is >= 0 and <= MaxContactSeconds, $"{field}.contactSeconds", "give 0 to 86400 seconds");
            }

            if (entry is Screened answers)
            {
                Need(problems, answers.Note.Length <= 500, $"{field}.note", "keep it under 500 characters");
                Need(problems, answers.ConsentText.Length <= 4000, $"{field}.consentText", "keep it under 4000 characters");
            }

            Need(
                problems,
                entry is not Nicked { Zones.Count: 0 },
                $"{field}.zones",
                "name where the skin is nicked, so that it is left out"
            );
            if (entry is SessionHeld session)
            {
                CheckSession(problems, session, field);
            }

            var seen = entry switch
            {
                Scored scored => ScoreCheck.Check(scored.Scores),
                Metered metered => MeterCheck.Check(metered.Serial, metered.Readings),
                _ => [],
            };
            problems.AddRange(seen.Select(problem => problem with { Field = $"{field}.{problem.Field}" }));
            if (entry is BottleFound found)
            {
                Need(problems, found.Label.Length is > 0 and <= MostLabel, $"{field}.label", $"give 1 to {MostLabel} characters");
            }

            if (entry is BottleSeen bottle)
            {
                Need(problems, bottle.Share is >= 0 and <= 1, $"{field}.share", "give a share from 0 (empty) to 1 (full)");
                Need(problems, !bottle.Opened || bottle.Share == 1, $"{field}.share", "a package just opened is full; write 1");
                Need(problems, bottle.Batch.Length <= 40, $"{field}.batch", "keep it under 40 characters");
            }

            Need(
                problems,
                entry is not Retracted back || back.Reason.Trim().Length >= ShortestReason || !reports.Contains(back.Entry),
                $"{field}.reason",
                "a report is taken back only by a practitioner, with a reason of at least 3 characters"
            );
            if (entry is CheckedIn reported)
            {
                foreach (var problem in SkinReportCheck.Check(reported.Report))
                {
                    problems.Add(problem with { Field = $"{field}.report.{problem.Field}" });
                }

                Need(
                    problems,
                    reported.Asked is not { } asked || asked.IsSaidBy(reported.Report),
                    $"{field}.report",
                    "must say at least what was asked"
                );
                Need(
                    problems,
                    entry.HappenedAt.Year < 2000 || reported.Day <= CareDay.Of(entry.HappenedAt, zone),
                    $"{field}.day",
                    "a report cannot be about a later day than it was given"
                );
            }
        }
    }

    /// <summary>Whatever happened can be recorded; only what no session could hold is refused.</summary>
    private static void CheckSession(List<Problem> problems, SessionHeld session, string field)
    {
        Need(problems, session.Events.Count <= MostEvents, $"{field}.events", $"give at most {MostEvents} events");
        problems.AddRange(
            SessionEventCheck.Check(session.Events).Take(10).Select(problem => problem with { Field = $"{field}.{problem.Field}" })
        );
        Need(
            problems,
            session.Script.Groups.SelectMany(group => group.Zones).GroupBy(step => step.Zone).All(zone => zone.Count() == 1),
            $"{field}.script.groups",
            "name each zone once"
        );
        Need(
            problems,
            session.Script is { TargetSeconds: > 0, LimitSeconds: > 0, StingEverySeconds: > 0 },
            $"{field}.script",
            "give a target, a limit and how often the sting is asked, in seconds above 0"
        );
    }
}
