using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>The serum that needles glide on: a product of their evening, entered as made for them, and plain.</summary>
/// <remarks>
/// Source: trade convention. Needles open the way for whatever is on the skin. Rollers and nano tips are one family: what was made for one
/// serves
/// the other.
/// </remarks>
public static class NeedleSerums
{
    /// <summary>Entered as the serum of needles; it is no part of the everyday routine then.</summary>
    public static bool IsNeedleSerum(this Product product) =>
        product.Kind == ProductKind.HydratingSerum && product.MadeFor is ProductKind.NeedleRoller or ProductKind.NanoTip;

    /// <summary>
    /// Nothing in it that must not go under needles: no active but supportive ones, no fragrance, no alcohol, no heavy oil.
    /// </summary>
    public static bool IsPlain(Product product) =>
        product.Families().All(family => family == Family.Supportive)
        && !product.Contains.Contains(Allergen.Fragrance)
        && !product.AlcoholNearTop
        && !product.HeavyOil;

    /// <summary>The serum of an evening: the package that was opened last, among those that may be used; null without one.</summary>
    public static Product? Of(IEnumerable<Product> inUse, DateOnly day) =>
        inUse
            .Where(product => product.IsNeedleSerum() && IsPlain(product) && product.UsableOn(day))
            .OrderByDescending(product => product.OpenedOn ?? DateOnly.MinValue)
            .ThenBy(product => product.Id, StringComparer.Ordinal)
            .FirstOrDefault();
}
