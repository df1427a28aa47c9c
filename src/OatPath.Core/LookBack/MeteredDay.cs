using OatPath.Core.Case;
using OatPath.Core.Meter;

namespace OatPath.Core.LookBack;

/// <summary>What one meter read on one care day.</summary>
public sealed record MeteredDay(DateOnly Day, string Serial, IReadOnlyList<ZoneMean> Means)
{
    /// <summary>Days with a reading, in order; several meters of one day stand beside each other.</summary>
    /// <param name="log">Entries that stand.</param>
    public static IReadOnlyList<MeteredDay> Of(IEnumerable<LogEntry> log) =>
        [
            .. log.OfType<Metered>()
                .GroupBy(entry => (entry.Day, entry.Serial))
                .OrderBy(day => day.Key.Day)
                .ThenBy(day => day.Key.Serial, StringComparer.Ordinal)
                .Select(day => new MeteredDay(day.Key.Day, day.Key.Serial, ZoneMean.Of(day.SelectMany(entry => entry.Readings)))),
        ];

    /// <summary>The mean over the zones of one quantity; null where none has enough readings.</summary>
    public double? MeanOf(MeterQuantity quantity) => Means.Where(mean => mean.Quantity == quantity).Average(mean => mean.Mean);
}
