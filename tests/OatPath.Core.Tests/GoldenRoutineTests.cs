using System.Text.Json;
using OatPath.Core.Audit;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Routines put in order by hand from the rules, each with its reason; the planner has to lay the same.</summary>
public class GoldenRoutineTests
{
    private sealed record Golden(
        string Name,
        string Why,
        Moment Moment,
        IReadOnlyList<string> Shelf,
        IReadOnlyList<string> Expect,
        IReadOnlyList<Family>? Established,
        Dictionary<string, string>? LeftOut,
        SkinType? Skin,
        IReadOnlyList<FlagKind>? Flags
    );

    private sealed record Book(Dictionary<string, JsonElement> Bottles, IReadOnlyList<Golden> Routines);

    private static readonly Book All = JsonSerializer.Deserialize<Book>(
        File.ReadAllText(Path.Combine(Repository.Root, "tests", "OatPath.Core.Tests", "golden-routines.json")),
        CaseJson.Options
    )!;

    public static TheoryData<string> Names => [.. All.Routines.Select(golden => golden.Name)];

    private static Product Bottle(string name)
    {
        var fields = JsonSerializer.Deserialize<Dictionary<string, JsonElement>>(All.Bottles[name].GetRawText())!;
        fields["id"] = fields["name"] = JsonSerializer.SerializeToElement(name);
        return JsonSerializer.Deserialize<Product>(JsonSerializer.Serialize(fields), CaseJson.Options)!;
    }

    private static HalfDay Lay(Golden golden, IReadOnlyList<string> shelf, Func<string, string> rename)
    {
        var build = new CaseBuilder().With(intake =>
            intake with
            {
                SkinType = golden.Skin ?? SkinType.Normal,
                Flags = [.. (golden.Flags ?? []).Select(kind => new Flag { Kind = kind })],
            }
        );
        foreach (var product in shelf.Select(name => Bottle(name) with { Id = rename(name), Name = $"Bottle {rename(name)}" }))
        {
            build.Own(product);
            if (product.IsActive())
            {
                build.InUse(product.Id, CaseBuilder.Monday, 1);
            }
        }

        foreach (var family in golden.Established ?? [])
        {
            build.Established(family, CaseBuilder.Monday);
        }

        var file = build.Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 14);
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
        return path.Days[0][golden.Moment];
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void Each_golden_routine_is_laid_as_by_hand(string name)
    {
        var golden = All.Routines.Single(routine => routine.Name == name);
        var half = Lay(golden, golden.Shelf, id => id);

        Assert.Equal(golden.Expect, half.Steps.Select(step => step.Key));
        foreach (var (product, rule) in golden.LeftOut ?? [])
        {
            Assert.Equal(rule, half.WhyNot(product));
        }
    }

    [Fact]
    public void Shuffled_input_and_renamed_products_change_nothing()
    {
        for (var seed = 0; seed < 8; seed++)
        {
            var random = new Random(seed);
            var names = All.Bottles.Keys.ToDictionary(name => name, _ => $"n{random.Next():x8}");
            var back = names.ToDictionary(pair => pair.Value, pair => pair.Key);
            foreach (var golden in All.Routines)
            {
                var shelf = golden.Shelf.ToArray();
                random.Shuffle(shelf);
                var keys = Lay(golden, shelf, name => names[name]).Steps.Select(step => back.GetValueOrDefault(step.Key, step.Key));
                Assert.True(golden.Expect.SequenceEqual(keys), $"{golden.Name}: {string.Join(' ', keys)}");
            }
        }
    }

    [Fact]
    public void There_are_at_least_thirty_each_with_its_reason()
    {
        Assert.True(All.Routines.Count >= 30);
        Assert.All(All.Routines, golden => Assert.True(golden.Why.Length > 10));
        Assert.Equal(All.Routines.Count, All.Routines.Select(golden => golden.Name).Distinct().Count());
    }
}
