using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Products typed carelessly: what they are by their kind and by their label.</summary>
public class WhatAProductIsTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    public static TheoryData<ProductKind> KindsWithAnActive =>
        [
            ProductKind.Retinoid,
            ProductKind.ExfoliatingToner,
            ProductKind.LeaveOnAcidLiquid,
            ProductKind.LeaveOnAcidGel,
            ProductKind.PeelPad,
            ProductKind.BenzoylPeroxide,
            ProductKind.AzelaicSuspension,
            ProductKind.WashOffPeel,
            ProductKind.Enzyme,
            ProductKind.ExfoliatingCleanser,
            ProductKind.SpotTreatment,
        ];

    private static Product Nameless(ProductKind kind) =>
        new()
        {
            Id = "nameless",
            Name = "Nameless bottle",
            Kind = kind,
        };

    [Theory]
    [MemberData(nameof(KindsWithAnActive))]
    public void A_kind_bought_for_its_active_is_planned_nowhere_until_the_active_is_typed(ProductKind kind)
    {
        Intake[] clients =
        [
            new() { BirthDate = new DateOnly(1990, 5, 1) },
            new() { BirthDate = Monday.AddYears(-12) },
            new(),
            new() { BirthDate = new DateOnly(1990, 5, 1), Flags = [new() { Kind = FlagKind.Pregnancy }] },
        ];
        foreach (var intake in clients)
        {
            foreach (var started in new[] { false, true })
            {
                var built = CaseBuilder.Basic().With(_ => intake).Own(Nameless(kind));
                built = started ? built.InUse("nameless", Monday.AddDays(-30), 0) : built;
                var path = built.Plan(40);

                Assert.Empty(path.DaysOf("nameless"));
                Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
                Assert.Contains(path.Warnings, warning =>
                    warning.Rule == RuleBook.UnknownStrength && Words.Say(warning).Contains("Nameless bottle", StringComparison.Ordinal)
                );
            }
        }
    }

    [Theory]
    [MemberData(nameof(KindsWithAnActive))]
    public void The_auditor_refuses_a_path_that_uses_it_all_the_same(ProductKind kind)
    {
        var file = CaseBuilder.Basic().Own(Nameless(kind)).InUse("nameless", Monday, 0).Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 5);
        var step = new Step
        {
            Key = "nameless",
            Action = StepAction.Apply,
            Product = "nameless",
            Kind = kind,
            SkinState = SkinState.Dry,
            Because = [Because.Of(RuleBook.Everyday)],
        };
        var edited = path with
        {
            Days =
            [
                .. path.Days.Select(
                    (day, i) => i == 2 ? day with { Evening = day.Evening with { Steps = [.. day.Evening.Steps, step] } } : day
                ),
            ],
        };

        Assert.Contains(PathAuditor.Audit(file, CaseBuilder.Rules, edited), breach =>
            breach.Rule == RuleBook.UnknownStrength && breach.Date == Monday.AddDays(2)
        );
    }

    [Fact]
    public void Another_active_of_the_promised_sort_keeps_the_promise()
    {
        Assert.Null((Nameless(ProductKind.PeelPad) with { Actives = [new(Substance.Papain)] }).Implied);
        Assert.Equal(Family.Retinoid, (Nameless(ProductKind.Retinoid) with { Actives = [new(Substance.Niacinamide, 5)] }).Implied);
        Assert.Null(Nameless(ProductKind.SpotPatch).Implied);
    }

    [Theory]
    [InlineData(
        "Ingredients: Aqua, Lactic Acid, Glycerin, Cetearyl Alcohol, Squalane, Phenoxyethanol, Ethylhexylglycerin",
        "Lactic Acid at place 2"
    )]
    [InlineData("Ingredients: Aqua, Glycerin, Cetearyl Alcohol, Phenoxyethanol, Retinol, Tocopherol", "Retinol at place 5")]
    [InlineData("Active ingredient: Salicylic Acid 2 %. Ingredients: Aqua, Glycerin, Carbomer, Phenoxyethanol", "Salicylic Acid 2 %")]
    public void A_label_that_tells_of_more_than_was_typed_holds_the_product(string label, string named)
    {
        var lotion = new Product
        {
            Id = "lotion",
            Name = "Weir lotion",
            Kind = ProductKind.Moisturiser,
            Label = label,
        };
        var built = CaseBuilder.Basic().Own(lotion);
        var omission = built.Plan(1).Days[0].Evening.Omitted.Single(omission => omission.Product == "lotion");

        Assert.Equal(RuleBook.LabelContradicts, omission.Because.Rule);
        Assert.Contains(named, Words.Say(omission.Because), StringComparison.Ordinal);
        Assert.Contains("no active", Words.Say(omission.Because), StringComparison.Ordinal);
    }

    [Fact]
    public void A_label_with_a_higher_percent_or_a_lower_pH_contradicts_and_one_with_less_does_not()
    {
        Product With(string label) => CaseBuilder.Glycolic with { Label = label };

        Assert.Contains(
            "glycolic acid 9 %",
            LabelAgainstActives
                .Of(With("Toner, 9 % glycolic acid, pH 3.6\nIngredients: Aqua, Glycolic Acid, Glycerin, Phenoxyethanol"))!
                .Because.Values["label"],
            StringComparison.OrdinalIgnoreCase
        );
        Assert.Contains(
            "pH 2.8",
            LabelAgainstActives
                .Of(With("Toner, 7 % glycolic acid, pH 2.8\nIngredients: Aqua, Glycolic Acid, Glycerin, Phenoxyethanol"))!
                .Because.Values["label"],
            StringComparison.Ordinal
        );
        Assert.Null(
            LabelAgainstActives.Of(With("Toner, 5 % glycolic acid, pH 3.8\nIngredients: Aqua, Glycolic Acid, Glycerin, Phenoxyethanol"))
        );
        Assert.Null(
            LabelAgainstActives.Of(
                new Product
                {
                    Id = "gel",
                    Name = "Gel",
                    Kind = ProductKind.GelCleanser,
                    Label = "Ingredients: Aqua, Glycerin, Coco-Glucoside, Sodium Benzoate, Potassium Sorbate, Citric Acid",
                }
            )
        );
    }

    [Fact]
    public void An_acid_cleanser_keeps_out_of_acid_evenings_started_or_not()
    {
        var wash = new Product
        {
            Id = "wash",
            Name = "Mill wash",
            Kind = ProductKind.GelCleanser,
            Actives = [new(Substance.Salicylic, 1)],
            Ph = 4.5m,
        };
        foreach (var started in new[] { false, true })
        {
            var built = CaseBuilder.Basic().Own(wash, CaseBuilder.Glycolic).InUse("glycolic", Monday, 2).Established(Family.Aha, Monday);
            var path = (started ? built.InUse("wash", Monday, 1).Established(Family.Bha, Monday) : built).Plan(28);

            Assert.NotEmpty(path.DaysOf("glycolic"));
            Assert.DoesNotContain(path.Days, day => day.Evening.Has("glycolic") && day.Evening.Has("wash"));
            Assert.Equal(started, path.DaysOf("wash").Count > 0);
        }
    }

    [Theory]
    [InlineData(9.0, 3.6)]
    [InlineData(7.0, 3.5)]
    public void What_changed_under_the_same_id_starts_anew_from_the_case_file_too(double percent, double ph)
    {
        var now = CaseBuilder.Glycolic with { Actives = [new(Substance.Glycolic, (decimal)percent)], Ph = (decimal)ph };
        var file = CaseBuilder.Basic().InUse("glycolic", Monday.AddDays(-60), 3).Build();
        file = file with
        {
            Shelf =
            [
                .. file.Shelf,
                new ShelfItem { Product = now, Was = [FormerFormula.Of(CaseBuilder.Glycolic, CaseBuilder.At(Monday, 12))] },
            ],
        };
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 30);

        Assert.Contains(path.Days[0].Evening.Steps, step => step.Key == "patch-glycolic");
        Assert.Equal(Frequency.TwiceAWeek, path.Days.SelectMany(day => day.Evening.Steps).First(step => step.Key == "glycolic").Frequency);
        Assert.Equal(Monday.AddDays(3), path.DaysOf("glycolic")[0]);
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));

        var asked = PathPlanner.Plan(
            file with
            {
                Shelf = [.. file.Shelf.Select(item => item with { Was = [] })],
            },
            CaseBuilder.Rules,
            days: 30
        );
        Assert.Contains(PathAuditor.Audit(file, CaseBuilder.Rules, asked), breach => breach.Rule == RuleBook.PatchFirst);
    }

    [Fact]
    public void Former_formulas_out_of_order_are_refused_by_name()
    {
        var file = CaseBuilder.Basic().Build();
        var at = CaseBuilder.At(Monday, 12);
        file = file with
        {
            Shelf =
            [
                .. file.Shelf,
                new ShelfItem
                {
                    Product = CaseBuilder.Glycolic,
                    Was = [FormerFormula.Of(CaseBuilder.Glycolic, at), new(at.AddDays(-3), ProductKind.PeelPad, [], 19)],
                },
            ],
        };

        Assert.Equal(["shelf[3].was[1].until", "shelf[3].was[1].ph"], CaseCheck.Check(file).Select(problem => problem.Field));
    }
}
