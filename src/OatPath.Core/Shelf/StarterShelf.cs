using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>
/// Products by kind and without a maker: what a studio can plan with before it has typed a bottle. Percent and pH ranges are those that
/// may be used at home, so that their strong end is never refused for itself.
/// </summary>
/// <remarks>House defaults within trade convention; the strengths of mandelic acid: trade convention, 8, 11 and 15 %.</remarks>
public static class StarterShelf
{
    private static readonly UnwantedBase[] Mild = [UnwantedBase.StrongSulphate, UnwantedBase.DryingAlcohol];
    private static readonly UnwantedBase[] Light = [UnwantedBase.DryingAlcohol, UnwantedBase.HeavyOil];
    private static readonly UnwantedBase[] NoAlcohol = [UnwantedBase.DryingAlcohol];

    /// <summary>All of them, each at its strong end, thin to thick as a routine meets them.</summary>
    public static IReadOnlyList<Product> All { get; } =
    [
        .. Cleansers()
            .Concat(TonersAndAcids())
            .Concat(Extras())
            .Concat(Serums())
            .Concat(Retinoids())
            .Concat(Creams())
            .Concat(Sunscreens())
            .Concat(OnHand())
            .Select(product => product.Spec!.AtStrongEnd(product)),
    ];

    private static IEnumerable<Product> Cleansers() =>
        [
            Kind("eye-remover", "Eye make-up remover", ProductKind.EyeMakeUpRemover, Dispenser.WideNeck, 100),
            Kind("oil-cleanser", "Oil cleanser", ProductKind.OilCleanser, Dispenser.LotionPump, 150),
            Kind("balm-cleanser", "Balm cleanser", ProductKind.BalmCleanser, Dispenser.Jar, 100),
            Kind("gel-cleanser", "Gentle gel cleanser", ProductKind.GelCleanser, Dispenser.LotionPump, 150, Mild),
            Kind("foam-cleanser", "Foam cleanser for oily skin", ProductKind.FoamCleanser, Dispenser.FoamPump, 150, Mild),
            Kind("cream-cleanser", "Cream cleanser for dry skin", ProductKind.CreamCleanser, Dispenser.Tube, 150, Mild),
            Scentless("bare-cleanser", "Cream cleanser for reactive skin", ProductKind.CreamCleanser, Dispenser.Tube, 150, Mild),
            Acid("acid-cleanser", "Lactic cleanser", ProductKind.ExfoliatingCleanser, Dispenser.Tube, 100, 3.5m, 5,
                new ActiveRange(Substance.Lactic, 2, 5)),
        ];

    private static IEnumerable<Product> TonersAndAcids() =>
        [
            Scentless("toner", "Calming toner", ProductKind.CalmingToner, Dispenser.WideNeck, 200, NoAlcohol),
            LeaveOn("lactic-5", "Lactic acid, mild", new(Substance.Lactic, 3, 5)),
            LeaveOn("lactic-10", "Lactic acid, strong", new(Substance.Lactic, 6, 10)),
            LeaveOn("mandelic-8", "Mandelic acid, mild", new(Substance.Mandelic, 6, 8)),
            LeaveOn("mandelic-11", "Mandelic acid, strong", new(Substance.Mandelic, 9, 11)),
            LeaveOn("glycolic-5", "Glycolic acid, mild", new(Substance.Glycolic, 3, 5)),
            LeaveOn("glycolic-8", "Glycolic acid, strong", new(Substance.Glycolic, 6, 8)),
            Acid("salicylic-1", "Salicylic acid, mild", ProductKind.LeaveOnAcidLiquid, Dispenser.Pipette, 30, 3, 4.2m,
                new ActiveRange(Substance.Salicylic, 0.5m, 1)).AlsoAs(ProductKind.LeaveOnAcidGel, ProductKind.ExfoliatingToner),
            Acid("salicylic-2", "Salicylic acid, strong", ProductKind.LeaveOnAcidLiquid, Dispenser.Pipette, 30, 3, 4.2m,
                new ActiveRange(Substance.Salicylic, 1.5m, 2)).AlsoAs(ProductKind.LeaveOnAcidGel, ProductKind.ExfoliatingToner),
            LeaveOn("pha-5", "PHA, mild (gluconolactone)", new(Substance.Gluconolactone, 3, 5)),
            LeaveOn("pha-10", "PHA, strong (gluconolactone)", new(Substance.Gluconolactone, 6, 10)),
        ];

