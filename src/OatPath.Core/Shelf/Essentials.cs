namespace OatPath.Core.Shelf;

/// <summary>What a skin needs beside an active: something gentle to cleanse with, and a moisturiser that stays on overnight.</summary>
/// <remarks>Source: trade convention. Oil and balm take make-up off and leave a film, so they are no cleanser before an acid.</remarks>
public static class Essentials
{
    public static bool IsGentleCleanser(this Product product) =>
        product.Kind is ProductKind.GelCleanser or ProductKind.FoamCleanser or ProductKind.CreamCleanser && !product.IsActive();

    public static bool IsNightMoisturiser(this Product product) =>
        product.Kind is ProductKind.Moisturiser or ProductKind.OcclusiveBalm && !product.IsActive();

    /// <summary>Whether it waits where one of both is missing: what irritates and stays, or is put on to peel.</summary>
    public static bool NeedsEssentials(this Product product) => product.Irritancy() == Skin.Degree.Yes && !product.Traits.ByHand;

    /// <summary>What is lacking among products that may be used, in words; empty when nothing is.</summary>
    public static IReadOnlyList<string> Lacking(IEnumerable<Product> usable)
    {
        var (cleanser, moisturiser) = (false, false);
        foreach (var product in usable)
        {
            cleanser |= product.IsGentleCleanser();
            moisturiser |= product.IsNightMoisturiser();
        }

        return (cleanser, moisturiser) switch
        {
            (true, true) => [],
            (true, false) => ["a moisturiser for the night"],
            (false, true) => ["a gentle cleanser"],
            _ => ["a gentle cleanser", "a moisturiser for the night"],
        };
    }
}
