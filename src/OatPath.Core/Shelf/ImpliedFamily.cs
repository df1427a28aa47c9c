using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>Families that a kind holds by being what it is, even where nobody typed an active: then its strength is unknown.</summary>
/// <remarks>Source: trade convention. A bottle bought as an acid holds an acid, whatever was typed.</remarks>
public static class ImpliedFamily
{
    private static readonly Family[] Acids = [Family.Aha, Family.Bha, Family.Pha, Family.Azelaic, Family.SalonOnly];
    private static readonly Family[] Exfoliants = [.. Acids, Family.Enzyme];

    /// <summary>At least one of these is in it; the strictest stands first.</summary>
    private static readonly Family[][] Promised = [.. Enum.GetValues<ProductKind>().Select(PromisedBy)];

    /// <summary>The family to reckon with, or null where the kind promises none or a typed active keeps the promise.</summary>
    public static Family? Of(Product product)
    {
        var promised = Promised[(int)product.Kind];
        if (promised.Length == 0)
        {
            return product.Kind == ProductKind.SpotTreatment && product.Actives.Count == 0 ? Family.Bha : null;
        }

        foreach (var active in product.Actives)
        {
            if (Array.IndexOf(promised, active.Family) >= 0)
            {
                return null;
            }
        }

        return promised[0];
    }

    /// <summary>What of a product is not known while its family is only implied, in words for the practitioner.</summary>
    public static string Unknown(Family family) =>
        family switch
        {
            Family.Aha => "acid, with its percent and its pH,",
            Family.Bha => "active, with its percent,",
            _ => $"{FamilyTraits.Of(family).Title}, by name and percent,",
        };

    private static Family[] PromisedBy(ProductKind kind) =>
        kind switch
        {
            ProductKind.ExfoliatingToner or ProductKind.LeaveOnAcidLiquid or ProductKind.LeaveOnAcidGel => Acids,
            ProductKind.PeelPad or ProductKind.ExfoliatingCleanser or ProductKind.WashOffPeel => Exfoliants,
            ProductKind.Retinoid => [Family.Retinoid],
            ProductKind.BenzoylPeroxide => [Family.BenzoylPeroxide],
            ProductKind.AzelaicSuspension => [Family.Azelaic],
            ProductKind.Enzyme => [Family.Enzyme],
            _ => [],
        };
}
