using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Morning and evening: a last rung for mild acids by their label, for azelaic acid and for serums against pigment.</summary>
public class TwiceADayTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static Product Mandelic(decimal percent = 8, bool label = true) =>
        new()
        {
            Id = "mandelic",
            Name = "Almond drops",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Mandelic, percent)],
            Ph = 3.6m,
            TwiceADay = label,
        };

    private static Product Pigment =>
        new()
        {
            Id = "tally",
            Name = "Tally serum",
            Kind = ProductKind.PigmentSerum,
            Actives = [new(Substance.Tranexamic, 3)],
        };

    /// <summary>Held at its last rung.</summary>
    private static CaseBuilder Held(Product product, int rung) =>
        CaseBuilder.Basic().Own(product).InUse(product.Id, Monday, rung).Established(Family.Aha, Monday.AddDays(-90));

    private static int Uses(CarePath path, string product, Moment moment) =>
        path.Days.Count(day => day[moment].Steps.Any(step => step.Product == product));

    private static IReadOnlyList<Rung> RungsOf(Product product, Sensitivity skin = Sensitivity.Average) =>
        Ladder.For(product, new Intake { Sensitivity = skin }, CaseBuilder.Rules)!.Rungs;

    public static TheoryData<Substance, double?, ProductKind, bool, bool> Products =>
        new()
        {
            { Substance.Mandelic, 8, ProductKind.LeaveOnAcidLiquid, true, true },
            { Substance.Mandelic, 10, ProductKind.LeaveOnAcidGel, true, true },
            { Substance.Mandelic, 8, ProductKind.LeaveOnAcidLiquid, false, false },
            { Substance.Mandelic, 11, ProductKind.LeaveOnAcidLiquid, true, false },
            { Substance.Mandelic, null, ProductKind.LeaveOnAcidLiquid, true, false },
            { Substance.Mandelic, 8, ProductKind.PeelPad, true, false },
            { Substance.Lactic, 10, ProductKind.ExfoliatingToner, true, true },
            { Substance.Gluconolactone, 8, ProductKind.LeaveOnAcidLiquid, true, true },
            { Substance.Glycolic, 5, ProductKind.LeaveOnAcidLiquid, true, false },
            { Substance.Salicylic, 1, ProductKind.LeaveOnAcidLiquid, true, false },
            { Substance.Azelaic, 10, ProductKind.AzelaicSuspension, true, true },
            { Substance.Azelaic, 15, ProductKind.AzelaicSuspension, true, false },
            { Substance.Tranexamic, 3, ProductKind.PigmentSerum, false, true },
            { Substance.Hydroquinone, 2, ProductKind.PigmentSerum, true, false },
            { Substance.LAscorbic, 10, ProductKind.AntioxidantSerum, true, false },
            { Substance.Retinol, 0.2, ProductKind.Retinoid, true, false },
        };

    [Theory]
    [MemberData(nameof(Products))]
    public void Only_what_is_mild_has_the_rung(Substance substance, double? percent, ProductKind kind, bool label, bool has)
    {
        var product = Mandelic(label: label) with { Kind = kind, Actives = [new(substance, (decimal?)percent)] };

        Assert.Equal(has, product.MayGoTwiceADay());
        Assert.Equal(has, RungsOf(product)[^1].Frequency == Frequency.TwiceADay);
    }

    [Fact]
    public void A_second_acid_in_it_counts_and_an_unknown_one_too()
    {
        Assert.False((Mandelic() with { Actives = [new(Substance.Mandelic, 5), new(Substance.Glycolic, 2)] }).MayGoTwiceADay());
        Assert.False((Mandelic() with { Actives = [] }).MayGoTwiceADay());
    }

    [Fact]
    public void Sensitive_skin_has_no_acid_twice_a_day()
    {
        Assert.Equal(Frequency.EveryDay, RungsOf(Mandelic(), Sensitivity.Sensitive)[^1].Frequency);
        Assert.Equal(Frequency.TwiceADay, RungsOf(Pigment, Sensitivity.Sensitive)[^1].Frequency);
    }

    [Fact]
    public void It_is_planned_in_both_halves_and_said_so()
    {
        var built = Held(Mandelic(), 5);
        var path = built.Plan(14);
        var step = path.Days[3].Morning.Steps.Single(step => step.Product == "mandelic");

        Assert.Equal(14, Uses(path, "mandelic", Moment.Morning));
        Assert.Equal(14, Uses(path, "mandelic", Moment.Evening));
        Assert.Equal("morning and evening", StepWords.HowOften(step, morning: true));
        Assert.Equal("morning and evening", path.Ladders.Single().HowOften);
        Assert.Equal(SkinState.Dry, step.SkinState);
        Assert.All(path.Days, day => Assert.Contains(day.Morning.Steps, step => step.Product == "sun"));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void Both_uses_count_in_the_load_of_the_day()
    {
        var once = Held(Mandelic(), 4).Plan(3).Days[1].Load;

        Assert.True(once > 0);
        Assert.Equal(once * 2, Held(Mandelic(), 5).Plan(3).Days[1].Load, 2);
    }

    [Fact]
    public void What_else_exfoliates_takes_its_place_and_adds_nothing()
    {
        var built = Held(Mandelic(), 5).Own(CaseBuilder.Enzyme).InUse("enzyme", Monday, 0);
        var path = built.Plan(21);

        Assert.InRange(Uses(path, "enzyme", Moment.Evening), 1, 3);
        Assert.Equal(21, Uses(path, "mandelic", Moment.Morning));
        Assert.Equal(21, Uses(path, "mandelic", Moment.Evening) + Uses(path, "enzyme", Moment.Evening));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void An_evening_that_rests_leaves_the_morning()
    {
        var built = Held(Mandelic(), 5)
            .Decide(
                new ShapeWeek
                {
                    Id = "week",
                    On = Monday,
                    RestEvenings = [DayOfWeek.Sunday],
                }
            );
        var path = built.Plan(14);

        Assert.Equal(14, Uses(path, "mandelic", Moment.Morning));
        Assert.Equal(12, Uses(path, "mandelic", Moment.Evening));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void A_retinoid_has_its_evenings_and_the_acid_keeps_the_mornings()
    {
        var built = Held(Mandelic(), 5).Own(CaseBuilder.Retinol).InUse("retinol", Monday, 4);
        var path = built.Plan(14);

        Assert.DoesNotContain(path.Days, day =>
            day.Evening.Steps.Any(step => step.Product == "mandelic") && day.Evening.Steps.Any(step => step.Product == "retinol")
        );
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void The_step_is_asked_for_like_any_other_and_a_strong_sting_takes_it_back()
    {
        var built = CaseBuilder.Basic().Own(Pigment).InUse("tally", Monday, 1);
        built = built.Follow("tally", Monday, Monday.AddDays(30)).Now(Monday.AddDays(30)).StepUp("tally", 2, Monday.AddDays(30));

        Assert.Equal(Frequency.TwiceADay, built.Plan(7).Ladders.Single().Frequency);
        var hurt = built
            .Use("tally", Monday.AddDays(31))
            .Report(Monday.AddDays(31), new CheckIn.SkinReport { Sting = 6, StingSeconds = 120 })
            .Now(Monday.AddDays(32));
        var path = hurt.Plan(14);
        Assert.Equal(Frequency.EveryDay, path.Ladders.Single().Frequency);
        Assert.Equal(0, Uses(path, "tally", Moment.Morning) - path.Days.Count(day => day.Date > Monday.AddDays(38)));
        Assert.Empty(PathAuditor.Audit(hurt.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void Used_morning_and_evening_where_once_a_day_is_planned_it_is_said()
    {
        CaseBuilder Twice(int rung) =>
            Held(Mandelic(), rung).Use("mandelic", Monday, Moment.Morning).Use("mandelic", Monday).Now(Monday.AddDays(1));

        Assert.Contains(Twice(4).Plan(7).Questions, question => question.Because.Rule == RuleBook.Overuse);
        Assert.DoesNotContain(Twice(5).Plan(7).Questions, question => question.Because.Rule == RuleBook.Overuse);
    }

    [Fact]
    public void The_auditor_sees_what_may_not_be_on_twice()
    {
        var path = Held(Mandelic(), 5).Plan(7);
        var strong = Held(Mandelic(11), 4).Build();

        Assert.Contains(PathAuditor.Audit(strong, CaseBuilder.Rules, path), breach => breach.Rule == "routine.once-a-day");
    }
}
