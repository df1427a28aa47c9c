using OatPath.Core.Shelf;

namespace OatPath.Core.Supply;

/// <summary>A package as something that is used up: millilitres, or pieces where it is counted.</summary>
/// <param name="Full">What a new one holds.</param>
/// <param name="IsCounted">Pieces rather than millilitres.</param>
public sealed record Package(decimal Full, bool IsCounted)
{
    /// <summary>The package of a product, or null when its content is not known.</summary>
    public static Package? Of(Product product)
    {
        // A roller's needles bend and blunt: its uses are counted like pieces.
        if (product.Kind == ProductKind.NeedleRoller)
        {
            return new(Math.Min(product.Pieces ?? NeedleTimes.MostUses, NeedleTimes.MostUses), true);
        }

        if (product.Pieces is { } pieces)
        {
            return new(pieces, true);
        }

        if (KindTraits.Of(product.Kind).ByHand && product.Dispenser == Dispenser.SingleUse)
        {
            return new(1, true);
        }

        return product.ContentMl is { } content && AmountGuide.Millilitres(product, AmountGuide.For(product)) > 0
            ? new(content, false)
            : null;
    }

    /// <summary>What one use of an amount takes out of it.</summary>
    public decimal Takes(Product product, Amount amount) =>
        IsCounted ? Math.Max(1, Math.Ceiling(amount.IsCounted ? amount.Count : 1)) : AmountGuide.Millilitres(product, amount);
}
