using OatPath.Core.Case;
using OatPath.Core.Known;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.Compose;

/// <summary>Where each mask goes, as it was agreed last.</summary>
internal sealed class PlacedMasks(KnownFacts facts)
{
    private readonly PlaceMask[] agreed = [.. facts.Decisions.OfType<PlaceMask>()];

    /// <summary>Null for the whole face; in a home facial a mask that is meant for spots goes on the whole face with the others.</summary>
    public MaskPlace? Of(Product product, DateOnly day, bool facial)
    {
        var place = Array.FindLast(agreed, mask => mask.Product == product.Id && mask.On <= day)?.Place;
        return place is null or MaskPlace.WholeFace || (facial && place == MaskPlace.Spots) || !MaskPlaces.Of(product).Contains(place.Value)
            ? null
            : place;
    }
}
