using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>Where a mask goes.</summary>
public enum MaskPlace
{
    WholeFace,

    /// <summary>Forehead, nose and chin.</summary>
    TZone,

    /// <summary>A few spots only; clay may stay on them overnight where the house has it so.</summary>
    Spots,
}

/// <summary>Where a mask may go, and how much of it that takes.</summary>
/// <remarks>Source: trade convention; the amounts for a part of the face: house default.</remarks>
public static class MaskPlaces
{
    private static readonly Amount OnSpots = new(0.5m, AmountUnit.Pea);

    public static bool IsMask(ProductKind kind) =>
        kind is ProductKind.ClayMask or ProductKind.SoothingMask or ProductKind.HydratingMask or ProductKind.ScrubMask;

    /// <summary>
    /// The places a product may be put on; empty for what is no mask. On spots only clay that carries nothing that irritates.
    /// </summary>
    public static IReadOnlyList<MaskPlace> Of(Product product) =>
        !IsMask(product.Kind) ? []
        : product.Kind == ProductKind.ClayMask && product.Irritancy() == Degree.No ? [MaskPlace.WholeFace, MaskPlace.TZone, MaskPlace.Spots]
        : [MaskPlace.WholeFace, MaskPlace.TZone];

    /// <summary>What a place takes, from what the whole face takes.</summary>
    public static Amount AmountOn(MaskPlace place, Amount whole) =>
        place switch
        {
            MaskPlace.TZone when !whole.IsCounted => whole with { Count = Math.Max(0.25m, Math.Round(whole.Count / 3 * 4) / 4) },
            MaskPlace.Spots when !whole.IsCounted => OnSpots,
            _ => whole,
        };
}
