using OatPath.Core.Case;
using OatPath.Core.Known;
using OatPath.Core.Shelf;
using OatPath.Core.Supply;

namespace OatPath.Core.Planner.Stock;

/// <summary>What a device uses up at each session: gel, mist, a tip. Whatever is made for a device goes with its uses.</summary>
internal static class Consumables
{
    /// <summary>
    /// Products whose uses take from a package: its own, or those of the device it was made for where it is the package in use.
    /// </summary>
    public static IReadOnlyList<string> UsedBy(KnownFacts facts, Product product)
    {
        // The serum of needles is a step of its own, and ticked like one.
        if (product.MadeFor is not { } device || product.IsNeedleSerum())
        {
            return [product.Id];
        }

        var open = facts
            .InUse.Where(other => IsSame(other, product))
            .OrderByDescending(other => other.OpenedOn ?? DateOnly.MinValue)
            .ThenBy(other => other.Id, StringComparer.Ordinal)
            .First();
        return open.Id == product.Id
            ? [product.Id, .. facts.File.Shelf.Where(item => item.Product.Kind == device).Select(item => item.Product.Id)]
            : [product.Id];
    }

    /// <summary>
    /// Sessions that what is on the shelf is still good for; null where nothing limits them, or nobody knows how much there is.
    /// </summary>
    public static int? SessionsLeft(KnownFacts facts, Product device)
    {
        int? least = null;
        foreach (var needed in Needed(device))
        {
            var made = facts.InUse.Where(product => Goes(product, device) && needed(product)).ToList();
            if (made.Count == 0 && needed != Tip)
            {
                // That it lacks its gel or serum is said elsewhere.
                continue;
            }

            var left = 0;
            foreach (var product in made)
            {
                if (Package.Of(product) is not { } package)
                {
                    left = int.MaxValue;
                    break;
                }

                left += (int)Math.Floor(SupplyCount.Left(facts, product, package) / package.Takes(product, AmountGuide.For(product)));
            }

            least = left == int.MaxValue ? least : Math.Min(least ?? left, left);
        }

        return least;
    }

    private static readonly Func<Product, bool> Tip = product => product.Kind == ProductKind.DeviceTip;
    private static readonly Func<Product, bool> Serum = product => product.IsNeedleSerum() && NeedleSerums.IsPlain(product);

    private static bool Goes(Product product, Product device) =>
        product.MadeFor == device.Kind || (device.IsNeedle() && product.IsNeedleSerum());

    private static IEnumerable<Func<Product, bool>> Needed(Product device) =>
        device.Kind switch
        {
            ProductKind.GalvanicDevice =>
            [
                product => product.Charge == GelCharge.Negative,
                product => product.Charge == GelCharge.Positive,
            ],
            ProductKind.MicrocurrentDevice => [product => product.Charge == GelCharge.None],
            ProductKind.NanoTip => [Tip, Serum],
            ProductKind.NeedleRoller => [Serum],
            _ when DeviceKinds.HasItsGel(device.Kind) =>
            [
                product => product.Kind is ProductKind.ConductiveGel or ProductKind.HydratingMist,
            ],
            _ => [],
        };

    private static bool IsSame(Product a, Product b) =>
        (a.MadeFor, a.Kind, a.Charge) == (b.MadeFor, b.Kind, b.Charge) && a.GelZones.SequenceEqual(b.GelZones);
}
