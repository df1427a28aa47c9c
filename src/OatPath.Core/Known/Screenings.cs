using OatPath.Core.Case;
using OatPath.Core.Peel;
using OatPath.Core.Skin;

namespace OatPath.Core.Known;

/// <summary>What answers before a peel mean for the days after them. The last answers of a day count; the practitioner may clear them with a reason.</summary>
public static class Screenings
{
    /// <summary>Answers that still count, by day.</summary>
    public static IReadOnlyList<Screened> Standing(IEnumerable<LogEntry> log, IEnumerable<Decision> decisions)
    {
        var cleared = decisions.OfType<ClearScreening>().Select(clear => clear.Screening).ToHashSet();
        return [.. log.OfType<Screened>().GroupBy(entry => entry.Day).Select(day => day.MaxBy(entry => (entry.HappenedAt, entry.Id))!).Where(entry => !cleared.Contains(entry.Id)).OrderBy(entry => entry.Day)];
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
                    var over = question == DayQuestion.Pregnant ? null : standing.Where(later => later.Day > entry.Day && !later.Yes.Contains(question)).Select(later => (DateOnly?)later.Day.AddDays(-1)).Min();
                    yield return new Flag { Kind = kind, From = entry.Day, Until = kind == FlagKind.Sunburn ? entry.Day : over, Zones = question == DayQuestion.OpenSkin ? entry.Zones : [], Told = true };
                }
            }
        }
    }

    private static FlagKind? KindOf(DayQuestion question) => question switch
    {
        DayQuestion.Sunburn => FlagKind.Sunburn,
        DayQuestion.OpenSkin => FlagKind.OpenSkin,
        DayQuestion.ColdSore => FlagKind.ColdSoreActive,
        DayQuestion.Pregnant => FlagKind.Pregnancy,
        DayQuestion.Ill => FlagKind.Illness,
        _ => null,
    };
}
