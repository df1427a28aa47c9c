using OatPath.Core.Audit;
using OatPath.Core.Care;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Answers at Meet that begin or end on an awkward day.</summary>
public class DatedAnswerTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;
    private static Product Enzyme =>
        new()
        {
            Id = "enzyme",
            Name = "Fig powder",
            Kind = ProductKind.Enzyme,
            Actives = [new(Substance.Papain)],
        };
    private static Product Pha =>
        new()
        {
            Id = "pha",
            Name = "Pebble liquid",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Gluconolactone, 8)],
            Ph = 3.8m,
        };

    [Fact]
    public void A_pregnancy_that_begins_on_a_repair_evening_is_seen()
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Retinol)
            .InUse("retinol", Monday.AddDays(-60), 2)
            .Use("retinol", Monday.AddDays(-1))
            .Report(Monday.AddDays(-1), new SkinReport { Sting = 5, StingSeconds = 100 }, Monday, 8)
            .Flag(FlagKind.Pregnancy, Monday);

        Assert.Empty(built.Plan(60).DaysOf("retinol"));
    }

    [Theory]
    [InlineData(FlagKind.Isotretinoin)]
    [InlineData(FlagKind.Pregnancy)]
    public void An_answer_that_begins_inside_a_care_window_is_seen(FlagKind kind)
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Salicylic)
            .InUse("salicylic", Monday.AddDays(-30), 2)
            .Treat(TreatmentKind.SuperficialPeel, Monday)
            .Flag(kind, Monday.AddDays(3));
        var path = built.Plan(60);

        Assert.Empty(path.DaysOf("salicylic"));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void An_eighteenth_birthday_inside_a_window_opens_the_way_afterwards()
    {
        var built = CaseBuilder
            .Basic()
            .With(intake => intake with { BirthDate = Monday.AddYears(-18).AddDays(4) })
            .Own(CaseBuilder.Retinol)
            .Start("retinol", Monday.AddDays(-1))
            .Treat(TreatmentKind.Dermaplaning, Monday.AddDays(3));
        var used = built.Plan(60).DaysOf("retinol");

        Assert.True(used[0] > Monday.AddDays(6));
    }

    [Fact]
    public void Without_a_birth_date_no_retinoid_and_no_peel_and_it_is_asked()
    {
        var built = CaseBuilder
            .Basic()
            .With(intake => intake with { BirthDate = null })
            .Own(CaseBuilder.Retinol, CaseBuilder.WeakKit, CaseBuilder.Glycolic)
            .InUse("retinol", Monday.AddDays(-60), 1)
            .InUse("kit", Monday.AddDays(-60), 0)
            .InUse("glycolic", Monday, 1);
        var path = built.Plan(60);

        Assert.Empty(path.DaysOf("retinol").Concat(path.DaysOf("kit")));
        Assert.NotEmpty(path.DaysOf("glycolic"));
        Assert.Contains(path.Questions, question => question.Kind == QuestionKind.AskBirthDate);
    }

    [Theory]
    [InlineData(10, 3.5, true)]
    [InlineData(11, 3.5, false)]
    [InlineData(8, 3.4, false)]
    public void In_pregnancy_AHA_is_low_and_left_on(int percent, double ph, bool planned)
    {
        var mandelic = new Product
        {
            Id = "mandelic",
            Name = "Almond drops",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Mandelic, percent - 2), new(Substance.Lactic, 2)],
            Ph = (decimal)ph,
        };
        var built = CaseBuilder.Basic().Own(mandelic).InUse("mandelic", Monday, 1).Flag(FlagKind.Pregnancy);
        var path = built.Plan(14);

        Assert.Equal(planned, path.DaysOf("mandelic").Count > 0);
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void On_isotretinoin_and_six_months_after_nothing_exfoliates()
    {
        Product[] all =
        [
            Pha,
            Enzyme,
            CaseBuilder.Azelaic,
            new()
            {
                Id = "scrub",
                Name = "Sand scrub",
                Kind = ProductKind.Scrub,
            },
            new()
            {
                Id = "brush",
                Name = "Teasel brush",
                Kind = ProductKind.CleansingBrush,
            },
        ];
        var built = CaseBuilder.Basic().Own(all).Flag(FlagKind.Isotretinoin, Monday.AddDays(-100), Monday.AddMonths(-6).AddDays(20));
        built = all.Aggregate(built, (now, product) => now.InUse(product.Id, Monday, 0));
        var path = built.Plan(45);
        var free = Monday.AddMonths(-6).AddDays(20).AddMonths(6);

        Assert.All(all, product => Assert.All(path.DaysOf(product.Id), day => Assert.True(day >= free)));
        Assert.NotEmpty(path.DaysOf("pha"));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void A_prescription_retinoid_has_its_own_evenings_and_acids_plan_around_it()
    {
        var clinic = new Product
        {
            Id = "clinic",
            Name = "Cream from the clinic",
            Kind = ProductKind.Retinoid,
            Actives = [new(Substance.PrescriptionRetinoid, 0.025m)],
        };
        var built = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", Monday, 3).Flag(FlagKind.PrescriptionRetinoid);
        Assert.Equal(RuleBook.PrescriptionUnknown, built.Plan(1).Days[0].Evening.WhyNot("glycolic"));

        var path = built.Own(clinic).InUse("clinic", Monday, 2).Plan(21);
        Assert.Equal([Monday, Monday.AddDays(2), Monday.AddDays(4)], path.DaysOf("clinic").Take(3));
        Assert.NotEmpty(path.DaysOf("glycolic"));
        Assert.Empty(path.DaysOf("glycolic").Intersect(path.DaysOf("clinic")));
        Assert.DoesNotContain(path.Questions, question => question.Kind == QuestionKind.StepUp);
    }

    [Fact]
    public void In_use_for_long_on_skin_that_never_met_an_acid_is_asked_and_begins_with_a_patch_test()
    {
        var built = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", Monday, 4).Flag(FlagKind.NeverUsedAcid);
        var path = built.Plan(20);

        Assert.Contains(path.Questions, question => question is { Kind: QuestionKind.StartDoubted, Product: "glycolic" });
        Assert.Equal(Monday.AddDays(3), path.DaysOf("glycolic")[0]);
        Assert.Equal(
            Frequency.EveryDay,
            built.Established(Family.Aha, Monday).Plan(20).Days[0].Evening.Steps.Single(step => step.Product == "glycolic").Frequency
        );
    }

    [Fact]
    public void In_use_for_long_at_a_high_rung_on_sensitive_skin_stands_at_the_first_until_settled()
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday, 4)
            .With(intake => intake with { Sensitivity = Sensitivity.Sensitive });

        Assert.Equal(Frequency.OnceAWeek, built.Plan(20).Days[0].Evening.Steps.Single(step => step.Product == "glycolic").Frequency);
        Assert.Contains(built.Plan(1).Questions, question => question.Kind == QuestionKind.StartDoubted);
    }
}
