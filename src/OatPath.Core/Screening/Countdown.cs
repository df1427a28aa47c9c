using OatPath.Core.Case;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Shelf;

namespace OatPath.Core.Screening;

/// <summary>A product that stops for a peel: its last day before it and its first day after it.</summary>
public sealed record PeelStopLine(Product Product, DateOnly LastBefore, DateOnly BackOn)
{
    /// <summary>It is left out on the evening of the peel alone.</summary>
    public bool OnlyTonight => BackOn.DayNumber - LastBefore.DayNumber <= 2;
}

/// <summary>
/// What stops before a peel and returns after it, by name: whatever is in use or kept on hand, patches and hidden actives among them.
/// </summary>
/// <remarks>Source: trade convention, strictest end; see <see cref="PeelStop"/>.</remarks>
public static class Countdown
{
    /// <param name="kit">A wash-off kit on the shelf.</param>
    /// <param name="evening">Its evening.</param>
    public static IReadOnlyList<PeelStopLine> Of(CaseFile file, string kit, DateOnly evening)
    {
        var bottles = BottleReading.Of(file);
        if (!bottles.TryGetValue(kit, out var bottle) || KitClass.Of(bottle) is not { } strength)
        {
            return [];
        }

        return
        [
            .. file
                .Shelf.Where(item => item.State == ShelfState.InUse)
                .Select(item => bottles[item.Product.Id])
                .Where(product => !product.IsKit())
                .Select(product => (product, Stop: PeelStop.Of(strength.Strength, product)))
                .Where(pair => pair.Stop is not null)
                .Select(pair => new PeelStopLine(pair.product, pair.Stop!.Value.LastBefore(evening), pair.Stop.Value.BackOn(evening)))
                .OrderBy(line => line.LastBefore)
                .ThenBy(line => line.Product.Name, StringComparer.Ordinal),
        ];
    }

    /// <summary>
    /// What has its last day today, tomorrow or the day after, for a line of its own: "Wed: last evening of Chalk cream".
    /// </summary>
    public static IEnumerable<PeelStopLine> Soon(IReadOnlyList<PeelStopLine> lines, DateOnly today, int days = 2) =>
        lines.Where(line => !line.OnlyTonight && line.LastBefore >= today && line.LastBefore <= today.AddDays(days));
}
