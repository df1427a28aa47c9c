namespace OatPath.Core.Shelf;

/// <summary>Needles at home: how long they may be, how often, how many times, and what rests around them.</summary>
/// <param name="IntervalDays">From one session to the next, at least.</param>
/// <param name="IrritantsBefore">Whole days without irritants before it: 24 h are one, 72 h three.</param>
/// <remarks>Source: trade convention. That a nano tip counts as a needle for age, open skin and what shares its evening: house default, the stricter reading.</remarks>
public sealed record NeedleTimes(int IntervalDays, int IrritantsBefore)
{
    /// <summary>Longer ones are never used at home, mm.</summary>
    public const decimal LongestMm = 0.5m;

    /// <summary>Up to here they only help a serum in, mm; above they work on the skin itself and are signed off.</summary>
    public const decimal FineMm = 0.3m;

    /// <summary>A roller is thrown away after so many uses.</summary>
    public const int MostUses = 15;

    private static readonly NeedleTimes Fine = new(7, 1);
    private static readonly NeedleTimes Long = new(21, 3);

    /// <summary>The times of a roller; what is not known to be fine counts as long.</summary>
    public static NeedleTimes Of(Product product) => product.NeedleMm <= FineMm ? Fine : Long;

    public static bool AreFine(Product product) => product.NeedleMm <= FineMm;
}
