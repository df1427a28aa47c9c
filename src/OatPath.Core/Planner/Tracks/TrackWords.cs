using OatPath.Core.House;
using OatPath.Core.Ramp;

namespace OatPath.Core.Planner.Tracks;

/// <summary>Why a track rests between two uses and which rung it holds; one sentence for as long as the rung is held.</summary>
internal sealed class TrackWords(Track track)
{
    private Off? resting;
    private (Rung, bool) restingAt;
    private List<Because>? held;
    private (Rung, bool, bool, DateOnly?, Because?) heldAt;

    /// <param name="until">The last day of the rest.</param>
    public Off RestOf(bool morning, DateOnly until)
    {
        if (resting is null || restingAt != (track.Held, morning))
        {
            restingAt = (track.Held, morning);
            resting = Off.Through(
                until,
                Because.Of(
                    RuleBook.RungFrequency,
                    ("product", track.Product.Name),
                    ("frequency", track.Held.SaidLater(morning)),
                    ("most", track.Frequency.MaxPer7Days())
                )
            );
        }

        return resting.Until == until ? resting : resting = resting with { Until = until };
    }

    /// <summary>The rung held, and why it is lower than the one before.</summary>
    /// <param name="facial">Whether it is part of the evening's home facial.</param>
    public List<Because> RungOf(bool morning, DateOnly day, bool facial)
    {
        if (held is null || heldAt != (track.Held, morning, facial, track.Since, track.Lowered))
        {
            heldAt = (track.Held, morning, facial, track.Since, track.Lowered);
            held =
            [
                Because.Of(
                    RuleBook.Rung,
                    ("product", track.Product.Name),
                    ("frequency", track.Held.SaidLater(morning)),
                    ("since", track.Since ?? day)
                ),
            ];
            if (facial)
            {
                held.Add(Because.Of(RuleBook.HomeFacial, ("product", track.Product.Name)));
            }

            if (track.Lowered is not null)
            {
                held.Add(track.Lowered);
            }
        }

        return held;
    }
}
