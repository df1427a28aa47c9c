using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.Climb;

/// <summary>Patch tests: when one is due, when it is read, and when it lets its active through.</summary>
/// <param name="hindered">Whether anything else keeps a patch test off a day.</param>
internal sealed class PatchTests(KnownFacts facts, List<Track> tracks, Func<Track, DateOnly, bool> hindered)
{
    public const int PatchDays = 3;

    /// <summary>A patch test so many days before the start was decided is still of that start.</summary>
    /// <remarks>House default.</remarks>
    public const int CountsBeforeDays = 60;

    /// <summary>Whether the patch test stands on this evening, done or still to do.</summary>
    public bool TestOn(Track track, DateOnly day) =>
        track.Active
        && track.NeedsPatch
        && track.Start is not null
        && !track.Started
        && (track.Patch.On == day || (track.Patch.ReadyFrom is null && !track.Patch.Done && Due(track, day)));

    public bool ReadingOn(Track track, DateOnly day) =>
        track.Patch.Done
        && track.Stopped is null
        && track.Patch.On is { } on
        && day > on
        && (track.Patch.ReadyFrom is null || track.Patch.ReadyFrom > day || day <= on.AddDays(2))
        && !IsRead(track, day)
        && (day <= facts.Today || day <= on.AddDays(2));

    private static bool IsRead(Track track, DateOnly day) => track.Patch.ReadyFrom is { } ready && day >= ready;

    public void Take(DateOnly day)
    {
        foreach (var track in tracks)
        {
            if (track.Start is null || track.Patch.ReadyFrom is not null || !track.NeedsPatch || track.Stopped is not null)
            {
                continue;
            }

            if (track.Patch is { Done: true, On: { } old } && day > old.AddDays(PatchHours.MadeAnewDays))
            {
                track.Patch.Lapse();
            }

            foreach (var (on, entry) in facts.Patches)
            {
                if (on > day)
                {
                    break;
                }

                if (
                    entry is PatchApplied put
                    && put.Product == track.Product.Id
                    && on >= track.Patch.CountsFrom
                    && !(track.Patch.Done && on <= track.Patch.On)
                )
                {
                    track.Patch.PutOn(on);
                }
                else if (entry is PatchRead read && read.Product == track.Product.Id && track.Patch.Done)
                {
                    Read(track, read);
                }
            }
        }
    }

    private void Read(Track track, PatchRead read)
    {
        var readOn = facts.DayOf(read.HappenedAt);
        if (!read.Clear)
        {
            track.Stop(Because.Of(RuleBook.PatchReaction, ("product", track.Product.Name), ("on", readOn)), readOn);
            return;
        }

        var put = facts
            .Log.OfType<PatchApplied>()
            .First(entry => entry.Product == track.Product.Id && facts.DayOf(entry.HappenedAt) == track.Patch.On);
        if (read.HappenedAt < PatchHours.CountsFrom(put))
        {
            track.Patch.LookedEarly(read.HappenedAt, PatchHours.CountsFrom(put));
        }
        else if (readOn <= track.Patch.On!.Value.AddDays(PatchHours.MadeAnewDays))
        {
            var earliest = track.Patch.On!.Value.AddDays(PatchDays);
            track.Patch.ReadClear(readOn > earliest ? readOn : earliest);
        }
    }

    /// <summary>Read clear, or, for days still to come, assumed to be read clear once its 48 h are over.</summary>
    public bool IsClear(Track track, DateOnly day)
    {
        if (track.Patch.ReadyFrom is { } ready)
        {
            return day >= ready;
        }

        return day > facts.Today && track.Patch.On is { } on && day >= on.AddDays(PatchDays);
    }

    private bool Due(Track track, DateOnly day)
    {
        if (
            track.Start is null
            || track.Patch.Done
            || track.Stopped is not null
            || day < track.Start.On
            || (track.Patch.On is { } on && on < day)
        )
        {
            return false;
        }

        if (hindered(track, day))
        {
            return false;
        }

        // One patch test at a time, so that a reaction has one cause.
        return !tracks.Any(other =>
            other != track
            && other.Active
            && !other.Started
            && other.Stopped is null
            && other.Start is not null
            && (
                (
                    other.Patch.On is { } patched
                    && (day < patched.AddDays(PatchDays) || (other.Patch.Done && other.Patch.ReadyFrom is null && day <= facts.Today))
                    && patched <= day
                )
                || (
                    other.Index < track.Index
                    && other.Patch.On is null
                    && other.Patch.ReadyFrom is null
                    && other.NeedsPatch
                    && Due(other, day)
                )
            )
        );
    }

    /// <summary>Fixes a patch test that is due to a day still to come, so that what follows can be planned.</summary>
    public void Schedule(DateOnly day)
    {
        foreach (var track in tracks)
        {
            if (
                day >= facts.Today
                && track.Active
                && track.NeedsPatch
                && !track.Started
                && track.Patch.ReadyFrom is null
                && track.Patch.On is null
                && Due(track, day)
            )
            {
                track.Patch.PlanFor(day);
            }
        }
    }
}
