using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;

namespace OatPath.Core.Tests;

public class PlanChangesTests
{
    private const int Days = 28;

    private static bool IsPatch(string key) => key.StartsWith("patch-", StringComparison.Ordinal);

    private static CarePath Plan(CaseBuilder builder) => PathPlanner.Plan(builder.Build(), CaseBuilder.Rules, days: Days);

    private static List<string> Said(CarePath before, CarePath after) =>
        [
            .. ChangeWords
                .Say(PlanChanges.Between(before, after), (after.Days[0].Date, after.Days[^1].Date), after.Today, id => id)
                .Select(line => $"{line.Sign}: {line.What}: {line.How}"),
        ];

    private static CaseBuilder Shelf() => CaseBuilder.Basic().Own(CaseBuilder.Glycolic);

    [Fact]
    public void A_first_plan_says_each_thing_once()
    {
        var after = Plan(Shelf().Start("glycolic", CaseBuilder.Monday));

        Assert.Equal(
            [
                "Added: cleanser, cream and sun: every morning",
                "Added: cleanser and cream: every evening",
                "Added: glycolic: patch test tonight, then Thu, Sun",
            ],
            Said(after with { Days = [] }, after)
        );
    }

    [Fact]
    public void The_same_plan_says_nothing() => Assert.Empty(Said(Plan(Shelf()), Plan(Shelf())));

    [Fact]
    public void What_goes_and_what_moves_is_said_with_what_it_was()
    {
        var before = Plan(Shelf().InUse("glycolic", CaseBuilder.Monday.AddDays(-40), 1));

        Assert.Equal(["Gone: glycolic: no more in the evening"], Said(before, Plan(Shelf())));
        var faster = Assert.Single(Said(before, Plan(Shelf().InUse("glycolic", CaseBuilder.Monday.AddDays(-40), 3))));
        Assert.StartsWith("Other: glycolic: ", faster, StringComparison.Ordinal);
        Assert.Contains(" instead of ", faster, StringComparison.Ordinal);
    }

    [Fact]
    public void Every_difference_of_two_plans_is_in_a_line() => RandomCase.Each(300, (file, seed) =>
        {
            var before = PathPlanner.Plan(
                file with
                {
                    Decisions = [.. file.Decisions.OfType<StartActive>().Where(_ => seed % 2 == 0)],
                    Log = [],
                },
                CaseBuilder.Rules,
                days: Days
            );
            var after = PathPlanner.Plan(file, CaseBuilder.Rules, days: Days);
            var changed = PlanChanges.Between(before, after).Select(change => (change.Product, change.Moment)).ToHashSet();
            foreach (var half in PathDiff.Between(before, after))
            {
                var keys = half.Added.Concat(half.Removed).ToList();
                Assert.All(keys.Where(key => !IsPatch(key)), key => Assert.Contains((key, half.Moment), changed));
                Assert.All(half.Added.Where(IsPatch), key => Assert.Contains(changed, change => change.Product == key["patch-".Length..]));
            }

            Assert.All(Said(before, after), line => Assert.False(line.EndsWith(": ", StringComparison.Ordinal), line));
        });
}
