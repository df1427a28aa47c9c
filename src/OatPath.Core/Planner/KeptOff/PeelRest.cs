using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>What stops before a peel at home and stays off after it.</summary>
internal sealed class PeelRest(RuleSwitch rule, PeelDays peels, Standing standing) : IKeepsOff
{
    private readonly Dictionary<(KitStrength, string), PeelStop?> stops = [];

    /// <summary>Nowhere is there a kit, nor one that left the plan.</summary>
    public bool Never { get; } = !standing.All.Any(track => track.Kit is not null);

    public Off? Of(Track track, DateOnly day) => Of(track.Product, day);

    public Off? Of(Product product, DateOnly day)
    {
        if (Never || !rule.On(RuleBook.PeelOff))
        {
            return null;
        }

        // Peels are noted in order of days, so those out of reach end the look back.
        for (var i = peels.All.Count - 1; i >= 0 && day <= peels.All[i].On.AddDays(PeelStop.MostDays); i--)
        {
            var (kit, on) = peels.All[i];
            if (
                kit.Product.Id != product.Id
                && day >= on
                && StopOf(peels.StrengthOf(kit, on), product) is { } stop
                && day <= on.AddDays(stop.After)
            )
            {
                return Rests(product, kit, on, stop);
            }
        }

        foreach (var kit in standing.Kits)
        {
            if (
                kit.Peels.NextOn is { } on
                && day <= on
                && day >= on.AddDays(-PeelStop.MostDays)
                && kit.Product.Id != product.Id
                && StopOf(kit, product) is { } stop
                && day >= on.AddDays(-stop.Before)
            )
            {
                return Rests(product, kit, on, stop);
            }
        }

        return null;
    }

    /// <summary>Days for which a product stays off after a peel that was done, or null where it goes on.</summary>
    public int? AfterOf(Track kit, DateOnly on, Product product) =>
        rule.On(RuleBook.PeelOff) ? StopOf(peels.StrengthOf(kit, on), product)?.After : null;

    /// <summary>How long a product stops around the peels of a kit, or null where it goes on.</summary>
    public PeelStop? StopOf(Track kit, Product product) => StopOf(kit.Kit!.Value, product);

    private PeelStop? StopOf(KitStrength strength, Product product)
    {
        var key = (strength, product.Id);
        if (!stops.TryGetValue(key, out var stop))
        {
            stops[key] = stop = PeelStop.Of(strength, product);
        }

        return stop;
    }

    public static Because Say(Product product, Track kit, DateOnly on, int after) =>
        Because.Of(RuleBook.PeelOff, ("product", product.Name), ("other", kit.Product.Name), ("on", on), ("until", on.AddDays(after)));

    private static Off Rests(Product product, Track kit, DateOnly on, PeelStop stop) =>
        Off.Through(on.AddDays(stop.After), Say(product, kit, on, stop.After));
}
