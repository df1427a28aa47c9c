using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routine;

namespace OatPath.Web.Drawing;

public enum BandChange
{
    Same,
    Added,
    Gone,
    Moved,
}

/// <summary>One product of a half day as it will be, or as it was where it goes.</summary>
public sealed record ChangeBand(Step Step, BandChange Change);

/// <summary>One half of the Bench over all the days compared, with what comes in, goes, or moves.</summary>
public static class ChangeHalf
{
    /// <param name="before">May hold no days: then everything comes in.</param>
    public static IReadOnlyList<ChangeBand> Of(CarePath before, CarePath after, Moment moment)
    {
        var (old, now) = (Steps(before, moment), Steps(after, moment));
        var stays = old.Select(step => step.Key).Intersect(now.Select(step => step.Key)).ToList();
        var moved = Moved([.. old.Select(step => step.Key).Where(stays.Contains)], [.. now.Select(step => step.Key).Where(stays.Contains)]);
        var bands = now.ConvertAll(step => new ChangeBand(
            step,
            !stays.Contains(step.Key) ? BandChange.Added
                : moved.Contains(step.Key) ? BandChange.Moved
                : BandChange.Same
        ));
        for (var i = 0; i < old.Count; i++)
        {
            if (!stays.Contains(old[i].Key))
            {
                // What goes stands where it stood: behind what it followed.
                var behind = i == 0 ? -1 : bands.FindIndex(band => band.Step.Key == old[i - 1].Key);
                bands.Insert(behind + 1, new(old[i], BandChange.Gone));
            }
        }

        return bands;
    }

    /// <summary>The fewest products that explain another order: all but the longest run that kept its order.</summary>
    /// <remarks>Derived: longest increasing subsequence, over at most some dozen steps.</remarks>
    private static HashSet<string> Moved(List<string> old, List<string> now)
    {
        var best = new List<string>[now.Count];
        for (var i = 0; i < now.Count; i++)
        {
            var before = Enumerable
                .Range(0, i)
                .Where(j => old.IndexOf(now[j]) < old.IndexOf(now[i]))
                .Select(j => best[j])
                .MaxBy(kept => kept.Count)
                ?? [];
            best[i] = [.. before, now[i]];
        }

        return [.. now.Except(best.MaxBy(kept => kept.Count) ?? [])];
    }

    private static List<Step> Steps(CarePath path, Moment moment) =>
        path.Days.Count == 0
            ? []
            :
            [
                .. MomentSheet
                    .Of(path.Days, moment)
                    .Select(line => line.Step)
                    .Where(step => step.Action == StepAction.Apply)
                    .DistinctBy(step => step.Key),
            ];
}
