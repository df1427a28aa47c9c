using NetArchTest.Rules;
using OatPath.Core.House;
using OatPath.Core.Planner;

namespace OatPath.Core.Tests;

public class ArchitectureTests
{
    private static readonly System.Reflection.Assembly Core = typeof(PathPlanner).Assembly;

    /// <summary>What every room stands on: a sentence may be said anywhere.</summary>
    private const string Ground = "Wording";

    /// <summary>What each room knows besides itself. A room that is not here is found by the test below.</summary>
    private static readonly Dictionary<string, string[]> Knows = new()
    {
        [Ground] = [],
        ["House"] = [],
        ["Skin"] = ["House"],
        ["Shelf"] = ["House", "Skin"],
        ["Routine"] = ["House", "Skin", "Shelf", "Care"],
        ["Ramp"] = ["House", "Skin", "Shelf"],
        ["CheckIn"] = ["House", "Skin"],
        ["Care"] = ["House", "Skin", "Shelf", "CheckIn"],
        ["Peel"] = ["House", "Skin", "Shelf"],
        ["Supply"] = ["House", "Shelf"],
        ["Labels"] = ["House", "Skin", "Shelf"],
        ["Fit"] = ["House", "Skin", "Shelf", "Labels"],
        ["Questionnaire"] = ["House", "Skin", "Shelf", "Labels", "Fit"],
        ["Scores"] = ["House", "Skin"],
        ["Meter"] = ["House", "Skin"],
        ["Case"] = ["House", "Skin", "Shelf", "Session", "Peel", "CheckIn", "Care", "Scores", "Meter"],
        ["Known"] = ["House", "Skin", "Shelf", "Peel", "Session", "Ramp", "CheckIn", "Care", "Labels", "Case"],
        ["Routes"] = ["House", "Skin", "Shelf"],
        ["Booking"] = ["House", "Skin", "Shelf", "Care", "Peel", "CheckIn", "Case", "Known"],
        ["Calibration"] = ["House", "Skin", "Shelf", "Ramp"],
        ["Calendar"] = ["House", "Skin", "Shelf", "Routine", "CheckIn", "Care", "Case", "Known", "Plan"],
        ["Course"] = ["House", "Skin", "Shelf", "CheckIn", "Care", "Peel", "Case", "Known", "Plan", "Planner"],
        ["Plan"] = ["House", "Skin", "Shelf", "Routine", "Ramp", "CheckIn", "Care", "Supply"],
        ["Session"] = ["House", "Skin", "Shelf", "Routes"],
        ["Formats"] = ["House", "CheckIn", "Case", "Plan", "Session"],
        ["Scripting"] =
        [
            "House",
            "Skin",
            "Shelf",
            "Care",
            "Routes",
            "Routine",
            "Ramp",
            "Peel",
            "Case",
            "Known",
            "Plan",
            "Planner",
            "Session",
        ],
        ["Screening"] = ["House", "Skin", "Shelf", "Case", "Known", "Plan", "Planner", "Peel", "Routine", "Ramp", "Care", "Booking"],
        ["Upgrade"] = ["House", "Shelf", "Ramp", "Routine", "Case", "Plan"],
        ["Planner"] = [.. Domain, "Session", "Fit", "Booking", "Case", "Known", "Plan"],
        ["Audit"] = ["House", "Skin", "Shelf", "Routine", "Ramp", "CheckIn", "Care", "Peel", "Session", "Labels", "Case", "Plan"],
        ["LookBack"] = ["House", "Skin", "Shelf", "CheckIn", "Care", "Scores", "Meter", "Case", "Known", "Plan", "Planner"],
        ["Pictures"] = ["Skin"],
        ["Bench"] = ["House", "Skin", "Shelf", "Routine", "Fit", "Case", "Plan", "Planner"],
        ["Proposals"] = ["House", "Skin", "Shelf", "Routine", "Ramp", "Care", "Supply", "Fit", "Case", "Plan", "Planner"],
        ["Forecast"] = ["House", "Shelf", "Supply", "Case", "Known", "Plan", "Planner"],
        ["Suppose"] = ["House", "Skin", "Shelf", "Routine", "CheckIn", "Case", "Plan", "Planner"],
        ["Simulation"] = ["House", "Skin", "Shelf", "Routine", "Ramp", "CheckIn", "Case", "Plan", "Planner", "Calibration"],
    };

