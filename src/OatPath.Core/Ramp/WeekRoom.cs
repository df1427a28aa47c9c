using OatPath.Core.House;

namespace OatPath.Core.Ramp;

/// <summary>How many uses a week leaves room for when some days are not free.</summary>
public static class WeekRoom
{
    private const int Weeks = 8;

    /// <summary>Every frequency with every set of free weekdays, worked out when first asked for; not a number until then.</summary>
    private static readonly double[] Known = [.. Enumerable.Repeat(double.NaN, Enum.GetValues<Frequency>().Length << 7)];

    /// <summary>
    /// Days of use a week that fit under a frequency's smallest gap and most days in 7, placed as early as they may.
    /// </summary>
    /// <remarks>Derived: the planner's own spacing, walked from the best weekday and counted over 8 weeks after the first.</remarks>
    /// <returns>0 when no day is free, up to 7.</returns>
    public static double UsesAWeek(Frequency frequency, Func<DayOfWeek, bool> free) =>
        UsesAWeek(frequency, Enum.GetValues<DayOfWeek>().Sum(day => free(day) ? 1 << (int)day : 0));

    /// <param name="free">A bit for each weekday that is free, Sunday the lowest.</param>
    public static double UsesAWeek(Frequency frequency, int free)
    {
        var at = ((int)frequency << 7) | free;
        return double.IsNaN(Known[at]) ? Known[at] = Walk(frequency, free) : Known[at];
    }

    private static double Walk(Frequency frequency, int free)
    {
        var best = 0;
        for (var start = 0; start < 7; start++)
        {
            var placed = new List<int>();
            for (var day = start; day < start + (7 * (Weeks + 1)); day++)
            {
                if (
                    (free & (1 << (day % 7))) != 0
                    && (placed.Count == 0 || day - placed[^1] >= frequency.MinGapDays())
                    && placed.Count(other => other > day - 7) < frequency.MaxPer7Days()
                )
                {
                    placed.Add(day);
                }
            }

            best = Math.Max(best, placed.Count(day => day >= start + 7));
        }

        return best / (double)Weeks;
    }

    /// <summary>The one day whose freeing brings most, or null where none brings anything.</summary>
    public static DayOfWeek? BestToFree(Frequency frequency, Func<DayOfWeek, bool> free)
    {
        var now = UsesAWeek(frequency, free);
        return Enum.GetValues<DayOfWeek>()
            .Where(day => !free(day))
            .Select(day => (Day: (DayOfWeek?)day, Uses: UsesAWeek(frequency, other => other == day || free(other))))
            .Where(option => option.Uses > now)
            .OrderByDescending(option => option.Uses)
            .ThenBy(option => option.Day)
            .Select(option => option.Day)
            .FirstOrDefault();
    }
}
