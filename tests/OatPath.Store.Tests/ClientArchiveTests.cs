using System.IO.Compression;
using System.Text;
using OatPath.Core.Pictures;

namespace OatPath.Store.Tests;

/// <summary>Whatever table leads to a client, its rows are in the archive, or the reason why not stands here.</summary>
public sealed class ClientArchiveTests : IDisposable
{
    /// <summary>Entries, plans and sessions are read before they are written there; rows that mean nothing cannot be.</summary>
    private static readonly string[] ReadFirst = ["fact", "publication", "session_grant"];

    /// <summary>Reckoned from the rest, and made anew where it is gone.</summary>
    private static readonly string[] Reckoned = ["client_stale", "client_digest", "digest_ahead", "digest_held"];

    /// <summary>What a mended clock had said is in the entries.</summary>
    private static readonly string[] SaidElsewhere = ["fact_mended", "grant_mended", "session_event_mended", "publication_mended"];

    private readonly TestDatabase test = new();

    [Fact]
    public void A_row_in_any_table_of_a_client_is_in_the_archive()
    {
        var client = test.AddClient();
        var tables = new EveryTable(test.File);
        var filled = tables.FillOf(client.Id, 1, ReadFirst);
        var whole = Archive(client.Id);

        string[] without = ["client", .. Reckoned, .. SaidElsewhere];
        var missing = new List<string>();
        foreach (var table in filled.Except(without))
        {
            Assert.Single(tables.Read()[table]);
            Empty(table);
            if (Archive(client.Id) == whole)
            {
                missing.Add(table);
            }

            tables.FillOf(client.Id, 1, ReadFirst);
            Assert.Equal(whole, Archive(client.Id));
        }

        Assert.Empty(missing);
        Assert.Equal(without.Except(filled), []);
    }

    [Fact]
    public void A_picture_that_the_client_has_not_kept_yet_is_not_in_it()
    {
        var client = test.AddClient();
        new PictureConsents(test.Database).Say(client.Id, PictureUse.Care, given: true, 1, "Maren Holt", TestDatabase.Noon);
        var store = new PictureStore(test.Database);
        var id = store.Add(
            client.Id,
            new(PictureView.Front, new(2026, 3, 2), 600, 800, new(null, PictureFault.NoCard), [7, 7], [7], [7]),
            "client",
            TestDatabase.Noon
        )!;
        var file = store.Find(client.Id, id)!.File;
        Assert.DoesNotContain(file, Archive(client.Id), StringComparison.Ordinal);

        store.Keep(client.Id, [id], TestDatabase.Noon);
        Assert.Contains(file, Archive(client.Id), StringComparison.Ordinal);
    }

    private void Empty(string table)
    {
        using var connection = new EveryTable(test.File).Open();
        using var command = connection.CreateCommand();
        command.CommandText = $"DELETE FROM {table}";
        command.ExecuteNonQuery();
    }

    private string Archive(string client)
    {
        using var stream = new MemoryStream();
        Assert.True(
            new ClientArchive(test.Database, new ClientReading(test.Database, new Studio(test.Database))).Write(
                client,
                stream,
                TestDatabase.Noon
            )
        );
        using var archive = new ZipArchive(stream);
        var text = new StringBuilder();
        foreach (var entry in archive.Entries)
        {
            using var reader = new StreamReader(entry.Open());
            text.Append(entry.FullName).Append('\n').Append(reader.ReadToEnd());
        }

        return text.ToString();
    }

    public void Dispose() => test.Dispose();
}
