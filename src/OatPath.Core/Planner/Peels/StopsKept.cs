using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.Peels;

/// <summary>Whether everything that stops before a peel has stopped for long enough, by its latest use.</summary>
internal sealed class StopsKept(KnownFacts facts, RuleSwitch rule, Standing standing, PeelRest rest)
{
    private readonly Dictionary<string, DateOnly> everydayUse = [];
    private readonly List<Product> everyday =
    [
        .. facts.InUse.Where(product =>
            product.Traits.Use == KindUse.Daily && !product.IsActive() && PeelStop.Of(KitStrength.Strong, product) is not null
        ),
    ];

    /// <summary>
    /// Patches and whatever else is kept on hand or for a session and holds an active: planned on no day, but a use of it moves a kit.
    /// </summary>
    private readonly List<Product> onHand =
    [
        .. facts
            .File.Shelf.Where(item =>
                (item.State != ShelfState.InUse && !item.Product.Exfoliates())
                || (item.Product.Traits.Use is KindUse.OnHand or KindUse.Session && !item.Product.IsKit())
            )
            .Select(item => item.Product)
            .Where(product => PeelStop.Of(KitStrength.Strong, product) is { Before: > 0 }),
    ];

    /// <summary>Takes in which everyday products a day allows or saw.</summary>
    public void Note(DateOnly day)
    {
        foreach (var product in everyday)
        {
            if (rest.Of(product, day) is null || facts.WasApplied(product.Id, day))
            {
                everydayUse[product.Id] = day;
            }
        }
    }

    /// <summary>The first thing that has not stopped for long enough before an evening, as seen from a day.</summary>
    public Off? Of(Track kit, DateOnly on, DateOnly day)
    {
        if (!rule.On(RuleBook.PeelStops))
        {
            return null;
        }

        foreach (var track in standing.All)
        {
            if (track != kit && TooSoon(kit, track.Product, UsedOn(track.Product, day) ?? track.Placed.LastBefore(day), on) is { } off)
            {
                return off;
            }
        }

        foreach (var product in everyday)
        {
            if (
                TooSoon(
                    kit,
                    product,
                    UsedOn(product, day) ?? (everydayUse.TryGetValue(product.Id, out var told) && told < day ? told : null),
                    on
                ) is
                { } off
            )
            {
                return off;
            }
        }

        foreach (var product in onHand)
        {
            if (TooSoon(kit, product, LastUse(product, day), on) is { } off)
            {
                return off;
            }
        }

        return null;
    }

    private DateOnly? LastUse(Product product, DateOnly until)
    {
        for (var date = until; date >= until.AddDays(-PeelStop.MostDays); date = date.AddDays(-1))
        {
            if (UsedOn(product, date) is not null)
            {
                return date;
            }
        }

        return null;
    }

    // What was ticked on the very day counts; what is only planned on it gives way.
    private DateOnly? UsedOn(Product product, DateOnly date) => date <= facts.Today && facts.WasApplied(product.Id, date) ? date : null;

    private Off? TooSoon(Track kit, Product product, DateOnly? lastUse, DateOnly on) =>
        lastUse is { } last && rest.StopOf(kit, product) is { Before: > 0 } stop && on <= last.AddDays(stop.Before)
            ? Off.Through(
                last.AddDays(stop.Before),
                Because.Of(
                    RuleBook.PeelStops,
                    ("product", kit.Product.Name),
                    ("other", product.Name),
                    ("on", last),
                    ("days", stop.Before),
                    ("until", last.AddDays(stop.Before + 1))
                )
            )
            : null;
}