    private static string[] Domain => ["House", "Skin", "Shelf", "Routine", "Ramp", "CheckIn", "Care", "Peel", "Supply"];

    /// <summary>The same inside the planner, where each room builds on those before it.</summary>
    private static readonly string[] InsideThePlanner = ["Stock", "Tracks", "Climb", "KeptOff", "Peels", "Needles", "Days", "Compose"];

    public static TheoryData<string> Rooms => [.. Knows.Keys];

    public static TheoryData<string> PlannerRooms => [.. InsideThePlanner];

    [Theory]
    [MemberData(nameof(Rooms))]
    public void A_room_knows_only_what_it_may(string room) =>
        AssertKnowsNothingOf(
            $"OatPath.Core.{room}",
            [.. Knows.Keys.Except([.. Knows[room], Ground]).Where(other => other != room).Select(other => $"OatPath.Core.{other}")]
        );

    [Theory]
    [MemberData(nameof(Rooms))]
    public void No_arrow_is_without_use(string room) =>
        Assert.DoesNotContain(Knows[room], other => !In(room).And().HaveDependencyOn($"OatPath.Core.{other}").GetTypes().Any());

    private static PredicateList In(string room) =>
        Types.InAssembly(Core).That().ResideInNamespaceMatching($"^OatPath\\.Core\\.{room}(\\.|$)");

    [Theory]
    [MemberData(nameof(PlannerRooms))]
    public void Inside_the_planner_each_room_builds_on_those_before_it(string room) =>
        AssertKnowsNothingOf(
            $"OatPath.Core.Planner.{room}",
            [.. InsideThePlanner.SkipWhile(other => other != room).Skip(1).Select(other => $"OatPath.Core.Planner.{other}")]
        );

    [Fact]
    public void Every_folder_of_the_core_is_a_room_of_this_list_and_its_own_name_space()
    {
        var root = Path.Combine(Repository.Root, "src", "OatPath.Core");
        foreach (var file in Sources())
        {
            var room = Path.GetRelativePath(root, Path.GetDirectoryName(file)!).Replace(Path.DirectorySeparatorChar, '.');

            Assert.Contains(room.Split('.')[0], Knows.Keys);
            Assert.Contains($"namespace OatPath.Core.{room};", File.ReadAllText(file), StringComparison.Ordinal);
            Assert.True(
                !room.StartsWith("Planner.", StringComparison.Ordinal) || InsideThePlanner.Contains(room["Planner.".Length..]),
                room
            );
        }
    }

    /// <summary>A table with a row for each thing may have long rows, and many.</summary>
    private static readonly string[] DataTables =
    [
        "RuleTable.cs",
        "CareTemplates.cs",
        "KindTraits.cs",
        "HouseChoices.cs",
        "SignTable.cs",
        "QuestionTable.cs",
    ];

    [Fact]
    public void No_file_of_the_core_is_longer_than_one_can_read_in_one_sitting() =>
        Assert.All(Sources().Where(IsNoTable), file => Assert.True(File.ReadLines(file).Count() <= 400, file));

    [Fact]
    public void No_line_written_by_hand_is_longer_than_140_characters() =>
        Assert.All(Written().Where(IsNoTable), file =>
            Assert.All(File.ReadLines(file).Select((line, at) => (line, at)), line =>
                Assert.True(line.line.Length <= 140, $"{file}:{line.at + 1} has {line.line.Length} characters")
            )
        );

    private static bool IsNoTable(string file) => !DataTables.Contains(Path.GetFileName(file));

    private static IEnumerable<string> Written() =>
        new[] { "src", "tests", "bench" }
            .SelectMany(folder => Directory.EnumerateFiles(Path.Combine(Repository.Root, folder), "*.*", SearchOption.AllDirectories))
            .Where(file => Path.GetExtension(file) is ".cs" or ".cshtml" or ".js" or ".mjs" or ".css")
            .Where(file => !file.Split(Path.DirectorySeparatorChar).Intersect(["bin", "obj", "lib", "vendor", "node_modules"]).Any());

