namespace OatPath.Core.House;

/// <summary>How often a rung allows a use, mildest first.</summary>
public enum Frequency
{
    OnceAWeek,
    TwiceAWeek,
    ThreeAWeek,
    EveryOther,
    EveryDay,
}

/// <summary>What a frequency means in days.</summary>
/// <remarks>
/// Derived: the smallest gap that spreads n uses evenly over 7 days, and the most uses any rolling 7 days may then hold.
/// Placing greedily under both gives Mon Thu and Mon Wed Fri when the first use falls on a Monday.
/// </remarks>
public static class FrequencyTraits
{
    /// <summary>Days from one use to the next, at least.</summary>
    public static int MinGapDays(this Frequency frequency) =>
        frequency switch
        {
            Frequency.OnceAWeek => 7,
            Frequency.TwiceAWeek => 3,
            Frequency.ThreeAWeek or Frequency.EveryOther => 2,
            _ => 1,
        };

    /// <summary>Uses in any rolling 7 days, at most.</summary>
    public static int MaxPer7Days(this Frequency frequency) =>
        frequency switch
        {
            Frequency.OnceAWeek => 1,
            Frequency.TwiceAWeek => 2,
            Frequency.ThreeAWeek => 3,
            Frequency.EveryOther => 4,
            _ => 7,
        };

    /// <summary>Uses a week when every one is made.</summary>
    public static double UsesAWeek(this Frequency frequency) => frequency == Frequency.EveryOther ? 3.5 : frequency.MaxPer7Days();

    /// <summary>
    /// How often, said from the days from one use to the next: "every evening", "1 evening a week", "every 14 days", "every 3 weeks".
    /// </summary>
    /// <param name="days">1 or more.</param>
    public static string Every(int days, bool morning = false)
    {
        var half = morning ? "morning" : "evening";
        return days switch
        {
            1 => $"every {half}",
            2 => $"every other {half}",
            7 => $"1 {half} a week",
            > 14 when days % 7 == 0 => $"every {days / 7} weeks",
            _ => $"every {days} days",
        };
    }

    public static string InWords(this Frequency frequency, bool morning = false)
    {
        var day = morning ? "morning" : "evening";
        return frequency switch
        {
            Frequency.OnceAWeek => $"1 {day} a week",
            Frequency.TwiceAWeek => $"2 {day}s a week",
            Frequency.ThreeAWeek => $"3 {day}s a week",
            Frequency.EveryOther => $"every other {day}",
            _ => $"every {day}",
        };
    }
}
