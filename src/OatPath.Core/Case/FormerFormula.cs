using OatPath.Core.House;
using OatPath.Core.Shelf;

namespace OatPath.Core.Case;

/// <summary>
/// What stood under a product's id before: another kind, active, percent or pH, or only what was asked for. A change is a new start.
/// </summary>
/// <param name="Until">The moment from which the product is what the shelf says, or what the next former formula says.</param>
/// <param name="Unbound">Whether no bottle of it was known: whatever bottle came then is a new one.</param>
public sealed record FormerFormula(
    DateTimeOffset Until,
    ProductKind Kind,
    IReadOnlyList<Active> Actives,
    [property: Between(0, 14)] decimal? Ph,
    bool Unbound = false
)
{
    /// <summary>What a product is made of, as kept when it changes.</summary>
    public static FormerFormula Of(Product product, DateTimeOffset until) =>
        new(until, product.Kind, product.Actives, product.Ph, product.IsUnbound);

    public bool IsSame(Product product) => IsSame(product.Kind, product.Actives, product.Ph, product.IsUnbound);

    public bool IsSame(FormerFormula other) => IsSame(other.Kind, other.Actives, other.Ph, other.Unbound);

    private bool IsSame(ProductKind kind, IReadOnlyList<Active> actives, decimal? ph, bool unbound) =>
        Kind == kind && Ph == ph && Unbound == unbound && Actives.SequenceEqual(actives);
}
