using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Ramp;

/// <summary>One planning number for how much an application asks of the skin.</summary>
/// <remarks>
/// Derived and house default: the sum over roles of free percent times a family factor times a contact factor. A planning aid, never a
/// medical measure;
/// nothing is allowed because of it. Contact counts as 1 - exp(-time / 10 min): leave-on 1, a rinsed product 0.15, a kit by its seconds.
/// Where the pH is not known, the labelled percent is taken whole, the stricter reading.
/// </remarks>
public static class LoadIndex
{
    private const double RinsedContact = 0.15;
    private const double ContactScaleSeconds = 600;

    /// <summary>The index of a kit at a rung of its ladder; a second layer works for half the contact.</summary>
    public static double Of(Product product, Rung rung)
    {
        if (rung.ContactSeconds is not { } seconds)
        {
            return Of(product);
        }

        var contact = Contact(seconds) + ((rung.Layers - 1) * Contact(seconds / 2.0));
        return Math.Round(Free(product) * contact, 2);
    }

    public static double Of(Product product)
    {
        var sum = Free(product);
        return Math.Round(
            product.Traits.LeaveOn ? sum
                : product.Traits.ByHand ? sum
                : sum * RinsedContact,
            2
        );
    }

    private static double Contact(double seconds) => 1 - Math.Exp(-seconds / ContactScaleSeconds);

    private static double Free(Product product)
    {
        double sum = product.Traits.ByHand ? 3 : 0;
        foreach (var active in product.Actives)
        {
            var traits = SubstanceTraits.Of(active.Substance);
            if (FamilyTraits.Of(traits.Family).Irritant == Degree.No)
            {
                continue;
            }

            var percent = (double)(active.Percent ?? UsualPercent(traits.Family));
            var free = traits.Pka is { } pka && product.Ph is { } ph ? FreeAcid.Percent(percent, (double)ph, pka) : percent;
            sum += free * FamilyFactor(traits.Family);
        }

        return sum;
    }

    private static decimal UsualPercent(Family family) =>
        family switch
        {
            Family.Bha => 1m,
            Family.Retinoid => 0.3m,
            Family.AscorbicAcid => 10m,
            _ => 5m,
        };

    private static double FamilyFactor(Family family) =>
        family switch
        {
            Family.Aha => 1,
            Family.Pha => 0.4,
            Family.Bha => 2.5,
            Family.Azelaic => 0.3,
            Family.Retinoid => 12,
            Family.AscorbicAcid => 0.2,
            Family.BenzoylPeroxide => 0.8,
            Family.Enzyme => 0.4,
            _ => 0.2,
        };
}
