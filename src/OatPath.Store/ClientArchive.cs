using System.Globalization;
using System.IO.Compression;
using System.Text.Json;
using OatPath.Core.Case;
using OatPath.Core.Formats;

namespace OatPath.Store;

/// <summary>
/// Everything that is kept of one client as an open archive: a ZIP of JSON files and tables, with a page that says what is what.
/// </summary>
public sealed class ClientArchive(Database database, ClientReading reading)
{
    private static readonly JsonSerializerOptions Json = new(CaseJson.Compact) { WriteIndented = true };

    private const string ReadMe = """
        What this studio keeps of one client, as it was at the moment of writing.

        client.json         name, phone number, since when
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
        consents.csv        what pictures may be used for: each time it was said
        pictures.csv        pictures, with what was read from them; the files are in pictures/

        Times are ISO 8601 with offset. Text is UTF-8.
        """;

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

            Table(
                archive,
                "readings.csv",
                ["person", "page", "at"],
                connection.Query(
                    "SELECT person, page, read_at FROM record_read WHERE client_id = $1 ORDER BY id",
                    row => new[] { row.GetString(0), row.GetString(1), row.GetString(2) },
                    clientId
                )
            );
            Table(
                archive,
                "messages.csv",
                ["written", "text", "state", "settled", "reason"],
                connection.Query(
                    "SELECT written_at, text, state, coalesce(settled_at, ''), reason FROM message WHERE client_id = $1 ORDER BY id",
                    row => new[] { row.GetString(0), row.GetString(1), row.GetString(2), row.GetString(3), row.GetString(4) },
                    clientId
                )
            );
            Table(
                archive,
                "questions.csv",
                ["made", "by", "opened", "sent", "ended"],
                connection.Query(
                    "SELECT created_at, created_by, coalesce(opened_at, ''), coalesce(sent_at, ''), coalesce(closed_at, '') FROM "
                        + "answer_link WHERE client_id = $1 ORDER BY id",
                    row => new[] { row.GetString(0), row.GetString(1), row.GetString(2), row.GetString(3), row.GetString(4) },
                    clientId
                )
            );
            Table(
                archive,
                "mail.csv",
                ["address", "agreed", "by", "refused"],
                connection.Query(
                    "SELECT address, agreed_at, told_by, refused FROM mail_address WHERE client_id = $1",
                    row => new[] { row.GetString(0), row.GetString(1), row.GetString(2), row.GetString(3) },
                    clientId
                )
            );
            Table(
                archive,
                "phones.csv",
                ["link since", "by", "link ended", "phone since", "last seen", "phone ended"],
                connection.Query(
                    "SELECT l.created_at, l.created_by, coalesce(l.revoked_at, ''), coalesce(d.created_at, ''), coalesce(d.last_seen_at, "
                        + "''), coalesce(d.closed_at, '') FROM link l LEFT JOIN device d ON d.link_id = l.id WHERE l.client_id = $1 ORDER "
                        + "BY l.id, d.id",
                    row =>
                        new[]
                        {
                            row.GetString(0),
                            row.GetString(1),
                            row.GetString(2),
                            row.GetString(3),
                            row.GetString(4),
                            row.GetString(5),
                        },
                    clientId
                )
            );
            Table(
                archive,
                "consents.csv",
                ["used for", "given", "wording", "at", "by"],
                connection.Query(
                    "SELECT used_for, CASE given WHEN 1 THEN 'yes' ELSE 'no' END, wording, said_at, said_by FROM picture_consent WHERE "
                        + "client_id = $1 ORDER BY id",
                    row => new[] { row.GetString(0), row.GetString(1), row.GetString(2), row.GetString(3), row.GetString(4) },
                    clientId
                )
            );
            var folder = PictureFolder.Beside(database.File);
            var pictures = connection.Query(
                "SELECT file, seen_from, taken_on, added_at, added_by, coalesce(gone_at, ''), found, numbers FROM picture WHERE "
                    + "client_id = $1 ORDER BY taken_on, added_at",
                row => Enumerable.Range(0, 8).Select(row.GetString).ToArray(),
                clientId
            );
            Table(archive, "pictures.csv", ["file", "seen from", "taken", "added", "by", "taken away", "card", "numbers"], pictures);
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
