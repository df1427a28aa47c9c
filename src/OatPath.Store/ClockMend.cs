using Microsoft.Data.Sqlite;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Questionnaire;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Store;

/// <summary>The plan of a client's day as it is shown before mending and after.</summary>
/// <param name="Entries">How many entries of the false time they have.</param>
/// <param name="Before">As of the record's time until now; null where it could not be planned.</param>
/// <param name="After">As of the true time, with every entry at its true time.</param>
/// <param name="Published">Whether a plan was given out in the false time, whose days are false.</param>
public sealed record MendedDay(Client Client, int Entries, CarePath? Before, CarePath? After, bool Published);

/// <summary>
/// Mends a record whose time ran ahead: every entry of the false time is marked and counts as of its true time from now on; none is changed
/// or removed. Times of what is no part of the record
/// (links, messages, stock, readings) are set right where they stand, and everybody signs in again.
/// </summary>
public static class ClockMend
{
    /// <summary>Times beside the append-only record, by table and column.</summary>
    public static IReadOnlyList<(string Table, string Column)> Beside { get; } =
    [
        ("studio_history", "changed_at"),
        ("client", "created_at"),
        ("link", "created_at"),
        ("link", "revoked_at"),
        ("device", "created_at"),
        ("device", "last_seen_at"),
        ("device", "closed_at"),
        ("answer_link", "created_at"),
        ("answer_link", "opened_at"),
        ("answer_link", "sent_at"),
        ("answer_link", "closed_at"),
        ("shown", "shown_at"),
        ("record_read", "read_at"),
        ("stock_move", "moved_at"),
        ("shelf_import", "made_at"),
        ("client_import", "made_at"),
        ("regimen_template", "made_at"),
        ("house_treatment", "changed_at"),
        ("calendar_feed", "created_at"),
        ("calendar_feed", "revoked_at"),
        ("message", "written_at"),
        ("message", "next_try_at"),
        ("message", "settled_at"),
        ("message", "begun_at"),
        ("mail_address", "agreed_at"),
        ("mail_address", "refused_at"),
        ("message_opt_out", "since"),
        ("picture_consent", "said_at"),
        ("picture_file", "since_at"),
        ("picture", "added_at"),
        ("picture", "kept_at"),
        ("picture", "gone_at"),
        ("recovery_code", "used_at"),
        ("sign_in", "opened_at"),
        ("sign_in", "ended_at"),
        ("known_browser", "known_since"),
        ("person", "cleared_at"),
        ("erasure", "erased_at"),
        ("last_recorded", "at"),
    ];

    /// <summary>What is not mended there: the record itself, which has tables of its own for it, and what tells of the clock.</summary>
    public static IReadOnlyList<string> Apart { get; } =
    [
        "fact",
        "publication",
        "session_grant",
        "session_run",
        "session_event",
        "fact_mended",
        "grant_mended",
        "session_event_mended",
        "publication_mended",
        "clock_pair",
        "clock_seen",
        "clock_mend",
    ];

    /// <summary>Compares the day's plans before and after, and mends where that is wanted.</summary>
    /// <param name="keep">False only looks; nothing is written.</param>
    /// <returns>Every client who has entries of the false time, or whose day is another.</returns>
    public static IReadOnlyList<MendedDay> Run(Database database, FalseTime span, bool keep)
    {
        var reading = new ClientReading(database, new Studio(database));
        return database.Write(connection =>
        {
            connection.Run("SAVEPOINT mend");
            var shown = connection.Query("SELECT at FROM last_recorded WHERE at <> ''", row => row.Instant(0)).Append(span.Now).Max();
            var clients = connection.Query("SELECT id FROM client ORDER BY name COLLATE NOCASE", row => row.GetString(0));
            var before = clients.ToDictionary(id => id, id => Day(reading, connection, id, shown));
            var marked = Mark(connection, span);
            var days = clients
                .Select(id => new MendedDay(
                    Clients.Find(connection, id)!,
                    marked.Entries.GetValueOrDefault(id),
                    before[id],
                    Day(reading, connection, id, span.Now),
                    marked.Published.Contains(id)
                ))
                .Where(day => day.Entries > 0 || !IsSame(day.Before, day.After))
                .ToList();
            if (!keep)
            {
                connection.Run("ROLLBACK TO mend");
            }

            return days;
        });
    }

    /// <summary>Whether two days ask for the same and hold the same off.</summary>
    public static bool IsSame(CarePath? one, CarePath? other) =>
        one is null || other is null
            ? one == other
            : Steps(one, morning: true).SequenceEqual(Steps(other, morning: true))
                && Steps(one, morning: false).SequenceEqual(Steps(other, morning: false))
                && Off(one).SequenceEqual(Off(other));

    /// <summary>The names of what is used in a half of today.</summary>
    public static IEnumerable<string> Steps(CarePath path, bool morning) =>
        path.On(path.Today) is { } day
            ? (morning ? day.Morning : day.Evening).Steps.Where(step => step.Product is not null).Select(step => step.Product!).Distinct()
            : [];

    /// <summary>The actives that rest today.</summary>
    public static IEnumerable<string> Off(CarePath path) =>
        path.Ladders.Where(ladder => ladder.OffUntil >= path.Today).Select(ladder => ladder.Product).Order(StringComparer.Ordinal);

