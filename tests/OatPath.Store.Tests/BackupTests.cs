using OatPath.Core.Formats;
using OatPath.Core.Planner;
using OatPath.Core.Shelf;

namespace OatPath.Store.Tests;

/// <summary>What is backed up comes back the same; what was erased is nowhere; what is no backup is refused.</summary>
public sealed class BackupTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("oatpath").FullName;
    private readonly Database database;

    public BackupTests()
    {
        database = new Database(Path.Combine(Data, DataFolder.DatabaseName));
        Directory.CreateDirectory(Path.Combine(Data, "keys"));
        File.WriteAllText(Path.Combine(Data, "keys", "key-1.xml"), "<key/>");
        Migrator.Migrate(database);
    }

    private string Data => Directory.CreateDirectory(Path.Combine(folder, "data")).FullName;

    private string Zip => Path.Combine(folder, "backup.zip");

    private Clients Clients => new(database);

    private Facts Facts => new(database);

    private Client Add(string name) => Clients.Add(Fact.NewId(), name, "0000 555", TestDatabase.Noon);

    public void Dispose()
    {
        database.Dispose();
        Directory.Delete(folder, recursive: true);
    }

    private static string Facts1(Database database) =>
        string.Join(
            "\n",
            new Clients(database).Search("").Select(client => client + ": " + string.Join(" | ", new Facts(database).Of(client.Id)))
        );

    [Fact]
    public async Task A_backup_under_load_restored_on_an_empty_folder_has_whole_facts_and_the_same_paths()
    {
        var client = Add("Jory Pellan");
        Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Shelf, TestDatabase.Item("serum", ProductKind.NiacinamideSerum)));
        using var stop = new CancellationTokenSource();
        var written = 0;
        var writer = Task.Run(() =>
        {
            while (!stop.IsCancellationRequested)
            {
                Facts.Append(
                    client.Id,
                    null,
                    TestDatabase.Make(client, FactKind.Note, $"note {written}"),
                    TestDatabase.Make(client, FactKind.Note, $"twin {written}")
                );
                written++;
            }
        });
        SpinWait.SpinUntil(() => Volatile.Read(ref written) > 2, TimeSpan.FromSeconds(20));
        var manifests = Enumerable.Range(0, 5).Select(_ => Backup.Write(Data, Zip, DateTimeOffset.UtcNow)).ToList();
        await stop.CancelAsync();
        await writer;

        var target = Path.Combine(folder, "restored");
        var done = Backup.Restore(Zip, target, DateTimeOffset.UtcNow);
        Assert.Equal((manifests[^1].Sha256, null), (done.Manifest.Sha256, done.Former));
        using var restored = new Database(Path.Combine(target, DataFolder.DatabaseName));
        var (all, back) = (Facts.Of(client.Id), new Facts(restored).Of(client.Id));
        Assert.InRange(back.Count, 3, all.Count);
        Assert.Equal(all.Take(back.Count), back);

        // A step is there whole or not at all.
        Assert.Equal(1, back.Count % 2);
        Assert.Equal("<key/>", File.ReadAllText(Path.Combine(target, "keys", "key-1.xml")));
        string PathOf(IReadOnlyList<Fact> facts) =>
            System.Text.Json.JsonSerializer.Serialize(
                PathPlanner.Plan(CaseAssembly.Draft(facts, TestDatabase.Noon.AddDays(1), "UTC"), new(), days: 28),
                CaseJson.Compact
            );
        Assert.Equal(PathOf([.. all.Take(back.Count)]), PathOf(back));
    }

    [Fact]
    public void Restoring_over_a_folder_keeps_what_was_there_and_erases_again_who_was_erased_since()
    {
        var (stays, goes) = (Add("Jory Pellan"), Add("Tove Arlund"));
        Facts.Append(goes.Id, null, TestDatabase.Make(goes, FactKind.Note, "a private word"));
        Backup.Write(Data, Zip, DateTimeOffset.UtcNow);
        Assert.True(new Erasure(database, new ViewLog(database)).Erase(goes.Id, 1, TestDatabase.Noon, "Maren Holt"));
        Facts.Append(stays.Id, null, TestDatabase.Make(stays, FactKind.Note, "after the backup"));
        database.Dispose();

        var done = Backup.Restore(Zip, Data, DateTimeOffset.UtcNow);
        Assert.Equal(1, done.ErasedAgain);
        Assert.True(File.Exists(Path.Combine(done.Former!, DataFolder.DatabaseName)));
        using var restored = new Database(Path.Combine(Data, DataFolder.DatabaseName));
        Assert.Equal("Jory Pellan", Assert.Single(new Clients(restored).Search("")).Name);
        Assert.Empty(new Facts(restored).Of(stays.Id));
        Assert.False(Holds(Path.Combine(Data, DataFolder.DatabaseName), "a private word"));
    }

    [Fact]
    public void A_folder_in_use_and_a_file_that_is_none_are_refused_and_nothing_is_touched()
    {
        var client = Add("Jory Pellan");
        Backup.Write(Data, Zip, DateTimeOffset.UtcNow);
        var before = Facts1(database);
        using (var held = new DataFolder(Data))
        {
            Assert.Null(held.Reserve());
            Assert.Contains(
                "in use",
                Assert.Throws<BackupException>(() => Backup.Restore(Zip, Data, DateTimeOffset.UtcNow)).Message,
                StringComparison.Ordinal
            );
        }

        var bytes = File.ReadAllBytes(Zip);
        foreach (
            var (name, content) in new[] { ("letter", "no zip at all"u8.ToArray()), ("empty", []), ("cut", bytes[..(bytes.Length / 2)]) }
        )
        {
            var file = Path.Combine(folder, name);
            File.WriteAllBytes(file, content);
            Assert.Throws<BackupException>(() => Backup.Restore(file, Data, DateTimeOffset.UtcNow));
        }

        for (var i = 0; i < 64; i++)
        {
            bytes[(bytes.Length / 2) + i] ^= 0x55;
        }

        File.WriteAllBytes(Zip, bytes);
        Assert.Throws<BackupException>(() => Backup.Restore(Zip, Data, DateTimeOffset.UtcNow));
        Assert.Equal(before, Facts1(database));
        Assert.Equal(client.Id, Assert.Single(Clients.Search("")).Id);
    }

    [Fact]
    public void Daily_backups_are_written_once_a_day_and_the_oldest_go()
    {
        for (var day = 0; day < 6; day++)
        {
            var on = new DateOnly(2028, 2, 26).AddDays(day);
            Assert.True(Backup.WriteDaily(Data, on, 3, TestDatabase.Noon));
            Assert.False(Backup.WriteDaily(Data, on, 3, TestDatabase.Noon));
        }

        Assert.Equal(
            [new DateOnly(2028, 3, 2), new DateOnly(2028, 3, 1), new DateOnly(2028, 2, 29)],
            Backup.Daily(Data).Select(backup => backup.Day)
        );
    }

    private static bool Holds(string file, string text) =>
        System.Text.Encoding.UTF8.GetString(File.ReadAllBytes(file)).Contains(text, StringComparison.Ordinal);

    [Fact]
    public void Of_an_erased_client_no_byte_is_left_and_everybody_else_is_the_same()
    {
        var words = new[] { "Quillon Zephyrine", "0000 31415", "a very private word", "another word nobody else uses" };
        var other = Add("Jory Pellan");
        Facts.Append(
            other.Id,
            null,
            TestDatabase.Make(other, FactKind.Shelf, TestDatabase.Item("serum")),
            TestDatabase.Make(other, FactKind.Note, "stays")
        );
        var client = Clients.Add(Fact.NewId(), words[0], words[1], TestDatabase.Noon);
        for (var i = 0; i < 300; i++)
        {
            Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Note, words[2 + (i % 2)]));
        }

        var publication = new Publications(database).Publish(
            new Publication(0, client.Id, TestDatabase.Noon, "Maren Holt", $$"""{"reference":"{{words[0]}}"}""", "{}", "1.0", "[]", "x"),
            null,
            [],
            [Facts.Of(client.Id)[0].Id]
        );
        var links = new Links(database);
        var cookie = links.Admit(links.Create(client.Id, "m", TestDatabase.Noon), null, TestDatabase.Noon).Cookie!;
        var views = new ViewLog(database);
        views.LogShown(links.Recognise(cookie)!, "hash", TestDatabase.Noon);
        views.LogRead(client.Id, "Maren Holt", "Ramp", TestDatabase.Noon);
        views.Flush();
        views.LogRead(client.Id, "Maren Holt", "Care", TestDatabase.Noon);
        new Outbox(database).Write(client.Id, "key", $"Dear {words[0]}", TestDatabase.Noon, TestDatabase.Noon);
        new CalendarFeeds(database).Create(client.Id, true, TestDatabase.Noon);
        Clients.Rename(client.Id, words[0] + " the Second", words[1], Clients.Find(client.Id)!.Version);
        Assert.All(words, word => Assert.Contains(Directory.GetFiles(Data), file => Holds(file, word)));
        var before = string.Join("|", Facts.Of(other.Id));

        var erasure = new Erasure(database, views);
        Assert.Throws<ConflictException>(() => erasure.Erase(client.Id, 1, TestDatabase.Noon, "Maren Holt"));
        Assert.True(erasure.Erase(client.Id, Clients.Find(client.Id)!.Version, TestDatabase.Noon, "Maren Holt"));
        Assert.False(erasure.Erase(client.Id, 1, TestDatabase.Noon, "Maren Holt"));
        views.Flush();

        Assert.All(words, word =>
            Assert.All(Directory.GetFiles(Data, "*", SearchOption.AllDirectories), file =>
                Assert.False(Holds(file, word), $"{file} still holds {word}")
            )
        );
        Assert.Equal(before, string.Join("|", Facts.Of(other.Id)));
        Assert.Null(links.Recognise(cookie));
        Assert.Equal((client.Id, "Maren Holt"), (erasure.All()[0].ClientId, erasure.All()[0].By));
        Assert.NotEqual(0, publication.Id);

        // Every table with a client in it was thought of.
        using var connection = database.Open();
        foreach (
            var table in EveryTable.Texts(
                connection,
                "SELECT m.name FROM sqlite_master m JOIN pragma_table_info(m.name) c WHERE m.type = 'table' AND c.name = 'client_id' AND "
                    + "m.name <> 'erasure'"
            )
        )
        {
            Assert.Empty(EveryTable.Texts(connection, $"SELECT client_id FROM {table} WHERE client_id = '{client.Id}'"));
        }

        Assert.Empty(EveryTable.Texts(connection, "SELECT \"table\" FROM pragma_foreign_key_check"));
    }

    [Fact]
    public void Facts_stay_append_only_for_everything_but_erasing()
    {
        var (client, other) = (Add("Jory Pellan"), Add("Tove Arlund"));
        Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Note, "kept"));
        foreach (
            var sql in new[]
            {
                "DELETE FROM fact",
                $"INSERT INTO erasing VALUES ('{other.Id}'); DELETE FROM fact WHERE client_id = '{client.Id}'",
            }
        )
        {
            Assert.ThrowsAny<Microsoft.Data.Sqlite.SqliteException>(() =>
                database.Write(connection =>
                {
                    using var command = connection.CreateCommand();
                    command.CommandText = sql;
                    command.ExecuteNonQuery();
                })
            );
        }

        Assert.Single(Facts.Of(client.Id));
    }

    [Fact]
    public void The_doctor_finds_what_is_wrong_and_calls_the_rest_well()
    {
        if (!OperatingSystem.IsWindows())
        {
            new DataFolder(Data).Close();
        }

        var client = Add("Jory Pellan");
        Backup.WriteDaily(Data, DateOnly.FromDateTime(DateTime.UtcNow), 3, DateTimeOffset.UtcNow);
        new DataFolder(Data).Close();
        Assert.All(Doctor.Look(Data, DateTimeOffset.UtcNow), finding => Assert.True(finding.IsWell, finding.What));

        Facts.Append(
            client.Id,
            null,
            TestDatabase.Make(client, FactKind.Note, "from a wrong clock") with
            {
                RecordedAt = DateTimeOffset.UtcNow.AddHours(5),
            }
        );
        database.Write(connection =>
        {
            using var command = connection.CreateCommand();
            command.CommandText =
                $"INSERT INTO fact (id, client_id, kind, happened_at, recorded_at, recorded_by, body) VALUES ('x', '{client.Id}', 'log', "
                    + $"'2026-03-09T12:00:00.0000000+00:00', '2026-03-09T12:00:00.0000000+00:00', 'm', '\"no log entry at all\"')";
            command.ExecuteNonQuery();
        });
        if (!OperatingSystem.IsWindows())
        {
            File.SetUnixFileMode(Path.Combine(Data, "keys", "key-1.xml"), UnixFileMode.UserRead | UnixFileMode.OtherRead);
        }

        var wrong = Doctor
            .Look(Data, DateTimeOffset.UtcNow.AddDays(3))
            .Where(finding => !finding.IsWell)
            .Select(finding => finding.What)
            .ToList();
        Assert.Contains(wrong, what => what.Contains("can be reached by others", StringComparison.Ordinal));
        Assert.Contains(wrong, what => what.Contains(client.Id, StringComparison.Ordinal));
        Assert.Contains(wrong, what => what.Contains("last daily backup", StringComparison.Ordinal));
        Assert.Contains(Doctor.Look(Data, DateTimeOffset.UtcNow), finding =>
            finding.What.Contains("clock is behind", StringComparison.Ordinal)
        );
        Assert.Contains(
            "is not there",
            Assert.Single(Doctor.Look(Path.Combine(folder, "nowhere"), DateTimeOffset.UtcNow)).What,
            StringComparison.Ordinal
        );
    }
}
