using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Labels;

/// <summary>Draws roles, flags and notes from what was read of one label.</summary>
internal sealed class Summary(
    LabelText label,
    List<LabelIngredient> ingredients,
    List<string> unknown,
    bool alphabetical,
    List<int> line,
    ProductKind kind,
    double certainty
)
{
    private const int NearTop = 5;
    private readonly List<string> flags = [];
    private readonly List<Because> notes = [];

    public LabelReading ToReading()
    {
        var working = ingredients.Where(item => item.Role == IngredientRole.Works).ToList();
        var families = working.Select(item => item.Family!.Value).Distinct().ToList();
        Allergens();
        Bases();
        Effects(working, families);
        Strength(working);
        Sureness();
        return new()
        {
            Kind = kind,
            KindCertainty = certainty,
            Ingredients = ingredients,
            Unknown = unknown,
            Written = [.. label.Items.Select(item => item.Text)],
            Roles = Roles(families),
            Flags = flags,
            Notes = notes,
            Ph = label.Ph,
            Spf = label.Spf,
            BroadSpectrum = label.Spf is not null && BroadWords(label.Whole),
            Alphabetical = alphabetical,
            OnePercentFrom = line.Count > 0 ? line[0] : null,
            Contains = [.. Held()],
            Title = Title(),
        };
    }

    private List<string> Roles(List<Family> families)
    {
        var roles = families.ConvertAll(EnumName.Of);
        var traits = KindTraits.Of(kind);
        void Add(bool does, string role)
        {
            if (does && !roles.Contains(role))
            {
                roles.Add(role);
            }
        }

        Add(traits.ByHand, EnumName.Of(Family.ByHand));
        Add(families.Exists(family => FamilyTraits.Of(family).Exfoliates) || traits.ByHand, "exfoliates");
        Add(
            kind
                is ProductKind.EyeMakeUpRemover
                    or ProductKind.OilCleanser
                    or ProductKind.BalmCleanser
                    or ProductKind.MicellarWater
                    or ProductKind.GelCleanser
                    or ProductKind.FoamCleanser
                    or ProductKind.CreamCleanser
                    or ProductKind.ExfoliatingCleanser,
            "cleanses"
        );
        Add(label.Spf is not null || ingredients.Count(item => item.Ingredient.Function == IngredientFunction.Filter) >= 2, "sunscreen");
        Add(
            kind
                is ProductKind.Moisturiser
                    or ProductKind.MoisturiserWithSpf
                    or ProductKind.FaceOil
                    or ProductKind.OcclusiveBalm
                    or ProductKind.NeckCream,
            "moisturises"
        );
        Add(kind is ProductKind.ClayMask or ProductKind.SoothingMask or ProductKind.HydratingMask or ProductKind.ScrubMask, "mask");
        return roles;
    }

    /// <summary>Materials beyond what the working substances already tell.</summary>
    private IEnumerable<Allergen> Held() => ingredients.SelectMany(item => item.Ingredient.Allergens).Distinct().Order();

    private void Allergens()
    {
        foreach (var allergen in Held())
        {
            flags.Add(allergen == Allergen.Fragrance ? LabelFlags.Fragrance : LabelFlags.AllergenPrefix + EnumName.Of(allergen));
        }
    }

    private void Bases()
    {
        Flag(LabelFlags.AlcoholNearTop, item => item.Ingredient.Function == IngredientFunction.Alcohol && item.Position <= NearTop);
        Flag(LabelFlags.StrongSulphate, item => item.Ingredient.Has(IngredientCaution.Sulphate) && item.Position <= NearTop + 3);
        Flag(LabelFlags.HeavyOil, item => item.Ingredient.Has(IngredientCaution.Heavy) && item.Position <= NearTop + 3);
        Flag(LabelFlags.Medicine, item =>
            item.Ingredient.Function == IngredientFunction.Medicine
            || item.Ingredient.Substance is Substance.PrescriptionRetinoid or Substance.Hydroquinone
        );
        if (
            KindTraits.Of(kind).LeaveOn
            && Named(item => item.Ingredient.Has(IngredientCaution.OverAcid) && item.Position <= NearTop + 3) is { } over
        )
        {
            flags.Add(LabelFlags.OverAcid);
            notes.Add(Because.Of(RuleBook.LabelOverAcid, ("what", over)));
        }
    }

    private void Effects(List<LabelIngredient> working, List<Family> families)
    {
        var light =
            families.Exists(family => FamilyTraits.Of(family).LightSensitising != Degree.No)
            || ingredients.Exists(item => item.Ingredient.Has(IngredientCaution.Light));
        Flag(LabelFlags.LightSensitising, light);
        Flag(
            LabelFlags.PregnancyNever,
            working.Exists(item =>
                item.Ingredient.Has(IngredientCaution.PregnancyNever)
                || FamilyTraits.Of(item.Family!.Value).Pregnancy == PregnancyRule.Never
            )
        );
        Flag(LabelFlags.PregnancyAsk, item => item.Ingredient.Has(IngredientCaution.PregnancyAsk));
        Flag(LabelFlags.Pigment, item => item.Ingredient.Has(IngredientCaution.Pigment) && item.Role != IngredientRole.AdjustsPh);
        var irritant = working.Where(item => item.Ingredient.IsIrritant).ToList();
        if (irritant.Count > 0 && Unexpected())
        {
            flags.Add(LabelFlags.HiddenActive);
            notes.Add(
                Because.Of(
                    RuleBook.LabelHiddenActive,
                    ("kind", KindTraits.Of(kind).Title),
                    ("what", string.Join(", ", irritant.Select(item => item.Name).Distinct()))
                )
            );
        }
    }

    /// <summary>Kinds in which nobody expects an active.</summary>
    private bool Unexpected() =>
        kind
            is ProductKind.Moisturiser
                or ProductKind.MoisturiserWithSpf
                or ProductKind.SpotPatch
                or ProductKind.EyeGel
                or ProductKind.NeckCream
                or ProductKind.LipBalm
                or ProductKind.CalmingToner
                or ProductKind.HydratingMist
                or ProductKind.HydratingSerum
                or ProductKind.SoothingMask
                or ProductKind.HydratingMask
                or ProductKind.FaceOil
                or ProductKind.OcclusiveBalm
                or ProductKind.SunscreenFluid
                or ProductKind.SunscreenTinted
                or ProductKind.OilCleanser
                or ProductKind.BalmCleanser
                or ProductKind.MicellarWater
                or ProductKind.EyeMakeUpRemover;

    private void Strength(List<LabelIngredient> working)
    {
        foreach (var salon in working.Where(item => item.Family == Family.SalonOnly).Take(1))
        {
            flags.Add(LabelFlags.NeverAtHome);
            notes.Add(
                Because.Of(
                    RuleBook.NeverAtHome,
                    ("product", Title() is { Length: > 0 } title ? title : "This product"),
                    ("substance", salon.Name)
                )
            );
        }

        var unknownPercent = working
            .Where(item => item.Family is Family.Aha or Family.Bha && item.Percent is null)
            .Select(item => item.Name)
            .Distinct()
            .ToList();
        var acid = working.Exists(item => item.Family is Family.Aha);
        var missing = unknownPercent.Count > 0 ? $"the percent of {string.Join(", ", unknownPercent)}" : "";
        missing += acid && label.Ph is null ? (missing.Length > 0 ? " and " : "") + "the pH" : "";
        if (missing.Length > 0)
        {
            flags.Add(LabelFlags.UnknownStrength);
            notes.Add(Because.Of(RuleBook.LabelUnknownStrength, ("what", missing)));
        }
    }

    private void Sureness()
    {
        if (alphabetical)
        {
            flags.Add(LabelFlags.Alphabetical);
            notes.Add(Because.Of(RuleBook.LabelAlphabetical));
        }
        else if (line.Count > 0)
        {
            notes.Add(
                Because.Of(
                    RuleBook.LabelOnePercent,
                    ("what", ingredients.First(item => item.Position == line[0]).Name),
                    ("count", line.Count)
                )
            );
        }

        if (unknown.Count > 0)
        {
            notes.Add(Because.Of(RuleBook.LabelUnknownNames, ("count", unknown.Count)));
        }
    }

    private void Flag(string flag, bool does)
    {
        if (does && !flags.Contains(flag))
        {
            flags.Add(flag);
        }
    }

    private void Flag(string flag, Predicate<LabelIngredient> like) =>
        Flag(flag, ingredients.Exists(item => item.Section != LabelSection.MayContain && like(item)));

    private string? Named(Predicate<LabelIngredient> like) => ingredients.Find(like)?.Name;

    private string Title() => label.Title.Length <= 120 ? label.Title : label.Title[..120];

    private static bool BroadWords(string text)
    {
        foreach (var words in new[] { "broad spectrum", "broad-spectrum", "uva", "breitband", "pa++", "large spectre", "amplio espectro" })
        {
            if (text.Contains(words, StringComparison.OrdinalIgnoreCase))
            {
                return true;
            }
        }

        return false;
    }
}
