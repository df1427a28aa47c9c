using Microsoft.Data.Sqlite;

namespace OatPath.Store;

public enum MessageState
{
    Waiting,
    Delivered,
    Failed,
    Withdrawn,
}

/// <summary>A message to a client, and what became of it.</summary>
/// <param name="Mail">The address that the client agreed to; null where there is none, or the mail server refused it.</param>
public sealed record Message(
    long Id,
    string ClientId,
    string Client,
    string Phone,
    string Key,
    string Text,
    DateTimeOffset WrittenAt,
    DateTimeOffset? NextTryAt,
    int Attempts,
    MessageState State,
    DateTimeOffset? SettledAt,
    string Reason,
    string? Mail
);

/// <summary>Messages to clients: written once for each thing they are about, tried until delivered or given up.</summary>
public sealed class Outbox(Database database)
{
    private const string Columns =
        "SELECT m.id, m.client_id, c.name, c.phone, m.key, m.text, m.written_at, m.next_try_at, m.attempts, m.state, m.settled_at, "
        + "m.reason, CASE WHEN a.refused = '' THEN a.address END FROM message m JOIN client c ON c.id = m.client_id LEFT JOIN "
        + "mail_address a ON a.client_id = m.client_id";

    /// <summary>Writes a message unless one with its key is there, or the client wants none; true when it was written.</summary>
    public bool Write(string clientId, string key, string text, DateTimeOffset at, DateTimeOffset tryAt) =>
        database.Write(connection =>
            connection.Number("SELECT count(*) FROM message_opt_out WHERE client_id = $1", clientId) == 0
            && connection.Run(
                "INSERT OR IGNORE INTO message (client_id, key, text, written_at, next_try_at, state) VALUES ($1, $2, $3, $4, "
                    + "$5, 'waiting')",
                clientId,
                key,
                text,
                at,
                tryAt
            ) == 1
        );

    public IReadOnlyList<Message> Due(DateTimeOffset now, int most = 200) =>
        database.Read(connection =>
            connection.Query(
                $"{Columns} WHERE m.state = 'waiting' AND m.next_try_at <= $1 ORDER BY m.next_try_at, m.id LIMIT $2",
                Read,
                now,
                most
            )
        );

    /// <summary>A try begins. Until it is settled it stands as begun, so that a stop in between is known later.</summary>
    /// <returns>False where it is no longer waiting.</returns>
    public bool Begin(long id, DateTimeOffset at) =>
        database.Write(connection =>
            connection.Run("UPDATE message SET begun_at = $2 WHERE id = $1 AND state = 'waiting' AND begun_at IS NULL", id, at)
        ) == 1;

    /// <summary>
    /// Tries that were begun before the program stopped: they may have arrived, so they are not made again by themselves.
    /// </summary>
    public int SettleBegun(string reason, DateTimeOffset at) =>
        database.Write(connection =>
            connection.Run(
                "UPDATE message SET attempts = attempts + 1, reason = $1, state = 'failed', settled_at = $2, next_try_at = NULL, begun_at "
                    + "= NULL WHERE begun_at IS NOT NULL AND state = 'waiting'",
                reason,
                at
            )
        );

    /// <summary>It goes out later instead, and no try is counted.</summary>
    public void Postpone(long id, DateTimeOffset until) =>
        database.Write(connection =>
            connection.Run("UPDATE message SET next_try_at = $2, begun_at = NULL WHERE id = $1 AND state = 'waiting'", id, until)
        );

    /// <summary>Whether a client was sent something since a moment.</summary>
    public bool WasSent(string clientId, DateTimeOffset since) =>
        database.Read(connection =>
            connection.Number(
                "SELECT count(*) FROM message WHERE client_id = $1 AND state = 'delivered' AND settled_at >= $2",
                clientId,
                since
            )
        ) > 0;

    public IReadOnlyList<Message> Latest(int most = 200) =>
        database.Read(connection => connection.Query($"{Columns} ORDER BY m.id DESC LIMIT $1", Read, most));

    /// <summary>How many messages there are, by what became of them.</summary>
    public IReadOnlyDictionary<MessageState, int> Counts() =>
        database
            .Read(connection =>
                connection.Query("SELECT state, count(*) FROM message GROUP BY state", row =>
                    (State: Enum.Parse<MessageState>(row.GetString(0), ignoreCase: true), Count: row.GetInt32(1))
                )
            )
            .ToDictionary(each => each.State, each => each.Count);

