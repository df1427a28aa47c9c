using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.Days;

/// <summary>
/// Keeps each day of the past as it was lived. A report of the day may ease a product off before its use is counted: the use was made at
/// the rung that the day began with, or at the one it went up to that day.
/// </summary>
internal sealed class DaysLived(KnownFacts facts, Standing standing, Reactions reactions)
{
    private readonly List<LivedDay> days = [];
    private readonly Dictionary<Track, (int Rung, DateOnly? Since)> dawn = [];
    private readonly Dictionary<Track, (int Rung, DateOnly? Since, int Uses)> held = [];
    private readonly IReadOnlyList<Product> actives =
    [
        .. facts
            .File.Shelf.Select(item => item.Product)
            .Where(product => product.IsRaised())
            .OrderBy(product => product, ProductOrder.ByContent),
    ];

    public IReadOnlyList<LivedDay> Days => days;

    /// <summary>A day begins: nothing of it was told or decided yet.</summary>
    public void Dawn(DateOnly day)
    {
        foreach (var track in standing.Tracks.Where(track => facts.WasApplied(track.Product.Id, day)))
        {
            dawn[track] = (track.Rung, track.Since);
        }
    }

    /// <summary>What was planned is placed, and what was used is not counted in yet.</summary>
    public void Dusk(DateOnly day)
    {
        var told = standing.Gone.Select(track => track.Product).Where(product => facts.WasTold(product.Id, day));
        days.Add(
            new(
                day,
                [
                    .. actives.Where(product => facts.WasApplied(product.Id, day)).Select(product => Use(product, day)),
                    .. told.Select(product => new LivedUse(product, LoadIndex.Of(product), OnRung: null, Told: true)),
                ],
                [
                    .. standing
                        .Tracks.Where(track => track is { Active: true, Started: true, Stopped: null })
                        .Select(track => Rung(track, day)),
                ]
            )
        );
    }

    private LivedRung Rung(Track track, DateOnly day) =>
        new(track.Product.Id, track.Rung, track.Ladder.Top, track.Easing.Covers(day) || reactions.IsStopped(day));

    private LivedUse Use(Product product, DateOnly day)
    {
        var times = facts.WasApplied(product.Id, day, Moment.Morning) && facts.WasApplied(product.Id, day, Moment.Evening) ? 2 : 1;
        if (standing.Find(product.Id) is not { } track)
        {
            return new(product, LoadIndex.Of(product) * times, OnRung: null, Told: false);
        }

        var (rung, since) = AsUsed(track, day);
        var uses = held.TryGetValue(track, out var before) && (before.Rung, before.Since) == (rung, since) ? before.Uses + 1 : 1;
        held[track] = (rung, since, uses);
        return new(product, track.LoadAt(rung) * times, since is null ? null : uses, Told: false);
    }

    private (int Rung, DateOnly? Since) AsUsed(Track track, DateOnly day)
    {
        var (rung, since) = dawn[track];
        return since is null ? (track.FirstRung, track.Since)
            : track.Started && track.Rung > rung ? (track.Rung, track.Since)
            : (rung, since);
    }
}
