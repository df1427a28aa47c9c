using NetArchTest.Rules;
using OatPath.Core.House;
using OatPath.Core.Planner;

namespace OatPath.Core.Tests;

public class ArchitectureTests
{
    private static readonly System.Reflection.Assembly Core = typeof(PathPlanner).Assembly;

    [Theory]
    [InlineData("House", new[] { "Skin", "Shelf", "Routine", "Ramp", "Care", "CheckIn", "Supply", "Peel", "Fit", "Path", "Audit", "Simulation" })]
    [InlineData("Skin", new[] { "Shelf", "Routine", "Ramp", "Care", "CheckIn", "Supply", "Peel", "Fit", "Path", "Audit", "Simulation" })]
    [InlineData("Shelf", new[] { "Routine", "Ramp", "Care", "CheckIn", "Supply", "Peel", "Fit", "Path", "Audit", "Simulation" })]
    [InlineData("Routine", new[] { "Ramp", "Care", "CheckIn", "Supply", "Peel", "Fit", "Path", "Audit", "Simulation" })]
    [InlineData("Ramp", new[] { "Routine", "Care", "CheckIn", "Supply", "Peel", "Fit", "Path", "Audit", "Simulation" })]
    [InlineData("Care", new[] { "Routine", "Ramp", "CheckIn", "Supply", "Peel", "Fit", "Path", "Audit", "Simulation" })]
    [InlineData("Peel", new[] { "Routine", "Ramp", "Care", "CheckIn", "Supply", "Fit", "Path", "Audit", "Simulation" })]
    [InlineData("Labels", new[] { "Routine", "Ramp", "Care", "CheckIn", "Supply", "Peel", "Fit", "Path", "Audit", "Simulation" })]
    [InlineData("Fit", new[] { "Routine", "Ramp", "Care", "CheckIn", "Supply", "Peel", "Path", "Audit", "Simulation" })]
    [InlineData("Path", new[] { "Audit", "Simulation" })]
    [InlineData("CheckIn", new[] { "Routine", "Ramp", "Care", "Supply", "Peel", "Fit", "Path", "Audit", "Simulation" })]
    public void A_room_knows_only_skin_shelf_and_house(string room, string[] others)
    {
        var result = Types.InAssembly(Core).That().ResideInNamespace($"OatPath.Core.{room}").ShouldNot().HaveDependencyOnAny([.. others.Select(other => $"OatPath.Core.{other}")]).GetResult();

        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }

    /// <summary>Of the room of paths the auditor knows what a case and a path are, and nothing of what plans one; of what suits a client it judges for itself.</summary>
    [Fact]
    public void The_auditor_shares_no_code_with_the_planner()
    {
        var planning = Types.InAssembly(Core).That().ResideInNamespace("OatPath.Core.Path").And().AreNotPublic().GetTypes().Select(type => type.FullName!)
            .Concat(["OatPath.Core.Path.PathPlanner", "OatPath.Core.Path.SunscreenMornings", "OatPath.Core.Path.EngineUpgrade", "OatPath.Core.Path.BenchReview", "OatPath.Core.Path.Proposer", "OatPath.Core.Fit"]).ToArray();
        var result = Types.InAssembly(Core).That().ResideInNamespace("OatPath.Core.Audit").ShouldNot().HaveDependencyOnAny(planning).GetResult();

        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
        Assert.True(planning.Length > 20);
    }

    [Fact]
    public void The_core_knows_no_web_no_database_and_no_files()
    {
        var result = Types.InAssembly(Core).ShouldNot().HaveDependencyOnAny("Microsoft.AspNetCore", "Microsoft.Data.Sqlite", "System.IO.File", "OatPath.Store", "OatPath.Web").GetResult();

        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }

    [Fact]
    public void The_core_reads_no_clock()
    {
        var sources = Directory.GetFiles(Path.Combine(Repository.Root, "src", "OatPath.Core"), "*.cs", SearchOption.AllDirectories).Where(file => !file.Contains("/obj/", StringComparison.Ordinal));

        Assert.DoesNotContain(sources, file => File.ReadAllText(file) is var text && (text.Contains("DateTime.Now", StringComparison.Ordinal) || text.Contains("UtcNow", StringComparison.Ordinal) || text.Contains("DateTime.Today", StringComparison.Ordinal)));
    }

    [Fact]
    public void The_method_document_lists_every_rule_with_its_source()
    {
        var method = File.ReadAllText(Path.Combine(Repository.Root, "docs", "method.md"));

        Assert.All(RuleBook.All, rule => Assert.Contains($"| `{rule.Id}` | {rule.Title} | {rule.Source} |", method, StringComparison.Ordinal));
        Assert.Equal(RuleBook.All.Count, RuleBook.All.Select(rule => rule.Id).Distinct().Count());
    }

    [Fact]
    public void The_only_hard_limits_are_those_nobody_may_overrule() => Assert.Equal(
        ["hard.aha-30", "hard.aha-ph", "hard.electrical-device", "hard.never-at-home", "hard.peel-isotretinoin", "hard.peel-under-18", "hard.salicylic-2", "hard.sunscreen-required", "hard.under-18", "hard.unknown-strength"],
        RuleBook.All.Select(rule => rule.Id).Where(RuleBook.IsHardLimit).Order(StringComparer.Ordinal));
}
