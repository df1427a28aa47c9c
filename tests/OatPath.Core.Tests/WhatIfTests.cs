using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Suppose;

namespace OatPath.Core.Tests;

public class WhatIfTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static CaseBuilder Steady() => CaseBuilder.Basic().Own(CaseBuilder.Glycolic, CaseBuilder.Retinol).InUse("glycolic", Monday, 2);

    private static WhatIfAnswer Try(CaseBuilder build, Supposition supposition, int days = 42) =>
        WhatIf.Try(build.Build(), CaseBuilder.Rules, supposition, days);

    [Fact]
    public void A_strong_sting_rests_the_active_a_week_and_takes_a_rung()
    {
        var day = Monday.AddDays(4);
        var answer = Try(Steady(), new StingAt(day, 6));
        var uses = answer.Then.DaysOf("glycolic");

        Assert.Equal(day.AddDays(1), answer.FirstDifference);
        Assert.Equal(answer.Now.DaysOf("glycolic").Where(on => on <= day), uses.Where(on => on <= day));
        Assert.DoesNotContain(uses, on => on > day && on <= day.AddDays(7));
        Assert.Equal(Frequency.TwiceAWeek, answer.Then.Ladders.Single(ladder => ladder.Product == "glycolic").Frequency);
    }

    [Fact]
    public void A_sting_of_eight_pauses_everything_until_somebody_clears_it()
    {
        var answer = Try(Steady(), new StingAt(Monday, 8));

        Assert.Contains(answer.Then.Questions, question => question.Kind == QuestionKind.ClearRed);
        Assert.All(answer.Then.Days.Skip(1), day => Assert.True(day.Evening.Repair));
    }

    [Fact]
    public void Two_weeks_missed_cost_a_rung_and_thirteen_days_do_not()
    {
        LadderStatus After(int days) =>
            Try(Steady(), new NothingUsed(Monday.AddDays(1), days)).Then.Ladders.Single(ladder => ladder.Product == "glycolic");

        Assert.Equal(Frequency.TwiceAWeek, After(15).Frequency);
        Assert.Equal(Frequency.ThreeAWeek, After(12).Frequency);
    }

    [Fact]
    public void Starting_the_retinoid_now_begins_with_its_patch_test()
    {
        var answer = Try(Steady(), new StartNow("retinol"));

        Assert.Empty(answer.Now.DaysOf("retinol"));
        Assert.NotEmpty(answer.Then.DaysOf("retinol"));
        Assert.True(answer.Then.DaysOf("retinol")[0] >= Monday.AddDays(3));
    }

    [Fact]
    public void A_patch_test_under_way_is_read_clear_on_the_way()
    {
        var build = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Monday.AddDays(-1))
            .Log(
                new PatchApplied
                {
                    Id = "put",
                    Product = "glycolic",
                    HappenedAt = CaseBuilder.At(Monday.AddDays(-1), 21),
                }
            );
        var answer = Try(build, new StingAt(build.Plan(30).DaysOf("glycolic")[1], 6));

        Assert.Equal(answer.Now.DaysOf("glycolic").Take(2), answer.Then.DaysOf("glycolic").Take(2));
    }

    [Fact]
    public void Strong_sun_rests_the_acid_three_days_before_and_during()
    {
        var (from, until) = (Monday.AddDays(12), Monday.AddDays(18));
        var uses = Try(Steady(), new SunAhead(from, until)).Then.DaysOf("glycolic");

        Assert.DoesNotContain(uses, day => day >= from.AddDays(-3) && day <= until);
        Assert.Contains(uses, day => day > until);
    }

    [Fact]
    public void What_cannot_be_supposed_says_why()
    {
        string Said(Supposition supposition) => WhatIf.Check(Steady().Build(), CaseBuilder.Rules, supposition).Single().Remedy;

        Assert.Contains("the next one is on Wed 4 March", Said(new StingAt(Monday.AddDays(1), 6)), StringComparison.Ordinal);
        Assert.Contains("0 to 10", Said(new StingAt(Monday, 11)), StringComparison.Ordinal);
        Assert.Contains("1 to 60 days", Said(new NothingUsed(Monday, 0)), StringComparison.Ordinal);
        Assert.Contains("from today", Said(new SunAhead(Monday.AddDays(-1), Monday)), StringComparison.Ordinal);
        Assert.Contains("choose an active", Said(new StartNow("cream")), StringComparison.Ordinal);
    }

    [Fact]
    public void Trying_writes_nothing_down_and_never_makes_a_day_stronger_than_a_reaction_allows() => RandomCase.Each(200, (file, seed) =>
        {
            var before = CaseJson.Write(file);
            var today = PathPlanner.Plan(file, CaseBuilder.Rules, days: 1).Today;
            foreach (
                var supposition in new Supposition[]
                {
                    new StingAt(today.AddDays(seed % 20), 6),
                    new NothingUsed(today.AddDays(seed % 9), 1 + (seed % 30)),
                    new SunAhead(today.AddDays(3), today.AddDays(9)),
                }
            )
            {
                if (WhatIf.Check(file, CaseBuilder.Rules, supposition).Count > 0)
                {
                    continue;
                }

                var answer = WhatIf.Try(file, CaseBuilder.Rules, supposition, 30);
                Assert.Equal(answer.Now.Days.Select(day => day.Date), answer.Then.Days.Select(day => day.Date));
                if (supposition is StingAt { Day: var day })
                {
                    var used = answer
                        .Then.On(day)!
                        .Evening.Steps.Concat(answer.Then.On(day)!.Morning.Steps)
                        .Where(step =>
                            step.Frequency is not null && step.Roles.Any(role => Skin.FamilyTraits.Of(role).Irritant != Skin.Degree.No)
                        )
                        .Select(step => step.Key)
                        .ToList();
                    Assert.All(used, product =>
                        Assert.DoesNotContain(answer.Then.DaysOf(product), other => other > day && other <= day.AddDays(7))
                    );
                }
            }

            Assert.Equal(before, CaseJson.Write(file));
        });
}
