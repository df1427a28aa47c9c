using OatPath.Core.House;
using OatPath.Core.LookBack;
using OatPath.Core.Meter;
using OatPath.Core.Skin;

namespace OatPath.Web.Wording;

/// <summary>Readings of a meter in words.</summary>
public static class MeterWords
{
    /// <summary>"left cheek 47.3 ± 0.7"; with too few readings what there are.</summary>
    public static string Of(ZoneMean mean) =>
        mean is { Mean: { } middle, Spread: { } spread }
            ? FormattableString.Invariant($"{FaceZones.TitleOf(mean.Zone)} {middle:0.0} ± {spread:0.0}")
            : $"{FaceZones.TitleOf(mean.Zone)}: {Words.Count(mean.Values.Count, "reading")}, no mean";

    /// <summary>What changed from the first to the last day of each meter: "left cheek, hydration: up 13.3".</summary>
    /// <param name="days">In order.</param>
    public static IReadOnlyList<string> Between(IEnumerable<MeteredDay> days) =>
        [
            .. days.GroupBy(day => day.Serial)
                .Select(meter => (First: meter.First(), Last: meter.Last()))
                .Where(pair => pair.First.Day < pair.Last.Day)
                .SelectMany(pair =>
                    pair.Last.Means.Select(mean => (mean, Change: Change(mean, pair.First))).Where(one => one.Change is not null)
                )
                .Select(one => $"{FaceZones.TitleOf(one.mean.Zone)}, {EnumName.Of(one.mean.Quantity)} by meter: {one.Change}"),
        ];

    /// <summary>"up 8.1" since the day before; null where nothing can be said.</summary>
    public static string? Change(ZoneMean mean, MeteredDay? before) =>
        before?.Means.FirstOrDefault(other => other.Quantity == mean.Quantity && other.Zone == mean.Zone) is { } other
        && other.IsChangeTo(mean)
            ? FormattableString.Invariant(
                $"{(mean.Mean > other.Mean ? "up" : "down")} {Math.Abs(mean.Mean!.Value - other.Mean!.Value):0.0}"
            )
            : null;
}
