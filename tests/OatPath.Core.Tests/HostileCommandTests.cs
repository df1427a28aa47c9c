using OatPath.Cli;
using OatPath.Store;

namespace OatPath.Core.Tests;

/// <summary>The command line with every argument made of what nobody would write: a message and an exit code, never an accident.</summary>
public sealed class HostileCommandTests : IDisposable
{
    private static readonly string[] Values =
    [
        "",
        " ",
        "0",
        "-1",
        "99999999999999999999",
        "NaN",
        "1e309",
        "2026-02-30",
        "0001-01-01",
        "9999-12-31",
        "\0",
        "\u202e",
        "../../etc/passwd",
        "/",
        "/nowhere/at/all",
        "--data",
        "--",
        new string('A', 4000),
        "null",
        "{}",
        "[]",
    ];

    private readonly string folder = Directory.CreateTempSubdirectory("oatpath").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    private readonly List<string> accidents = [];

    private (int Exit, string Errors) Run(params string[] words)
    {
        using var error = new StringWriter();
        var exit = Commands.Run(words, new StringReader("Aqua, Glycerin"), TextWriter.Null, error);
        if (error.ToString().Contains(Commands.LastResort, StringComparison.Ordinal))
        {
            accidents.Add($"{string.Join(' ', words.Select(word => word.Length > 60 ? word[..60] : word))}: {error}");
        }

        Assert.True(exit is ExitCode.Ok or ExitCode.BadInput or ExitCode.Breaches);
        Assert.True(exit != ExitCode.BadInput || error.ToString().Trim().Length > 0, string.Join(' ', words));
        return (exit, error.ToString());
    }

    private static string Case => Path.Combine(Repository.Root, "demo", "cases", "two-acids.json");

    [Fact]
    public void Every_option_of_every_command_answers_whatever_it_is_given()
    {
        string[][] commands =
        [
            ["plan", Case, "--rules", "--from", "--days"],
            ["audit", Case, "--rules", "--path"],
            ["supply", Case, "--rules"],
            ["calendar", Case, "--rules", "--days", "--titles"],
            ["session", Case, "--product", "--on", "--rules"],
            ["play", Case, "--events"],
            ["free-acid", "--acid", "--percent", "--ph", "--kind"],
            ["backup", "--data", "--to"],
            ["restore", "--from", "--data"],
            ["doctor", "--data"],
            ["people", "--data"],
            ["upgrade", "--data"],
            ["version", "--data"],
        ];
        var here = Directory.GetCurrentDirectory();
        Directory.SetCurrentDirectory(folder);
        try
        {
            foreach (var command in commands)
            {
                var (name, file, options) = (
                    command[0],
                    command.Skip(1).Where(word => !word.StartsWith('-')).ToArray(),
                    command.Skip(1).Where(word => word.StartsWith('-')).ToArray()
                );
                foreach (var value in Values)
                {
                    Run([name, value]);
                    foreach (var option in options)
                    {
                        Run([name, .. file, option, value]);
                        Run([name, .. file, .. options.SelectMany(each => new[] { each, each == option ? value : "1" })]);
                        Run([name, .. file, option]);
                    }
                }
            }

            foreach (var what in new[] { "unlock", "reset", "forget-factor", "sign-out", "list" })
            {
                foreach (var value in Values)
                {
                    Run(["people", what, value, "--data", folder]);
                }
            }

            foreach (var value in Values)
            {
                Run([value]);
                Run(["schema", value]);
            }
        }
        finally
        {
            Directory.SetCurrentDirectory(here);
        }

        NoAccident();
    }

    private void NoAccident() =>
        Assert.True(accidents.Count == 0, string.Join("\n", accidents.DistinctBy(accident => accident.Split("program: ")[^1]).Take(20)));

    [Fact]
    public void A_case_whose_every_value_is_replaced_in_turn_is_planned_or_refused()
    {
        var text = File.ReadAllText(Case);
        var file = Path.Combine(folder, "case.json");
        var values = System.Text.RegularExpressions.Regex.Matches(text, "(?<=: )(\"[^\"]*\"|-?[0-9.]+|true|false|null)").ToList();
        Assert.True(values.Count > 60);
        foreach (var (match, i) in values.Select((match, i) => (match, i)))
        {
            foreach (
                var wild in new[]
                {
                    "null",
                    "-1",
                    "1e300",
                    "\"\"",
                    "\"0001-01-01\"",
                    "\"9999-12-31\"",
                    "\"9999-12-31T23:59:59+00:00\"",
                    "\"\\u202e\"",
                    "[]",
                    "{}",
                }.Where((_, n) => (n + i) % 3 == 0)
            )
            {
                File.WriteAllText(file, string.Concat(text.AsSpan(0, match.Index), wild, text.AsSpan(match.Index + match.Length)));
                Run("plan", file, "--days", "28");
            }
        }

        NoAccident();
    }

