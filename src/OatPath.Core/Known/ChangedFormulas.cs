using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Shelf;

namespace OatPath.Core.Known;

/// <summary>Another strength, make or pH under the same name begins anew: patch test, first rung.</summary>
internal static class ChangedFormulas
{
    /// <summary>Moments at which what stands under a product's id really changed, oldest first.</summary>
    public static IEnumerable<DateTimeOffset> ChangesOf(ShelfItem item)
    {
        for (var i = 0; i < item.Was.Count; i++)
        {
            if (!(i + 1 < item.Was.Count ? item.Was[i].IsSame(item.Was[i + 1]) : item.Was[i].IsSame(item.Product)))
            {
                yield return item.Was[i].Until;
            }
        }
    }

    /// <summary>A new start for each change of something that had been started before it.</summary>
    public static IEnumerable<StartActive> Restarts(
        IReadOnlyList<ShelfItem> shelf,
        IReadOnlyList<Decision> decisions,
        DateTimeOffset asOf,
        TimeZoneInfo zone
    )
    {
        foreach (var item in shelf)
        {
            foreach (var changed in ChangesOf(item).Where(changed => changed <= asOf))
            {
                var on = CareDay.Of(changed, zone);
                if (
                    decisions
                        .OfType<StartActive>()
                        .Where(start => start.Product == item.Product.Id && start.On <= on && (start.RecordedAt ?? changed) <= changed)
                        .MaxBy(start => start.On) is
                    { } started
                )
                {
                    // A reason signs a strong kit off, and nobody has given one for what the kit is now.
                    var reason = item.Product.IsKit() ? "" : "its strength or make changed";
                    yield return new StartActive
                    {
                        Id = $"changed-{item.Product.Id}-{changed.UtcTicks}",
                        Product = item.Product.Id,
                        On = on,
                        RecordedAt = changed,
                        BoosterFor = started.BoosterFor,
                        EveryDays = started.EveryDays,
                        Reason = reason,
                    };
                }
            }
        }
    }
}
