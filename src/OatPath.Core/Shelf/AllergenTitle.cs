using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>Allergens in words.</summary>
public static class AllergenTitle
{
    public static string Of(Allergen allergen) =>
        allergen switch
        {
            Allergen.Salicylates => "salicylates or aspirin",
            Allergen.NutOils => "nut oils",
            Allergen.NumbingAgents => "numbing agents",
            Allergen.BenzoylPeroxide => "benzoyl peroxide",
            _ => allergen.ToString().ToLowerInvariant(),
        };
}
