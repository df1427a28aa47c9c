namespace OatPath.Store.Tests;

public sealed class DatabaseTests : IDisposable
{
    private readonly TestDatabase test = new();

    private string Pragma(string name) =>
        test.Database.Read(connection =>
        {
            using var command = connection.CreateCommand();
            command.CommandText = $"PRAGMA {name}";
            return Convert.ToString(command.ExecuteScalar(), System.Globalization.CultureInfo.InvariantCulture)!;
        });

    [Fact]
    public void Every_connection_writes_through_to_disk_and_keeps_references()
    {
        Assert.Equal("wal", Pragma("journal_mode"));
        Assert.Equal("2", Pragma("synchronous"));
        Assert.Equal("1", Pragma("foreign_keys"));
    }

    [Fact]
    public void Migrating_twice_changes_nothing_and_a_newer_file_is_refused()
    {
        Migrator.Migrate(test.Database);
        test.Database.Write(connection =>
        {
            using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA user_version = 999";
            command.ExecuteNonQuery();
        });

        Assert.Contains(
            "newer version",
            Assert.Throws<InvalidOperationException>(() => Migrator.Migrate(test.Database)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Every_earlier_version_comes_forward_with_its_data()
    {
        foreach (var (version, _) in Migrator.Known)
        {
            using var old = new TestDatabase(migrate: false);
            Migrator.Migrate(old.Database, version);
            var client = old.AddClient();
            old.WriteOld(TestDatabase.Make(client, FactKind.Note, "kept"));
            Migrator.Migrate(old.Database);

            Assert.Equal("\"kept\"", Assert.Single(old.Facts.Of(client.Id)).Body);
        }
    }

    [Fact]
    public void An_entry_of_a_kind_that_nobody_knows_is_named_and_never_passed_over()
    {
        var client = test.AddClient();
        test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Note, "known"));
        test.Database.Write(connection =>
        {
            using var command = connection.CreateCommand();
            command.CommandText =
                "INSERT INTO fact (id, client_id, kind, happened_at, recorded_at, recorded_by, body, step_id) "
                + "SELECT 'later', client_id, 'mood', happened_at, recorded_at, recorded_by, body, step_id FROM fact";
            return command.ExecuteNonQuery();
        });

        var fault = Assert.Throws<UnreadableException>(() => test.Facts.Of(client.Id));

        Assert.Equal(client.Id, fault.ClientId);
        Assert.Contains("later", fault.What, StringComparison.Ordinal);
        Assert.Contains("mood", fault.What, StringComparison.Ordinal);
    }

    [Fact]
    public void A_write_that_throws_leaves_nothing_behind()
    {
        var client = test.AddClient();
        var good = TestDatabase.Make(client, FactKind.Note, "one");
        var bad = good with { Id = Fact.NewId(), RecordedBy = null! };

        Assert.ThrowsAny<Exception>(() => test.Facts.Append(client.Id, null, good, bad));
        Assert.Empty(test.Facts.Of(client.Id));
        Assert.Equal(1, test.Clients.Find(client.Id)!.Version);
    }

    [Theory]
    [InlineData("UPDATE fact SET body = 'x'")]
    [InlineData("DELETE FROM fact")]
    public void Facts_can_be_neither_changed_nor_removed(string sql)
    {
        var client = test.AddClient();
        test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Note, "kept"));

        Assert.ThrowsAny<Microsoft.Data.Sqlite.SqliteException>(() =>
            test.Database.Write(connection =>
            {
                using var command = connection.CreateCommand();
                command.CommandText = sql;
                command.ExecuteNonQuery();
            })
        );
    }

    [Fact]
    public void Many_writers_at_once_lose_nothing_and_refuse_nobodys_decision()
    {
        var client = test.AddClient();
        Parallel.For(0, 40, i => test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Note, $"{i}")));

        Assert.Equal(40, test.Facts.Of(client.Id).Count);
        Assert.Equal(1, test.Clients.Find(client.Id)!.Version);
    }

    [Fact]
    public void A_database_file_that_was_removed_takes_no_write_that_nobody_would_find()
    {
        var client = test.AddClient();
        File.Delete(test.File);

        var refused = Assert.Throws<StoreException>(() =>
            test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Note, "x"))
        );
        Assert.Equal(StoreFault.Lost, refused.Fault);
    }

    public void Dispose() => test.Dispose();
}
