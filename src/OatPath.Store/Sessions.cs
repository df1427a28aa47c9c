using System.Globalization;
using Microsoft.Data.Sqlite;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Session;

namespace OatPath.Store;

/// <summary>Leave for one device to guide one session on one care day, with the script it was given for.</summary>
/// <param name="DeviceId">The client's device; null where staff practise.</param>
public sealed record SessionGrant(
    string Id,
    string ClientId,
    long? DeviceId,
    string Product,
    DateOnly Day,
    bool Practice,
    SessionScript Script,
    DateTimeOffset IssuedAt,
    string IssuedBy
);

/// <summary>What a guide sent so far.</summary>
/// <param name="Run">The run that took the grant, or null before anything came.</param>
public sealed record SessionProgress(string? Run, IReadOnlyList<SessionEvent> Events);

/// <summary>What came of a log that a guide sent.</summary>
public enum SessionTaking
{
    Kept,
    TakenByAnother,
    Full,
}

/// <param name="Ids">Events that are kept now.</param>
public sealed record SessionKept(SessionTaking Taking, IReadOnlyList<string> Ids);

/// <summary>Grants and what their guides sent. Events are append-only and each is kept once.</summary>
public sealed class Sessions(Database database)
{
    // What was granted by a clock that ran ahead counts as it was mended.
    private const string GrantColumns = """
        SELECT g.id, g.client_id, g.device_id, g.product, coalesce(m.care_day, g.care_day), g.practice, coalesce(m.script, g.script),
            coalesce(m.issued_at, g.issued_at), g.issued_by, coalesce(m.opened_at, r.opened_at)
        FROM session_grant g LEFT JOIN grant_mended m ON m.grant_id = g.id LEFT JOIN session_run r ON r.grant_id = g.id
        """;

    public void Issue(SessionGrant grant) =>
        database.Write(connection =>
            connection.Run(
                "INSERT INTO session_grant (id, client_id, device_id, product, care_day, practice, script, issued_at, issued_by) VALUES "
                    + "($1, $2, $3, $4, $5, $6, $7, $8, $9)",
                grant.Id,
                grant.ClientId,
                grant.DeviceId,
                grant.Product,
                Write(grant.Day),
                grant.Practice ? 1 : 0,
                CaseAssembly.Write(grant.Script),
                grant.IssuedAt,
                grant.IssuedBy
            )
        );

    public SessionGrant? Find(string id) =>
        database.Read(connection => connection.Query($"{GrantColumns} WHERE g.id = $1", Read, id).FirstOrDefault());

    public SessionProgress Progress(string grant) =>
        database.Read(connection => new SessionProgress(
            RunOf(connection, grant),
            [.. EventsOf(connection, grant, DateTimeOffset.MaxValue).Select(sent => sent.Event)]
        ));

    /// <summary>When a grant's run was opened, or null before anything came.</summary>
    public DateTimeOffset? OpenedAt(string grant) =>
        database.Read(connection =>
            connection
                .Query($"{GrantColumns} WHERE g.id = $1 AND r.opened_at IS NOT NULL", row => (DateTimeOffset?)row.Instant(9), grant)
                .FirstOrDefault()
        );

    /// <summary>The newest grant of a device for a product and day that was not practice, or null.</summary>
    public SessionGrant? Latest(long device, string product, DateOnly day) =>
        database.Read(connection =>
            connection
                .Query(
                    $"{GrantColumns} WHERE g.device_id = $1 AND g.product = $2 AND coalesce(m.care_day, g.care_day) = $3 AND g.practice = "
                        + $"0 ORDER BY 8 DESC LIMIT 1",
                    Read,
                    device,
                    product,
                    Write(day)
                )
                .FirstOrDefault()
        );

    /// <summary>The most events of a session, and of one with water.</summary>
    public const int MostEvents = 20_000;
    public const int MostPractised = 2_000;

    /// <summary>
    /// Keeps what a guide sends. The first run takes the grant; each event is kept once, by grant and id, however often it comes.
    /// </summary>
    /// <param name="openedAt">When the run was opened, by the studio's clock.</param>
    /// <param name="most">The most events the grant takes.</param>
    /// <param name="shutOut">Whether the phone was shut out before it sent this.</param>
    public SessionKept Keep(
        string grant,
        string run,
        DateTimeOffset openedAt,
        IReadOnlyList<SessionEvent> events,
        DateTimeOffset receivedAt,
        int most = MostEvents,
        bool shutOut = false
    ) =>
        database.Write(connection =>
        {
            if (RunOf(connection, grant) is { } taken && taken != run)
            {
                return new SessionKept(SessionTaking.TakenByAnother, []);
            }

            var known = connection
                .Query("SELECT event_id FROM session_event WHERE grant_id = $1", row => row.GetString(0), grant)
                .ToHashSet();
            if (known.Count + events.Select(happened => happened.Id).Distinct().Count(id => !known.Contains(id)) > most)
            {
                return new(SessionTaking.Full, []);
            }

            connection.Run("INSERT OR IGNORE INTO session_run (grant_id, run, opened_at) VALUES ($1, $2, $3)", grant, run, openedAt);
            foreach (var happened in events)
            {
                connection.Run(
                    "INSERT OR IGNORE INTO session_event (grant_id, event_id, body, received_at, after_shut_out) VALUES ($1, "
                        + "$2, $3, $4, $5)",
                    grant,
                    happened.Id,
                    CaseAssembly.Write(happened),
                    receivedAt,
                    shutOut ? 1 : 0
                );
            }

            return new(SessionTaking.Kept, [.. events.Select(happened => happened.Id)]);
        });

