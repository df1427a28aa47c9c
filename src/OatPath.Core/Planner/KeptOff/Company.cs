using OatPath.Core.House;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Ramp;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>
/// What stands on the half day already, and what stood on the days before: pairs, acid evenings running, the exfoliation budget.
/// </summary>
internal sealed class Company(
    Intake intake,
    HouseRules rules,
    RuleSwitch rule,
    Establishment established,
    Standing standing,
    Clashes clashes
) : IKeepsOff
{
    private readonly List<(DateOnly Day, Track Track)> exfoliations = [];
    private readonly HashSet<DateOnly> acidDays = [];
    private readonly List<Track> placed = [];
    private readonly List<Track> morning = [];

    /// <summary>A half day begins, with what is on it whatever the others do.</summary>
    public void Begin(Moment half, IEnumerable<Track> already)
    {
        morning.Clear();
        morning.AddRange(half == Moment.Evening ? placed : []);
        placed.Clear();
        placed.AddRange(already);
    }

    public void Join(Track track) => placed.Add(track);

    public Off? Of(Track track, DateOnly day)
    {
        foreach (var other in placed)
        {
            if (clashes.Pair(track, other, day) is { } apart)
            {
                return Off.Through(day, apart);
            }
        }

        if (
            rule.On(RuleBook.FamilyOnceADay)
            && morning.Find(other => other != track && other.Irritants.Any(track.Irritants.Contains)) is { } earlier
        )
        {
            return Off.Through(day, Because.Of(RuleBook.FamilyOnceADay, ("product", track.Product), ("other", earlier.Product)));
        }

        if (track.Exfoliates && placed.Count(other => other.Exfoliates) >= 2 && rule.On(RuleBook.TwoExfoliants))
        {
            return Off.Through(day, Because.Of(RuleBook.TwoExfoliants, ("product", track.Product.Name)));
        }

        var isEstablished = established.Is(track, day);
        if (
            track.Acid
            && !isEstablished
            && track.Frequency < Frequency.EveryOther
            && acidDays.Contains(day.AddDays(-1))
            && rule.On(RuleBook.NoTwoAcidEvenings)
        )
        {
            return Off.Through(day, Because.Of(RuleBook.NoTwoAcidEvenings, ("product", track.Product.Name)));
        }

        return track.Exfoliates ? OverBudget(track, day, isEstablished) : null;
    }

    /// <summary>Remembers a use, planned or done, for the days that follow.</summary>
    public void Count(Track track, DateOnly day, Moment half)
    {
        if (track.Exfoliates)
        {
            exfoliations.Add((day, track));
        }

        if (track.Acid)
        {
            acidDays.Add(day);
        }
    }

    private Off? OverBudget(Track track, DateOnly day, bool isEstablished)
    {
        if (!rule.On(RuleBook.ExfoliationBudget))
        {
            return null;
        }

        var highest = Frequency.OnceAWeek;
        foreach (var other in standing.Tracks)
        {
            highest = other.Started && other.Exfoliates && other.Frequency > highest ? other.Frequency : highest;
        }

        var limit = ExfoliationBudget.Per7Days(isEstablished, highest, rules);
        var used = In7(day, null);
        foreach (var role in track.Roles)
        {
            if (In7(day, role) >= ExfoliationBudget.Per7Days(role, intake))
            {
                limit = Math.Min(limit, ExfoliationBudget.Per7Days(role, intake));
                used = limit;
            }
        }

        return used >= limit
            ? Off.Through(day, Because.Of(RuleBook.ExfoliationBudget, ("product", track.Product.Name), ("limit", limit)))
            : null;
    }

    /// <summary>Exfoliations in the 7 days that end with a day, of one role or of all.</summary>
    private int In7(DateOnly day, ExfoliantRole? role)
    {
        var count = 0;
        for (var i = exfoliations.Count - 1; i >= 0 && exfoliations[i].Day > day.AddDays(-7); i--)
        {
            count += role is not { } one || exfoliations[i].Track.Roles.Contains(one) ? 1 : 0;
        }

        return count;
    }
}
