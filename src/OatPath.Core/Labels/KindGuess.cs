using System.Text.RegularExpressions;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Labels;

/// <summary>Proposes what kind of product a label belongs to: first by its own words, then by what it is made of.</summary>
/// <remarks>House default. The practitioner sees the proposal and its certainty and corrects it.</remarks>
internal sealed partial class KindGuess
{
    private const double Named = 0.9;
    private const int NearTop = 8;

    private readonly IReadOnlyList<LabelIngredient> all;
    private readonly string words;
    private readonly LabelText label;

    private KindGuess(LabelText label, IReadOnlyList<LabelIngredient> ingredients)
    {
        this.label = label;
        all = ingredients;
        words = label.Before;
    }

    public static (ProductKind Kind, double Certainty) Of(LabelText label, IReadOnlyList<LabelIngredient> ingredients)
    {
        var guess = new KindGuess(label, ingredients);
        return guess.ByWords() ?? guess.ByContent();
    }

    private bool Acid => Works(Family.Aha) || Works(Family.Bha) || Works(Family.Pha);

    private bool Cleanses => Top(IngredientFunction.Surfactant) || Top(IngredientFunction.Sulphate);

    private bool Thick => Any(IngredientFunction.Thickener) || Any(IngredientFunction.FattyAlcohol);

    private bool Watery => Any(IngredientFunction.Solvent);

    /// <summary>How many of the first things in it are rich.</summary>
    private int Rich =>
        all.Count(item =>
            item.Position <= NearTop
            && item.Ingredient.Function
                is IngredientFunction.Oil
                    or IngredientFunction.Emollient
                    or IngredientFunction.Occlusive
                    or IngredientFunction.Emulsifier
                    or IngredientFunction.Silicone
                    or IngredientFunction.Wax
                    or IngredientFunction.FattyAlcohol
        );

    /// <summary>Water and oil held together.</summary>
    private bool Creamy => Watery && Rich >= 3 && (Any(IngredientFunction.Emulsifier) || Any(IngredientFunction.FattyAlcohol));

    /// <summary>Oil that water can take off again.</summary>
    private bool Emulsifies => Any(IngredientFunction.Emulsifier) || Any(IngredientFunction.CleansingOil);

    /// <summary>A dry powder with an enzyme: what is in it to rub is only its carrier.</summary>
    private bool EnzymePowder =>
        !Watery
        && Works(Family.Enzyme)
        && (
            Top(IngredientFunction.Powder, 3)
            || Top(IngredientFunction.Clay, 3)
            || Top(IngredientFunction.Abrasive, 3)
            || Top(IngredientFunction.Buffer, 1)
        );

    private bool Works(Family family) => all.Any(item => item.Family == family && item.Role == IngredientRole.Works);

    private bool Works(Substance substance) => all.Any(item => item.Ingredient.Substance == substance && item.Role == IngredientRole.Works);

    private bool Top(IngredientFunction function, int within = NearTop) =>
        all.Any(item => item.Ingredient.Function == function && item.Position <= within && item.Section != LabelSection.MayContain);

    private bool Any(IngredientFunction function) => all.Any(item => item.Ingredient.Function == function);

    private int Count(IngredientFunction function) => all.Count(item => item.Ingredient.Function == function);

    private (ProductKind, double)? ByWords()
    {
        var kind =
            Says(PatchWords()) ? ProductKind.SpotPatch
            : Says(MicellarWords()) ? ProductKind.MicellarWater
            : Says(RemoverWords()) ? ProductKind.EyeMakeUpRemover
            : Pads && Acid ? ProductKind.PeelPad
            : EnzymePowder ? ProductKind.Enzyme
            : Says(PeelWords()) && (Acid || Works(Family.SalonOnly)) ? (Says(LeaveWords()) ? Leaves() : ProductKind.WashOffPeel)
            : Says(MaskWords()) ? Mask()
            : Says(ScrubWords()) ? ProductKind.Scrub
            : Says(CleanserWords()) ? Cleanser()
            : Says(TonerWords()) ? (Acid ? ProductKind.ExfoliatingToner : ProductKind.CalmingToner)
            : Says(WaterWords()) && !Acid && !Creamy ? ProductKind.CalmingToner
            : Says(SunWords()) || label.Spf is not null ? Sun()
            : Says(EyeWords()) ? ProductKind.EyeGel
            : Says(NeckWords()) ? ProductKind.NeckCream
            : Says(LipWords()) ? ProductKind.LipBalm
            : Says(MistWords()) ? ProductKind.HydratingMist
            : Says(SpotWords()) ? (Works(Family.BenzoylPeroxide) ? ProductKind.BenzoylPeroxide : ProductKind.SpotTreatment)
            : Says(SerumWords()) && !(Says(CreamWords()) && Creamy) ? Serum()
            : Says(OilWords()) ? ProductKind.FaceOil
            : Says(CreamWords()) ? Cream()
            : (ProductKind?)null;
        return kind is { } named ? (named, Named) : null;
    }

