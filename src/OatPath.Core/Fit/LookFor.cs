using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Fit;

/// <summary>What a client looks for in a shop, for one thing that was asked for by kind.</summary>
/// <param name="Wanted">What it must have, one line each.</param>
/// <param name="Unwanted">What it must not hold: as asked for, and what this client does not bear.</param>
/// <param name="Questions">What to ask where the package does not say.</param>
/// <param name="Waits">Whether it is not used before the studio knows the bottle.</param>
public sealed record LookFor(
    Product Asked,
    IReadOnlyList<string> Wanted,
    IReadOnlyList<string> Unwanted,
    IReadOnlyList<string> Questions,
    bool Waits
)
{
    /// <summary>The list for a client: everything in use that has no bottle, thin to thick.</summary>
    public static IReadOnlyList<LookFor> For(IEnumerable<Product> inUse, Intake intake) =>
        [
            .. inUse
                .Where(product => product.IsUnbound)
                .OrderBy(product => product, ProductOrder.ByContent)
                .Select(product => Of(product, product.Spec!, intake)),
        ];

    private static LookFor Of(Product asked, Specification spec, Intake intake)
    {
        var allergens = intake.Allergies.Except(spec.Without).Select(allergen => Said.Of(AllergenTitle.Of(allergen)));
        var unwanted = SpecificationWords.Unwanted(spec);
        return new(
            asked,
            [.. SpecificationWords.Wanted(spec).Where(line => !Said.Of(asked.Name).StartsWith(line, StringComparison.OrdinalIgnoreCase))],
            [.. unwanted.SkipLast(1), .. allergens, unwanted[^1]],
            [.. Ask(spec, spec.Without.Concat(intake.Allergies).Distinct())],
            asked.IsActive()
        );
    }

    private static IEnumerable<string> Ask(Specification spec, IEnumerable<Allergen> without)
    {
        foreach (var range in spec.Actives.Where(range => range.Most is not null))
        {
            yield return Said.Of($"How many percent of {Said.Of(SubstanceTraits.Of(range.Substance).Title)} does it hold?");
        }

        if (spec.PhLeast is not null || spec.PhMost is not null)
        {
            yield return Said.Of("Which pH does it have?");
        }

        if (spec.BroadSpectrum)
        {
            yield return Said.Of("Does it cover UVA as well?");
        }

        foreach (var allergen in without)
        {
            yield return Said.Of($"Is it free of {Said.Of(AllergenTitle.Of(allergen))}?");
        }
    }
}