    private static IEnumerable<Product> Extras() =>
        [
            Working("enzyme", "Enzyme exfoliant (papain)", ProductKind.Enzyme, Dispenser.Powder, 60, new ActiveRange(Substance.Papain)),
            Kind("clay-mask", "Clay mask for oily skin", ProductKind.ClayMask, Dispenser.Tube, 75),
            Scentless("soothing-mask", "Soothing mask", ProductKind.SoothingMask, Dispenser.Tube, 75, NoAlcohol),
            Kind("hydrating-mask", "Hydrating mask", ProductKind.HydratingMask, Dispenser.Tube, 75, NoAlcohol),
        ];

    private static IEnumerable<Product> Serums() =>
        [
            Working("vitamin-c", "Vitamin C serum (L-ascorbic acid)", ProductKind.AntioxidantSerum, Dispenser.Pipette, 30,
                new ActiveRange(Substance.LAscorbic, 8, 15)).WithPh(3, 4),
            Working("vitamin-c-mild", "Vitamin C serum, mild (a derivative)", ProductKind.AntioxidantSerum, Dispenser.Pipette, 30,
                new ActiveRange(Substance.VitaminCDerivative, null, 10)),
            Working("tranexamic", "Pigment serum (tranexamic acid)", ProductKind.PigmentSerum, Dispenser.Pipette, 30,
                new ActiveRange(Substance.Tranexamic, 2, 5)),
            Working("arbutin", "Pigment serum (arbutin)", ProductKind.PigmentSerum, Dispenser.Pipette, 30,
                new ActiveRange(Substance.Arbutin, 1, 2)),
            Working("niacinamide", "Niacinamide serum", ProductKind.NiacinamideSerum, Dispenser.Pipette, 30,
                new ActiveRange(Substance.Niacinamide, 2, 5)),
            Working("hydrating-serum", "Hydrating serum", ProductKind.HydratingSerum, Dispenser.Pipette, 30,
                new ActiveRange(Substance.Hyaluronic)),
            Working("azelaic-10", "Azelaic acid, mild", ProductKind.AzelaicSuspension, Dispenser.Tube, 30,
                new ActiveRange(Substance.Azelaic, 5, 10)),
            Working("azelaic-15", "Azelaic acid, strong", ProductKind.AzelaicSuspension, Dispenser.Tube, 30,
                new ActiveRange(Substance.Azelaic, 11, 15)),
            Working("peroxide", "Benzoyl peroxide", ProductKind.BenzoylPeroxide, Dispenser.Tube, 30,
                new ActiveRange(Substance.BenzoylPeroxide, 2, 2.5m)),
        ];

    private static IEnumerable<Product> Retinoids() =>
        [
            Working("retinol-mild", "Retinol, mild", ProductKind.Retinoid, Dispenser.TreatmentPump, 30,
                new ActiveRange(Substance.Retinol, 0.1m, 0.3m)),
            Working("retinol-strong", "Retinol, strong", ProductKind.Retinoid, Dispenser.TreatmentPump, 30,
                new ActiveRange(Substance.Retinol, 0.4m, 0.5m)),
            Working("retinal-mild", "Retinal, mild", ProductKind.Retinoid, Dispenser.TreatmentPump, 30,
                new ActiveRange(Substance.Retinal, 0.02m, 0.05m)),
            Working("retinal-strong", "Retinal, strong", ProductKind.Retinoid, Dispenser.TreatmentPump, 30,
                new ActiveRange(Substance.Retinal, 0.06m, 0.1m)),
        ];