    private static CarePath? Day(ClientReading reading, SqliteConnection connection, string id, DateTimeOffset at)
    {
        try
        {
            return reading.Read(connection, id, at) is { Published: not null } told
                ? PathPlanner.Plan(CaseAssembly.Client(told.Facts, at, told.Rules.Zone, told.Sessions), told.Rules, days: 1)
                : null;
        }
        catch (Exception fault) when (fault is UnreadableException || CaseAssembly.IsUnreadable(fault))
        {
            return null;
        }
    }

    private static (Dictionary<string, int> Entries, HashSet<string> Published) Mark(SqliteConnection connection, FalseTime span)
    {
        connection.Run(
            "INSERT INTO clock_mend (false_from, true_from, mended_at) VALUES ($1, $2, $3)",
            span.From.ToUniversalTime(),
            span.True.ToUniversalTime(),
            span.Now.ToUniversalTime()
        );
        var mend = connection.Number("SELECT last_insert_rowid()");
        var entries = new Dictionary<string, int>();
        void Count(string client) => entries[client] = entries.GetValueOrDefault(client) + 1;
        foreach (var client in connection.Query("SELECT id FROM client", row => row.GetString(0)))
        {
            foreach (var fact in Facts.Of(connection, client).Where(fact => fact.RecordedAt >= span.From))
            {
                connection.Run(
                    "INSERT OR REPLACE INTO fact_mended (fact_id, client_id, mend_id, happened_at, recorded_at, body) VALUES ($1, $2, "
                        + "$3, $4, $5, $6)",
                    fact.Id,
                    client,
                    mend,
                    span.At(fact.HappenedAt),
                    span.At(fact.RecordedAt),
                    Body(fact, span)
                );
                Count(client);
            }

            foreach (
                var (id, day, script, issued, opened) in Sessions
                    .TimesOf(connection, client)
                    .Where(grant => grant.Issued >= span.From || grant.Opened >= span.From)
            )
            {
                var moved = CaseAssembly.Write(
                    Moved.By(Core.Formats.CaseJson.ReadStored<SessionScript>(script), date => span.Day(date, issued), span.At)
                );
                connection.Run(
                    "INSERT OR REPLACE INTO grant_mended (grant_id, client_id, mend_id, care_day, script, issued_at, opened_at) VALUES "
                        + "($1, $2, $3, $4, $5, $6, $7)",
                    id,
                    client,
                    mend,
                    Sessions.Write(span.Day(day, issued)),
                    moved,
                    span.At(issued),
                    opened is { } at ? span.At(at) : null
                );
            }

            foreach (var (seq, received) in Sessions.ReceivedOf(connection, client).Where(happened => happened.Received >= span.From))
            {
                connection.Run(
                    "INSERT OR REPLACE INTO session_event_mended (seq, client_id, mend_id, received_at) VALUES ($1, $2, $3, $4)",
                    seq,
                    client,
                    mend,
                    span.At(received)
                );
                Count(client);
            }
        }

        var published = new HashSet<string>();
        foreach (
            var (id, client, at) in connection
                .Query($"{Publications.Times} ORDER BY p.id", row => (row.GetInt64(0), row.GetString(1), row.Instant(2)))
                .Where(publication => publication.Item3 >= span.From)
        )
        {
            connection.Run(
                "INSERT OR REPLACE INTO publication_mended (publication_id, client_id, mend_id, published_at) VALUES ($1, $2, $3, $4)",
                id,
                client,
                mend,
                span.At(at)
            );
            Count(client);
            published.Add(client);
        }

        foreach (var (table, column) in Beside)
        {
            foreach (
                var (row, at) in connection
                    .Query($"SELECT rowid, {column} FROM {table} WHERE {column} <> ''", row => (row.GetInt64(0), row.Instant(1)))
                    .Where(row => row.Item2 >= span.From)
            )
            {
                connection.Run($"UPDATE {table} SET {column} = $2 WHERE rowid = $1", row, span.At(at));
            }
        }

        connection.Run("DELETE FROM retention_asked WHERE asked_on > $1", Sessions.Write(DateOnly.FromDateTime(span.Now.UtcDateTime)));
        connection.Run("UPDATE sign_in SET ended_at = $1 WHERE ended_at IS NULL", span.Now.ToUniversalTime());
        connection.Run("DELETE FROM client_digest");
        connection.Run("UPDATE client SET touched = touched + 1");
        connection.Run("INSERT OR IGNORE INTO client_stale (client_id) SELECT id FROM client");
        ClockTable.See(connection, span.Now);
        return (entries, published);
    }

    private static string Body(Fact fact, FalseTime span)
    {
        DateOnly Day(DateOnly day) => span.Day(day, fact.HappenedAt >= span.From ? fact.HappenedAt : fact.RecordedAt);
        string By<T>()
            where T : class => CaseAssembly.Write(Moved.By(CaseAssembly.Body<T>(fact), Day, span.At));
        return fact.Kind switch
        {
            FactKind.Intake => By<Intake>(),
            FactKind.Shelf => By<ShelfItem>(),
            FactKind.Decision => By<Decision>(),
            FactKind.Log => By<LogEntry>(),
            FactKind.Treatment => By<Treatment>(),
            FactKind.Occasion => By<Occasion>(),
            FactKind.Visit => By<Visit>(),
            FactKind.Answers => By<MeetAnswers>(),
            _ => fact.Body,
        };
    }
}
