using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>The pH a kind of product usually has. It is shown as assumed and never clears a limit.</summary>
/// <remarks>Source: house default within trade convention; makers differ by more than a whole pH.</remarks>
public static class UsualPh
{
    /// <summary>Usual pH, or null where a kind has none worth assuming.</summary>
    public static decimal? Of(Product product) =>
        product.Kind switch
        {
            _ when product.Has(Family.AscorbicAcid) => 3.2m,
            ProductKind.WashOffPeel => 3.0m,
            ProductKind.ExfoliatingToner or ProductKind.PeelPad or ProductKind.LeaveOnAcidLiquid or ProductKind.LeaveOnAcidGel => 3.7m,
            ProductKind.ExfoliatingCleanser or ProductKind.PhPrep => 4.0m,
            ProductKind.AzelaicSuspension => 4.8m,
            ProductKind.Enzyme => 6.0m,
            ProductKind.Neutraliser => 8.3m,
            ProductKind.GelCleanser
            or ProductKind.FoamCleanser
            or ProductKind.CreamCleanser
            or ProductKind.CalmingToner
            or ProductKind.HydratingMist => 5.5m,
            ProductKind.Moisturiser
            or ProductKind.MoisturiserWithSpf
            or ProductKind.NeckCream
            or ProductKind.EyeGel
            or ProductKind.HydratingSerum
            or ProductKind.PigmentSerum
            or ProductKind.NiacinamideSerum
            or ProductKind.Retinoid
            or ProductKind.SpotTreatment
            or ProductKind.BenzoylPeroxide
            or ProductKind.ScrubMask
            or ProductKind.Scrub => 5.5m,
            _ => null,
        };
}
