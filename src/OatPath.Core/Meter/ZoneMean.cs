using OatPath.Core.Skin;

namespace OatPath.Core.Meter;

/// <summary>What the readings of one quantity in one zone come to.</summary>
/// <param name="Mean">Null with fewer readings than make a mean.</param>
/// <param name="Spread">Their standard deviation; null likewise.</param>
public sealed record ZoneMean(MeterQuantity Quantity, FaceZone Zone, IReadOnlyList<decimal> Values, double? Mean, double? Spread)
{
    /// <summary>By how much two means differ where nothing changed, at least: how the probe is held, the room, the hour.</summary>
    /// <remarks>House default, in the meter's units.</remarks>
    public const double Repeat = 3;

    public bool IsEnough => Mean is not null;

    /// <summary>Means of all that was read on one day by one meter, by quantity and zone.</summary>
    public static IReadOnlyList<ZoneMean> Of(IEnumerable<MeterReading> readings) =>
        [
            .. readings
                .GroupBy(reading => (reading.Quantity, reading.Zone))
                .Select(group => Of(group.Key.Quantity, group.Key.Zone, [.. group.Select(reading => reading.Value)]))
                .OrderBy(mean => mean.Quantity)
                .ThenBy(mean => FaceZones.PlaceOf(mean.Zone)),
        ];

    /// <summary>
    /// Whether a later mean of the same quantity, zone and meter is a change: further away than twice the repeat error, and no reading of
    /// one day among those of the other.
    /// </summary>
    /// <remarks>
    /// Derived: of three readings each, none among the others happens by chance in 1 of 10 where nothing changed; the repeat error stands
    /// for what all readings of one day share.
    /// </remarks>
    public bool IsChangeTo(ZoneMean later) =>
        Mean is { } before
        && later.Mean is { } after
        && Math.Abs(after - before) > 2 * Repeat
        && (Values.Max() < later.Values.Min() || later.Values.Max() < Values.Min());

    private static ZoneMean Of(MeterQuantity quantity, FaceZone zone, IReadOnlyList<decimal> values)
    {
        if (values.Count < MeterReading.Fewest)
        {
            return new(quantity, zone, values, null, null);
        }

        var mean = (double)values.Average();
        return new(quantity, zone, values, mean, Math.Sqrt(values.Sum(value => Math.Pow((double)value - mean, 2)) / (values.Count - 1)));
    }
}
