using OatPath.Cli;
using OatPath.Core.Formats;
using OatPath.Core.Planner;

namespace OatPath.Core.Tests;

public sealed class CommandTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("oatpath").FullName;

    private string Put(string name, string text)
    {
        var file = Path.Combine(folder, name);
        File.WriteAllText(file, text);
        return file;
    }

    private static (int Exit, string Output, string Errors) Run(
        Func<IReadOnlyList<string>, TextWriter, TextWriter, int> command,
        params string[] words
    )
    {
        using var output = new StringWriter();
        using var errors = new StringWriter();
        return (command(words, output, errors), output.ToString(), errors.ToString());
    }

    [Fact]
    public void Every_demo_case_plans_and_audits_without_breach()
    {
        var cases = Directory.GetFiles(Path.Combine(Repository.Root, "demo", "cases"), "*.json");
        var rules = Path.Combine(Repository.Root, "demo", "studio.json");

        Assert.True(cases.Length >= 6);
        foreach (var file in cases)
        {
            var (exit, output, errors) = Run(AuditCommand.Run, file, "--rules", rules);
            Assert.True(exit == ExitCode.Ok, file + output + errors);
            Assert.Equal(84, CaseJson.ReadPath(Run(PlanCommand.Run, file, "--days", "84").Output).Path!.Days.Count);
        }
    }

    [Theory]
    [InlineData("glycolic", "10", "4.0", 4.03)]
    [InlineData("glycolic", "30", "3.0", 26.1)]
    [InlineData("salicylic", "2", "3,5", 0.456)]
    [InlineData("azelaic", "10", "4.6", 4.71)]
    public void Free_acid_is_printed(string acid, string percent, string ph, double free)
    {
        var (exit, output, _) = Run(FreeAcidCommand.Run, "--acid", acid, "--percent", percent, "--ph", ph);

        Assert.Equal(ExitCode.Ok, exit);
        Assert.Equal(free, System.Text.Json.JsonDocument.Parse(output).RootElement.GetProperty("freePercent").GetDouble(), free * 0.005);
    }

    [Fact]
    public void A_blend_adds_up_and_an_assumed_pH_is_marked()
    {
        double Free(params string[] words) =>
            System.Text.Json.JsonDocument.Parse(Run(FreeAcidCommand.Run, words).Output).RootElement.GetProperty("freePercent").GetDouble();
        string[] glycolic = ["--acid", "glycolic", "--percent", "8"];
        string[] lactic = ["--acid", "lactic", "--percent", "5"];

        Assert.Equal(
            Free([.. glycolic, "--ph", "3.6"]) + Free([.. lactic, "--ph", "3.6"]),
            Free([.. glycolic, .. lactic, "--ph", "3.6"]),
            3
        );
        var assumed = System
            .Text.Json.JsonDocument.Parse(Run(FreeAcidCommand.Run, [.. glycolic, "--kind", "exfoliating-toner"]).Output)
            .RootElement;
        Assert.True(assumed.GetProperty("phAssumed").GetBoolean());
        Assert.Contains("clears no limit", assumed.GetProperty("note").GetString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("--ph: give a pH from 0 to 14", "--acid", "glycolic", "--percent", "10", "--ph", "15")]
    [InlineData("--percent: give a percent", "--acid", "glycolic", "--percent", "-1", "--ph", "3")]
    [InlineData("--percent: give a percent", "--acid", "glycolic", "--percent", "0", "--ph", "3")]
    [InlineData(
        "--percent: together they pass 100",
        "--acid",
        "glycolic",
        "--percent",
        "60",
        "--acid",
        "lactic",
        "--percent",
        "60",
        "--ph",
        "3"
    )]
    [InlineData("--acid: soup is not known", "--acid", "soup", "--percent", "10", "--ph", "3")]
    [InlineData("--acid: retinol is not known", "--acid", "retinol", "--percent", "1", "--ph", "3")]
    [InlineData("--ph: is missing", "--acid", "glycolic", "--percent", "10")]
    [InlineData("--percent: is missing", "--acid", "glycolic", "--ph", "3")]
    [InlineData("--percent: is missing for glycolic", "--acid", "glycolic", "--acid", "lactic")]
    [InlineData("--ph: needs a value", "--acid", "glycolic", "--percent", "10", "--ph")]
    [InlineData("--colour: unknown option", "--colour", "red")]
    [InlineData("--acid: is missing")]
    public void Free_acid_refuses_bad_input_by_name(string message, params string[] words)
    {
        var (exit, output, errors) = Run(FreeAcidCommand.Run, words);

        Assert.Equal((ExitCode.BadInput, ""), (exit, output));
        Assert.StartsWith(message, errors, StringComparison.Ordinal);
    }

    [Fact]
    public void A_label_is_read_from_standard_input()
    {
        using var output = new StringWriter();
        using var errors = new StringWriter();
        var exit = LabelCommand.Run(
            new StringReader("Aqua, Cocamidopropyl Betaine, Glycolic Acid, Moonpetal, Phenoxyethanol"),
            output,
            errors
        );
        var read = System.Text.Json.JsonDocument.Parse(output.ToString()).RootElement;

        Assert.Equal(ExitCode.Ok, exit);
        Assert.Equal("exfoliating-cleanser", read.GetProperty("kind").GetString());
        Assert.Equal("Moonpetal", read.GetProperty("unknown")[0].GetString());
        var acid = read.GetProperty("ingredients").EnumerateArray().Single(item => item.GetProperty("name").GetString() == "Glycolic Acid");
        Assert.Equal(
            ("aha", 3, "works"),
            (acid.GetProperty("family").GetString(), acid.GetProperty("position").GetInt32(), acid.GetProperty("role").GetString())
        );
        Assert.InRange(acid.GetProperty("certainty").GetDouble(), 0.5, 1);
    }

    [Theory]
    [InlineData(5_000_000, "more than 20000 characters")]
    [InlineData(0, "paste the list")]
    public void A_label_too_long_or_empty_exits_2(int length, string message)
    {
        using var output = new StringWriter();
        using var errors = new StringWriter();

        Assert.Equal(ExitCode.BadInput, LabelCommand.Run(new StringReader(new string('a', length)), output, errors));
        Assert.Contains(message, errors.ToString(), StringComparison.Ordinal);
        Assert.Equal("", output.ToString());
    }

    [Fact]
    public void The_supply_of_a_case_is_printed()
    {
        var (exit, output, _) = Run(SupplyCommand.Run, Path.Combine(Repository.Root, "demo", "cases", "beginner.json"));

        Assert.Equal(ExitCode.Ok, exit);
        Assert.All(System.Text.Json.JsonDocument.Parse(output).RootElement.EnumerateArray(), line =>
            Assert.True(line.GetProperty("left").GetDecimal() <= line.GetProperty("full").GetDecimal())
        );
    }

    [Fact]
    public void A_hand_edited_path_with_an_acid_on_a_pause_day_exits_3_with_rule_and_date()
    {
        var file = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", CaseBuilder.Monday.AddDays(-20), 1)
            .Use("glycolic", CaseBuilder.Monday)
            .Report(CaseBuilder.Monday, new CheckIn.SkinReport { Sting = 9 })
            .Now(CaseBuilder.Monday, 22)
            .Build();
        var calm = PathPlanner.Plan(file with { Log = [] }, CaseBuilder.Rules);
        var (exit, output, _) = Run(
            AuditCommand.Run,
            Put("case.json", CaseJson.Write(file)),
            "--path",
            Put("path.json", CaseJson.Write(calm))
        );

        Assert.Equal(ExitCode.Breaches, exit);
        Assert.Contains("ramp.red-pause", output, StringComparison.Ordinal);
        Assert.Contains("2026-03-03", output, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("nosuch.json")]
    [InlineData("--days", "0")]
    [InlineData("--days", "many")]
    [InlineData("--from", "March")]
    [InlineData("--surprise", "1")]
    [InlineData("--rules")]
    public void Bad_input_exits_2_with_a_message_and_nothing_on_standard_output(params string[] words)
    {
        var file = Put("case.json", CaseJson.Write(CaseBuilder.Basic().Build()));
        var (exit, output, errors) = Run(PlanCommand.Run, words[0].EndsWith(".json", StringComparison.Ordinal) ? words : [file, .. words]);

        Assert.Equal(ExitCode.BadInput, exit);
        Assert.Empty(output);
        Assert.NotEmpty(errors);
    }

    [Fact]
    public void The_schemas_in_the_repository_are_those_of_the_types()
    {
        Assert.Equal(JsonContract.OfCase(), File.ReadAllText(Path.Combine(Repository.Root, "schemas", "case.schema.json")));
        Assert.Equal(JsonContract.OfSession(), File.ReadAllText(Path.Combine(Repository.Root, "schemas", "session.schema.json")));
        Assert.Equal(JsonContract.OfRules(), File.ReadAllText(Path.Combine(Repository.Root, "schemas", "rules.schema.json")));
        Assert.Equal(JsonContract.OfPath(), File.ReadAllText(Path.Combine(Repository.Root, "schemas", "path.schema.json")));
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Fact]
    public void Simulate_prints_a_row_for_each_model_and_policy_and_names_bad_options()
    {
        var (exit, output, _) = Run(SimulateCommand.Run, "--clients", "20", "--weeks", "8", "--seed", "3");

        Assert.Equal(ExitCode.Ok, exit);
        var rows = System.Text.Json.JsonDocument.Parse(output).RootElement.EnumerateArray().ToList();
        Assert.Equal(["calendar", "paper", "oat-path"], rows.Take(3).Select(row => row.GetProperty("policy").GetString()));
        Assert.Equal(["barrier", "sensitising", "seasonal"], rows.Select(row => row.GetProperty("model").GetString()).Distinct());
        Assert.All(rows, row => Assert.InRange(row.GetProperty("settledShare").GetDouble(), 0, 1));
        var (bad, _, errors) = Run(SimulateCommand.Run, "--adherence", "2");
        Assert.Equal(ExitCode.BadInput, bad);
        Assert.Contains("--adherence: give a number from 0.3 to 1", errors, StringComparison.Ordinal);
    }

    [Fact]
    public void Simulate_runs_whole_studios_and_names_bad_options()
    {
        var (exit, output, _) = Run(SimulateCommand.Run, "--studio", "6", "--studios", "2", "--weeks", "4", "--labels", "right");

        Assert.Equal(ExitCode.Ok, exit);
        var rows = System.Text.Json.JsonDocument.Parse(output).RootElement.EnumerateArray().ToList();
        Assert.Equal(["paper", "alone", "house"], rows.Take(3).Select(row => row.GetProperty("policy").GetString()));
        Assert.All(rows, row => Assert.Equal(26, row.GetProperty("months").GetArrayLength()));
        foreach (
            var (words, expected) in new (string[], string)[]
            {
                (["--labels", "mostly"], "--labels: right or wrong, not 'mostly'"),
                (["--studio", "0"], "--studio: give a whole number from 1 to 10000"),
                (["--studio", "9", "--clients", "9"], "--clients: with studios write --studio N"),
            }
        )
        {
            var (bad, none, errors) = Run(SimulateCommand.Run, words);
            Assert.Equal(ExitCode.BadInput, bad);
            Assert.Empty(none);
            Assert.Contains(expected, errors, StringComparison.Ordinal);
        }
    }
}
