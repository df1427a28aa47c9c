using System.Text.Json;
using System.Text.Json.Nodes;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.Questionnaire;
using OatPath.Core.Session;
using OatPath.Core.Skin;

namespace OatPath.Store.Tests;

/// <summary>
/// What an earlier version wrote is read for ever. The samples in frozen/ are never changed; a new version adds a file of its own.
/// </summary>
public class FrozenFactsTests
{
    public static TheoryData<string> Files => [.. Directory.GetFiles(Folder, "facts-*.json").Select(file => Path.GetFileName(file)!)];

    private static string Folder => Path.Combine(AppContext.BaseDirectory, "frozen");

    [Theory]
    [MemberData(nameof(Files))]
    public void Every_frozen_fact_loads_and_says_what_it_said(string file)
    {
        var facts = JsonNode.Parse(File.ReadAllText(Path.Combine(Folder, file)))!.AsArray();

        Assert.All(facts, fact =>
        {
            var (kind, body) = ((string)fact!["kind"]!, fact["body"]!);
            var again = JsonNode.Parse(Again(kind, body.ToJsonString()));
            Assert.Equal([], Lost(body, again, kind));
        });
    }

    [Fact]
    public void Every_kind_of_fact_is_frozen() =>
        Assert.Equal(
            [
                "answers",
                "answers-settled",
                "decision",
                "intake",
                "log",
                "note",
                "occasion",
                "retract",
                "session-event",
                "session-script",
                "shelf",
                "shelf-removed",
                "treatment",
                "visit",
            ],
            Directory
                .GetFiles(Folder, "facts-*.json")
                .SelectMany(file => JsonNode.Parse(File.ReadAllText(file))!.AsArray())
                .Select(fact => (string)fact!["kind"]!)
                .Distinct()
                .Order()
        );

    [Fact]
    public void Members_nobody_knows_are_passed_over_and_missing_ones_take_their_default()
    {
        var item = CaseJson.ReadStored<ShelfItem>(
            """{"product":{"id":"a","name":"A","kind":"moisturiser","spinsAround":true},"colour":"green"}"""
        );

        Assert.Equal((ShelfState.InUse, "", 0), (item.State, item.Product.Line, item.Product.Actives.Count));
        Assert.Throws<JsonException>(() =>
            JsonSerializer.Deserialize<ShelfItem>(
                """{"product":{"id":"a","name":"A","kind":"moisturiser"},"colour":"green"}""",
                CaseJson.Compact
            )
        );
    }

    private static string Again(string kind, string body) =>
        kind switch
        {
            "intake" => Rewritten<Intake>(body),
            "shelf" => Rewritten<ShelfItem>(body),
            "decision" => Rewritten<Decision>(body),
            "log" => Rewritten<LogEntry>(body),
            "treatment" => Rewritten<Treatment>(body),
            "session-script" => Rewritten<SessionScript>(body),
            "session-event" => Rewritten<SessionEvent>(body),
            "occasion" => Rewritten<Occasion>(body),
            "visit" => Rewritten<Visit>(body),
            "answers" => Rewritten<MeetAnswers>(body),
            "answers-settled" => Rewritten<AnswersSettled>(body),
            _ => Rewritten<string>(body),
        };

    private static string Rewritten<T>(string body) => JsonSerializer.Serialize(CaseJson.ReadStored<T>(body), CaseJson.Compact);

    /// <summary>Members of the frozen text that are not, or not the same, in what was read.</summary>
    private static IEnumerable<string> Lost(JsonNode? before, JsonNode? after, string at) =>
        (before, after) switch
        {
            (JsonObject old, JsonObject now) => old.SelectMany(member => Lost(member.Value, now[member.Key], $"{at}.{member.Key}")),
            (JsonArray old, JsonArray now) when old.Count == now.Count => old.Zip(now)
                .SelectMany((pair, i) => Lost(pair.First, pair.Second, $"{at}[{i}]")),
            _ => before?.ToJsonString() == after?.ToJsonString() ? [] : [$"{at}: {before?.ToJsonString()} became {after?.ToJsonString()}"],
        };
}
