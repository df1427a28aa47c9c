using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Labels;

/// <summary>What an ingredient does in this product.</summary>
public enum IngredientRole
{
    Works,
    AdjustsPh,
    Other,
}

/// <summary>One ingredient as read.</summary>
/// <param name="Position">1 for the first of the list; 0 when only the claims on the package name it.</param>
/// <param name="Certainty">0 to 1: how sure the reading of name and role is. A planning aid, not a probability measured on
/// anything.</param>
/// <param name="Percent">As labelled, or null.</param>
public sealed record LabelIngredient(
    string Written,
    Ingredient Ingredient,
    int Position,
    LabelSection Section,
    IngredientRole Role,
    double Certainty,
    decimal? Percent
)
{
    public string Name => Ingredient.Name;
    public Family? Family => Ingredient.Family;
}

/// <summary>
/// What a label says, as far as it can be read. A proposal for the practitioner, never a clearance: the package in hand wins.
/// </summary>
public sealed record LabelReading
{
    public required ProductKind Kind { get; init; }
    public required double KindCertainty { get; init; }
    public required IReadOnlyList<LabelIngredient> Ingredients { get; init; }

    /// <summary>Names the ingredient knowledge does not hold, as written.</summary>
    public required IReadOnlyList<string> Unknown { get; init; }

    /// <summary>Every name as written, in order; the first has position 1.</summary>
    public required IReadOnlyList<string> Written { get; init; }

    /// <summary>Everything the product does: each working family, and what it is for.</summary>
    public required IReadOnlyList<string> Roles { get; init; }

    public required IReadOnlyList<string> Flags { get; init; }

    /// <summary>What the practitioner should know of this reading, in words of the rule catalogue.</summary>
    public required IReadOnlyList<Because> Notes { get; init; }

    public decimal? Ph { get; init; }
    public int? Spf { get; init; }
    public bool BroadSpectrum { get; init; }

    /// <summary>Whether the list stands in alphabetical order, so that position tells nothing.</summary>
    public bool Alphabetical { get; init; }

    /// <summary>Position of the first ingredient that is hardly ever above 1 %; null when there is none or order tells nothing.</summary>
    public int? OnePercentFrom { get; init; }

    public IReadOnlyList<Allergen> Contains { get; init; } = [];

    /// <summary>The product's name as the package gives it, when text stood before the list.</summary>
    public string Title { get; init; } = "";

    public bool Has(string flag) => Flags.Contains(flag);

    /// <summary>The working substances, strongest claim first, each once.</summary>
    public IReadOnlyList<Active> Actives =>
        [
            .. Ingredients
                .Where(item => item.Role == IngredientRole.Works && item.Ingredient.Substance is not null && Counts(item))
                .GroupBy(item => item.Ingredient.Substance!.Value)
                .Select(group => new Active(
                    group.Key,
                    group.Any(item => item.Percent is null) ? group.Max(item => item.Percent) : group.Sum(item => item.Percent)
                )),
        ];

    /// <summary>Fills in what the label tells; what the practitioner already typed stays.</summary>
    public Product Fill(Product product) =>
        product with
        {
            Kind = Kind,
            Actives = Actives,
            Ph = product.Ph ?? Ph,
            Spf = product.Spf ?? Spf,
            BroadSpectrum = product.BroadSpectrum || BroadSpectrum,
            Contains = [.. product.Contains.Union(Contains)],
            StrongSulphate = product.StrongSulphate || Has(LabelFlags.StrongSulphate),
            AlcoholNearTop = product.AlcoholNearTop || Has(LabelFlags.AlcoholNearTop),
            HeavyOil = product.HeavyOil || Has(LabelFlags.HeavyOil),
        };

    /// <summary>Supportive substances are listed among the actives only where the product is for them.</summary>
    private bool Counts(LabelIngredient item) =>
        item.Family != Skin.Family.Supportive
        || item.Percent is not null
        || (Kind is ProductKind.NiacinamideSerum && item.Ingredient.Substance == Substance.Niacinamide)
        || (Kind is ProductKind.HydratingSerum && item.Ingredient.Substance == Substance.Hyaluronic);
}

/// <summary>Names of the flags a reading may carry. Allergens add theirs as <c>allergen-</c> and the name.</summary>
public static class LabelFlags
{
    public const string Fragrance = "fragrance";
    public const string AlcoholNearTop = "alcohol-near-top";
    public const string HeavyOil = "heavy-oil";
    public const string StrongSulphate = "strong-sulphate";
    public const string LightSensitising = "light-sensitising";
    public const string PregnancyNever = "pregnancy-never";
    public const string PregnancyAsk = "pregnancy-ask";
    public const string Pigment = "marks-easily-caution";
    public const string OverAcid = "pushes-acid-in";
    public const string HiddenActive = "hidden-active";
    public const string NeverAtHome = "never-at-home";
    public const string UnknownStrength = "unknown-strength";
    public const string Alphabetical = "alphabetical";
    public const string Medicine = "medicine";
    public const string AllergenPrefix = "allergen-";
}
