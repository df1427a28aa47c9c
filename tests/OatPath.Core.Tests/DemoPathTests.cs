using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Shelf;

namespace OatPath.Core.Tests;

/// <summary>The paths of the demo clients: sound, and every cell answers why.</summary>
public sealed class DemoPathTests
{
    public static TheoryData<string> Cases =>
        [
            .. Directory
                .GetFiles(Path.Combine(Repository.Root, "demo", "cases"), "*.json")
                .Select(file => Path.GetFileNameWithoutExtension(file)!),
        ];

    private static HouseRules House => CaseJson.ReadRules(File.ReadAllText(Path.Combine(Repository.Root, "demo", "studio.json"))).Rules!;

    [Theory]
    [MemberData(nameof(Cases))]
    public void Every_cell_of_half_a_year_answers_why_with_a_rule_and_a_date_or_a_number(string name)
    {
        var file = CaseJson.ReadCase(File.ReadAllText(Path.Combine(Repository.Root, "demo", "cases", name + ".json"))).Case!;
        var path = PathPlanner.Plan(file, House, days: 182);
        var actives = file
            .Shelf.Where(item => item.State == ShelfState.InUse && item.Product.IsActive())
            .Select(item => item.Product.Id)
            .ToHashSet();
        var silent = new List<string>();
        foreach (var day in path.Days)
        {
            foreach (var half in new[] { day.Morning, day.Evening })
            {
                var told = half
                    .Steps.Where(step => step.Product is not null && actives.Contains(step.Product))
                    .SelectMany(step => step.Because)
                    .Concat(half.Omitted.Where(omission => actives.Contains(omission.Product)).Select(omission => omission.Because))
                    .ToList();
                silent.AddRange(
                    told.Where(because => RuleBook.Find(because.Rule) is null || !Words.Say(because).Any(char.IsDigit))
                        .Select(because => $"{because.Rule} {Words.Say(because)}")
                );
            }

            Assert.All(actives, id =>
                Assert.True(
                    day.Morning.Steps.Concat(day.Evening.Steps).Any(step => step.Product == id)
                        || day.Morning.Omitted.Concat(day.Evening.Omitted).Any(omission => omission.Product == id),
                    $"{id} on {day.Date}"
                )
            );
        }

        Assert.Empty(silent.Distinct());
        Assert.Empty(PathAuditor.Audit(file, House, path).Select(breach => breach.ToString()));
    }
}
