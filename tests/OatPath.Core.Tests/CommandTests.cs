using OatPath.Cli;
using OatPath.Core.Path;

namespace OatPath.Core.Tests;

public sealed class CommandTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("oatpath").FullName;

    private string Put(string name, string text)
    {
        var file = System.IO.Path.Combine(folder, name);
        File.WriteAllText(file, text);
        return file;
    }

    private static (int Exit, string Output, string Errors) Run(Func<IReadOnlyList<string>, TextWriter, TextWriter, int> command, params string[] words)
    {
        using var output = new StringWriter();
        using var errors = new StringWriter();
        return (command(words, output, errors), output.ToString(), errors.ToString());
    }

    [Fact]
    public void Every_demo_case_plans_and_audits_without_breach()
    {
        var cases = Directory.GetFiles(System.IO.Path.Combine(Repository.Root, "demo", "cases"), "*.json");
        var rules = System.IO.Path.Combine(Repository.Root, "demo", "studio.json");

        Assert.True(cases.Length >= 6);
        foreach (var file in cases)
        {
            var (exit, output, errors) = Run(AuditCommand.Run, file, "--rules", rules);
            Assert.True(exit == ExitCode.Ok, file + output + errors);
            Assert.Equal(84, CaseJson.ReadPath(Run(PlanCommand.Run, file, "--days", "84").Output).Path!.Days.Count);
        }
    }

    [Fact]
    public void A_hand_edited_path_with_an_acid_on_a_pause_day_exits_3_with_rule_and_date()
    {
        var file = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", CaseBuilder.Monday.AddDays(-20), 1).Use("glycolic", CaseBuilder.Monday)
            .Report(CaseBuilder.Monday, new CheckIn.SkinReport { Sting = 9 }).Now(CaseBuilder.Monday, 22).Build();
        var calm = PathPlanner.Plan(file with { Log = [] }, CaseBuilder.Rules);
        var (exit, output, _) = Run(AuditCommand.Run, Put("case.json", CaseJson.Write(file)), "--path", Put("path.json", CaseJson.Write(calm)));

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
        Assert.Equal(JsonContract.OfCase(), File.ReadAllText(System.IO.Path.Combine(Repository.Root, "schemas", "case.schema.json")));
        Assert.Equal(JsonContract.OfPath(), File.ReadAllText(System.IO.Path.Combine(Repository.Root, "schemas", "path.schema.json")));
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);
}
