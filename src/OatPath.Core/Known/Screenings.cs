using OatPath.Core.Case;
using OatPath.Core.Peel;
using OatPath.Core.Skin;

namespace OatPath.Core.Known;

/// <summary>
/// What answers of a day mean for the days after it, given on the phone or in a guided session. Of each question the last answer of a day
/// counts; the practitioner may clear them with a reason.
/// </summary>
public static class Screenings
{
    /// <summary>Answers that still count, by day and time; what was asked again on the same day is left out of the earlier ones.</summary>
    /// <param name="log">A log in which sessions were read (<see cref="HeldSessions.Expand"/>).</param>
    public static IReadOnlyList<Screened> Standing(IEnumerable<LogEntry> log, IEnumerable<Decision> decisions)
    {
        var cleared = decisions.OfType<ClearScreening>().Select(clear => clear.Screening).ToHashSet();
        var given = log.OfType<Screened>()
            .OrderBy(entry => entry.Day)
            .ThenBy(entry => entry.HappenedAt)
            .ThenBy(entry => entry.Id, StringComparer.Ordinal)
            .ToList();
        return
        [
            .. given
                .Select(
                    (entry, i) =>
                        entry with
                        {
                            Yes =
                            [
                                .. entry.Yes.Where(question =>
                                    !given.Skip(i + 1).TakeWhile(later => later.Day == entry.Day).Any(later => later.Asks(question))
                                ),
                            ],
                        }
                )
                .Where(entry => !cleared.Contains(entry.Id)),
        ];
    }

    /// <summary>The same as answers at Meet, from their day on.</summary>
    public static IEnumerable<Flag> Flags(IReadOnlyList<Screened> standing)
    {
        foreach (var entry in standing)
        {
            foreach (var question in entry.Yes)
            {
                if (KindOf(question) is { } kind)
                {
                    var over =
                        question == DayQuestion.Pregnant
                            ? null
                            : standing
                                .Where(later => later.Day > entry.Day && later.Asks(question) && !later.Yes.Contains(question))
                                .Select(later => (DateOnly?)later.Day.AddDays(-1))
                                .Min();
                    yield return new Flag
                    {
                        Kind = kind,
                        From = entry.Day,
                        Until = kind is FlagKind.Sunburn or FlagKind.RecentFiller ? entry.Day : over,
                        Zones = question == DayQuestion.OpenSkin ? entry.Zones : [],
                        Told = true,
                    };
                }
            }
        }
    }

    private static FlagKind? KindOf(DayQuestion question) =>
        question switch
        {
            DayQuestion.Sunburn => FlagKind.Sunburn,
            DayQuestion.OpenSkin => FlagKind.OpenSkin,
            DayQuestion.ColdSore => FlagKind.ColdSoreActive,
            DayQuestion.Pregnant => FlagKind.Pregnancy,
            DayQuestion.Ill => FlagKind.Illness,
            DayQuestion.Filler => FlagKind.RecentFiller,
            _ => null,
        };
}
