using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.Climb;

/// <summary>First uses: each begins a ladder and is a change; one that nobody ticked never was.</summary>
internal sealed class Beginnings(KnownFacts facts, Standing standing, KitRestarts kits)
{
    /// <summary>For each ladder begun, the last change before it and whether a rung was still to be lost.</summary>
    private readonly Dictionary<Track, (DateOnly? LastChange, bool DropDue)> begun = [];

    public void Begin(Track track, DateOnly day)
    {
        if (track.Started)
        {
            return;
        }

        var dropDue = track.DropDue;
        track.EnterFirst(day);
        kits.Raised(track, day);
        if (track.Active)
        {
            begun[track] = (standing.LastChange, dropDue);
            standing.Changed(day);
        }
    }

    /// <summary>Takes back what began on a past day without being ticked: no change was made.</summary>
    public void TakeBackUnticked(DateOnly day)
    {
        foreach (var track in standing.Tracks)
        {
            if (track.Since == day && day < facts.Today && !facts.WasApplied(track.Product.Id, day) && begun.Remove(track, out var before))
            {
                track.Unbegin(before.DropDue);
                standing.Changed(standing.LastChange == day ? before.LastChange : standing.LastChange);
            }
        }
    }

    /// <summary>A use makes the beginning final; one before any start is a change too.</summary>
    public void Used(Track track, DateOnly day)
    {
        begun.Remove(track);
        if (track.Evidence.UsedOn.Count == 0 && track.Start is not { AlreadyInUse: true })
        {
            kits.Raised(track, day);
        }
    }

    /// <summary>A first use that nobody planned is a change too: the next one keeps its distance.</summary>
    public void NoteFirstUse(Track track, DateOnly day)
    {
        if (track.Active && !track.Started && !track.UsedBeforeStart)
        {
            track.UsedEarly();
            standing.ChangedToo(day);
        }
    }
}