    /// <summary>How many of the latest failed.</summary>
    public int FailedOf(int latest) =>
        (int)
            database.Read(connection =>
                connection.Number(
                    "SELECT count(*) FROM (SELECT state FROM message ORDER BY id DESC LIMIT $1) WHERE state = 'failed'",
                    latest
                )
            );

    public void Delivered(long id, DateTimeOffset at) =>
        database.Write(connection =>
            connection.Run(
                "UPDATE message SET state = 'delivered', attempts = attempts + 1, settled_at = $2, next_try_at = NULL, begun_at = NULL, "
                    + "reason = '' WHERE id = $1 AND state = 'waiting'",
                id,
                at
            )
        );

    /// <summary>A try failed: the next one, or given up where there is none.</summary>
    public void Failed(long id, string reason, DateTimeOffset at, DateTimeOffset? nextTry) =>
        database.Write(connection =>
            nextTry is { } next
                ? connection.Run(
                    "UPDATE message SET attempts = attempts + 1, reason = $2, next_try_at = $3, begun_at = NULL WHERE id = $1 AND "
                        + "state = 'waiting'",
                    id,
                    reason,
                    next
                )
                : connection.Run(
                    "UPDATE message SET attempts = attempts + 1, reason = $2, state = 'failed', settled_at = $3, next_try_at = NULL, "
                        + "begun_at = NULL WHERE id = $1 AND state = 'waiting'",
                    id,
                    reason,
                    at
                )
        );

    /// <summary>It is no longer needed: answered meanwhile, or nothing more is wanted.</summary>
    public void Withdraw(long id, string reason, DateTimeOffset at) =>
        database.Write(connection =>
            connection.Run(
                "UPDATE message SET state = 'withdrawn', settled_at = $2, reason = $3, next_try_at = NULL, begun_at = NULL WHERE id = "
                    + "$1 AND state = 'waiting'",
                id,
                at,
                reason
            )
        );

    /// <summary>A failed one is tried again now, also at an address that was refused.</summary>
    public bool TryAgain(long id, DateTimeOffset at) =>
        database.Write(connection =>
        {
            connection.Run(
                "UPDATE mail_address SET refused = '', refused_at = NULL WHERE client_id = (SELECT client_id FROM message WHERE id = $1 "
                    + "AND state = 'failed')",
                id
            );
            return connection.Run(
                    "UPDATE message SET state = 'waiting', next_try_at = $2, settled_at = NULL, attempts = 0 WHERE id = $1 AND "
                        + "state = 'failed'",
                    id,
                    at
                ) == 1;
        });

    /// <summary>Since when, and by whose word, a client wants no messages; null where they do.</summary>
    public (DateTimeOffset Since, string ToldBy)? OptedOut(string clientId) =>
        database.Read(connection =>
            connection
                .Query(
                    "SELECT since, told_by FROM message_opt_out WHERE client_id = $1",
                    row => ((DateTimeOffset, string)?)(row.Instant(0), row.GetString(1)),
                    clientId
                )
                .FirstOrDefault()
        );

    public void OptOut(string clientId, string by, DateTimeOffset at) =>
        database.Write(connection =>
        {
            connection.Run("INSERT OR IGNORE INTO message_opt_out (client_id, since, told_by) VALUES ($1, $2, $3)", clientId, at, by);
            connection.Run(
                "UPDATE message SET state = 'withdrawn', settled_at = $2, reason = 'wants no messages', next_try_at = NULL WHERE "
                    + "client_id = $1 AND state = 'waiting'",
                clientId,
                at
            );
        });

    public void OptIn(string clientId) =>
        database.Write(connection => connection.Run("DELETE FROM message_opt_out WHERE client_id = $1", clientId));

    private static Message Read(SqliteDataReader row) =>
        new(
            row.GetInt64(0),
            row.GetString(1),
            row.GetString(2),
            row.GetString(3),
            row.GetString(4),
            row.GetString(5),
            row.Instant(6),
            row.IsDBNull(7) ? null : row.Instant(7),
            row.GetInt32(8),
            Enum.Parse<MessageState>(row.GetString(9), ignoreCase: true),
            row.IsDBNull(10) ? null : row.Instant(10),
            row.GetString(11),
            row.Text(12)
        );
}
