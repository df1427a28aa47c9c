using OatPath.Core.House;
using OatPath.Core.Shelf;

namespace OatPath.Core.Case;

/// <summary>What stood under a product's id before: another kind, active, percent or pH. A change is a new start.</summary>
/// <param name="Until">The moment from which the product is what the shelf says, or what the next former formula says.</param>
public sealed record FormerFormula(
    DateTimeOffset Until,
    ProductKind Kind,
    IReadOnlyList<Active> Actives,
    [property: Between(0, 14)] decimal? Ph
)
{
    /// <summary>What a product is made of, as kept when it changes.</summary>
    public static FormerFormula Of(Product product, DateTimeOffset until) => new(until, product.Kind, product.Actives, product.Ph);

    public bool IsSame(Product product) => IsSame(product.Kind, product.Actives, product.Ph);

    public bool IsSame(FormerFormula other) => IsSame(other.Kind, other.Actives, other.Ph);

    private bool IsSame(ProductKind kind, IReadOnlyList<Active> actives, decimal? ph) =>
        Kind == kind && Ph == ph && Actives.SequenceEqual(actives);
}
