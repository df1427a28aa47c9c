using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.Tracks;

/// <summary>The evenings of peels at home, planned or done, in the order the run came by them.</summary>
internal sealed class PeelDays(KnownFacts facts)
{
    public List<(Track Kit, DateOnly On)> All { get; } = [];

    /// <summary>How strong a peel was: its kit's class, or the next stronger one where it stayed on past the most.</summary>
    public KitStrength StrengthOf(Track kit, DateOnly on) =>
        kit.Kit == KitStrength.Weak && facts.ContactOf(kit.Product.Id, on) > KitLimits.Of(KitStrength.Weak)
            ? KitStrength.Strong
            : kit.Kit!.Value;

    public void Note(Track kit, DateOnly day)
    {
        if (!All.Contains((kit, day)))
        {
            All.Add((kit, day));
        }
    }

    /// <summary>Whether tightness and flaking belong to the course of a peel that was done.</summary>
    public bool InCourse(DateOnly day) =>
        All.Exists(peel =>
            peel.On <= day
            && day <= peel.On.AddDays(KitTimes.Of(StrengthOf(peel.Kit, peel.On)).CourseDays)
            && facts.WasApplied(peel.Kit.Product.Id, peel.On)
        );

    /// <summary>Whether a day lies in the span after a peel in which only the higher SPF counts.</summary>
    public bool WatchesSun(DateOnly day)
    {
        foreach (var (kit, on) in All)
        {
            if (day >= on && day <= on.AddDays(KitTimes.Of(StrengthOf(kit, on)).SunAfterDays))
            {
                return true;
            }
        }

        return false;
    }
}
