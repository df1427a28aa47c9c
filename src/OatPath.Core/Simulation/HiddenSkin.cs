using OatPath.Core.House;

namespace OatPath.Core.Simulation;

/// <summary>
/// A made-up skin with a true tolerance that no plan can see. Strain is what a use asks of it: 1 and more is a strong reaction.
/// </summary>
/// <remarks>Neither kind shares a formula with the planner, so that a plan cannot do well by knowing the answer.</remarks>
public abstract class HiddenSkin
{
    /// <summary>Strain of a use this evening. Call once for each use, in order of days.</summary>
    /// <param name="chance">A draw from 0 to 1, both excluded: how the evening turns out.</param>
    public abstract double Use(double chance);

    /// <summary>A day goes by.</summary>
    public abstract void Night();

    /// <summary>Chance of a strong reaction at one use once the skin lives at a frequency, 0 to 1.</summary>
    public abstract double SteadyChance(Frequency frequency);

    /// <summary>
    /// The index of the highest frequency, mildest first, whose steady chance and all below stay under a limit; -1 for none.
    /// </summary>
    public int OwnLevel(IReadOnlyList<Frequency> rungs, double limit)
    {
        var level = -1;
        while (level + 1 < rungs.Count && SteadyChance(rungs[level + 1]) < limit)
        {
            level++;
        }

        return level;
    }

    /// <summary>Whether a day of an endless week at a frequency is used: its own spacing, begun on day 0.</summary>
    protected static IEnumerable<bool> Days(Frequency frequency, int days)
    {
        var used = new List<int>();
        for (var day = 0; day < days; day++)
        {
            var use =
                (used.Count == 0 || day - used[^1] >= frequency.MinGapDays())
                && used.Count(other => other > day - 7) < frequency.MaxPer7Days();
            if (use)
            {
                used.Add(day);
            }

            yield return use;
        }
    }
}