    /// <summary>The arrow tests can fail: each turns an arrow that is there into one that may not be.</summary>
    [Theory]
    [InlineData("Planner", "Known")]
    [InlineData("Audit", "Case")]
    [InlineData("Planner.KeptOff", "Planner.Climb")]
    public void A_reversed_arrow_is_noticed(string room, string known) =>
        Assert.ThrowsAny<Exception>(() => AssertKnowsNothingOf($"OatPath.Core.{room}", [$"OatPath.Core.{known}"]));

    private static void AssertKnowsNothingOf(string room, string[] others)
    {
        var result = Types
            .InAssembly(Core)
            .That()
            .ResideInNamespaceMatching($"^{room.Replace(".", "\\.", StringComparison.Ordinal)}(\\.|$)")
            .ShouldNot()
            .HaveDependencyOnAny(others)
            .GetResult();

        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }

    private static IEnumerable<string> Sources() =>
        Directory
            .GetFiles(Path.Combine(Repository.Root, "src", "OatPath.Core"), "*.cs", SearchOption.AllDirectories)
            .Where(file => !file.Contains("/obj/", StringComparison.Ordinal));

    [Fact]
    public void The_core_knows_no_web_no_database_and_no_files()
    {
        var result = Types
            .InAssembly(Core)
            .ShouldNot()
            .HaveDependencyOnAny("Microsoft.AspNetCore", "Microsoft.Data.Sqlite", "System.IO.File", "OatPath.Store", "OatPath.Web")
            .GetResult();

        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }

    [Fact]
    public void The_core_reads_no_clock()
    {
        Assert.DoesNotContain(Sources(), file =>
            File.ReadAllText(file) is var text
            && (
                text.Contains("DateTime.Now", StringComparison.Ordinal)
                || text.Contains("UtcNow", StringComparison.Ordinal)
                || text.Contains("DateTime.Today", StringComparison.Ordinal)
            )
        );
    }

    [Fact]
    public void The_method_document_lists_every_rule_with_its_source()
    {
        var method = File.ReadAllText(Path.Combine(Repository.Root, "docs", "method.md"));

        Assert.All(RuleBook.All, rule =>
            Assert.Contains($"| `{rule.Id}` | {rule.Title} | {rule.Source} |", method, StringComparison.Ordinal)
        );
        Assert.Equal(RuleBook.All.Count, RuleBook.All.Select(rule => rule.Id).Distinct().Count());
    }

    [Fact]
    public void The_only_hard_limits_are_those_nobody_may_overrule() =>
        Assert.Equal(
            [
                "hard.aha-30",
                "hard.aha-ph",
                "hard.electrical-device",
                "hard.needle-length",
                "hard.needle-under-18",
                "hard.never-at-home",
                "hard.peel-isotretinoin",
                "hard.peel-under-18",
                "hard.salicylic-2",
                "hard.sunscreen-required",
                "hard.under-18",
                "hard.unknown-strength",
            ],
            RuleBook.All.Select(rule => rule.Id).Where(RuleBook.IsHardLimit).Order(StringComparer.Ordinal)
        );

    /// <summary>A reason gives its days and numbers as what they are; nobody reads them out of its text again.</summary>
    [Fact]
    public void Nobody_parses_a_value_of_a_reason_back() =>
        Assert.Equal(
            "",
            string.Join(
                ' ',
                Directory
                    .EnumerateFiles(Path.Combine(Repository.Root, "src"), "*.cs*", SearchOption.AllDirectories)
                    .Where(file => !file.Contains("/obj/", StringComparison.Ordinal) && Path.GetFileName(file) != "Because.cs")
                    .Where(file =>
                        System.Text.RegularExpressions.Regex.IsMatch(File.ReadAllText(file), @"Parse(Exact)?\([^;]*(\.Values\[|Words\.)")
                    )
            )
        );
}