    private bool Says(Regex pattern) => pattern.IsMatch(words);

    private bool Pads => Says(PadWords()) || PadCount().IsMatch(label.Whole);

    private ProductKind Cleanser() =>
        Acid ? ProductKind.ExfoliatingCleanser
        : Works(Family.Enzyme) ? ProductKind.Enzyme
        : Says(BalmWords()) ? ProductKind.BalmCleanser
        : Says(OilWords()) || Any(IngredientFunction.CleansingOil) ? ProductKind.OilCleanser
        : Says(FoamWords()) ? ProductKind.FoamCleanser
        : Says(CreamWords()) || !Cleanses ? ProductKind.CreamCleanser
        : ProductKind.GelCleanser;

    private ProductKind Mask() =>
        Any(IngredientFunction.Abrasive) && Top(IngredientFunction.Abrasive) ? ProductKind.ScrubMask
        : Works(Family.Enzyme) ? ProductKind.Enzyme
        : Acid ? ProductKind.WashOffPeel
        : Top(IngredientFunction.Clay) ? ProductKind.ClayMask
        : Any(IngredientFunction.Soothing) ? ProductKind.SoothingMask
        : ProductKind.HydratingMask;

    private ProductKind Sun() =>
        Says(PowderWords()) ? ProductKind.SunscreenPowder
        : Any(IngredientFunction.Tint) ? ProductKind.SunscreenTinted
        : Says(CreamWords()) && !Says(SunWords()) ? ProductKind.MoisturiserWithSpf
        : ProductKind.SunscreenFluid;

    private ProductKind Cream() =>
        Works(Family.Retinoid) ? ProductKind.Retinoid
        : Works(Family.BenzoylPeroxide) ? ProductKind.BenzoylPeroxide
        : Works(Family.Azelaic) ? ProductKind.AzelaicSuspension
        : ProductKind.Moisturiser;

    private ProductKind Serum() =>
        Works(Family.Retinoid) ? ProductKind.Retinoid
        : Acid ? Leaves()
        : Works(Family.AscorbicAcid) || Works(Family.VitaminCDerivative) ? ProductKind.AntioxidantSerum
        : Works(Family.Azelaic) ? ProductKind.AzelaicSuspension
        : Works(Family.BenzoylPeroxide) ? ProductKind.BenzoylPeroxide
        : Works(Family.PigmentInhibitor) || Works(Family.Hydroquinone) ? ProductKind.PigmentSerum
        : Works(Substance.Niacinamide) && all.Any(item => item.Ingredient.Substance == Substance.Niacinamide && item.Position <= 5)
            ? ProductKind.NiacinamideSerum
        : ProductKind.HydratingSerum;

    private ProductKind Leaves() => Thick ? ProductKind.LeaveOnAcidGel : ProductKind.LeaveOnAcidLiquid;

