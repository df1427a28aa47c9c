using OatPath.Core.Wording;

namespace OatPath.Core.House;

/// <summary>How often a rung allows a use, mildest first.</summary>
public enum Frequency
{
    OnceAWeek,
    TwiceAWeek,
    ThreeAWeek,
    EveryOther,
    EveryDay,

    /// <summary>Morning and evening.</summary>
    TwiceADay,
}

/// <summary>What a frequency means in days.</summary>
/// <remarks>
/// Derived: the smallest gap that spreads n uses evenly over 7 days, and the most uses any rolling 7 days may then hold.
/// Placing greedily under both gives Mon Thu and Mon Wed Fri when the first use falls on a Monday.
/// </remarks>
public static class FrequencyTraits
{
    /// <summary>Days from one use to the next, at least; 0 where a day has two.</summary>
    public static int MinGapDays(this Frequency frequency) =>
        frequency switch
        {
            Frequency.OnceAWeek => 7,
            Frequency.TwiceAWeek => 3,
            Frequency.ThreeAWeek or Frequency.EveryOther => 2,
            Frequency.TwiceADay => 0,
            _ => 1,
        };

    /// <summary>Days in any rolling 7 on which it is used, at most.</summary>
    public static int MaxPer7Days(this Frequency frequency) =>
        frequency switch
        {
            Frequency.OnceAWeek => 1,
            Frequency.TwiceAWeek => 2,
            Frequency.ThreeAWeek => 3,
            Frequency.EveryOther => 4,
            _ => 7,
        };

    /// <summary>Uses on one day, at most.</summary>
    public static int MaxPerDay(this Frequency frequency) => frequency == Frequency.TwiceADay ? 2 : 1;

    /// <summary>Uses in any rolling 7 days, at most.</summary>
    public static int MaxUsesPer7Days(this Frequency frequency) => frequency.MaxPer7Days() * frequency.MaxPerDay();

    /// <summary>Uses a week when every one is made.</summary>
    public static double UsesAWeek(this Frequency frequency) => frequency == Frequency.EveryOther ? 3.5 : frequency.MaxUsesPer7Days();

    /// <summary>
    /// How often, said from the days from one use to the next: "every evening", "1 evening a week", "every 14 days", "every 3 weeks".
    /// </summary>
    /// <param name="days">1 or more.</param>
    public static string Every(int days, bool morning = false) =>
        days switch
        {
            1 => morning ? Said.Of("every morning") : Said.Of("every evening"),
            2 => morning ? Said.Of("every other morning") : Said.Of("every other evening"),
            7 => AWeek(1, morning),
            > 14 when days % 7 == 0 => Said.Count(days / 7, "every week", "every {0} weeks"),
            _ => Said.Count(days, "every day", "every {0} days"),
        };

    public static string InWords(this Frequency frequency, bool morning = false) =>
        frequency switch
        {
            Frequency.OnceAWeek => AWeek(1, morning),
            Frequency.TwiceAWeek => AWeek(2, morning),
            Frequency.ThreeAWeek => AWeek(3, morning),
            Frequency.EveryOther => Every(2, morning),
            Frequency.TwiceADay => Said.Of("morning and evening"),
            _ => Every(1, morning),
        };

    private static string AWeek(int times, bool morning) =>
        morning
            ? Said.Count(times, "{0} morning a week", "{0} mornings a week")
            : Said.Count(times, "{0} evening a week", "{0} evenings a week");
}
