using System.Globalization;
using System.Text.RegularExpressions;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Labels;

/// <summary>One product on one line: its name, then what is known of it in any order.</summary>
internal static partial class PastedLine
{
    private const int Longest = 240;

    /// <summary>Whether every line is a product: a name, and at least one thing that is understood.</summary>
    public static bool AreAll(IReadOnlyList<string> lines) =>
        lines.Count > 0
        && lines.All(line =>
            line.Length <= Longest
            && Fields(line) is { Length: > 1 } fields
            && !IsList(line)
            && fields.Skip(1).Any(field => KindOf(field) is not null || Understood(field, Empty(fields[0])) is not null)
        );

    public static PastedProduct Read(string line)
    {
        var fields = Fields(line);
        var (product, doubts, words) = (Empty(fields[0]), new List<string>(), new List<string>());
        ProductKind? kind = null;
        foreach (var field in fields.Skip(1).Where(field => field.Length > 0))
        {
            if (Understood(field, product) is { } taken)
            {
                product = taken;
            }
            else if (KindOf(field) is { } named)
            {
                kind = named;
            }
            else
            {
                words.Add(field);
            }
        }

        var (guess, certainty) = Guess(product, words);
        product = product with { Kind = kind ?? guess };
        if (kind is null && certainty < PastedProducts.SureOfKind)
        {
            doubts.Add(PastedProducts.Guessed(product.Kind));
        }

        doubts.AddRange(PastedProducts.Strengths(product));
        if (product.Spf is not null && !product.BroadSpectrum)
        {
            doubts.Add("Whether it covers UVA is not said; without it it counts as no sunscreen.");
        }

        // Words that name a kind are understood, whether or not another was surer.
        doubts.AddRange(
            words
                .Where(word => Guess(Empty("x"), [word]).Certainty < PastedProducts.SureOfKind)
                .Select(word => $"Not understood: {word}.")
        );

        return new(product, doubts);
    }

    private static Product Empty(string name) =>
        new()
        {
            Id = "",
            Name = name,
            Kind = ProductKind.Moisturiser,
        };

    private static string[] Fields(string line) =>
        line.Split(line.Contains('\t') ? '\t' : line.Contains(';') ? ';' : ',', StringSplitOptions.TrimEntries);

    /// <summary>A list of ingredients on one line is a label.</summary>
    private static bool IsList(string line) =>
        line.Contains("ingredients", StringComparison.OrdinalIgnoreCase)
        || Fields(line).Any(field => field.ToLowerInvariant() is "aqua" or "water" or "eau");

    /// <summary>The product with a field taken in; null where it is none of those things.</summary>
    private static Product? Understood(string field, Product product)
    {
        if (Ph().Match(field) is { Success: true } ph && Number(ph) is { } acidity)
        {
            return product with { Ph = acidity };
        }

        if (Spf().Match(field) is { Success: true } spf)
        {
            return product with
            {
                Spf = int.Parse(spf.Groups[1].Value, CultureInfo.InvariantCulture),
                BroadSpectrum = spf.Groups[2].Success,
            };
        }

        if (Content().Match(field) is { Success: true } content && Number(content) is { } millilitres)
        {
            return product with { ContentMl = millilitres };
        }

        if (Pieces().Match(field) is { Success: true } pieces)
        {
            return product with { Pieces = int.Parse(pieces.Groups[1].Value, CultureInfo.InvariantCulture) };
        }

        if (Price().Match(field) is { Success: true } price && Number(price) is { } paid)
        {
            return product with { Price = paid };
        }

        return Actives(field) is { Count: > 0 } actives ? product with { Actives = [.. product.Actives, .. actives] } : null;
    }

    private static List<Active> Actives(string field)
    {
        var found = new List<Active>();
        foreach (var part in field.Split('+', StringSplitOptions.TrimEntries))
        {
            if (
                Strength().Match(part) is not { Success: true } match
                || SubstanceOf(match.Groups["name"].Value) is not { } substance
            )
            {
                return [];
            }

            found.Add(new(substance, match.Groups["number"].Success ? Field.Number(match.Groups["number"].Value) : null));
        }

        return found;
    }

    private static Substance? SubstanceOf(string name) =>
        EnumName.Find<Substance>(name.Trim().ToLowerInvariant().Replace(' ', '-')) ?? IngredientTable.Known.Find(name)?.Substance;

    private static ProductKind? KindOf(string field) =>
        EnumName.Find<ProductKind>(field.ToLowerInvariant().Replace(' ', '-'))
        ?? Enum.GetValues<ProductKind>()
            .Where(kind => KindTraits.Of(kind).Title.Equals(field, StringComparison.OrdinalIgnoreCase))
            .Select(kind => (ProductKind?)kind)
            .FirstOrDefault();

    /// <summary>What a label of these words and actives would be.</summary>
    private static (ProductKind Kind, double Certainty) Guess(Product product, List<string> words)
    {
        var actives = product.Actives.Select(active =>
            IngredientTable.Known.All.First(item => item.Substance == active.Substance).Name
            + (active.Percent is { } percent ? FormattableString.Invariant($" {percent}%") : "")
        );
        var box = product.Actives.Count == 0 ? "" : $"Active ingredients: {string.Join(", ", actives)}\n";
        var spf = product.Spf is { } protects ? $" SPF {protects}" : "";
        var label = $"{product.Name}\n{string.Join(' ', words)}{spf}\n{box}Ingredients: Aqua, Glycerin";
        return LabelReader.Read(label).Reading is { } reading ? (reading.Kind, reading.KindCertainty) : (product.Kind, 0);
    }

    private static decimal? Number(Match match) => Field.Number(match.Groups[1].Value);

    [GeneratedRegex(@"^pH\s*([\d.,]+)$", RegexOptions.IgnoreCase)]
    private static partial Regex Ph();

    [GeneratedRegex(@"^SPF\s*(\d{1,3})\+?\s*(UVA|broad.*)?$", RegexOptions.IgnoreCase)]
    private static partial Regex Spf();

    [GeneratedRegex(@"^([\d.,]+)\s*ml$", RegexOptions.IgnoreCase)]
    private static partial Regex Content();

    [GeneratedRegex(@"^(\d{1,5})\s*(?:pieces|pads|patches|pcs)$", RegexOptions.IgnoreCase)]
    private static partial Regex Pieces();

    [GeneratedRegex(@"^\p{Sc}?\s*(\d+(?:[.,]\d{1,2})?)\s*(?:\p{Sc}|[A-Z]{3})?$")]
    private static partial Regex Price();

    [GeneratedRegex(@"^(?<name>\D.*?)(?:\s+(?<number>[\d.,]+)\s*%?)?$")]
    private static partial Regex Strength();
}