    private (ProductKind, double) ByContent()
    {
        if (Count(IngredientFunction.Filter) >= 2 || label.Spf is not null)
        {
            return (Sun(), 0.85);
        }

        if (Any(IngredientFunction.Dressing))
        {
            return (ProductKind.SpotPatch, 0.8);
        }

        if (Works(Family.SalonOnly))
        {
            return (ProductKind.WashOffPeel, 0.6);
        }

        if (EnzymePowder)
        {
            return (ProductKind.Enzyme, 0.8);
        }

        if (!Watery && Any(IngredientFunction.Wax) && Emulsifies)
        {
            return (ProductKind.BalmCleanser, 0.75);
        }

        if (Any(IngredientFunction.CleansingOil) && !Works(Family.Retinoid))
        {
            return (ProductKind.OilCleanser, 0.8);
        }

        if (Cleanses)
        {
            return Acid ? (ProductKind.ExfoliatingCleanser, 0.85)
                : Top(IngredientFunction.Abrasive, 6) ? (ProductKind.Scrub, 0.7)
                : (ProductKind.GelCleanser, 0.75);
        }

        if (Top(IngredientFunction.Clay, 5))
        {
            return (ProductKind.ClayMask, 0.8);
        }

        if (Top(IngredientFunction.Abrasive, 2))
        {
            return (ProductKind.Scrub, 0.7);
        }

        if (Works(Family.BenzoylPeroxide))
        {
            return (ProductKind.BenzoylPeroxide, 0.85);
        }

        if (
            Works(Family.Retinoid)
            && !all.Any(item =>
                item.Ingredient.Substance == Substance.RetinylEster
                && item.Role == IngredientRole.Works
                && !Works(Substance.Retinol)
                && !Works(Substance.Retinal)
            )
        )
        {
            return (ProductKind.Retinoid, 0.8);
        }

        if (Creamy)
        {
            return Works(Family.Azelaic) ? (ProductKind.AzelaicSuspension, 0.7) : (ProductKind.Moisturiser, 0.7);
        }

        if (!Watery && Top(IngredientFunction.Occlusive, 2))
        {
            return (ProductKind.OcclusiveBalm, 0.75);
        }

        if (!Watery && Rich >= 1)
        {
            return (ProductKind.FaceOil, 0.7);
        }

        if (Works(Family.Enzyme))
        {
            return (ProductKind.Enzyme, 0.6);
        }

        return Acid ? (Leaves(), 0.55) : (Serum(), 0.5);
    }

    [GeneratedRegex(@"\b(?:patch(?:es)?|pflaster|pimple dots?)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex PatchWords();

    [GeneratedRegex(
        @"\b(?:eye make-?\s?up remover|lid remover|make-?up remover|augen-?make-?up-?entferner|démaquillant yeux)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex RemoverWords();

    [GeneratedRegex(@"\bmi[cz]ell\w*", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex MicellarWords();

    [GeneratedRegex(@"(?<!cotton )\bpads?\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex PadWords();

    /// <summary>Said of the package, wherever it stands.</summary>
    [GeneratedRegex(@"\b\d+ pads\b|\(pads?\)", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex PadCount();

    [GeneratedRegex(@"\b(?:peel(?:ing)?|kit|rinse off after)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex PeelWords();

    [GeneratedRegex(@"\b(?:leave[- ]on|do not rinse|overnight|night(?:ly)?)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex LeaveWords();

    [GeneratedRegex(@"\b(?:mask|masque|maske|mascarilla|maschera)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex MaskWords();

    [GeneratedRegex(
        @"\b(?:scrub|gommage|grains|exfoliating polish|peelingcreme)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex ScrubWords();

    [GeneratedRegex(
        @"\b(?:cleans\w*|wash|foam|suds|nettoyant\w*|reinig\w*|waschgel|limpiador\w*|detergente|soap|seife|gel wash)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex CleanserWords();

    [GeneratedRegex(@"\b(?:balm|baume|balsam)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex BalmWords();

    [GeneratedRegex(@"\b(?:oil|huile|öl|aceite|olio)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex OilWords();

    [GeneratedRegex(@"\b(?:foam\w*|mousse|schaum)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex FoamWords();

    [GeneratedRegex(
        @"\b(?:cream|crème|creme|crema|lotion|emulsion|moisturi[sz]\w*|milk|lait|milch|salbe|ointment)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex CreamWords();

    [GeneratedRegex(
        @"\b(?:toner|tonic|tonique|lotion tonique|gesichtswasser|tónico|tonico)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex TonerWords();

    [GeneratedRegex(@"\bwater\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex WaterWords();

    [GeneratedRegex(
        @"\b(?:sun ?screen|sun fluid|sun cream|sonnen\w*|solaire|protector solar|solare)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex SunWords();

    [GeneratedRegex(@"\b(?:powder|puder|poudre|polvo)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex PowderWords();

    [GeneratedRegex(@"\b(?:eye|augen\w*|yeux|ojos|occhi)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex EyeWords();

    [GeneratedRegex(@"\b(?:neck|hals\w*|cou|cuello|collo)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex NeckWords();

    [GeneratedRegex(@"\b(?:lip|lippen\w*|lèvres|labial)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex LipWords();

    [GeneratedRegex(@"\b(?:mist|brume|spray)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex MistWords();

    [GeneratedRegex(@"\b(?:spot|pickel\w*|anti-imperfections?)\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex SpotWords();

    [GeneratedRegex(
        @"\b(?:serum|sérum|suero|siero|drops|ampoule|concentrate|konzentrat|liquid|gel)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex SerumWords();
}
