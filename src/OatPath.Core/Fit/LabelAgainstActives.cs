using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Fit;

/// <summary>
/// Whether the label kept with a product tells of more than what was typed: then nobody knows what is in the bottle, and it waits.
/// </summary>
/// <remarks>
/// Derived from the label reading; how sure it must be is a house default. A label that tells of less is no contradiction: what was typed
/// counts.
/// </remarks>
public static class LabelAgainstActives
{
    private const double SureEnough = 0.7;
    private const decimal SamePh = 0.05m;

    private const int MostKept = 2_000;

    // Labels are long and the same for many clients: each is read once.
    private static readonly Remembered<string, LabelReading?> Read = new(MostKept);

    /// <summary>The contradiction with both sides named, or null.</summary>
    public static Verdict? Of(Product product)
    {
        if (product.Label.Length == 0 || Read.Of(product.Label, label => LabelReader.Read(label).Reading) is not { } reading)
        {
            return null;
        }

        foreach (var item in reading.Ingredients)
        {
            if (Matters(item) && Typed(product, item) is { } typed)
            {
                var written =
                    item.Percent is { } percent ? Invariant($"{item.Name} {percent:0.###} %")
                    : item.Position > 0 ? Invariant($"{item.Name} at place {item.Position}")
                    : item.Name;
                return Say(product, written, typed);
            }
        }

        return reading.Ph is { } ph && product.Ph - ph > SamePh ? Say(product, Invariant($"pH {ph}"), Invariant($"pH {product.Ph}")) : null;
    }

    private static Verdict Say(Product product, string label, string typed) =>
        new(Severity.Block, Because.Of(RuleBook.LabelContradicts, ("product", product.Name), ("label", label), ("typed", typed)));

    private static bool Matters(LabelIngredient item) =>
        item.Role == IngredientRole.Works
        && item.Family is { } family
        && item.Section != LabelSection.MayContain
        && (
            family == Family.SalonOnly
            || (
                item.Certainty >= SureEnough
                && FamilyTraits.Of(family) is { } traits
                && (
                    traits.Irritant == Degree.Yes
                    || traits.Exfoliates
                    || traits.Pregnancy != PregnancyRule.Allowed
                    || family == Family.Azelaic
                )
            )
        );

    /// <summary>What was typed where it says less than the label; null where it says as much.</summary>
    private static string? Typed(Product product, LabelIngredient item)
    {
        if (!product.Actives.Any(active => active.Family == item.Family))
        {
            return product.Actives.Count == 0
                ? "no active"
                : string.Join(" and ", product.Actives.Select(active => SubstanceTraits.Of(active.Substance).Title)) + " only";
        }

        var same = product.Actives.FirstOrDefault(active => active.Substance == item.Ingredient.Substance);
        return same?.Percent is { } percent && item.Percent > percent ? Invariant($"{percent:0.###} %") : null;
    }

    private static string Invariant(FormattableString text) => FormattableString.Invariant(text);
}
