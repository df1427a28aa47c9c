using Microsoft.Data.Sqlite;

namespace OatPath.Store.Tests;

/// <summary>Data of an older version comes forward whole, or stays as it was.</summary>
public sealed class UpgradeTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("oatpath").FullName;
    private static readonly int Newest = Migrator.Known[^1].Version;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    private string DatabaseFile => Path.Combine(folder, DataFolder.DatabaseName);

    private string Marker => Path.Combine(folder, "upgrade-under-way");

    /// <summary>A studio as an older program left it, with one client and one entry.</summary>
    private void Older(int version = 13)
    {
        Directory.CreateDirectory(Path.Combine(folder, DataFolder.KeysName));
        using var database = new Database(DatabaseFile);
        Migrator.Migrate(database, version);
        Do($"INSERT INTO client (id, name, created_at) VALUES ('a', 'Jory Pellan', '{TestDatabase.Noon:O}')");
    }

    private int Version() => (int)Number("PRAGMA user_version");

    private void Do(string sql) => Number(sql);

    private long Number(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={DatabaseFile};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return command.ExecuteScalar() is long number ? number : 0;
    }

    private Upgraded Run()
    {
        using var data = new DataFolder(folder);
        Assert.Null(data.Reserve());
        return Upgrade.Run(data, TestDatabase.Noon);
    }

    [Fact]
    public void An_older_studio_comes_forward_with_a_backup_of_before()
    {
        Older();

        var done = Run();

        Assert.True(done.Stands);
        Assert.Equal((13, Newest, Newest), (done.From, done.To, Version()));
        Assert.Equal(13, Backup.Check(done.Backup!).Version);
        Assert.False(File.Exists(Marker));
        Assert.Null(Run().Backup);
    }

    [Fact]
    public void What_cannot_be_brought_forward_is_again_as_it_was()
    {
        Older();
        // In the way of a table of a later version.
        Do("CREATE TABLE answer_link (id INTEGER)");

        var done = Run();

        Assert.False(done.Stands);
        Assert.Contains("answer_link", Assert.Single(done.Against), StringComparison.Ordinal);
        Assert.Equal(13, Version());
        Assert.False(File.Exists(Marker));
        using var data = new DataFolder(folder);
        Assert.Null(data.Reserve());
        Assert.Equal(StoreFault.PutBack, Upgrade.BringForward(data, TestDatabase.Noon)!.Fault);
    }

    [Fact]
    public void Where_something_told_would_be_gone_the_old_state_is_back()
    {
        Older();
        Do(
            """
            INSERT INTO client (id, name, created_at) VALUES ('b', 'Tamsin Orrel', '2026-03-09T12:00:00.0000000+00:00');
            DELETE FROM client_stale WHERE client_id = 'b';
            CREATE TRIGGER loses AFTER UPDATE ON fact BEGIN DELETE FROM client WHERE id = 'b'; END
            """
        );
        Tell("note", "\"kind\"");

        var done = Run();

        Assert.Contains("Of 2 rows in client 1 would be left.", done.Against);
        Assert.Equal(2, Number("SELECT count(*) FROM client"));
    }

    [Fact]
    public void Where_an_entry_could_not_be_read_any_more_the_old_state_is_back()
    {
        Older();
        Tell("shelf", "{ \"kind\": [] }");

        var done = Run();

        Assert.False(done.Stands);
        Assert.Equal(13, Version());
    }

    private void Tell(string kind, string body) =>
        Do(
            $"""
            INSERT INTO fact (id, client_id, kind, happened_at, recorded_at, recorded_by, body)
            VALUES ('{Fact.NewId()}', 'a', '{kind}', '{TestDatabase.Noon:O}', '{TestDatabase.Noon:O}', 'test', '{body}')
            """
        );

    /// <summary>Cut short right after each step: the next start finds the old state, and brings it forward.</summary>
    [Theory]
    [InlineData(14)]
    [InlineData(16)]
    [InlineData(int.MaxValue)]
    public async Task Cut_short_at_any_version_the_next_start_begins_anew(int reached)
    {
        Older();
        var backup = Path.Combine(folder, Backup.Folder, "before-version-x.zip");
        Directory.CreateDirectory(Path.GetDirectoryName(backup)!);
        Backup.Write(folder, backup, TestDatabase.Noon);
        File.WriteAllText(Marker, Path.GetFileName(backup));
        using (var database = new Database(DatabaseFile))
        {
            Migrator.Migrate(database, reached);
        }

        Do("UPDATE client SET name = 'half'");

        using (var data = new DataFolder(folder))
        {
            Assert.Null(await data.Take());
            Assert.Equal(13, Version());
            Assert.Null(Upgrade.BringForward(data, TestDatabase.Noon));
        }

        Assert.Equal(Newest, Version());
        using var now = new Database(DatabaseFile);
        Assert.Equal("Jory Pellan", Assert.Single(new Clients(now).Search("")).Name);
    }

    [Fact]
    public async Task Where_the_backup_is_gone_nothing_is_served()
    {
        Older();
        File.WriteAllText(Marker, "before-version-x.zip");

        using var data = new DataFolder(folder);
        var trouble = await data.Take();

        Assert.Equal(StoreFault.CutShort, trouble!.Fault);
        Assert.True(File.Exists(Marker));
    }

    [Fact]
    public async Task A_marker_without_a_name_means_that_nothing_had_begun()
    {
        Older();
        File.WriteAllText(Marker, "");

        using var data = new DataFolder(folder);
        Assert.Null(await data.Take());

        Assert.Equal(13, Version());
        Assert.False(File.Exists(Marker));
    }

    [Fact]
    public void What_a_newer_version_wrote_is_not_touched()
    {
        Older(int.MaxValue);
        Do($"PRAGMA user_version = {Newest + 1}");

        using var data = new DataFolder(folder);
        Assert.Null(data.Reserve());
        var trouble = Upgrade.BringForward(data, TestDatabase.Noon);

        Assert.Equal(StoreFault.Newer, trouble!.Fault);
        Assert.Equal(Newest + 1, Version());
        Assert.False(Directory.Exists(Path.Combine(folder, Backup.Folder)));
    }

    [Fact]
    public void Backups_of_upgrades_long_ago_go_with_the_daily_ones()
    {
        Older();
        var old = Run().Backup!;
        File.SetLastWriteTimeUtc(old, TestDatabase.Noon.UtcDateTime.AddDays(-9));

        Backup.WriteDaily(folder, DateOnly.FromDateTime(TestDatabase.Noon.UtcDateTime), kept: 7, TestDatabase.Noon);

        Assert.False(File.Exists(old));
    }
}
