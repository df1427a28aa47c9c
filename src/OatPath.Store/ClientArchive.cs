using System.Globalization;
using System.IO.Compression;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;

namespace OatPath.Store;

/// <summary>
/// Everything that is kept of one client as an open archive: a ZIP of JSON files and tables, with a page that says what is what.
/// </summary>
public sealed class ClientArchive(Database database, ClientReading reading)
{
    private static readonly JsonSerializerOptions Json = new(CaseJson.Compact) { WriteIndented = true };

    private const string ReadMe = """
        What this studio keeps of one client, as it was at the moment of writing.

        client.json         name, phone number, since when; whether messages were declined
        case.json           the case file: answers, shelf, decisions, log, treatments
                            (format oatpath/case; schema: case.schema.json of the program)
        facts.jsonl         every entry as it was written down, one JSON object a line, in the order of writing; body holds what was told
        publications/       each plan that was given out: inputs, house rules, path
        sessions.json       guided sessions with every press
        readings.csv        who read the record, which page, when
        messages.csv        messages that were sent or not, and what became of them
        mail.csv            where the client agreed to be written to, since when, by whose word
        questions.csv       links to the questions before a visit: when they were made, opened, sent, ended
        phones.csv          links and phones that were let in
        shown.csv           which plan a phone showed, and when
        calendars.csv       private calendar addresses: when they were made and ended
        units.csv           bottles of the studio that were handed out or taken back
        consents.csv        what pictures may be used for: each time it was said
        pictures.csv        pictures, with what was read from them; the files are in pictures/. What the client took and did not keep
                            yet is not among them.

        Times are ISO 8601 with offset. Text is UTF-8.
        """;

    private static readonly ClientTable[] Tables =
    [
        new("readings.csv", ["person", "page", "at"], "SELECT person, page, read_at FROM record_read WHERE client_id = $1 ORDER BY id"),
        new(
            "messages.csv",
            ["written", "text", "state", "settled", "reason"],
            "SELECT written_at, text, state, coalesce(settled_at, ''), reason FROM message WHERE client_id = $1 ORDER BY id"
        ),
        new(
            "questions.csv",
            ["made", "by", "opened", "sent", "ended"],
            "SELECT created_at, created_by, coalesce(opened_at, ''), coalesce(sent_at, ''), coalesce(closed_at, '') FROM answer_link WHERE "
                + "client_id = $1 ORDER BY id"
        ),
        new(
            "mail.csv",
            ["address", "agreed", "by", "refused"],
            "SELECT address, agreed_at, told_by, refused FROM mail_address WHERE client_id = $1"
        ),
        new(
            "phones.csv",
            ["link since", "by", "link ended", "phone since", "last seen", "phone ended"],
            "SELECT l.created_at, l.created_by, coalesce(l.revoked_at, ''), coalesce(d.created_at, ''), coalesce(d.last_seen_at, ''), "
                + "coalesce(d.closed_at, '') FROM link l LEFT JOIN device d ON d.link_id = l.id WHERE l.client_id = $1 ORDER BY l.id, d.id"
        ),
        new("shown.csv", ["plan", "shown"], "SELECT path_hash, shown_at FROM shown WHERE client_id = $1 ORDER BY id"),
        new(
            "calendars.csv",
            ["since", "with names", "ended"],
            "SELECT created_at, CASE named WHEN 1 THEN 'yes' ELSE 'no' END, coalesce(revoked_at, '') FROM calendar_feed WHERE "
                + "client_id = $1 ORDER BY id"
        ),
        new(
            "units.csv",
            ["product", "batch", "units", "what", "at", "by"],
            "SELECT product_id, batch, units, kind, moved_at, moved_by FROM stock_move WHERE client_id = $1 ORDER BY id"
        ),
        new(
            "consents.csv",
            ["used for", "given", "wording", "at", "by"],
            "SELECT used_for, CASE given WHEN 1 THEN 'yes' ELSE 'no' END, wording, said_at, said_by FROM picture_consent WHERE "
                + "client_id = $1 ORDER BY id"
        ),
    ];

    /// <summary>Without what the client took and has not kept: until then nobody at the studio sees it, and this is read there.</summary>
    private static readonly ClientTable Pictures = new(
        "pictures.csv",
        ["file", "seen from", "taken", "added", "by", "taken away", "card", "numbers"],
        "SELECT file, seen_from, taken_on, added_at, added_by, coalesce(gone_at, ''), found, numbers FROM picture WHERE client_id = $1 "
            + $"AND NOT (kept_at IS NULL AND gone_at IS NULL AND added_by = '{Author.Client}') ORDER BY taken_on, added_at"
    );

