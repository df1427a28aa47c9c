using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Weekly extras tied into one evening come together, as often as agreed, and never two exfoliants.</summary>
public class HomeFacialTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static CaseBuilder Parts() => CaseBuilder.Basic().Own(CaseBuilder.Steamer, CaseBuilder.Clay, CaseBuilder.Enzyme);

    /// <summary>The enzyme known and in use, so that all three may come.</summary>
    private static CaseBuilder Tied(int everyDays = 14) =>
        Parts().InUse("enzyme", Monday.AddDays(-40), 0).Tie(Monday, everyDays, "steamer", "enzyme", "clay");

    private static DateOnly[] DaysOf(CarePath path, string product) =>
        [.. path.Days.Where(day => day.Evening.Steps.Any(step => step.Product == product)).Select(day => day.Date)];

    [Theory]
    [InlineData(7)]
    [InlineData(10)]
    [InlineData(28)]
    public void Its_parts_come_on_one_evening_as_often_as_agreed(int everyDays)
    {
        var path = Tied(everyDays).Plan(84);
        var steamed = DaysOf(path, "steamer");

        Assert.Equal(steamed, DaysOf(path, "enzyme"));
        Assert.Equal(steamed, DaysOf(path, "clay"));
        Assert.InRange(steamed.Length, (84 / everyDays) - 1, (84 / everyDays) + 1);
        Assert.All(steamed.Zip(steamed.Skip(1)), pair => Assert.True(pair.Second.DayNumber - pair.First.DayNumber >= everyDays));
        Assert.Empty(PathAuditor.Audit(Tied(everyDays).Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void They_stand_in_the_order_of_an_evening_and_are_named_as_one()
    {
        var evening = Tied().Plan(28).Days.First(day => day.Evening.Facial.Count > 0).Evening;

        Assert.Equal(["steamer", "enzyme", "clay"], evening.Facial.Select(step => step.Product));
        Assert.All(evening.Facial, step => Assert.Contains(step.Because, because => because.Rule == RuleBook.HomeFacial));
        Assert.All(evening.Facial, step => Assert.Equal(14, step.EveryDays));
        Assert.All(evening.Facial, step => Assert.Equal("every 14 days", Core.Routine.StepWords.HowOften(step, false)));
    }

    [Fact]
    public void An_acid_rests_on_its_evening_however_well_it_is_borne()
    {
        var built = Parts()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday.AddDays(-1), 4)
            .Established(Family.Aha, Monday.AddDays(-60))
            .Tie(Monday, 7, "steamer", "clay");
        var path = built.Plan(28);

        Assert.Equal(4, path.Days.Count(day => day.Evening.Facial.Count > 0));
        Assert.DoesNotContain(path.Days, day => day.Evening.Facial.Count > 0 && day.Evening.Steps.Any(step => step.Product == "glycolic"));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void Nothing_comes_between_its_parts()
    {
        // On the first evening on which all three are free, the light has waited longer than the clay and shorter than the enzyme.
        var light = CaseBuilder.Steamer with
        {
            Id = "light",
            Name = "Lantern mask",
            Kind = ProductKind.LightMask,
            Sheet = new() { MostSeconds = 600, RestDays = 8 },
        };
        var built = Parts()
            .Own(light)
            .InUse("enzyme", Monday.AddDays(-6), 0)
            .Tie(Monday.AddDays(-6), 7, "enzyme", "clay")
            .Use("enzyme", Monday.AddDays(-6))
            .Use("light", Monday.AddDays(-5))
            .Use("clay", Monday.AddDays(-4));
        var path = built.Plan(28);

        Assert.Equal(DaysOf(path, "enzyme"), DaysOf(path, "clay"));
        Assert.Empty(DaysOf(path, "light").Intersect(DaysOf(path, "clay")));
        Assert.NotEmpty(DaysOf(path, "light"));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void Of_two_masks_the_clay_comes_first()
    {
        var giving = CaseBuilder.Clay with { Id = "give", Name = "Spring mask", Kind = ProductKind.HydratingMask };
        var path = CaseBuilder.Basic().Own(giving, CaseBuilder.Clay).Tie(Monday, 7, "give", "clay").Plan(14);

        Assert.Equal(
            ["clay", "give"],
            path.Days.First(day => day.Evening.Facial.Count > 0).Evening.Facial.Select(step => step.Product)
        );
    }

    [Fact]
    public void What_is_laid_out_stands_there_once_in_the_order_it_is_needed()
    {
        var parts = Tied().Plan(28).Days.First(day => day.Evening.Facial.Count > 0).Evening.Facial;

        Assert.Equal(
            [
                "steamer, filled with clean water",
                "enzyme, with a small bowl and water",
                "clay, with a clean spatula",
                "a flannel and warm water",
                "a fresh towel",
                "the serum and the cream for after",
            ],
            Core.Routine.FacialKit.Of(parts, step => step.Product!)
        );
    }

    [Fact]
    public void Untied_each_stands_by_itself_again()
    {
        var built = Tied().Tie(Monday.AddDays(7), 7);
        var path = built.Plan(56);
        var later = path.Days.Where(day => day.Date >= Monday.AddDays(7)).ToList();

        Assert.All(later, day => Assert.Empty(day.Evening.Facial));
        Assert.True(DaysOf(path, "clay").Count(day => day >= Monday.AddDays(7)) >= 6);
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void What_may_not_be_used_yet_is_left_out_and_the_others_come()
    {
        // The enzyme was never started: it waits for its patch test and its start.
        var path = Parts().Tie(Monday, 7, "steamer", "enzyme", "clay").Plan(28);

        Assert.Empty(DaysOf(path, "enzyme"));
        Assert.Equal(DaysOf(path, "steamer"), DaysOf(path, "clay"));
        Assert.All(path.Days.Where(day => day.Evening.Facial.Count > 0), day => Assert.Equal(2, day.Evening.Facial.Count));
    }

    [Fact]
    public void A_part_used_in_between_makes_the_others_wait_for_it()
    {
        var used = Monday.AddDays(-3);
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Steamer, CaseBuilder.Clay)
            .Tie(Monday.AddDays(-10), 14, "steamer", "clay")
            .Use("clay", used)
            .Plan(28);

        Assert.Equal([used.AddDays(14), used.AddDays(28)], DaysOf(path, "clay"));
        Assert.Equal(DaysOf(path, "clay"), DaysOf(path, "steamer"));
        Assert.Contains(
            path.Days.SelectMany(day => day.Evening.Omitted),
            omission => omission is { Product: "steamer", Because.Rule: RuleBook.FacialTogether }
        );
    }

    [Fact]
    public void Days_between_two_facials_are_no_gap_of_its_enzyme()
    {
        var from = Monday.AddDays(-20);
        var path = Parts().InUse("enzyme", from, 0).Use("enzyme", from).Tie(from, 28, "steamer", "enzyme", "clay").Plan(84);

        Assert.DoesNotContain(
            path.Days.SelectMany(day => day.Evening.Steps),
            step => step.Because.Any(because => because.Rule == RuleBook.Gap)
        );
        Assert.Equal("every 4 weeks", path.Ladders.Single(ladder => ladder.Product == "enzyme").HowOften);
    }

    [Fact]
    public void A_reaction_to_the_enzyme_leaves_it_out_of_the_next_facial()
    {
        var before = Tied(7).Plan(7);
        var first = DaysOf(before, "enzyme")[0];
        var told = Tied(7)
            .Use("enzyme", first)
            .Use("clay", first)
            .Use("steamer", first)
            .Report(first, new CheckIn.SkinReport { Sting = 5, StingSeconds = 600 })
            .Now(first.AddDays(1));

        Assert.DoesNotContain(DaysOf(told.Plan(7), "enzyme"), day => day <= first.AddDays(CaseBuilder.Rules.ReactionRestDays));
        Assert.Empty(PathAuditor.Audit(told.Build(), CaseBuilder.Rules, told.Plan(28)));
    }

    [Fact]
    public void What_no_longer_goes_together_stands_by_itself_and_is_said()
    {
        // The clay mask left the shelf's use, and one part alone is no facial.
        var built = CaseBuilder.Basic().Own(CaseBuilder.Steamer).Park(CaseBuilder.Clay).Tie(Monday, 28, "steamer", "clay");
        var path = built.Plan(28);

        Assert.True(DaysOf(path, "steamer").Length >= 3);
        Assert.Contains(path.Warnings, warning => warning.Rule == RuleBook.FacialUndone);
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void Two_exfoliants_two_steamers_and_strangers_are_refused()
    {
        static Product Of(ProductKind kind, string id) => CaseBuilder.Steamer with { Id = id, Name = id, Kind = kind };

        Assert.Null(HomeFacial.Wrong([CaseBuilder.Steamer, CaseBuilder.Enzyme, CaseBuilder.Clay]));
        Assert.Contains("one exfoliant", HomeFacial.Wrong([CaseBuilder.Enzyme, Of(ProductKind.Scrub, "s")])!, StringComparison.Ordinal);
        Assert.Contains(
            "one steamer",
            HomeFacial.Wrong([CaseBuilder.Steamer, Of(ProductKind.FacialSteamer, "s")])!,
            StringComparison.Ordinal
        );
        Assert.Contains("no place", HomeFacial.Wrong([CaseBuilder.Clay, CaseBuilder.Glycolic])!, StringComparison.Ordinal);
        Assert.Contains("two products", HomeFacial.Wrong([CaseBuilder.Clay])!, StringComparison.Ordinal);
        Assert.Contains(
            "one exfoliant",
            HomeFacial.Wrong([CaseBuilder.Enzyme, CaseBuilder.Clay with { Actives = [new(Substance.Salicylic, 1)] }])!,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData(6)]
    [InlineData(57)]
    public void An_interval_outside_its_range_is_refused_by_name(int days) =>
        Assert.Contains(CaseCheck.Check(Tied(days).Build()), problem => problem.Field.EndsWith(".everyDays", StringComparison.Ordinal));

    [Fact]
    public void A_product_that_is_not_there_is_refused_by_name() =>
        Assert.Contains(
            CaseCheck.Check(Parts().Tie(Monday, 7, "steamer", "nothing").Build()),
            problem => problem.Field == "decisions[0].products"
        );

    [Fact]
    public void A_facial_is_one_thing_among_the_steps_of_an_evening()
    {
        var many = Tied().Own(
            CaseBuilder.Steamer with { Id = "oil", Name = "Bank oil", Kind = ProductKind.OilCleanser },
            CaseBuilder.Steamer with { Id = "mist", Name = "Calm mist", Kind = ProductKind.CalmingToner }
        );

        Assert.DoesNotContain(many.Plan(28).Warnings, warning => warning.Rule == RuleBook.ManySteps);
    }
}
