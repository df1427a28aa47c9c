using NetArchTest.Rules;
using OatPath.Core.Tests;

namespace OatPath.Web.Tests;

/// <summary>The rooms of the web program, and what each may know. Pages may know them all, and no room knows a page.</summary>
public class RoomTests
{
    private static readonly System.Reflection.Assembly Web = typeof(OatPathApp).Assembly;

    private static readonly Dictionary<string, string[]> Knows = new()
    {
        ["Clock"] = [],
        ["Doors"] = [],
        ["Upkeep"] = [],
        ["Wording"] = [],
        ["Limits"] = ["Doors"],
        ["People"] = ["Clock", "Limits"],
        ["Drawing"] = ["Wording"],
        ["Records"] = ["Clock", "Drawing", "Wording"],
        ["Messages"] = ["Records"],
        ["Phone"] = ["Clock", "Doors", "Drawing", "Limits", "Records", "Wording"],
        ["Demo"] = ["Messages", "Records"],
        ["Watch"] = ["Records"],
    };

    public static TheoryData<string> Rooms => [.. Knows.Keys];

    [Theory]
    [MemberData(nameof(Rooms))]
    public void A_room_knows_only_what_it_may(string room)
    {
        string[] others = [.. Knows.Keys.Append("Pages").Except(Knows[room]).Where(other => other != room).Select(NamespaceOf)];

        var result = In(room).ShouldNot().HaveDependencyOnAny(others).GetResult();

        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }

    [Theory]
    [MemberData(nameof(Rooms))]
    public void No_arrow_is_without_use(string room) =>
        Assert.DoesNotContain(Knows[room], other => !In(room).And().HaveDependencyOn(NamespaceOf(other)).GetTypes().Any());

    [Fact]
    public void Every_folder_with_code_is_a_room_of_this_list()
    {
        var root = Path.Combine(Repository.Root, "src", "OatPath.Web");
        var folders = Directory
            .EnumerateDirectories(root)
            .Where(folder => Directory.EnumerateFiles(folder, "*.cs").Any())
            .Select(folder => Path.GetFileName(folder)!);

        Assert.Equal(Knows.Keys.Order(), folders.Except(["bin", "obj"]).Order());
        Assert.All(
            Knows.Keys.SelectMany(room => Directory.EnumerateFiles(Path.Combine(root, room), "*.cs").Select(file => (room, file))),
            each => Assert.Contains($"namespace {NamespaceOf(each.room)};", File.ReadAllText(each.file), StringComparison.Ordinal)
        );
    }

    private static string NamespaceOf(string room) => $"OatPath.Web.{room}";

    private static PredicateList In(string room) =>
        Types.InAssembly(Web).That().ResideInNamespaceMatching($"^OatPath\\.Web\\.{room}(\\.|$)");
}