    /// <summary>One table of the archive.</summary>
    /// <param name="Head">A word for each column of the query.</param>
    /// <param name="Query">Its only parameter is the client.</param>
    private sealed record ClientTable(string File, string[] Head, string Query)
    {
        public List<string[]> Rows(SqliteConnection connection, string clientId) =>
            [.. connection.Query(Query, row => Enumerable.Range(0, Head.Length).Select(row.GetString).ToArray(), clientId)];
    }

    /// <summary>Writes the archive.</summary>
    /// <returns>False where there is no such client.</returns>
    /// <exception cref="UnreadableException">An entry cannot be read.</exception>
    public bool Write(string clientId, Stream to, DateTimeOffset at) =>
        database.Read(connection =>
        {
            if (reading.Read(connection, clientId, at) is not { } told)
            {
                return false;
            }

            using var archive = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true);
            Text(archive, "read-me.txt", ReadMe);
            Text(
                archive,
                "client.json",
                JsonSerializer.Serialize(
                    new
                    {
                        told.Client.Id,
                        told.Client.Name,
                        told.Client.Phone,
                        Since = told.Client.CreatedAt,
                        NoMessagesSince = connection
                            .Query("SELECT since FROM message_opt_out WHERE client_id = $1", row => row.GetString(0), clientId)
                            .FirstOrDefault(),
                        WrittenAt = at,
                    },
                    Json
                )
            );
            Text(
                archive,
                "case.json",
                JsonSerializer.Serialize(
                    CaseAssembly.Draft(told.Facts, at, told.Rules.Zone, told.Sessions) with
                    {
                        Reference = "",
                    },
                    CaseJson.Options
                )
            );
            Text(archive, "facts.jsonl", string.Concat(told.Facts.Select(fact => JsonSerializer.Serialize(fact, CaseJson.Compact) + "\n")));
            Text(archive, "sessions.json", JsonSerializer.Serialize(told.Sessions, Json));
            foreach (
                var id in connection.Query("SELECT id FROM publication WHERE client_id = $1 ORDER BY id", row => row.GetInt64(0), clientId)
            )
            {
                var publication = Publications.Find(connection, id)!;
                Text(
                    archive,
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"publications/{publication.PublishedAt.UtcDateTime:yyyy-MM-dd-HHmmss}-{id}.json"
                    ),
                    $$"""
                    {"publishedAt":"{{publication.PublishedAt:O}}","publishedBy":{{JsonSerializer.Serialize(publication.PublishedBy)}},
                    "engine":"{{publication.Engine}}","hash":"{{publication.Hash}}",
                    "inputs":{{publication.Inputs}},"rules":{{publication.Rules}},"path":{{publication.Path}}}
                    """
                );
            }

            foreach (var table in Tables)
            {
                Table(archive, table.File, table.Head, table.Rows(connection, clientId));
            }

            var folder = PictureFolder.Beside(database.File);
            var pictures = Pictures.Rows(connection, clientId);
            Table(archive, Pictures.File, Pictures.Head, pictures);
            foreach (var name in pictures.Select(picture => picture[0]))
            {
                using var whole = folder.Open(name, PictureSize.Whole);
                using var entry = whole is null ? null : archive.CreateEntry($"pictures/{name}.jpg", CompressionLevel.NoCompression).Open();
                whole?.CopyTo(entry!);
            }

            return true;
        });

    private static void Text(ZipArchive archive, string name, string text)
    {
        using var writer = new StreamWriter(archive.CreateEntry(name).Open());
        writer.Write(text);
    }

    private static void Table(ZipArchive archive, string name, string[] head, IEnumerable<string[]> rows)
    {
        using var writer = new StreamWriter(archive.CreateEntry(name).Open());
        using var csv = new CsvHelper.CsvWriter(writer, CultureInfo.InvariantCulture);
        foreach (var row in rows.Prepend(head))
        {
            // A cell that a spreadsheet would take for a formula is text.
            foreach (var cell in row)
            {
                csv.WriteField(cell.Length > 0 && "=+-@".Contains(cell[0], StringComparison.Ordinal) ? "'" + cell : cell);
            }

            csv.NextRecord();
        }
    }
}
