using System.Text.Json.Nodes;
using OatPath.Cli;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.Planner;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Many files in one run, and what each of the formats refuses.</summary>
public sealed class ManyFilesTests : IDisposable
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private readonly string folder = Directory.CreateTempSubdirectory("oatpath").FullName;

    private string Put(string name, string text)
    {
        var file = Path.Combine(folder, name);
        File.WriteAllText(file, text);
        return file;
    }

    private static (int Exit, JsonNode[] Lines, string Errors) Run(
        Func<IReadOnlyList<string>, TextWriter, TextWriter, int> command,
        params string[] words
    )
    {
        using var output = new StringWriter();
        using var errors = new StringWriter();
        var exit = command(words, output, errors);
        return (
            exit,
            [.. output.ToString().Split(Environment.NewLine, StringSplitOptions.RemoveEmptyEntries).Select(line => JsonNode.Parse(line)!)],
            errors.ToString()
        );
    }

    private static CaseFile Acid => CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", Monday.AddDays(-30), 2).Build();

    [Fact]
    public void Many_cases_are_planned_and_audited_a_line_each_whatever_is_wrong_with_one()
    {
        var good = Put("good.json", CaseJson.Write(Acid));
        var bad = Put("bad.json", "{}");
        var (exit, lines, _) = Run(PlanCommand.Run, good, bad, good);
        Assert.Equal(ExitCode.BadInput, exit);
        Assert.Equal([good, bad, good], lines.Select(line => (string)line["file"]!));
        Assert.Equal(84, lines[2]["path"]!["days"]!.AsArray().Count);
        Assert.Contains("missing", (string)lines[1]["problems"]![0]!, StringComparison.Ordinal);

        (exit, lines, _) = Run(AuditCommand.Run, good, good);
        Assert.Equal((ExitCode.Ok, 2), (exit, lines.Length));
        Assert.All(lines, line => Assert.Empty(line["breaches"]!.AsArray()));
        Assert.Equal(ExitCode.BadInput, Run(AuditCommand.Run, good, good, "--path", good).Exit);
    }

    private static SessionScript Script()
    {
        var rules = CaseJson.ReadRules(File.ReadAllText(Path.Combine(Repository.Root, "demo", "studio.json"))).Rules!;
        var file = CaseJson.ReadCase(File.ReadAllText(Path.Combine(Repository.Root, "demo", "cases", "peel-week.json"))).Case!;
        return PeelScript
            .Compile(
                file,
                rules,
                "kiln-peel",
                PathPlanner.Plan(file, rules, days: 1).Ladders.Single(ladder => ladder.Product == "kiln-peel").NextOn!.Value
            )
            .Script!;
    }

    [Fact]
    public void Many_logs_of_one_script_are_played_a_line_each()
    {
        var script = Put("script.json", CaseJson.Write(Script()));
        var log = Put(
            "log.json",
            CaseJson.Write(
                new List<SessionEvent>
                {
                    new("a", 1000, SessionEventKind.Touched, Zone: FaceZone.Chin),
                    new("b", 9000, SessionEventKind.Stung, Value: 10),
                }
            )
        );
        var (exit, lines, _) = Run(SessionCommands.Play, script, log, log);

        Assert.Equal(ExitCode.Ok, exit);
        Assert.Equal([2, 2], lines.Select(line => line["states"]!.AsArray().Count));
    }

    [Theory]
    [InlineData(SessionEventKind.Stung, 5, 11, null, null, "events[0].value")]
    [InlineData(SessionEventKind.Stung, 5, null, null, null, "events[0].value")]
    [InlineData(SessionEventKind.Reddened, 5, 5, null, null, "events[0].value")]
    [InlineData(SessionEventKind.Touched, -1, null, FaceZone.Chin, null, "events[0].atMilliseconds")]
    [InlineData(SessionEventKind.Touched, 5, null, null, null, "events[0].zone")]
    [InlineData(SessionEventKind.Off, 5, null, null, null, "events[0].zone")]
    [InlineData(SessionEventKind.Answered, 5, 1, null, null, "events[0].item")]
    [InlineData(SessionEventKind.Answered, 5, 2, null, "cold-sore", "events[0].value")]
    public void What_no_session_can_hold_is_refused_by_name(
        SessionEventKind kind,
        long at,
        int? value,
        FaceZone? zone,
        string? item,
        string field
    )
    {
        var script = Script();
        SessionEvent[] events = [new("a", at, kind, item, zone, value)];
        var (exit, _, errors) = Run(
            SessionCommands.Play,
            Put("script.json", CaseJson.Write(script)),
            "--events",
            Put("log.json", CaseJson.Write(events))
        );
        Assert.Equal(ExitCode.BadInput, exit);
        Assert.Contains(field, errors, StringComparison.Ordinal);

        var held = new SessionHeld
        {
            Id = "held",
            HappenedAt = CaseBuilder.At(Monday, 9),
            Day = Monday,
            Product = "kit",
            Script = script,
            Events = events,
        };
        Assert.Contains(CaseCheck.Check(CaseBuilder.Basic().Log(held).Build()), problem => problem.Field == $"log[0].{field}");
    }

    [Fact]
    public void A_salon_peel_left_on_is_read_back_and_a_missing_name_is_said()
    {
        var peel = new SalonPeel([new("Blend", 30, 2.5m, 0, null)], null, [], "Maren Holt");
        var file = CaseBuilder
            .Basic()
            .Treat(TreatmentKind.MediumPeel, Monday.AddDays(-3), change: treatment => treatment with { Peel = peel })
            .Build();
        var (read, problems) = CaseJson.ReadCase(CaseJson.Write(file));
        Assert.Empty(problems);
        Assert.Null(Assert.Single(read!.Treatments[0].Peel!.Contacts));

        var node = JsonNode.Parse(CaseJson.Write(file))!;
        node["treatments"]![0]!["peel"]!.AsObject().Remove("by");
        Assert.Equal("treatments[0].peel.by", Assert.Single(CaseJson.ReadCase(node.ToJsonString()).Problems).Field);
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);
}
