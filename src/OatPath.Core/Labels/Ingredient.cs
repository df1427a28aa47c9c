using OatPath.Core.Skin;

namespace OatPath.Core.Labels;

/// <summary>What an ingredient is in a formula for.</summary>
public enum IngredientFunction
{
    Active,
    Buffer,
    Solvent,
    Alcohol,
    Humectant,
    Emollient,
    Oil,
    Wax,
    Occlusive,
    CleansingOil,
    Surfactant,
    Sulphate,
    Emulsifier,
    Solubiliser,
    Thickener,

    /// <summary>Makes a cream thick and rich at once.</summary>
    FattyAlcohol,
    Polymer,
    Film,

    /// <summary>What a patch is made of.</summary>
    Dressing,
    Silicone,
    Powder,
    Clay,
    Abrasive,
    Salt,
    Preservative,
    Chelator,
    Antioxidant,
    Fragrance,
    Soothing,
    Ferment,
    Extract,
    Filter,
    Tint,
    Colour,
    Medicine,
}

/// <summary>What asks for care with an ingredient, whoever uses it.</summary>
public enum IngredientCaution
{
    /// <summary>Hardly ever above 1 %: shows that the 1 % line has been passed.</summary>
    Marker,

    /// <summary>Makes skin more sensitive to light.</summary>
    Light,

    PregnancyAsk,
    PregnancyNever,

    /// <summary>May leave marks on skin that marks easily.</summary>
    Pigment,

    /// <summary>Heavy on skin that clogs easily: a hint, not a verdict.</summary>
    Heavy,

    Drying,
    Sulphate,

    /// <summary>Put over an acid it would push the acid in.</summary>
    OverAcid,
}

/// <summary>One line of the ingredient knowledge.</summary>
/// <param name="Name">The INCI name.</param>
/// <param name="Family">Active family, or null for what carries, cleans, thickens or preserves.</param>
/// <param name="Substance">The substance the rules speak of, or null.</param>
/// <param name="Pka">First acid constant at 25 C, or null where it has none of interest.</param>
/// <param name="MolarMass">Grams per mole, rounded; null for mixtures.</param>
public sealed record Ingredient(
    string Name,
    Family? Family,
    Substance? Substance,
    IngredientFunction Function,
    double? Pka,
    double? MolarMass,
    IReadOnlyList<Allergen> Allergens,
    IReadOnlyList<IngredientCaution> Cautions,
    IReadOnlyList<string> Also
)
{
    public bool IsMarker { get; } = Cautions.Contains(IngredientCaution.Marker);

    /// <summary>Whether it belongs to a family that can irritate or exfoliate.</summary>
    public bool IsIrritant { get; } = Family is { } family && FamilyTraits.Of(family).Irritant != Degree.No;

    public bool Has(IngredientCaution caution) => Cautions.Contains(caution);
}
