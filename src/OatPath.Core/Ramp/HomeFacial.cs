using OatPath.Core.House;
using OatPath.Core.Shelf;

namespace OatPath.Core.Ramp;

/// <summary>What a product is within a home facial.</summary>
public enum FacialPart
{
    Steam,

    /// <summary>Enzyme, scrub or mitt, and a mask that exfoliates.</summary>
    Exfoliant,
    Mask,
}

/// <summary>
/// Weekly extras tied into one evening: steam, one exfoliant at most, masks; cleanse, serum and cream are the evening's own.
/// </summary>
/// <remarks>Source: trade convention, one exfoliant at most; two masks at most, and its intervals: house default.</remarks>
public static class HomeFacial
{
    /// <summary>Fewest and most days from one facial to the next.</summary>
    public const int LeastDays = 7;
    public const int MostDays = 56;

    private const int MostMasks = 2;

    /// <summary>What a product is in a home facial; null for what has no place in one.</summary>
    public static FacialPart? PartOf(Product product) =>
        product.Kind switch
        {
            ProductKind.FacialSteamer => FacialPart.Steam,
            ProductKind.Enzyme or ProductKind.Scrub or ProductKind.Mitt or ProductKind.ScrubMask => FacialPart.Exfoliant,
            ProductKind.ClayMask or ProductKind.SoothingMask or ProductKind.HydratingMask => product.Exfoliates()
                ? FacialPart.Exfoliant
                : FacialPart.Mask,
            _ => null,
        };

    /// <summary>What keeps products from being tied together, as a remedy; null where they may be.</summary>
    public static string? Wrong(IReadOnlyList<Product> products)
    {
        int Count(FacialPart part) => products.Count(product => PartOf(product) == part);
        return products.FirstOrDefault(product => PartOf(product) is null) is { } stranger
                ? $"{stranger.Name} has no place in a home facial; tie steam, one exfoliant and masks"
            : products.Distinct().Count() < 2 ? "choose two products or more, or none to untie it"
            : Count(FacialPart.Exfoliant) > 1 ? "choose one exfoliant at most: enzyme, scrub or mitt"
            : Count(FacialPart.Steam) > 1 ? "choose one steamer"
            : Count(FacialPart.Mask) > MostMasks ? $"choose {MostMasks} masks at most"
            : null;
    }

    /// <summary>The one rung of a product while it is tied: with the others, and not in between.</summary>
    /// <param name="everyDays">Days from one facial to the next, <see cref="LeastDays"/> to <see cref="MostDays"/>.</param>
    /// <param name="ownDays">Days of rest of its own ladder and its own sheet; the longer hold.</param>
    public static Ladder LadderOf(int everyDays, int ownDays = 0) =>
        new("home-facial", "home facial", [new(Frequency.OnceAWeek, EveryDays: Math.Max(Math.Max(everyDays, LeastDays), ownDays))], 0, 0);
}
