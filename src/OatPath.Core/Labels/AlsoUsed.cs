using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Labels;

/// <summary>What a client means by "also used", read with the ingredient table: products to reckon with, for no bottle was seen.</summary>
/// <remarks>House default, kept strict: a name of an active counts as that active, a word for something strong counts as a peel.</remarks>
public static class AlsoUsed
{
    private const int LongestName = 4;

    private static readonly Dictionary<string, Family> Words = new(StringComparer.Ordinal)
    {
        ["acid"] = Family.Aha,
        ["acids"] = Family.Aha,
        ["aha"] = Family.Aha,
        ["exfoliant"] = Family.Aha,
        ["exfoliator"] = Family.Aha,
        ["exfoliating"] = Family.Aha,
        ["exfoliated"] = Family.Aha,
        ["glycolic"] = Family.Aha,
        ["lactic"] = Family.Aha,
        ["mandelic"] = Family.Aha,
        ["lemon"] = Family.Aha,
        ["vinegar"] = Family.Aha,
        ["pads"] = Family.Aha,
        ["bha"] = Family.Bha,
        ["salicylic"] = Family.Bha,
        ["aspirin"] = Family.Bha,
        ["pha"] = Family.Pha,
        ["azelaic"] = Family.Azelaic,
        ["retinoid"] = Family.Retinoid,
        ["retinoids"] = Family.Retinoid,
        ["retinol"] = Family.Retinoid,
        ["retinal"] = Family.Retinoid,
        ["tretinoin"] = Family.Retinoid,
        ["adapalene"] = Family.Retinoid,
        ["tazarotene"] = Family.Retinoid,
        ["peroxide"] = Family.BenzoylPeroxide,
        ["benzoyl"] = Family.BenzoylPeroxide,
        ["enzyme"] = Family.Enzyme,
        ["enzymes"] = Family.Enzyme,
        ["papaya"] = Family.Enzyme,
        ["scrub"] = Family.ByHand,
        ["scrubbed"] = Family.ByHand,
        ["mitt"] = Family.ByHand,
        ["razor"] = Family.ByHand,
        ["shaved"] = Family.ByHand,
        ["brush"] = Family.ByHand,
        ["peel"] = Family.SalonOnly,
        ["peels"] = Family.SalonOnly,
        ["peeling"] = Family.SalonOnly,
        ["peeled"] = Family.SalonOnly,
        ["needles"] = Family.SalonOnly,
        ["needling"] = Family.SalonOnly,
        ["roller"] = Family.SalonOnly,
        ["bleach"] = Family.SalonOnly,
        ["bleaching"] = Family.SalonOnly,
        ["strong"] = Family.SalonOnly,
        ["stronger"] = Family.SalonOnly,
        ["prescription"] = Family.SalonOnly,
        ["prescribed"] = Family.SalonOnly,
        ["hydroquinone"] = Family.SalonOnly,
        ["whitening"] = Family.SalonOnly,
    };

    /// <summary>Words that name what is never used at home, whatever its strength.</summary>
    private static readonly HashSet<string> Never =
    [
        "tca",
        "trichloroacetic",
        "trichloracetic",
        "phenol",
        "carbolic",
        "resorcinol",
        "pyruvic",
        "jessner",
        "dermaroller",
        "scalpel",
    ];

    private static readonly HashSet<string> Picking = ["picked", "picking", "squeezed", "squeezing", "popped", "scratched"];

    private static readonly HashSet<string> Denials = ["no", "not", "without", "never"];

    /// <summary>Whether the words tell that a flake or a spot was picked or squeezed.</summary>
    public static bool TellsOfPicking(string text)
    {
        var words = Split(text);
        return Array.Exists(words, Picking.Contains)
            && !words
                .Where((word, i) => Picking.Contains(word))
                .Any(word => Array.IndexOf(words, word) is > 0 and var at && Denials.Contains(words[at - 1]));
    }

    private static string[] Split(string text) =>
        text.ToLowerInvariant()
            .Split(
                [' ', ',', ';', '.', '/', '(', ')', '+', '\n', '\t', '-', '"', '!', '?', ':', '&'],
                StringSplitOptions.RemoveEmptyEntries
            );

    /// <summary>
    /// One product for each family that is told of, strictest families included once; empty where nothing strong is named.
    /// </summary>
    public static IReadOnlyList<Product> Read(string text)
    {
        var words = Split(text);
        var families = new SortedSet<Family>();
        var never = false;
        for (var i = 0; i < words.Length; i++)
        {
            if (i > 0 && Denials.Contains(words[i - 1]))
            {
                continue;
            }

            if (Never.Contains(words[i]))
            {
                never = true;
                continue;
            }

            if (Words.TryGetValue(words[i], out var family))
            {
                families.Add(family);
            }

            for (var length = Math.Min(LongestName, words.Length - i); length > 0; length--)
            {
                var name = string.Join(' ', words, i, length);
                if (Named(name, guess: length == 1) is { } found)
                {
                    families.Add(found);
                    break;
                }
            }
        }

        if (text.Contains('%', StringComparison.Ordinal) && families.Count == 0)
        {
            families.Add(Family.SalonOnly);
        }

        if (never)
        {
            families.Remove(Family.SalonOnly);
        }

        return [.. never ? new[] { NeverAtHome } : [], .. families.Select(ProductOf)];
    }

    private static Product NeverAtHome { get; } =
        new()
        {
            Id = "told-never-at-home",
            Name = "something that is never used at home",
            Kind = ProductKind.WashOffPeel,
            Actives = [new(Substance.Trichloroacetic)],
        };

    private static Family? Named(string name, bool guess)
    {
        var found = IngredientTable.Known.Find(name) ?? (guess && name.Length >= 7 ? IngredientTable.Known.Guess(name) : null);
        return
            found?.Family is { } family
            && FamilyTraits.Of(family) is var traits
            && (traits.Irritant == Degree.Yes || traits.Exfoliates || family is Family.Azelaic or Family.Hydroquinone)
            ? family == Family.Hydroquinone
                ? Family.SalonOnly
                : family
            : null;
    }

    /// <summary>Nobody saw the bottle: of a strength that is not known, which counts as the strongest it may be.</summary>
    private static Product ProductOf(Family family)
    {
        var (kind, substance) = family switch
        {
            Family.Aha => (ProductKind.LeaveOnAcidLiquid, Substance.OtherAha),
            Family.Bha => (ProductKind.LeaveOnAcidLiquid, Substance.Salicylic),
            Family.Pha => (ProductKind.LeaveOnAcidLiquid, Substance.OtherPha),
            Family.Azelaic => (ProductKind.AzelaicSuspension, Substance.Azelaic),
            Family.Retinoid => (ProductKind.Retinoid, Substance.Retinol),
            Family.AscorbicAcid => (ProductKind.AntioxidantSerum, Substance.LAscorbic),
            Family.BenzoylPeroxide => (ProductKind.BenzoylPeroxide, Substance.BenzoylPeroxide),
            Family.Enzyme => (ProductKind.Enzyme, Substance.OtherEnzyme),
            Family.ByHand => (ProductKind.Scrub, (Substance?)null),
            _ => (ProductKind.WashOffPeel, (Substance?)null),
        };
        var name = family switch
        {
            Family.ByHand => "something that rubs",
            Family.SalonOnly => "something strong",
            _ => $"something with {FamilyTraits.Of(family).Title}",
        };
        return new Product
        {
            Id = $"told-{House.EnumName.Of(family)}",
            Name = name,
            Kind = kind,
            Actives = substance is { } known ? [new(known)] : [],
        };
    }
}