    /// <summary>A client's sessions of which anything was known at a moment.</summary>
    public IReadOnlyList<SessionHeld> Of(string clientId, DateTimeOffset asOf) =>
        database.Read(connection => Of(connection, clientId, asOf));

    internal static IReadOnlyList<SessionHeld> Of(SqliteConnection connection, string clientId, DateTimeOffset asOf)
    {
        var held = new List<SessionHeld>();
        foreach (
            var (grant, openedAt) in connection.Query(
                $"{GrantColumns} WHERE g.client_id = $1 AND r.opened_at IS NOT NULL ORDER BY 10",
                row => (Read(row), row.Instant(9)),
                clientId
            )
        )
        {
            if (EventsOf(connection, grant.Id, asOf) is { Count: > 0 } sent)
            {
                var late = sent.Where(one => one.ShutOut).Select(one => one.Event).ToList();
                IReadOnlyList<SessionEvent> events = [.. sent.Where(one => !(one.ShutOut && one.Event.SaysOff)).Select(one => one.Event)];
                held.Add(
                    new SessionHeld
                    {
                        Id = grant.Id,
                        HappenedAt = openedAt,
                        By = grant.DeviceId is null ? grant.IssuedBy : Author.Client,
                        Product = grant.Product,
                        Day = grant.Day,
                        Script = grant.Script,
                        Events = events,
                        Practice = grant.Practice,
                        AfterShutOut = late,
                    }
                );
            }
        }

        return held;
    }

    private static string? RunOf(SqliteConnection connection, string grant) =>
        connection.Query("SELECT run FROM session_run WHERE grant_id = $1", row => row.GetString(0), grant).FirstOrDefault();

    private static List<(SessionEvent Event, bool ShutOut)> EventsOf(SqliteConnection connection, string grant, DateTimeOffset asOf) =>
        [
            .. connection
                .Query(
                    """
                    SELECT e.body, coalesce(m.received_at, e.received_at), e.after_shut_out
                    FROM session_event e LEFT JOIN session_event_mended m ON m.seq = e.seq
                    WHERE e.grant_id = $1 ORDER BY e.seq
                    """,
                    row => (Body: row.GetString(0), At: row.Instant(1), ShutOut: row.GetInt64(2) == 1),
                    grant
                )
                .Where(row => row.At <= asOf)
                .Select(row => (Core.Formats.CaseJson.ReadStored<SessionEvent>(row.Body), row.ShutOut)),
        ];

    /// <summary>A client's grants as they stand: id, day, script, when given, when opened.</summary>
    internal static IReadOnlyList<(string Id, DateOnly Day, string Script, DateTimeOffset Issued, DateTimeOffset? Opened)> TimesOf(
        SqliteConnection connection,
        string clientId
    ) =>
        connection.Query(
            $"{GrantColumns} WHERE g.client_id = $1",
            row =>
                (row.GetString(0), DayOf(row), row.GetString(6), row.Instant(7), row.IsDBNull(9) ? (DateTimeOffset?)null : row.Instant(9)),
            clientId
        );

    /// <summary>When each event of a client's sessions came.</summary>
    internal static IReadOnlyList<(long Seq, DateTimeOffset Received)> ReceivedOf(SqliteConnection connection, string clientId) =>
        connection.Query(
            """
            SELECT e.seq, coalesce(m.received_at, e.received_at)
            FROM session_event e JOIN session_grant g ON g.id = e.grant_id LEFT JOIN session_event_mended m ON m.seq = e.seq
            WHERE g.client_id = $1
            """,
            row => (row.GetInt64(0), row.Instant(1)),
            clientId
        );

    internal static string Write(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static SessionGrant Read(SqliteDataReader row) =>
        new(
            row.GetString(0),
            row.GetString(1),
            row.IsDBNull(2) ? null : row.GetInt64(2),
            row.GetString(3),
            DayOf(row),
            row.GetInt64(5) == 1,
            Core.Formats.CaseJson.ReadStored<SessionScript>(row.GetString(6)),
            row.Instant(7),
            row.GetString(8)
        );

    private static DateOnly DayOf(SqliteDataReader row) =>
        DateOnly.ParseExact(row.GetString(4), "yyyy-MM-dd", CultureInfo.InvariantCulture);
}
