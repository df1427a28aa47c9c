using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Plan;
using OatPath.Core.Planner.Climb;

namespace OatPath.Core.LookBack;

/// <summary>How the skin took the actives of a day.</summary>
public enum Took
{
    /// <summary>Nobody said anything; this is no word of calm.</summary>
    Untold,
    Calm,

    /// <summary>A report of it meant to ease off, or graver.</summary>
    Reaction,
}

/// <summary>A day on which an active was used, and what was told of it.</summary>
public sealed record UseDay(LivedDay Lived, Took Took)
{
    public DateOnly Date => Lived.Date;

    /// <summary>The days with an active, in order, and how many reactions came with none in the days before.</summary>
    /// <param name="log">What stands of the log.</param>
    public static (IReadOnlyList<UseDay> Days, int WithoutUse) Of(LivedPast past, IReadOnlyList<LogEntry> log)
    {
        // "Is this normal?" is a question, and its answer "yes" no word of how a use went.
        var asked = log.OfType<CheckedIn>().Where(entry => entry.Asked is not null).Select(entry => entry.Id).ToHashSet();
        var used = past.Days.Where(day => day.Uses.Count > 0).ToList();
        var took = new Dictionary<DateOnly, Took>();
        var without = new HashSet<DateOnly>();
        foreach (var report in past.Reports)
        {
            var reaction = report.Outcome >= Outcome.EaseOff;
            if (!reaction && asked.Contains(report.Id))
            {
                continue;
            }

            var about = used.FindLast(day => day.Date <= report.Day && day.Date >= report.Day.AddDays(-Reactions.LooksBackDays));
            if (about is not null && (reaction || about.Date == report.Day))
            {
                var felt = reaction ? Took.Reaction : Took.Calm;
                took[about.Date] = felt > took.GetValueOrDefault(about.Date) ? felt : took[about.Date];
            }
            else if (reaction)
            {
                without.Add(report.Day);
            }
        }

        return ([.. used.Select(day => new UseDay(day, took.GetValueOrDefault(day.Date)))], without.Count);
    }
}
