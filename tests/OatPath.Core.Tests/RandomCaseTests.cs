using System.Collections.Concurrent;
using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Planner;

namespace OatPath.Core.Tests;

/// <summary>Planner and auditor agree on many made-up clients. OATPATH_CASES=N in the environment tries more of each.</summary>
public class RandomCaseTests
{
    [Fact]
    public void Random_cases_have_no_breach() => HaveNoBreach(1500, CaseBuilder.Rules);

    [Fact]
    public void Nor_where_the_house_signs_strong_kits_off() => HaveNoBreach(600, CaseBuilder.StrongKitRules);

    [Fact]
    public void Nor_do_demo_clients_with_a_few_things_changed()
    {
        var house = CaseJson.ReadRules(File.ReadAllText(Path.Combine(Repository.Root, "demo", "studio.json"))).Rules!;
        Collect(1000, seed => (MutatedCase.Build(seed), house));
    }

    [Fact]
    public void Nor_where_part_of_the_shelf_is_asked_for_by_kind()
    {
        var house = CaseJson.ReadRules(File.ReadAllText(Path.Combine(Repository.Root, "demo", "studio.json"))).Rules!;
        Collect(500, seed => (AskedForCase.In(MutatedCase.Build(seed), seed), house));
    }

    private static void HaveNoBreach(int count, HouseRules rules) =>
        Collect(count, seed => (RandomCase.Build(new Random(seed), rules), rules));

    /// <summary>Lists every case that is refused, shortest words first, and shows the first of them whole.</summary>
    private static void Collect(int usual, Func<int, (CaseFile File, HouseRules Rules)> build)
    {
        var found = new ConcurrentBag<(int Seed, string What)>();
        RandomCase.Seeds(usual, seed =>
        {
            var (file, rules) = build(seed);
            var what = CaseCheck
                .Check(file)
                .Select(problem => $"check {problem}")
                .Concat(PathAuditor.Audit(file, rules, PathPlanner.Plan(file, rules, days: 60)).Take(4).Select(breach => breach.ToString()))
                .ToList();
            if (what.Count > 0)
            {
                found.Add((seed, string.Join("; ", what)));
            }
        });

        var first = found.OrderBy(case_ => case_.Seed).ToList();
        Assert.True(
            first.Count == 0,
            $"{first.Count} of {RandomCase.Count(usual)} cases are refused:\n"
                + $"{string.Join('\n', first.Take(40).Select(case_ => $"seed {case_.Seed}: {case_.What}"))}\n"
                + $"{(first.Count == 0 ? "" : CaseJson.Write(build(first[0].Seed).File))}"
        );
    }
}
