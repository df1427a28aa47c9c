using OatPath.Core.Known;
using OatPath.Core.Peel;

namespace OatPath.Core.Planner.Tracks;

/// <summary>The evenings of peels at home, planned or done, in the order the run came by them.</summary>
internal sealed class PeelDays(KnownFacts facts)
{
    public List<(Track Kit, DateOnly On)> All { get; } = [];

    public void Note(Track kit, DateOnly day)
    {
        if (!All.Contains((kit, day)))
        {
            All.Add((kit, day));
        }
    }

    /// <summary>Whether tightness and flaking belong to the course of a peel that was done.</summary>
    public bool InCourse(DateOnly day) => All.Exists(peel =>
        peel.On <= day && day <= peel.On.AddDays(KitTimes.Of(peel.Kit.Kit!.Value).CourseDays) && facts.WasApplied(peel.Kit.Product.Id, peel.On));

    /// <summary>Whether a day lies in the span after a peel in which only the higher SPF counts.</summary>
    public bool WatchesSun(DateOnly day)
    {
        foreach (var (kit, on) in All)
        {
            if (day >= on && day <= on.AddDays(KitTimes.Of(kit.Kit!.Value).SunAfterDays))
            {
                return true;
            }
        }

        return false;
    }
}
