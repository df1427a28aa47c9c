using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>A leave-on acid by the practitioner's word in the morning, and an acid wash up to every day where skin bears it.</summary>
public class MorningAcidTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static CaseBuilder InTheMorning(string product = "glycolic") =>
        CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, CaseBuilder.Retinol)
            .InUse("glycolic", Monday.AddDays(-30), 1)
            .Decide(
                new ShapeLadder
                {
                    Id = "morning",
                    Product = product,
                    On = Monday,
                    Morning = true,
                }
            );

    [Fact]
    public void It_moves_with_its_words_and_its_sunscreen()
    {
        var path = InTheMorning().Plan(28);
        var mornings = path.Days.Where(day => day.Morning.Steps.Any(step => step.Product == "glycolic")).ToList();

        Assert.InRange(mornings.Count, 7, 8);
        Assert.DoesNotContain(path.Days, day => day.Evening.Steps.Any(step => step.Product == "glycolic"));
        Assert.All(mornings, day => Assert.Contains(day.Morning.Steps, step => step.Product == "sun"));
        Assert.Equal("2 mornings a week", path.Ladders.Single(ladder => ladder.Product == "glycolic").HowOften);
        Assert.Empty(PathAuditor.Audit(InTheMorning().Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void A_beginner_has_no_acid_the_evening_after_the_acid_of_a_morning()
    {
        var built = InTheMorning().Own(CaseBuilder.Salicylic).InUse("salicylic", Monday.AddDays(-30), 1);
        var path = built.Plan(56);
        bool Acid(DateOnly date) =>
            path.On(date) is { } day
            && day.Morning.Steps.Concat(day.Evening.Steps).Any(step => step.Product is "glycolic" or "salicylic");

        Assert.DoesNotContain(path.Days, day => Acid(day.Date) && Acid(day.Date.AddDays(-1)));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void Only_an_acid_that_is_left_on_may_be_moved() =>
        Assert.Contains(
            CaseCheck.Check(InTheMorning("retinol").Build()),
            problem => problem.Field.EndsWith(".morning", StringComparison.Ordinal)
        );

    [Theory]
    [InlineData(SkinType.Oily, Sensitivity.Average, Frequency.EveryDay, 7)]
    [InlineData(SkinType.Dry, Sensitivity.Average, Frequency.TwiceAWeek, 2)]
    [InlineData(SkinType.Oily, Sensitivity.Sensitive, Frequency.TwiceAWeek, 2)]
    public void An_acid_wash_goes_on_to_every_day_but_on_dry_or_sensitive_skin(SkinType type, Sensitivity skin, Frequency top, int most)
    {
        var intake = new Intake { SkinType = type, Sensitivity = skin };
        var wash = CaseBuilder.Glycolic with { Id = "wash", Kind = ProductKind.ExfoliatingCleanser };

        Assert.Equal(top, Ladder.For(wash, intake, CaseBuilder.Rules)!.Rungs[^1].Frequency);
        Assert.Equal(most, ExfoliationBudget.Per7Days(ExfoliantRole.AcidCleanser, intake));
    }

    [Fact]
    public void An_established_acid_wash_is_planned_every_day()
    {
        var wash = CaseBuilder.Glycolic with { Id = "wash", Name = "Mill wash", Kind = ProductKind.ExfoliatingCleanser };
        var built = CaseBuilder
            .Basic()
            .With(intake => intake with { SkinType = SkinType.Oily })
            .Own(wash)
            .InUse("wash", Monday, 4)
            .Established(Family.Aha, Monday.AddDays(-60));
        var path = built.Plan(14);

        Assert.All(path.Days, day => Assert.Contains(day.Evening.Steps, step => step.Product == "wash"));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }
}
