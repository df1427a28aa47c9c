using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Labels;

/// <summary>
/// Reads a pasted label: which ingredients work, which only adjust the pH, what kind of product it is, and how sure that is.
/// </summary>
/// <remarks>
/// Source: trade convention. Ingredients stand in falling order down to 1 %, below that in any order; some are hardly ever above 1 % and so
/// mark the line.
/// AHA, PHA and the like work when they stand above the line; salicylic acid, retinoids, benzoyl peroxide and hydroquinone work at any
/// place unless a percent says otherwise.
/// The certainties are house defaults.
/// </remarks>
public static class LabelReader
{
    private const double Written = 0.99;
    private const int ShortestAlphabet = 6;

    /// <summary>Reads a label text of at most <see cref="MaxLength"/> characters.</summary>
    /// <returns>The reading, or the problem that names the remedy; never both.</returns>
    public static (LabelReading? Reading, Problem? Problem) Read(string text)
    {
        if (LabelText.Check(text) is { } problem)
        {
            return (null, problem);
        }

        var label = LabelText.Read(text);
        if (label.Items.Count == 0)
        {
            return (null, new("Label", "holds no list of ingredients; paste the part that begins with Ingredients"));
        }

        var (found, unknown) = NameFinder.FindAll(label);
        var alphabetical = IsAlphabetical(label.Items);
        var line = alphabetical ? [] : Markers(found);
        var ingredients = found.ConvertAll(item => Weigh(item, line, alphabetical, found));
        LoneFruit(ingredients);
        var (kind, certainty) = KindGuess.Of(label, ingredients);
        return (new Summary(label, ingredients, unknown, alphabetical, line, kind, certainty).ToReading(), null);
    }

    public const int MaxLength = LabelText.MaxLength;

    /// <summary>Positions of ingredients that are hardly ever above 1 %, ascending.</summary>
    private static List<int> Markers(List<FoundName> found) =>
        [
            .. found
                .Where(item =>
                    item.Section is LabelSection.Ingredients or LabelSection.Inactive
                    && item.Ingredient.IsMarker
                    && item.Percent is null or < 1
                )
                .Select(item => item.Position)
                .Distinct()
                .Order(),
        ];

    /// <summary>Whether the list is in alphabetical order; water may stand first all the same.</summary>
    private static bool IsAlphabetical(IReadOnlyList<LabelItem> items)
    {
        var names = items
            .Where(item => item.Section is LabelSection.Ingredients or LabelSection.Inactive)
            .Select(item => IngredientName.Key(item.Text))
            .Where(key => key.Length > 0)
            .ToList();
        if (names.Count > 0 && IngredientTable.Known.Find(names[0])?.Function == IngredientFunction.Solvent)
        {
            names.RemoveAt(0);
        }

        return names.Count >= ShortestAlphabet && names.Zip(names.Skip(1)).All(pair => string.CompareOrdinal(pair.First, pair.Second) <= 0);
    }

    private static LabelIngredient Weigh(FoundName item, List<int> line, bool alphabetical, List<FoundName> all)
    {
        var (role, certainty) =
            item.Section == LabelSection.MayContain ? (IngredientRole.Other, 0.6) : RoleOf(item, line, alphabetical, all);
        return new(
            item.Written,
            item.Ingredient,
            item.Position,
            item.Section,
            role,
            Math.Round(certainty * item.Certainty, 2),
            item.Percent
        );
    }

    private static (IngredientRole Role, double Certainty) RoleOf(FoundName item, List<int> line, bool alphabetical, List<FoundName> all)
    {
        var ingredient = item.Ingredient;
        if (ingredient.Family is not { } family)
        {
            return (ingredient.Function == IngredientFunction.Buffer ? IngredientRole.AdjustsPh : IngredientRole.Other, 0.95);
        }

        if (item.Section == LabelSection.ActiveBox)
        {
            return (IngredientRole.Works, Written);
        }

        if (item.Percent is { } percent)
        {
            return percent >= LeastWorking(family)
                ? (IngredientRole.Works, Written)
                : (family is Family.Aha or Family.Pha ? IngredientRole.AdjustsPh : IngredientRole.Other, 0.9);
        }

        var passed = line.Count(position => position < item.Position);
        var ahead = line.Count(position => position > item.Position);
        return family switch
        {
            Family.Aha or Family.Pha when alphabetical => ingredient.Function == IngredientFunction.Buffer
                ? (IngredientRole.AdjustsPh, 0.5)
                : (IngredientRole.Works, 0.5),
            Family.Aha or Family.Pha => passed switch
            {
                0 => (IngredientRole.Works, Above(item, ahead, all)),
                1 => (IngredientRole.AdjustsPh, 0.75),
                _ => (IngredientRole.AdjustsPh, 0.92),
            },
            Family.Bha or Family.Retinoid or Family.BenzoylPeroxide or Family.Hydroquinone or Family.SalonOnly => (
                IngredientRole.Works,
                passed == 0 ? 0.95 : 0.85
            ),
            Family.Azelaic or Family.AscorbicAcid or Family.VitaminCDerivative when passed > 0 => (
                IngredientRole.Other,
                passed == 1 ? 0.65 : 0.8
            ),
            Family.Enzyme or Family.PigmentInhibitor when passed > 0 => (IngredientRole.Works, 0.55),
            _ => (IngredientRole.Works, alphabetical ? 0.6 : Above(item, ahead, all)),
        };
    }

    /// <summary>
    /// How surely something without a marker before it stands above 1 %: two markers after it say so more surely than one.
    /// </summary>
    private static double Above(FoundName item, int ahead, List<FoundName> all)
    {
        var sure = ahead switch
        {
            0 => item.Position * 2 <= all[^1].Position ? 0.7 : 0.5,
            1 => 0.82,
            _ => 0.92,
        };
        return item.Position <= 3 ? Math.Min(0.95, sure + 0.1) : sure;
    }

    /// <summary>
    /// The least labelled percent at which a family does anything of note; below it only a percent says that it does not work.
    /// </summary>
    /// <remarks>House default, kept low so that doubt reads as working.</remarks>
    private static decimal LeastWorking(Family family) =>
        family switch
        {
            Family.Aha or Family.Pha => 1m,
            Family.Bha => 0.2m,
            Family.Retinoid => 0.005m,
            Family.BenzoylPeroxide => 0.5m,
            Family.Azelaic or Family.AscorbicAcid => 2m,
            _ => 0.01m,
        };

    /// <summary>A single fruit extract is there for its name; two, or one beside an acid, are there to exfoliate.</summary>
    private static void LoneFruit(List<LabelIngredient> ingredients)
    {
        var working = ingredients.Count(item => item.Family == Family.Aha && item.Role == IngredientRole.Works);
        var index = ingredients.FindIndex(item =>
            item.Ingredient is { Family: Family.Aha, Function: IngredientFunction.Extract }
            && item.Role == IngredientRole.Works
            && item.Percent is null
        );
        if (working == 1 && index >= 0)
        {
            ingredients[index] = ingredients[index] with { Role = IngredientRole.Other, Certainty = 0.6 };
        }
    }
}
