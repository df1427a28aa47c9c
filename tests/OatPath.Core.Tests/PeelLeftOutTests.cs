using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>A peel evening that was not done: left out with a word, without one, twice, or because the skin was sore.</summary>
public class PeelLeftOutTests
{
    private static CaseBuilder Case() =>
        Basic()
            .Own(Glycolic, WeakKit)
            .InUse("glycolic", Monday.AddDays(-60), 2)
            .Follow("glycolic", Monday.AddDays(-30), Monday.AddDays(-1))
            .Patched(WeakKit.Id, Monday.AddDays(-6))
            .Start(WeakKit.Id, Monday);

    private static DateOnly First { get; } = Next(Case().Now(Monday));

    private static DateOnly Next(CaseBuilder build) => build.Plan().Ladders.Single(ladder => ladder.EveryDays is not null).NextOn!.Value;

    private static CaseBuilder LeftOut(CaseBuilder build, DateOnly on, string reason = "no time", bool all = false) =>
        build.Log(
            new Skipped
            {
                Id = build.Id(),
                Product = all ? null : WeakKit.Id,
                Day = on,
                Moment = Moment.Evening,
                Reason = reason,
                HappenedAt = At(on, 21),
            }
        );

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void A_first_evening_left_out_with_a_word_costs_nothing(bool all)
    {
        var build = LeftOut(Case(), First, all: all).Now(First.AddDays(1));

        Assert.Equal(First.AddDays(1), Next(build));
    }

    [Fact]
    public void The_night_it_is_left_out_the_plan_goes_on_whole_and_the_auditor_agrees()
    {
        foreach (var hour in new[] { 22, 46 })
        {
            var file = LeftOut(Case(), First).Now(First.AddDays(hour / 24), hour % 24).Build();

            Assert.Empty(PathAuditor.Audit(file, Rules, PathPlanner.Plan(file, Rules, days: 60)));
        }
    }

    [Fact]
    public void One_that_went_by_without_a_word_comes_again_in_a_week_and_nobody_is_said_to_have_peeled()
    {
        var build = Case().Now(First.AddDays(1));

        Assert.Equal(First.AddDays(7), Next(build));
        var ladder = Case().Now(First.AddDays(1)).Plan().Ladders.Single(ladder => ladder.EveryDays is not null);
        Assert.DoesNotContain(
            build.Plan(7).Days.SelectMany(day => day.Evening.Omitted).Where(omission => omission.Product == WeakKit.Id),
            omission => omission.Because.Rule == RuleBook.PeelInterval
        );
        Assert.NotEqual(First, ladder.NextOn);
    }

    [Fact]
    public void A_second_one_left_out_running_waits_the_week()
    {
        var build = LeftOut(LeftOut(Case(), First), First.AddDays(1)).Now(First.AddDays(2));

        Assert.Equal(First.AddDays(8), Next(build));
    }

    [Fact]
    public void One_left_out_because_the_skin_felt_sore_is_not_offered_the_next_evening() =>
        Assert.Equal(First.AddDays(7), Next(LeftOut(Case(), First, Skipped.FeelsSore).Now(First.AddDays(1))));

    [Fact]
    public void One_that_was_done_all_the_same_counts_as_done()
    {
        var build = LeftOut(Case(), First).Use(WeakKit.Id, First).Now(First.AddDays(1));

        Assert.Equal(First.AddDays(14), Next(build));
    }
}