    [Fact]
    public void People_are_listed_and_let_in_again()
    {
        using (var database = new Database(Path.Combine(folder, DataFolder.DatabaseName)))
        {
            Migrator.Migrate(database);
            Assert.True(new People(database).AddFirstOwner("Maren Holt", "maren", "x"));
            new SignIns(database).Open(1, DateTimeOffset.UtcNow);
        }

        string Said(params string[] words)
        {
            using var output = new StringWriter();
            using var error = new StringWriter();
            Assert.Equal(ExitCode.Ok, Commands.Run([.. words, "--data", folder], TextReader.Null, output, error));
            return output.ToString();
        }

        Assert.Contains("maren\towner\tMaren Holt\tmay sign in\tpassword\tsigned in 1 times", Said("people"), StringComparison.Ordinal);
        Assert.Contains("try again at once", Said("people", "unlock", "maren"), StringComparison.Ordinal);
        Assert.Contains("signed out in 1 places", Said("people", "sign-out", "MAREN"), StringComparison.Ordinal);
        Assert.Contains("by the password alone", Said("people", "forget-factor", "maren"), StringComparison.Ordinal);
        var password = Said("people", "reset", "maren").Split(" with ")[1].Split(' ')[0];
        Assert.Equal(16, password.Length);
        using (var database = new Database(Path.Combine(folder, DataFolder.DatabaseName)))
        {
            var maren = new People(database).Find("maren")!;
            Assert.NotEqual(
                Microsoft.AspNetCore.Identity.PasswordVerificationResult.Failed,
                new Microsoft.AspNetCore.Identity.PasswordHasher<Person>().VerifyHashedPassword(maren, maren.PasswordHash, password)
            );
        }

        Assert.Contains(
            "nobody signs in by that name",
            Run("people", "reset", "nobody", "--data", folder).Errors,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Data_of_an_older_version_is_brought_forward_by_its_own_command_and_by_no_other()
    {
        using (var database = new Database(Path.Combine(folder, DataFolder.DatabaseName)))
        {
            Migrator.Migrate(database, 15);
        }

        foreach (var command in new[] { "people", "clock" })
        {
            var (exit, errors) = Run(command, "--data", folder);
            Assert.Equal(ExitCode.BadInput, exit);
            Assert.Contains("older version", errors, StringComparison.Ordinal);
            Assert.Contains("oat upgrade", errors, StringComparison.Ordinal);
        }

        Assert.Equal(ExitCode.Ok, Run("upgrade", "--data", folder).Exit);
        Assert.Equal(ExitCode.Ok, Run("upgrade", "--data", folder).Exit);
        Assert.Equal(ExitCode.Ok, Run("people", "--data", folder).Exit);
        Assert.Contains("gone", Run("upgrade", "--data", Path.Combine(folder, "none")).Errors, StringComparison.Ordinal);
        Assert.Contains("--data", Run("upgrade").Errors, StringComparison.Ordinal);
        using var held = new DataFolder(folder);
        Assert.Null(held.Reserve());
        Assert.Contains("in use", Run("upgrade", "--data", folder).Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void An_upgrade_that_does_not_fit_says_what_speaks_against_it()
    {
        var file = Path.Combine(folder, DataFolder.DatabaseName);
        using (var database = new Database(file))
        {
            Migrator.Migrate(database, 15);
            database.Write(connection =>
            {
                using var command = connection.CreateCommand();
                command.CommandText = "CREATE TABLE mail_address (id INTEGER)";
                command.ExecuteNonQuery();
            });
        }

        var (exit, errors) = Run("upgrade", "--data", folder);

        Assert.Equal(ExitCode.Breaches, exit);
        Assert.Contains("mail_address", errors, StringComparison.Ordinal);
        Assert.Contains("again as it was", errors, StringComparison.Ordinal);
        Assert.Contains("older version", Run("people", "--data", folder).Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void The_program_says_which_it_is()
    {
        using var output = new StringWriter();
        Assert.Equal(ExitCode.Ok, Commands.Run(["version"], TextReader.Null, output, TextWriter.Null));
        Assert.Matches(@"^Oat Path \d+\.\d+\.\d+\r?\nengine [\d.]+\r?\ndatabase \d+\r?\n$", output.ToString());
    }

    [Fact]
    public void A_backup_is_written_and_restored_from_the_command_line()
    {
        var (data, zip) = (Path.Combine(folder, "data"), Path.Combine(folder, "b.zip"));
        Directory.CreateDirectory(data);
        using (var database = new Database(Path.Combine(data, DataFolder.DatabaseName)))
        {
            Migrator.Migrate(database);
            new Clients(database).Add(Fact.NewId(), "Jory Pellan", "", DateTimeOffset.UtcNow);
        }

        Assert.Equal(ExitCode.Ok, Run("backup", "--data", data, "--to", zip).Exit);
        Assert.Equal(ExitCode.Ok, Run("restore", "--from", zip, "--data", Path.Combine(folder, "other")).Exit);
        using (var restored = new Database(Path.Combine(folder, "other", DataFolder.DatabaseName)))
        {
            Assert.Equal("Jory Pellan", Assert.Single(new Clients(restored).Search("")).Name);
        }

        Assert.Equal(ExitCode.Breaches, Run("doctor", "--data", data).Exit);
        Assert.Contains("gone", Run("backup", "--data", Path.Combine(folder, "none"), "--to", zip).Errors, StringComparison.Ordinal);
    }
}