    private static IEnumerable<Product> Creams() =>
        [
            Kind("eye-gel", "Eye gel", ProductKind.EyeGel, Dispenser.TreatmentPump, 15),
            Kind("neck-cream", "Neck cream", ProductKind.NeckCream, Dispenser.Jar, 50),
            Kind("light-cream", "Light moisturiser for oily skin", ProductKind.Moisturiser, Dispenser.TreatmentPump, 50, Light) with
            {
                Runniness = 2,
            },
            Kind("cream", "Moisturiser", ProductKind.Moisturiser, Dispenser.Tube, 50, NoAlcohol) with
            {
                Runniness = 3,
            },
            Kind("rich-cream", "Rich moisturiser for dry skin", ProductKind.Moisturiser, Dispenser.Jar, 50, NoAlcohol),
            Scentless("bare-cream", "Plain moisturiser for reactive skin", ProductKind.Moisturiser, Dispenser.Tube, 50, NoAlcohol),
            Kind("face-oil", "Face oil", ProductKind.FaceOil, Dispenser.Pipette, 30),
            Scentless("balm", "Plain balm", ProductKind.OcclusiveBalm, Dispenser.Tube, 50),
            Kind("lip-balm", "Lip balm", ProductKind.LipBalm, Dispenser.Stick, null),
        ];

    private static IEnumerable<Product> Sunscreens() =>
        [
            Sun("sun-30", "Sunscreen fluid, SPF 30", ProductKind.SunscreenFluid, 30, Light),
            Sun("sun-50", "Sunscreen fluid, SPF 50", ProductKind.SunscreenFluid, 50, NoAlcohol),
            Sun("sun-matt", "Matt sunscreen for oily skin, SPF 50", ProductKind.SunscreenFluid, 50, Light) with { Matt = true },
            Sun("sun-tinted", "Tinted sunscreen, SPF 50", ProductKind.SunscreenTinted, 50, []),
            Bare(Sun("sun-bare", "Sunscreen for reactive skin, SPF 50", ProductKind.SunscreenFluid, 50, NoAlcohol)),
        ];

    private static IEnumerable<Product> OnHand() =>
        [
            Kind("spot-patches", "Plain spot patches", ProductKind.SpotPatch, Dispenser.Pad, null) with { Pieces = 36 },
            Scentless("aloe", "Aloe gel", ProductKind.AloeGel, Dispenser.Tube, 100, NoAlcohol),
            Scentless("mist", "Hydrating mist", ProductKind.HydratingMist, Dispenser.Spray, 100, NoAlcohol),
        ];

    private static Product Kind(
        string id,
        string name,
        ProductKind kind,
        Dispenser dispenser,
        decimal? content,
        params UnwantedBase[] without
    ) =>
        new()
        {
            Id = $"kind-{id}",
            Name = name,
            Kind = kind,
            Dispenser = dispenser,
            ContentMl = content,
            Spec = new()
            {
                Title = name,
                Kind = kind,
                WithoutBase = without,
            },
        };

    private static Product Scentless(
        string id,
        string name,
        ProductKind kind,
        Dispenser dispenser,
        decimal? content,
        params UnwantedBase[] without
    ) => Bare(Kind(id, name, kind, dispenser, content, without));

    private static Product Bare(Product product) => Asking(product, spec => spec with { Without = [Allergen.Fragrance] });

    private static Product Working(string id, string name, ProductKind kind, Dispenser dispenser, decimal content, ActiveRange active) =>
        Asking(Kind(id, name, kind, dispenser, content), spec => spec with { Actives = [active] });

    private static Product Acid(
        string id,
        string name,
        ProductKind kind,
        Dispenser dispenser,
        decimal content,
        decimal least,
        decimal most,
        ActiveRange acid
    ) => Working(id, name, kind, dispenser, content, acid).WithPh(least, most);

    /// <summary>A leave-on acid as it may be used at home: pH 3.5 or more.</summary>
    private static Product LeaveOn(string id, string name, ActiveRange acid) =>
        Acid(id, name, ProductKind.LeaveOnAcidLiquid, Dispenser.Pipette, 30, 3.5m, 4.2m, acid)
            .AlsoAs(ProductKind.LeaveOnAcidGel, ProductKind.ExfoliatingToner);

    private static Product Sun(string id, string name, ProductKind kind, int spf, UnwantedBase[] without) =>
        Asking(Kind(id, name, kind, Dispenser.Tube, 50, without), spec => spec with { SpfLeast = spf, BroadSpectrum = true });

    private static Product WithPh(this Product product, decimal least, decimal most) =>
        Asking(product, spec => spec with { PhLeast = least, PhMost = most });

    private static Product AlsoAs(this Product product, params ProductKind[] kinds) =>
        Asking(product, spec => spec with { OrKinds = kinds });

    private static Product Asking(Product product, Func<Specification, Specification> what) =>
        product with { Spec = what(product.Spec!) };
}
