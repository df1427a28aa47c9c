using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Path;
using OatPath.Core.Ramp;
using OatPath.Core.Skin;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>The estimate of what a skin bears: it learns in the right direction and only ever holds back.</summary>
public sealed class ToleranceTests
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 100)];

    private static (double Demand, Felt Felt, int Ago)[] Uses(Random random) =>
        [.. Enumerable.Range(0, random.Next(30)).Select(_ => (Demand(random), (Felt)random.Next(5), random.Next(200)))];

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
        Felt[] mildestFirst = [Felt.Calm, Felt.Tingle, Felt.Mild, Felt.Strong];
        var chances = mildestFirst.Select(felt => After([.. uses, (demand, felt, 0)]).ChanceOfStrong(asked)).ToList();
        Assert.All(chances.Zip(chances.Skip(1)), pair => Assert.True(pair.Second >= pair.First - 1e-9));
    }

    [Fact]
    public void Calm_uses_lower_the_chance_and_a_strong_one_long_ago_counts_less()
    {
        Assert.True(After([(10, Felt.Calm, 0)]).ChanceOfStrong(14) < After([]).ChanceOfStrong(14));
        Assert.True(After([(10, Felt.Untold, 0)]).ChanceOfStrong(14) < After([]).ChanceOfStrong(14));
        Assert.True(After([(10, Felt.Strong, 300)]).ChanceOfStrong(14) < After([(10, Felt.Strong, 3)]).ChanceOfStrong(14));
        Assert.True(After([], Sensitivity.Reactive).ChanceOfStrong(14) > After([], Sensitivity.Resilient).ChanceOfStrong(14));
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
