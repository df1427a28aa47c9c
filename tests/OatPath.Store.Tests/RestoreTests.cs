using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using OatPath.Core.Formats;

namespace OatPath.Store.Tests;

/// <summary>A restore closes what was closed since, and takes nothing in that is not ours.</summary>
public sealed class RestoreTests : IDisposable
{
    private static readonly DateTimeOffset Later = TestDatabase.Noon.AddDays(3);
    private readonly string folder = Directory.CreateTempSubdirectory("oatpath").FullName;
    private readonly Database database;

    public RestoreTests()
    {
        Directory.CreateDirectory(Path.Combine(Data, DataFolder.KeysName));
        File.WriteAllText(Path.Combine(Data, DataFolder.KeysName, "key-1.xml"), "<key/>");
        database = new Database(Path.Combine(Data, DataFolder.DatabaseName));
        Migrator.Migrate(database);
        var people = new People(database);
        Assert.True(people.AddFirstOwner("Maren Holt", "maren", "first hash"));
        Assert.True(people.Add("Tilde Brack", "tilde", "practitioner", "other hash"));
    }

    public void Dispose()
    {
        database.Dispose();
        Directory.Delete(folder, recursive: true);
    }

    private string Data => Directory.CreateDirectory(Path.Combine(folder, "data")).FullName;

    private string Zip => Path.Combine(folder, "backup.zip");

    private Client Add(string name) => new Clients(database).Add(Fact.NewId(), name, "0000 555", TestDatabase.Noon);

    private (string Token, string Cookie) Linked(Client client)
    {
        var links = new Links(database);
        var token = links.Create(client.Id, "maren", TestDatabase.Noon);
        return (token, links.Admit(token, null, TestDatabase.Noon).Cookie!);
    }

    private static Database Restored(string target) => new(Path.Combine(target, DataFolder.DatabaseName));

    /// <summary>Whatever table there is comes back as it was; only what lets somebody in is closed.</summary>
    [Fact]
    public void Every_table_comes_back_from_a_backup()
    {
        // Links and sign-ins are closed by a time that these rows have already.
        string[] doors = ["known_browser"];
        var client = Add("Jory Pellan");
        var every = new EveryTable(Path.Combine(Data, DataFolder.DatabaseName));
        every.Fill(client.Id);
        var before = every.Read();
        Assert.All(before.Where(table => table.Key != "erasing"), table => Assert.NotEmpty(table.Value));
        Backup.Write(Data, Zip, TestDatabase.Noon);
        database.Dispose();

        var target = Path.Combine(folder, "elsewhere");
        Backup.Restore(Zip, target, Later);

        var after = new EveryTable(Path.Combine(target, DataFolder.DatabaseName)).Read();
        Assert.Equal(before.Keys.Order(), after.Keys.Order());
        Assert.Equal(doors, before.Keys.Where(table => !before[table].SequenceEqual(after[table])).Order(StringComparer.Ordinal));
    }

