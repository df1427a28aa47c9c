using OatPath.Core.House;
using OatPath.Core.Ramp;

namespace OatPath.Core.Planner.Tracks;

/// <summary>Why a track rests between two uses and which rung it holds; one sentence for as long as the rung is held.</summary>
internal sealed class TrackWords
{
    private readonly Dictionary<Track, Kept> kept = [];

    public Because RestOf(Track track, bool morning)
    {
        var mine = Of(track);
        if (mine.Resting is null || mine.RestingAt != (track.Held, morning))
        {
            mine.RestingAt = (track.Held, morning);
            mine.Resting = Because.Of(RuleBook.RungFrequency, ("product", track.Product.Name), ("frequency", track.Held.InWords(morning)), ("most", track.Frequency.MaxPer7Days()));
        }

        return mine.Resting;
    }

    /// <summary>The rung held, and why it is lower than the one before.</summary>
    public List<Because> RungOf(Track track, bool morning, DateOnly day)
    {
        var mine = Of(track);
        if (mine.Held is null || mine.HeldAt != (track.Held, morning, track.Since, track.Lowered))
        {
            mine.HeldAt = (track.Held, morning, track.Since, track.Lowered);
            mine.Held = [Because.Of(RuleBook.Rung, ("product", track.Product.Name), ("frequency", track.Held.InWords(morning)), ("since", track.Since ?? day))];
            if (track.Lowered is not null)
            {
                mine.Held.Add(track.Lowered);
            }
        }

        return mine.Held;
    }

    private Kept Of(Track track)
    {
        if (!kept.TryGetValue(track, out var mine))
        {
            kept[track] = mine = new();
        }

        return mine;
    }

    private sealed class Kept
    {
        public Because? Resting { get; set; }
        public (Rung, bool) RestingAt { get; set; }
        public List<Because>? Held { get; set; }
        public (Rung, bool, DateOnly?, Because?) HeldAt { get; set; }
    }
}
