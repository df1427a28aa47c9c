using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Routes;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>What a bottle, a brush and a balm ask for in the hand.</summary>
public class BalmAndBottleTests
{
    private static readonly Product Balm = new()
    {
        Id = "balm",
        Name = "Fen balm",
        Kind = ProductKind.OcclusiveBalm,
    };

    [Fact]
    public void A_balm_is_no_part_of_every_evening_on_skin_that_breaks_out()
    {
        CaseBuilder Of(params Concern[] concerns) => CaseBuilder.Basic().With(intake => intake with { Concerns = concerns }).Own(Balm);
        var breaksOut = PathPlanner.Plan(Of(Concern.Breakouts).Build(), CaseBuilder.Rules, days: 7);

        Assert.Equal(7, PathPlanner.Plan(Of(Concern.Dryness).Build(), CaseBuilder.Rules, days: 7).DaysOf("balm").Count);
        Assert.Empty(breaksOut.DaysOf("balm"));
        Assert.All(breaksOut.Days, day =>
            Assert.Equal(RuleBook.BalmBreaksOut, day.Evening.Omitted.Single(omission => omission.Product == "balm").Because.Rule)
        );
    }

    [Fact]
    public void The_brush_is_the_cleanse_and_nothing_is_massaged_again()
    {
        var brush = new Product
        {
            Id = "brush",
            Name = "Teasel brush",
            Kind = ProductKind.CleansingBrush,
        };
        var path = PathPlanner.Plan(
            CaseBuilder.Basic().Own(brush).InUse("brush", CaseBuilder.Monday, 0).Build(),
            CaseBuilder.Rules,
            days: 7
        );
        var cleanses = path.Days.ToLookup(
            day => day.Evening.Steps.Any(step => step.Product == "brush"),
            day => StepWords.How(day.Evening.Steps.Single(step => step.Slot == RoutineSlot.Cleanse))
        );

        Assert.NotEmpty(cleanses[true]);
        Assert.All(cleanses[true], how => Assert.DoesNotContain(how, line => line.Contains("Massage", StringComparison.Ordinal)));
        Assert.All(cleanses[true], how => Assert.Contains(how, line => line.Contains("head of the brush", StringComparison.Ordinal)));
        Assert.All(cleanses[false], how => Assert.Contains(how, line => line.Contains("Massage", StringComparison.Ordinal)));
    }

    [Fact]
    public void What_is_not_rinsed_off_is_not_said_to_be()
    {
        foreach (var kind in Enum.GetValues<ProductKind>().Where(kind => RoutineSlots.Of(kind) is not null))
        {
            var step = CaseBuilder.StepOf(kind);
            if (HeldWords.Of(step) is { } words && step.Removal == Removal.None && DeviceGuide.Of(Plain(kind), false, []) is null)
            {
                Assert.DoesNotContain("inse", words.Ends, StringComparison.Ordinal);
            }
        }

        static Product Plain(ProductKind kind) =>
            new()
            {
                Id = "x",
                Name = "X",
                Kind = kind,
            };
    }

    [Fact]
    public void A_bottle_is_shaken_before_anything_else_is_said_and_goes_back_into_the_cold()
    {
        var serum = new Product
        {
            Id = "serum",
            Name = "Fen serum",
            Kind = ProductKind.HydratingSerum,
            ShakeFirst = true,
            KeepCold = true,
        };
        var how = PathPlanner
            .Plan(CaseBuilder.Basic().Own(serum).Build(), CaseBuilder.Rules, days: 1)
            .Days[0]
            .Evening.Steps.Where(step => step.Product == "serum")
            .Select(StepWords.How)
            .Single();

        Assert.Equal(("Shake it first.", "Back into the cold after use."), (how[0], how[^1]));
    }
}
