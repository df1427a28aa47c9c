using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Plan;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>What the client tells acts: sun, sunscreen left out, something else used, more used than planned.</summary>
public class ToldTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static CaseBuilder Kit() =>
        CaseBuilder
            .Basic()
            .Own(CaseBuilder.WeakKit)
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "kit",
                    On = Monday.AddDays(-90),
                    Reason = "knows the kit",
                }
            )
            .Patched("kit", Monday.AddDays(-90));

    private static CaseBuilder SkipSunscreen(CaseBuilder built, params int[] days) => days.Aggregate(built, (now, day) => now.Log(
                new Skipped
                {
                    Id = now.Id(),
                    Product = "sun",
                    Day = Monday.AddDays(day),
                    Moment = Moment.Morning,
                    Reason = "no time",
                    HappenedAt = CaseBuilder.At(Monday.AddDays(day), 7),
                }
            ));

    [Fact]
    public void Strong_sun_in_a_report_keeps_kits_and_starts_off_like_the_answer_at_Meet()
    {
        Assert.True(Kit().Plan(30).DaysOf("kit")[0] < Monday.AddDays(3));
        var kit = Kit().Report(Monday.AddDays(-1), new SkinReport { StrongSun = true }, Monday.AddDays(-1), 20);
        Assert.True(kit.Plan(30).DaysOf("kit")[0] > Monday.AddDays(6));
        Assert.Empty(PathAuditor.Audit(kit.Build(), CaseBuilder.Rules, kit.Plan(30)));

        var start = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Monday.AddDays(-4))
            .Patched("glycolic", Monday.AddDays(-4))
            .Report(Monday.AddDays(-1), new SkinReport { StrongSun = true }, Monday.AddDays(-1), 20);
        Assert.True(start.Plan(30).DaysOf("glycolic")[0] > Monday.AddDays(6));
    }

    [Theory]
    [InlineData("my sister's retinol", Family.Retinoid)]
    [InlineData("Glycolic Acid pads", Family.Aha)]
    [InlineData("salicylic", Family.Bha)]
    [InlineData("a home peel", Family.SalonOnly)]
    [InlineData("something strong from the pharmacy", Family.SalonOnly)]
    [InlineData("20% serum", Family.SalonOnly)]
    [InlineData("sugar scrub", Family.ByHand)]
    [InlineData("benzoyl peroxide", Family.BenzoylPeroxide)]
    [InlineData("retinol palmitate", Family.Retinoid)]
    public void Something_else_is_read_with_the_ingredient_table(string text, Family family) =>
        Assert.Contains(AlsoUsed.Read(text), product =>
            product.Families().Contains(family) || (family == Family.SalonOnly && product.IsKit())
        );

    [Theory]
    [InlineData("")]
    [InlineData("nothing")]
    [InlineData("a mask and my usual cream")]
    [InlineData("no acid, only water")]
    public void What_is_not_strong_is_nothing_to_reckon_with(string text) => Assert.Empty(AlsoUsed.Read(text));

    [Fact]
    public void Something_else_counts_as_an_evening_of_its_family_and_is_asked()
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday, 0)
            .Report(Monday, new SkinReport { AlsoUsed = "lactic acid toner" }, Monday, 12);
        var path = built.Plan(20);

        Assert.Equal(RuleBook.UsedElse, path.Days[0].Evening.WhyNot("glycolic"));
        Assert.Equal(Monday.AddDays(7), path.DaysOf("glycolic")[0]);
        Assert.Contains(path.Questions, question => question.Kind == QuestionKind.UsedElse && question.Report is not null);
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void A_peel_told_of_moves_the_kit_by_its_interval()
    {
        var built = Kit().Report(Monday.AddDays(-3), new SkinReport { AlsoUsed = "a peel from the drawer" }, Monday.AddDays(-2), 9);

        Assert.True(built.Plan(40).DaysOf("kit")[0] >= Monday.AddDays(11));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, built.Plan(40)));
    }

    [Fact]
    public void Sunscreen_left_out_on_two_of_seven_mornings_holds_starts_and_steps_and_on_four_the_active()
    {
        CaseBuilder Climbing() =>
            CaseBuilder
                .Basic()
                .With(intake => intake with { SkinType = SkinType.Oily })
                .Own(CaseBuilder.Glycolic)
                .InUse("glycolic", Monday.AddDays(-30), 1)
                .Follow("glycolic", Monday.AddDays(-30), Monday);
        Assert.Contains(Climbing().Plan(1).Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.Contains(SkipSunscreen(Climbing(), -1).Plan(1).Questions, question => question.Kind == QuestionKind.StepUp);

        var two = SkipSunscreen(Climbing(), -1, -3).Plan(14);
        Assert.DoesNotContain(two.Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.Contains(two.Questions, question => question.Kind == QuestionKind.SunscreenSkipped);
        Assert.Contains(two.DaysOf("glycolic"), day => day <= Monday.AddDays(3));

        var four = SkipSunscreen(Climbing(), -1, -2, -3, -4).Plan(14);
        Assert.True(four.DaysOf("glycolic")[0] >= Monday.AddDays(3));
        Assert.Equal(RuleBook.SunscreenSkipped, four.Days[0].Evening.WhyNot("glycolic"));

        var start = SkipSunscreen(
            CaseBuilder.Basic().Own(CaseBuilder.Glycolic).Start("glycolic", Monday.AddDays(-4)).Patched("glycolic", Monday.AddDays(-4)),
            0,
            -1
        );
        Assert.True(start.Plan(14).DaysOf("glycolic")[0] >= Monday.AddDays(6));
    }

    [Fact]
    public void A_morning_ticked_after_all_is_no_morning_left_out()
    {
        var built = SkipSunscreen(CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", Monday, 1), -1, -2)
            .Use("sun", Monday.AddDays(-1), Moment.Morning);

        Assert.DoesNotContain(built.Plan(1).Questions, question => question.Kind == QuestionKind.SunscreenSkipped);
    }

    [Fact]
    public void Eighty_four_evenings_of_four_acids_are_no_evidence_of_calm()
    {
        Product Acid(string id, Substance substance) =>
            new()
            {
                Id = id,
                Name = id,
                Kind = ProductKind.LeaveOnAcidLiquid,
                Actives = [new(substance, 2)],
                Ph = 3.6m,
            };
        string[] ids = ["a", "b", "c", "d"];
        var built = CaseBuilder
            .Basic()
            .With(intake => intake with { SkinType = SkinType.Oily })
            .Own(
                Acid("a", Substance.Lactic),
                Acid("b", Substance.Mandelic),
                Acid("c", Substance.Salicylic),
                Acid("d", Substance.Gluconolactone)
            );
        foreach (var id in ids)
        {
            built.InUse(id, Monday.AddDays(-84), 0);
            for (var day = -84; day < 0; day++)
            {
                built.Use(id, Monday.AddDays(day));
            }
        }

        var path = built.Plan(14);
        Assert.DoesNotContain(path.Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.Equal(4, path.Questions.Count(question => question.Kind == QuestionKind.Overuse));
        Assert.All(path.Ladders, ladder => Assert.Equal(0, ladder.Uses));
        Assert.Empty(path.Established);
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void A_use_as_planned_is_no_overuse_whatever_is_told_later()
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday.AddDays(-30), 1)
            .Follow("glycolic", Monday.AddDays(-30), Monday)
            .Treat(Care.TreatmentKind.Waxing, Monday.AddDays(1))
            .Flag(FlagKind.StrongSun, Monday.AddDays(-2), Monday);

        Assert.DoesNotContain(built.Plan(1).Questions, question => question.Kind == QuestionKind.Overuse);
    }

    [Fact]
    public void A_report_sent_again_takes_the_place_of_the_first_unless_that_one_stopped()
    {
        CaseBuilder Twice(int first)
        {
            var built = CaseBuilder
                .Basic()
                .Own(CaseBuilder.Glycolic)
                .InUse("glycolic", Monday.AddDays(-30), 1)
                .Use("glycolic", Monday.AddDays(-1));
            built.Log(
                new CheckedIn
                {
                    Id = "first",
                    Day = Monday.AddDays(-1),
                    HappenedAt = CaseBuilder.At(Monday, 8),
                    Report = new SkinReport { Sting = first, StingSeconds = 200 },
                }
            );
            return built.Log(
                new CheckedIn
                {
                    Id = "second",
                    Replaces = "first",
                    Day = Monday.AddDays(-1),
                    HappenedAt = CaseBuilder.At(Monday, 9),
                    Report = new SkinReport { Sting = 1, StingSeconds = 10 },
                }
            );
        }

        Assert.Equal(["second"], Twice(6).Plan(1).Reports.Select(report => report.Id));
        Assert.DoesNotContain(Twice(6).Plan(1).Questions, question => question.Kind == QuestionKind.EasedOff);
        Assert.Equal(["first", "second"], Twice(8).Plan(1).Reports.Select(report => report.Id));
        Assert.Equal(("first", QuestionKind.ClearRed), (Twice(8).Plan(1).Questions[0].Report, Twice(8).Plan(1).Questions[0].Kind));
    }
}
