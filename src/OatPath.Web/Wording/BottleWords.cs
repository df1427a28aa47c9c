using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Shelf;

namespace OatPath.Web.Wording;

/// <summary>A bottle against what was asked for by kind, in words for the practitioner.</summary>
public static class BottleWords
{
    /// <summary>What is not as asked for, one after the other; empty where all is.</summary>
    public static string Off(BottleOffer offer) => string.Join("; ", offer.Fit.Off.Select(point => point.InWords()));

    /// <summary>Why it is not taken for what was asked for, and what may be done instead.</summary>
    public static string WhyNot(BottleOffer offer) =>
        offer.Fit.Binds && offer.Refused is { } refused
            ? Words.Say(refused.Because)
            : $"is not what was asked for ({Off(offer)}). Choose another, or bring it in as itself, with a patch test of its own";

    public static string Bound(Product asked, BottleOffer offer) =>
        $"{offer.Bottle.Name} is the bottle of {asked.Name}"
        + (offer.Fit.Answer == BottleAnswer.Gentler ? $", gentler than asked for ({Off(offer)})" : "")
        + (asked.IsActive() ? ". What was decided stays; its patch test comes first." : ".");
}
