using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Bench;

/// <summary>
/// What a shelf serves this client with: what everybody needs, and what the client came for. Only products that may be used count.
/// </summary>
/// <remarks>
/// Source: trade convention: sunscreen, a gentle cleanser and a moisturiser before any active; what helps a concern by <see
/// cref="ConcernTable"/>.
/// </remarks>
public sealed record Served(bool Sunscreen, bool Cleanser, bool Moisturiser, IReadOnlySet<Concern> Concerns)
{
    public static Served Of(CaseFile file, HouseRules rules)
    {
        var today = CareDay.Of(file.AsOf, CareDay.FindZone(file.Zone)!);
        var usable = file
            .Shelf.Where(item => item.State == ShelfState.InUse)
            .Select(item => item.Product)
            .Where(product => product.UsableOn(today) && !Suitability.Judge(product, file.Intake, today).Any(verdict => verdict.Refuses))
            .ToList();
        return new(
            usable.Exists(product => product.IsUsableSunscreen(rules.EverydaySpf, today)),
            usable.Exists(product => product.IsGentleCleanser()),
            usable.Exists(product => product.IsNightMoisturiser()),
            file.Intake.Concerns.Where(concern => ConcernTable.Of(concern).Any(choice => usable.Any(choice.Does))).ToHashSet()
        );
    }

    /// <summary>Whether everything that another shelf serves is still served.</summary>
    public bool NoLessThan(Served other) =>
        (Sunscreen || !other.Sunscreen)
        && (Cleanser || !other.Cleanser)
        && (Moisturiser || !other.Moisturiser)
        && other.Concerns.IsSubsetOf(Concerns);

    /// <summary>Whether leaving a product out would leave its place empty: first something else, then it may go.</summary>
    public bool IsMissed(Product product) =>
        (!Sunscreen && (product.Kind is ProductKind.SunscreenFluid or ProductKind.SunscreenTinted or ProductKind.MoisturiserWithSpf))
        || (
            !Cleanser
            && (
                product.Kind is ProductKind.GelCleanser or ProductKind.FoamCleanser or ProductKind.CreamCleanser || product.IsAcidCleanser()
            )
        )
        || (!Moisturiser && (product.Kind is ProductKind.Moisturiser or ProductKind.OcclusiveBalm));
}
