namespace OatPath.Core.Shelf;

/// <summary>Needles at home: how long they may be, how often, how many times, and what rests around them.</summary>
/// <param name="IntervalDays">From one session to the next, at least.</param>
/// <param name="IrritantsBefore">Whole days without irritants before it: 24 h are one, 72 h three.</param>
/// <remarks>Source: trade convention. A nano tip counts as needles to 0.3 mm in all that rests and in what goes on.</remarks>
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

    /// <summary>From a razor to a nano tip, and back, so many days, unless both are established and the house allows one evening.</summary>
    public const int BladeApartDays = 3;

    /// <summary>The times of needles; what is not known to be fine counts as long.</summary>
    public static NeedleTimes Of(Product product) => AreFine(product) ? Fine : Long;

    /// <summary>Whether they are of the fine family: up to 0.3 mm, and every nano tip.</summary>
    public static bool AreFine(Product product) => product.Kind == ProductKind.NanoTip || product.NeedleMm <= FineMm;
}
