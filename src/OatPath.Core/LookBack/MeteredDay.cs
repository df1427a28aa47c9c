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

    /// <summary>
    /// One quantity over days of one meter, each the mean over those zones that have a mean on all days that have any: what was left out on
    /// one day does not move it.
    /// </summary>
    /// <param name="days">Of one meter, in order.</param>
    /// <returns>Nothing where no zone was read on all of them.</returns>
    public static IReadOnlyList<(DateOnly Day, double Mean)> Over(IEnumerable<MeteredDay> days, MeterQuantity quantity)
    {
        var read = days.Select(day => (day.Day, Means: day.Means.Where(mean => mean.Quantity == quantity && mean.IsEnough).ToList()))
            .Where(day => day.Means.Count > 0)
            .ToList();
        var zones = read.SelectMany(day => day.Means)
            .CountBy(mean => mean.Zone)
            .Where(zone => zone.Value == read.Count)
            .Select(zone => zone.Key)
            .ToHashSet();
        return zones.Count == 0
            ? []
            : [.. read.Select(day => (day.Day, day.Means.Where(mean => zones.Contains(mean.Zone)).Average(mean => mean.Mean!.Value)))];
    }
}
