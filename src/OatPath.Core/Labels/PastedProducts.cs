using System.Text.RegularExpressions;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Labels;

/// <summary>One product of a pasted text, as far as it can be read.</summary>
/// <param name="Product">Its id is empty; its kind is a proposal.</param>
/// <param name="Doubts">What a person should look at before it is taken, each a sentence.</param>
/// <param name="IsRead">Whether anything was read of it but its first line.</param>
public sealed record PastedProduct(Product Product, IReadOnlyList<string> Doubts, bool IsRead = true);

/// <summary>
/// Takes a pasted text apart into products: labels with a blank line between them, or one product a line with its name first
/// ("Reed water, toner, glycolic 7, pH 3.8, 200 mL, 24.00").
/// </summary>
/// <remarks>House default. Everything read is a proposal: the package in hand wins.</remarks>
public static partial class PastedProducts
{
    /// <summary>Most products of one text, and its most characters.</summary>
    public const int Most = 200;
    public const int MostLength = 1_000_000;

    /// <summary>From here on a kind read is not doubted, 0 to 1. House default.</summary>
    internal const double SureOfKind = 0.8;

    /// <returns>The products in their order, or the problem that names the remedy; never both.</returns>
    public static (IReadOnlyList<PastedProduct> Products, Problem? Problem) Read(string text)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            return ([], new("Labels", "paste labels with a blank line between them, or one product a line"));
        }

        if (text.Length > MostLength)
        {
            return ([], new("Labels", "are more than a million characters; paste them in parts"));
        }

        var blocks = BlankLine()
            .Split(text.Replace("\r\n", "\n", StringComparison.Ordinal).Trim())
            .SelectMany(block => PastedLine.AreAll(Lines(block)) ? Lines(block) : [block.Trim()])
            .Where(block => block.Length > 0)
            .ToList();
        return blocks.Count > Most
            ? ([], new("Labels", $"hold {blocks.Count} products; paste at most {Most} at once"))
            : ([.. blocks.Select(block => PastedLine.AreAll([block]) ? PastedLine.Read(block) : OfLabel(block))], null);
    }

    private static string[] Lines(string block) =>
        block.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    private static PastedProduct OfLabel(string block)
    {
        var (reading, problem) = LabelReader.Read(block);
        var first = Lines(block)[0];
        var bare = new Product
        {
            Id = "",
            Name = reading?.Title is { Length: > 0 } title ? title : first.Length <= 80 && !first.Contains(',') ? first : "",
            Kind = reading?.Kind ?? ProductKind.Moisturiser,
            Label = block.Length > LabelReader.MaxLength ? "" : block,
        };
        if (reading is null || reading.Ingredients.Count == 0)
        {
            var why = problem?.Remedy ?? "holds no list of ingredients that is known; choose the kind by hand";
            return new(bare, [$"The label {why}."], IsRead: false);
        }

        var product = reading.Fill(bare);
        return new(
            product,
            [
                .. reading.KindCertainty < SureOfKind ? [Guessed(product.Kind)] : Array.Empty<string>(),
                .. Strengths(product),
                .. reading.Unknown.Count == 0
                    ? Array.Empty<string>()
                    : [$"{Words.Count(reading.Unknown.Count, "name")} not known: {Words.List([.. reading.Unknown.Take(3)])}."],
            ]
        );
    }

    internal static string Guessed(ProductKind kind) => $"The kind is a guess ({KindTraits.Of(kind).Title}): choose it.";

    /// <summary>What irritates and has no percent.</summary>
    internal static IEnumerable<string> Strengths(Product product) =>
        product
            .Actives.Where(active =>
                active.Percent is null && FamilyTraits.Of(SubstanceTraits.Of(active.Substance).Family).Irritant != Degree.No
            )
            .Select(active => $"{SubstanceTraits.Of(active.Substance).Title}: how strong is not said, so it is blocked until it is typed.");

    [GeneratedRegex(@"\n[ \t]*\n\s*")]
    private static partial Regex BlankLine();
}
