using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>One way to help a concern.</summary>
/// <param name="Title">In words: "salicylic acid".</param>
public sealed record ConcernChoice(string Title, Func<Product, bool> Does);

/// <summary>What helps a concern at home, first choices first.</summary>
/// <remarks>Source: trade convention. Skin and flags narrow the choice; scars are left to the salon.</remarks>
public static class ConcernTable
{
    private static readonly ConcernChoice Salicylic = new("salicylic acid", product => product.Has(Family.Bha));
    private static readonly ConcernChoice Azelaic = new("azelaic acid", product => product.Has(Family.Azelaic));
    private static readonly ConcernChoice Peroxide = new("benzoyl peroxide", product => product.Has(Family.BenzoylPeroxide));
    private static readonly ConcernChoice Niacinamide = new("niacinamide", product => product.Kind == ProductKind.NiacinamideSerum);
    private static readonly ConcernChoice Retinoid = new("a retinoid", product => product.Has(Family.Retinoid));
    private static readonly ConcernChoice Clay = new("clay", product => product.Kind == ProductKind.ClayMask);
    private static readonly ConcernChoice Blade = new("an ultrasonic blade", product => product.Kind == ProductKind.UltrasonicBlade);
    private static readonly ConcernChoice Pigment = new("pigment inhibitors", product => product.Has(Family.PigmentInhibitor));
    private static readonly ConcernChoice VitaminC = new("vitamin C", product =>
        product.Has(Family.AscorbicAcid) || product.Has(Family.VitaminCDerivative)
    );
    private static readonly ConcernChoice Mandelic = new("mandelic acid", product => Holds(product, Substance.Mandelic));
    private static readonly ConcernChoice Lactic = new("lactic acid", product => Holds(product, Substance.Lactic));
    private static readonly ConcernChoice Glycolic = new("glycolic acid", product => Holds(product, Substance.Glycolic));
    private static readonly ConcernChoice Pha = new("PHA", product => product.Has(Family.Pha));
    private static readonly ConcernChoice Enzyme = new("an enzyme", product => product.Kind == ProductKind.Enzyme);
    private static readonly ConcernChoice Peptides = new("peptides", product => Holds(product, Substance.Peptides));
    private static readonly ConcernChoice Urea = new("urea", product => Holds(product, Substance.Urea));
    private static readonly ConcernChoice RichCream = new("a richer cream", product =>
        product.Kind == ProductKind.Moisturiser && product.Flow >= 4
    );
    private static readonly ConcernChoice Soothing = new("a soothing mask", product => product.Kind == ProductKind.SoothingMask);
    private static readonly ConcernChoice Plate = new("a cold plate", product => product.Kind == ProductKind.WarmColdPlate);
    private static readonly ConcernChoice Current = new("microcurrent", product => product.Kind == ProductKind.MicrocurrentDevice);

    public static IReadOnlyList<ConcernChoice> Of(Concern concern) =>
        concern switch
        {
            Concern.Breakouts => [Salicylic, Azelaic, Peroxide, Niacinamide],
            Concern.CloggedPores => [Salicylic, Retinoid, Clay, Blade],
            Concern.Oil => [Salicylic, Niacinamide, Clay],
            Concern.Marks => [Azelaic, Pigment, VitaminC, Mandelic],
            Concern.UnevenTone => [Lactic, Glycolic, VitaminC, Retinoid],
            Concern.FineLines => [Retinoid, Glycolic, VitaminC, Peptides, Current],
            Concern.Dullness => [Lactic, Enzyme, Glycolic, Pha],
            Concern.Dryness => [Pha, Lactic, Urea, RichCream],
            Concern.Redness => [Azelaic, Soothing],
            Concern.Puffiness => [Plate],
            _ => [],
        };

    /// <summary>Beyond what products at home reach.</summary>
    public static bool NeedsTheSalon(Concern concern) => concern == Concern.Scars;

    /// <summary>
    /// How far skin and flags speak against a product that is allowed: 0 for nothing. Oily skin takes salicylic acid; dry or sensitive skin
    /// lactic, mandelic or PHA;
    /// skin that marks easily mandelic, lactic and azelaic before glycolic; rosacea azelaic or PHA.
    /// </summary>
    public static int SpeaksAgainst(Product product, Intake intake, DateOnly day)
    {
        var gentle = intake.SkinType == SkinType.Dry || intake.Sensitivity >= Sensitivity.Sensitive;
        var against = 0;
        against += gentle && (product.Has(Family.Bha) || product.Has(Family.BenzoylPeroxide)) ? 2 : 0;
        against += (gentle || intake.MarksEasily(day)) && Holds(product, Substance.Glycolic) ? 2 : 0;
        against += intake.Sensitivity == Sensitivity.Reactive && product.Has(Family.Retinoid) ? 2 : 0;
        against += intake.Has(FlagKind.Rosacea, day) && product.IsAcid() && !product.Has(Family.Pha) ? 3 : 0;
        against += product.Contains.Contains(Allergen.Fragrance) && intake.Sensitivity >= Sensitivity.Sensitive ? 1 : 0;
        return against;
    }

    private static bool Holds(Product product, Substance substance) => product.Actives.Any(active => active.Substance == substance);
}
