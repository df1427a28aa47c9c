using System.Globalization;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Web.Wording;

/// <summary>A product in a few words.</summary>
public static class ProductWords
{
    /// <summary>"exfoliating toner, glycolic acid 7 %, pH 3.6".</summary>
    public static string Describe(Product product)
    {
        if (product is { IsUnbound: true, Spec: { } spec })
        {
            var kinds = SpecificationWords.Kinds(spec);
            return string.Join(
                ", ",
                new[] { IsNamed(product, kinds) ? "" : kinds, SpecificationWords.InBrief(spec) }.Where(part => part.Length > 0)
            );
        }

        var parts = new List<string> { product.Traits.Title };
        parts.AddRange(
            product.Actives.Select(active =>
                SubstanceTraits.Of(active.Substance).Title + (active.Percent is { } percent ? $" {Number(percent)} %" : "")
            )
        );
        if (product.Ph is { } ph)
        {
            parts.Add($"pH {Number(ph)}");
        }

        if (product.Spf is { } spf)
        {
            parts.Add($"SPF {spf}");
        }

        return string.Join(", ", parts);
    }

    /// <summary>"glycolic acid 7 %", or the kind where there is no active.</summary>
    public static string InBrief(Product product) =>
        product is { IsUnbound: true, Spec.Actives: [var range, ..] } ? SpecificationWords.Active(range)
        : product.Actives.Count == 0
            ? Said.Of(product.Traits.Title) + (product.Spf is { } spf ? $" SPF {spf}" : "")
            : Said.Of(SubstanceTraits.Of(product.Actives[0].Substance).Title)
                + (product.Actives[0].Percent is { } percent ? $" {Number(percent)} %" : "");

    private static bool IsNamed(Product product, string kind) => product.Name.StartsWith(kind, StringComparison.OrdinalIgnoreCase);

    public static string Number(decimal value) => value.ToString("0.###", CultureInfo.InvariantCulture);
}