    [Fact]
    public void What_was_closed_after_the_backup_stays_closed()
    {
        var (people, links, signIns, feeds) = (
            new People(database),
            new Links(database),
            new SignIns(database),
            new CalendarFeeds(database)
        );
        var (jory, tove, perrin, nell) = (Add("Jory Pellan"), Add("Tove Arlund"), Add("Perrin Vale"), Add("Nell Orrin"));
        var (revoked, shutOut, open) = (Linked(jory), Linked(tove), Linked(perrin));
        var feed = feeds.Create(jory.Id, true, TestDatabase.Noon);
        var (owner, tilde) = (people.Find("maren")!.Id, people.Find("tilde")!.Id);
        people.SetFactor(owner, "first factor", ["AAAAA-AAAAA", "BBBBB-BBBBB"]);
        var (signIn, browser) = (signIns.Open(owner, TestDatabase.Noon), signIns.Know(tilde, TestDatabase.Noon)!);
        Backup.Write(Data, Zip, TestDatabase.Noon);

        links.Revoke(jory.Id, Later);
        Assert.True(links.ShutOut(tove.Id, links.Recognise(shutOut.Cookie)!.Id, Later));
        feeds.Revoke(jory.Id, Later);
        signIns.EndAll(owner, null, Later);
        people.SetPassword(tilde, "a new hash", Later);
        people.SetActive(tilde, false);
        Assert.True(people.UseRecoveryCode(owner, "AAAAA-AAAAA", Later));
        Assert.True(people.UseStep(owner, 77));
        new Outbox(database).OptOut(perrin.Id, "maren", Later);
        var late = Linked(nell);
        Assert.True(people.Add("Oskar Lind", "oskar", "assistant", "third hash"));
        new Facts(database).Append(jory.Id, null, TestDatabase.Make(jory, FactKind.Note, "after the backup"));
        File.WriteAllText(Path.Combine(Data, DataFolder.KeysName, "key-2.xml"), "<key2/>");
        database.Dispose();

        var done = Backup.Restore(Zip, Data, Later);
        using var restored = Restored(Data);
        var (doors, back) = (new Links(restored), new People(restored));
        Assert.Null(doors.Recognise(revoked.Cookie));
        Assert.Null(doors.Recognise(shutOut.Cookie));
        Assert.Null(doors.Recognise(late.Cookie));
        Assert.False(doors.IsOpen(revoked.Token, Later));
        Assert.Equal(perrin.Id, doors.Recognise(open.Cookie)!.ClientId);
        Assert.Null(new CalendarFeeds(restored).Find(feed));
        Assert.False(new SignIns(restored).IsOpen(signIn, owner));
        Assert.False(new SignIns(restored).Knows(browser, tilde));
        Assert.Equal(("a new hash", false), (back.Find("tilde")!.PasswordHash, back.Find("tilde")!.Active));
        Assert.False(back.UseRecoveryCode(owner, "AAAAA-AAAAA", Later));
        Assert.True(back.UseRecoveryCode(owner, "BBBBB-BBBBB", Later));
        Assert.False(back.UseStep(owner, 77));
        Assert.NotNull(new Outbox(restored).OptedOut(perrin.Id));
        Assert.Equal(
            ["key-1.xml", "key-2.xml"],
            Directory.GetFiles(Path.Combine(Data, DataFolder.KeysName)).Select(Path.GetFileName).Order()
        );
        Assert.True(done.Doors.Known);
        Assert.Equal(["Jory Pellan", "Nell Orrin"], done.Doors.Clients.Order());
        Assert.Equal(("oskar", 1L, 1), (Assert.Single(done.Doors.Gone), done.Doors.Since, done.Doors.Phones));
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void Where_nothing_is_known_every_link_closes_unless_somebody_says_that_none_was(bool linksStay)
    {
        var client = Add("Jory Pellan");
        var (token, cookie) = Linked(client);
        var signIn = new SignIns(database).Open(1, TestDatabase.Noon);
        Backup.Write(Data, Zip, TestDatabase.Noon);

        var target = Path.Combine(folder, "machine of tomorrow");
        var done = Backup.Restore(Zip, target, Later, linksStay);
        using var restored = Restored(target);
        Assert.Equal(linksStay, new Links(restored).IsOpen(token, TestDatabase.Noon));
        Assert.Equal(linksStay, new Links(restored).Recognise(cookie) is not null);
        Assert.False(new SignIns(restored).IsOpen(signIn, 1));
        Assert.False(done.Doors.Known);
        Assert.Equal(linksStay ? [] : ["Jory Pellan"], done.Doors.Clients);
        Assert.Equal(["Maren Holt", "Tilde Brack"], done.Doors.People);
        Assert.Null(done.Doors.Since);
    }

    [Fact]
    public void Doors_of_another_studio_say_nothing_of_these()
    {
        var (token, _) = Linked(Add("Jory Pellan"));
        Backup.Write(Data, Zip, TestDatabase.Noon);
        var target = Directory.CreateDirectory(Path.Combine(folder, "other")).FullName;
        using (var other = new Database(Path.Combine(target, DataFolder.DatabaseName)))
        {
            Migrator.Migrate(other);
            Assert.True(new People(other).AddFirstOwner("Somebody Else", "somebody", "hash"));
        }

        File.WriteAllText(Path.Combine(target, "studio"), "");
        var done = Backup.Restore(Zip, target, Later);
        Assert.False(done.Doors.Known);
        using var restored = Restored(target);
        Assert.False(new Links(restored).IsOpen(token, TestDatabase.Noon));
        Assert.Equal("first hash", new People(restored).Find("maren")!.PasswordHash);
    }

    /// <summary>Writes the backup anew as somebody would who knows its format: with the hashes and sizes of what is in it then.</summary>
    private void Tamper(string? sql = null, Func<BackupManifest, BackupManifest>? manifest = null, Action<ZipArchive>? last = null)
    {
        var inside = Directory.CreateDirectory(Path.Combine(folder, "inside")).FullName;
        ZipFile.ExtractToDirectory(Zip, inside, overwriteFiles: true);
        var file = Path.Combine(inside, DataFolder.DatabaseName);
        if (sql is not null)
        {
            using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = sql;
            command.ExecuteNonQuery();
        }

        var said = JsonSerializer.Deserialize<BackupManifest>(File.ReadAllText(Path.Combine(inside, "manifest.json")), CaseJson.Compact)!;
        BackupPart Part(string name) =>
            new(
                name,
                new FileInfo(Path.Combine(inside, name)).Length,
                Convert.ToHexStringLower(SHA256.HashData(File.ReadAllBytes(Path.Combine(inside, name))))
            );
        said = said with { Parts = [Part(DataFolder.DatabaseName), Part("keys/key-1.xml")], Sha256 = Part(DataFolder.DatabaseName).Sha256 };
        File.Delete(Zip);
        using var archive = ZipFile.Open(Zip, ZipArchiveMode.Create);
        using (var entry = archive.CreateEntry("manifest.json").Open())
        {
            JsonSerializer.Serialize(entry, manifest is null ? said : manifest(said), CaseJson.Compact);
        }

        archive.CreateEntryFromFile(file, DataFolder.DatabaseName);
        archive.CreateEntryFromFile(Path.Combine(inside, "keys/key-1.xml"), "keys/key-1.xml");
        last?.Invoke(archive);
    }

    private static void Put(ZipArchive archive, string name)
    {
        using var entry = archive.CreateEntry(name).Open();
        entry.Write("<other/>"u8);
    }

    private string Refusal() => Assert.Throws<BackupException>(() => Backup.Restore(Zip, Path.Combine(folder, "target"), Later)).Message;

    [Theory]
    [InlineData("CREATE TRIGGER quiet AFTER INSERT ON fact BEGIN DELETE FROM link; END", "a trigger that is not of this program: quiet")]
    [InlineData("CREATE TABLE extra (a TEXT)", "a table that is not of this program: extra")]
    [InlineData("CREATE VIEW looks AS SELECT * FROM person", "a view that is not of this program: looks")]
    [InlineData("DROP TRIGGER fact_is_never_changed", "lacks the trigger fact_is_never_changed")]
    [InlineData(
        "DROP TRIGGER fact_touches; CREATE TRIGGER fact_touches AFTER INSERT ON fact BEGIN UPDATE person SET active = 1; END",
        "The trigger fact_touches of the database in it was changed"
    )]
    [InlineData("PRAGMA user_version = 3", "is of version 3, and its manifest says")]
    public void A_database_with_what_is_not_ours_is_refused(string sql, string refusal)
    {
        Backup.Write(Data, Zip, TestDatabase.Noon);
        Tamper(sql);
        Assert.Contains(refusal, Refusal(), StringComparison.Ordinal);
        Assert.False(File.Exists(Path.Combine(folder, "target", DataFolder.DatabaseName)));
    }

    [Fact]
    public void Names_sizes_and_hashes_are_those_of_the_manifest()
    {
        void Refused(string refusal, Func<BackupManifest, BackupManifest>? manifest = null, Action<ZipArchive>? last = null)
        {
            Backup.Write(Data, Zip, TestDatabase.Noon);
            Tamper(null, manifest, last);
            Assert.Contains(refusal, Refusal(), StringComparison.Ordinal);
        }

        Refused("keys/key-1.xml is in it twice", last: archive => Put(archive, "keys/key-1.xml"));
        Refused("oatpath.db is in it twice", last: archive => Put(archive, "oatpath.db"));
        Refused("several manifests", last: archive => Put(archive, "manifest.json"));
        Refused("keys/key-2.xml was added", last: archive => Put(archive, "keys/key-2.xml"));
        Refused("not of this program: keys/../../evil", last: archive => Put(archive, "keys/../../evil"));
        Refused("not of this program: keys/deep/key.xml", last: archive => Put(archive, "keys/deep/key.xml"));
        Refused("not of this program: other.db", last: archive => Put(archive, "other.db"));
        Refused("keys/key-9.xml is not in it", manifest => manifest with { Parts = [.. manifest.Parts!, new("keys/key-9.xml", 1, "00")] });
        Refused("names keys/key-1.xml twice", manifest => manifest with { Parts = [.. manifest.Parts!, manifest.Parts![1]] });
        Refused("not as long as it was written", manifest =>
            manifest with
            {
                Parts = [manifest.Parts![0], manifest.Parts[1] with { Bytes = 7 }],
            }
        );
        Refused("keys/key-1.xml in it is not the file", manifest =>
            manifest with
            {
                Parts = [manifest.Parts![0], manifest.Parts[1] with { Sha256 = manifest.Parts[0].Sha256 }],
            }
        );
        Refused("no backup of this program", manifest => manifest with { Format = "letter" });
        Refused("newer program", manifest => manifest with { Version = 999 });
    }

    [Fact]
    public void A_backup_of_an_older_program_is_taken_as_it_is()
    {
        var client = Add("Jory Pellan");
        Backup.Write(Data, Zip, TestDatabase.Noon);
        Tamper(null, manifest => manifest with { Parts = null });
        var target = Path.Combine(folder, "target");
        Backup.Restore(Zip, target, Later);
        using var restored = Restored(target);
        Assert.Equal(client.Id, Assert.Single(new Clients(restored).Search("")).Id);
        Assert.Equal("<key/>", File.ReadAllText(Path.Combine(target, "keys", "key-1.xml")));
    }
}
