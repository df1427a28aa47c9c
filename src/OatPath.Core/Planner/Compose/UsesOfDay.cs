using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Days;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.Compose;

/// <summary>How often something counts on a day: the past counts what was done, the rest what is planned.</summary>
internal sealed class UsesOfDay(KnownFacts facts)
{
    /// <returns>0, 1, or 2 where it is on both halves.</returns>
    public int On(DateOnly day, Track track, Placed morning, Placed evening)
    {
        var id = track.Product.Id;
        var done =
            !facts.WasApplied(id, day) ? 0
            : facts.WasApplied(id, day, Moment.Morning) && facts.WasApplied(id, day, Moment.Evening) ? 2
            : 1;
        return day < facts.Today
            ? done
            : Math.Max(done, (morning.Tracks.Contains(track) ? 1 : 0) + (evening.Tracks.Contains(track) ? 1 : 0));
    }
}
