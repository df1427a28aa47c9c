using System.Globalization;
using System.Text.Json.Nodes;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Scripting;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Every number of every format has a range, the schema says it, and a file outside it is refused with its field.</summary>
public class FormatRangeTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    public static TheoryData<string> Formats => ["case", "path", "session", "rules"];

    private static string SchemaOf(string format) =>
        format switch
        {
            "case" => JsonContract.OfCase(),
            "path" => JsonContract.OfPath(),
            "session" => JsonContract.OfSession(),
            _ => JsonContract.OfRules(),
        };

    /// <summary>What is only worked out from other fields, and read from none.</summary>
    private static readonly string[] Derived = ["millilitres", "contacts", "load"];

    [Theory]
    [MemberData(nameof(Formats))]
    public void The_schema_gives_every_number_its_range(string format)
    {
        var without = new List<string>();
        Walk(JsonNode.Parse(SchemaOf(format))!.AsObject(), "", without);

        Assert.Empty(without);
    }

    private static void Walk(JsonObject node, string path, List<string> without)
    {
        var types =
            node["type"] is JsonArray many ? many.Select(type => type!.GetValue<string>()).ToList()
            : node["type"] is JsonValue one ? [one.GetValue<string>()]
            : [];
        if (
            (types.Contains("integer") || types.Contains("number"))
            && (node["maximum"] is null || (node["minimum"] is null && node["exclusiveMinimum"] is null))
            && !Derived.Any(name => path.Contains(name, StringComparison.Ordinal))
        )
        {
            without.Add(path);
        }

        foreach (var (name, inner) in node["properties"]?.AsObject() ?? [])
        {
            if (inner is JsonObject property && property["const"] is null)
            {
                Walk(property, $"{path}.{name}", without);
            }
        }

        foreach (var inner in new[] { node["items"] }.Concat(node["anyOf"]?.AsArray() ?? []).OfType<JsonObject>())
        {
            Walk(inner, path + "[]", without);
        }
    }

    private static CaseFile Everything()
    {
        var kit = CaseBuilder.WeakKit with
        {
            ContentMl = 30,
            UnitMl = 0.5m,
            Pieces = null,
            MonthsGood = 6,
            Price = 20,
            Runniness = 2,
            Ending = Shelf.PeelEnding.Rinse,
            Amount = new(2, Shelf.AmountUnit.Millilitre),
        };
        return CaseBuilder
            .Basic()
            .Own(
                kit,
                CaseBuilder.Glycolic,
                new()
                {
                    Id = "roller",
                    Name = "Burr",
                    Kind = Shelf.ProductKind.NeedleRoller,
                    NeedleMm = 0.25m,
                    Pieces = 15,
                    Sheet = new() { RestDays = 8, MostSeconds = 300 },
                }
            )
            .With(intake => intake with { BudgetAMonth = 40 })
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "kit",
                    On = Monday.AddDays(-90),
                    EveryDays = 14,
                    Reason = "knows it",
                }
            )
            .Patched("kit", Monday.AddDays(-90))
            .InUse("glycolic", Monday.AddDays(-60), 1)
            .Decide(
                new ShapeLadder
                {
                    Id = "l",
                    Product = "glycolic",
                    On = Monday.AddDays(-50),
                    Start = 0,
                    Top = 3,
                    HoldDays = 30,
                }
            )
            .Log(
                new Applied
                {
                    Id = "a",
                    Product = "kit",
                    Day = Monday.AddDays(-30),
                    Moment = Moment.Evening,
                    HappenedAt = CaseBuilder.At(Monday.AddDays(-30), 20),
                    ContactSeconds = 60,
                }
            )
            .Log(
                new BottleSeen
                {
                    Id = "b",
                    Product = "sun",
                    Share = 0.5m,
                    HappenedAt = CaseBuilder.At(Monday.AddDays(-2), 9),
                }
            )
            .Report(
                Monday.AddDays(-3),
                new()
                {
                    Sting = 1,
                    StingSeconds = 20,
                    Redness = 1,
                    Pain = 0,
                    AlsoUsed = "a mask",
                    AlsoUsedMinutes = 5,
                }
            )
            .Treat(TreatmentKind.MediumPeel, Monday.AddDays(-200), peel =>
                peel with
                {
                    NumbingMinutes = 10,
                    Peel = new([new("lactic", 20, 3.4m, 0, 300) { Acids = [new(Substance.Lactic, 20)] }], 300, [], ""),
                }
            )
            .Treat(TreatmentKind.NeedlingShallow, Monday.AddDays(60), needling =>
                needling with
                {
                    DepthMm = 0.5m,
                    Template = CareTemplates.Of(TreatmentKind.NeedlingShallow) with { Id = "own", NumbingMinutes = 20 },
                }
            )
            .Build();
    }

    private static Core.Session.SessionScript Script(CaseFile file)
    {
        var next = PathPlanner.Plan(file, CaseBuilder.Rules, days: 40).Ladders.First(ladder => ladder.Product == "kit").NextOn!.Value;
        var (script, reasons) = SessionCompiler.Compile(file, CaseBuilder.Rules, "kit", next);
        Assert.True(script is not null, string.Join("; ", reasons.Select(Words.Say)));
        return script;
    }

    [Theory]
    [MemberData(nameof(Formats))]
    public void A_number_outside_its_range_is_refused_with_its_field(string format)
    {
        var file = Everything();
        Assert.Empty(CaseCheck.Check(file));
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 40);
        var text = format switch
        {
            "case" => CaseJson.Write(file),
            "path" => CaseJson.Write(path),
            "session" => CaseJson.Write(Script(file)),
            _ => CaseJson.Write(CaseBuilder.Rules),
        };
        Func<string, IReadOnlyList<Problem>> read = format switch
        {
            "case" => json => CaseJson.ReadCase(json).Problems,
            "path" => json => CaseJson.ReadPath(json).Problems,
            "session" => json => CaseJson.ReadSession(json).Problems,
            _ => json => CaseJson.ReadRules(json).Problems,
        };
        Assert.Empty(read(text));

        var seen = new HashSet<string>();
        var root = JsonNode.Parse(text)!;
        foreach (var number in Numbers(root).Where(number => !Derived.Contains(Name(number)) && seen.Add(Pattern(number))).ToList())
        {
            var (parent, was, key, field) = (number.Parent!, number.ToJsonString(), number.GetPath(), number.GetPath()[2..]);
            foreach (var outside in new[] { "-8640000000000001", "8640000000000001" })
            {
                // Too big for its own type is refused by the reader itself, with the field.
                Put(parent, key, JsonNode.Parse(outside)!);
                var problems = read(root.ToJsonString());
                Assert.True(problems.Any(problem => Same(problem.Field, field)), $"{field} = {outside}: {string.Join("; ", problems)}");
            }

            Put(parent, key, JsonNode.Parse("-2")!);
            Assert.True(read(root.ToJsonString()).Count > 0, $"{field} = -2 is taken");
            Put(parent, key, JsonNode.Parse(was)!);
        }

        Assert.True(
            seen.Count
                >= (
                    format == "case" ? 40
                    : format == "path" ? 20
                    : 15
                ),
            $"{seen.Count}"
        );
    }

    private static void Put(JsonNode parent, string path, JsonNode value)
    {
        if (parent is JsonArray list)
        {
            list[int.Parse(path[(path.LastIndexOf('[') + 1)..^1], CultureInfo.InvariantCulture)] = value;
        }
        else
        {
            parent[path[(path.LastIndexOf('.') + 1)..]] = value;
        }
    }

    private static string Name(JsonNode number) => Pattern(number).Split('.')[^1].Replace("[]", "", StringComparison.Ordinal);

    private static string Pattern(JsonNode number) => System.Text.RegularExpressions.Regex.Replace(number.GetPath(), @"\[\d+\]", "[]");

    private static bool Same(string named, string field) =>
        named == field
        || field.EndsWith("." + named.Split('.')[^1], StringComparison.Ordinal)
        || named.Contains(field, StringComparison.Ordinal)
        || field.StartsWith(named, StringComparison.Ordinal);

    private static IEnumerable<JsonNode> Numbers(JsonNode node) =>
        node switch
        {
            JsonObject whole => whole.Where(pair => pair.Value is not null).SelectMany(pair => Numbers(pair.Value!)),
            JsonArray list => list.Where(element => element is not null).SelectMany(element => Numbers(element!)),
            _ => node.GetValueKind() == System.Text.Json.JsonValueKind.Number ? [node] : [],
        };
}
