using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Ramp;
using OatPath.Core.Skin;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>The estimate of what a skin bears: it learns in the right direction and only ever holds back.</summary>
public sealed class ToleranceTests
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 100)];

    private static (double Demand, Felt Felt, int Ago)[] Uses(Random random) =>
        [.. Enumerable.Range(0, random.Next(30)).Select(_ => (Demand(random), (Felt)random.Next(6), random.Next(200)))];

    private static double Demand(Random random) => 0.5 + (random.NextDouble() * 60);

    private static Tolerance After((double Demand, Felt Felt, int Ago)[] uses, Sensitivity sensitivity = Sensitivity.Average)
    {
        var tolerance = new Tolerance(sensitivity);
        foreach (var (demand, felt, ago) in uses)
        {
            tolerance.See(demand, felt, ago);
        }

        return tolerance;
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Whatever_was_used_more_demand_and_worse_reports_are_never_safer(int seed)
    {
        var random = new Random(seed);
        var uses = Uses(random);
        var (demand, asked) = (Demand(random), Demand(random));
        var tolerance = After(uses);

        Assert.InRange(tolerance.ChanceOfStrong(demand), 0, 1);
        Assert.True(tolerance.ChanceOfStrong(demand * 1.2) >= tolerance.ChanceOfStrong(demand));
        Assert.Equal(tolerance.ChanceOfStrong(asked), After([.. uses.Reverse()]).ChanceOfStrong(asked), 9);
        Felt[] mildestFirst = [Felt.Nothing, Felt.Calm, Felt.Tingle, Felt.Mild, Felt.Strong];
        var chances = mildestFirst.Select(felt => After([.. uses, (demand, felt, 0)]).ChanceOfStrong(asked)).ToList();

        // How alike evenings are is learned too, so that among small stings an odd record may move a point or two the other way.
        Assert.All(chances.Zip(chances.Skip(1)), pair => Assert.True(pair.Second >= pair.First - 0.02));
        Assert.True(chances[^1] >= chances[..^1].Max());
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_strong_report_makes_it_surer_that_the_next_is_too_much_and_a_lower_limit_holds_more(int seed)
    {
        var random = new Random(seed);
        var uses = Uses(random);
        var (demand, asked, limit) = (Demand(random), Demand(random), random.NextDouble() * 0.3);
        var tolerance = After(uses);
        var sure = tolerance.SureOver(asked, limit);

        Assert.InRange(sure, 0, 1);
        Assert.True(tolerance.SureOver(asked * 1.2, limit) >= sure);
        Assert.True(tolerance.SureOver(asked, limit / 2) >= sure);
        Assert.True(After([.. uses, (demand, Felt.Strong, 0)]).SureOver(asked, limit) >= sure - 1e-9);
        Assert.True(tolerance.ChanceOfStrong(asked) >= sure * limit);
    }

    [Fact]
    public void Uses_without_a_sting_lower_the_chance_and_a_strong_one_long_ago_counts_less()
    {
        Assert.True(After([(10, Felt.Nothing, 0)]).ChanceOfStrong(14) < After([]).ChanceOfStrong(14));
        Assert.True(After([(10, Felt.Untold, 0)]).ChanceOfStrong(14) < After([]).ChanceOfStrong(14));
        Assert.True(After([(10, Felt.Strong, 300)]).ChanceOfStrong(14) < After([(10, Felt.Strong, 3)]).ChanceOfStrong(14));
        Assert.True(After([], Sensitivity.Reactive).ChanceOfStrong(14) > After([], Sensitivity.Resilient).ChanceOfStrong(14));
    }

    /// <summary>Two skins at the same demand: one always tingles a little, one swings between nothing and a sting of 4.</summary>
    [Fact]
    public void Evenings_that_turn_out_unevenly_are_told_from_even_ones()
    {
        var even = Enumerable.Repeat((20.0, Felt.Tingle, 0), 12);
        var uneven = Enumerable.Range(0, 12).Select(i => (20.0, i % 3 == 0 ? Felt.Mild : Felt.Calm, 0));

        Assert.True(After([.. uneven]).ChanceOfStrong(20) > 3 * After([.. even]).ChanceOfStrong(20));
    }

    [Fact]
    public void Demand_is_the_geometric_mean_of_the_evening_and_its_week() => Assert.Equal(6, Tolerance.DemandOf(3, 12), 9);

    /// <summary>Two evenings a week with stings of 3 that fade: the rules on paper let the step through, the estimate does not.</summary>
    [Theory]
    [InlineData(1, true)]
    [InlineData(3, false)]
    public void Stings_near_the_limit_hold_the_step_back_where_calm_ones_do_not(int sting, bool asked)
    {
        var due = Monday.AddDays(21);
        var builder = Basic().Own(Glycolic).Start("glycolic", Monday.AddDays(-3)).Patched("glycolic", Monday.AddDays(-3));
        for (var day = Monday; day < due; day = day.AddDays(1))
        {
            if (day.DayOfWeek is DayOfWeek.Monday or DayOfWeek.Thursday)
            {
                builder.Use("glycolic", day).Report(day, new SkinReport { Sting = sting, StingSeconds = 30 });
            }
        }

        var path = builder.Now(due).Plan(28);
        var paper = PathPlanner.Plan(builder.Build(), Rules, null, 28, new RuleSwitch(RuleBook.Tolerance));

        Assert.Contains(paper.Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.Equal(asked, path.Questions.Any(question => question.Kind == QuestionKind.StepUp));
        Assert.Equal(!asked, path.Ladders[0].Missing.Any(because => because.Rule == RuleBook.Tolerance));
        Assert.Equal(paper.DaysOf("glycolic"), path.DaysOf("glycolic"));
        Assert.NotNull(path.Ladders[0].ChanceNext);
    }
}
