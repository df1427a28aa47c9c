namespace OatPath.Store;

/// <summary>
/// Removes everything of one client: the one act that takes facts away. What remains says that it happened, when and by whom, and names
/// nobody.
/// </summary>
public sealed class Erasure(Database database, ViewLog views)
{
    // In the order in which rows may go. Units that were dispensed stay counted; for whom is forgotten.
    private static readonly string[] Steps =
    [
        "DELETE FROM session_event_mended WHERE client_id = $1",
        "DELETE FROM grant_mended WHERE client_id = $1",
        "DELETE FROM publication_mended WHERE client_id = $1",
        "DELETE FROM fact_mended WHERE client_id = $1",
        "DELETE FROM session_event WHERE grant_id IN (SELECT id FROM session_grant WHERE client_id = $1)",
        "DELETE FROM session_run WHERE grant_id IN (SELECT id FROM session_grant WHERE client_id = $1)",
        "DELETE FROM session_grant WHERE client_id = $1",
        "DELETE FROM shown WHERE client_id = $1",
        "DELETE FROM device WHERE link_id IN (SELECT id FROM link WHERE client_id = $1)",
        "DELETE FROM link WHERE client_id = $1",
        "DELETE FROM answer_link WHERE client_id = $1",
        "DELETE FROM calendar_feed WHERE client_id = $1",
        "DELETE FROM mail_address WHERE client_id = $1",
        "DELETE FROM message WHERE client_id = $1",
        "DELETE FROM message_opt_out WHERE client_id = $1",
        "DELETE FROM record_read WHERE client_id = $1",
        "UPDATE picture_file SET state = 'going' WHERE name IN (SELECT file FROM picture WHERE client_id = $1)",
        "DELETE FROM picture WHERE client_id = $1",
        "DELETE FROM picture_consent WHERE client_id = $1",
        "UPDATE stock_move SET client_id = NULL, fact_id = NULL WHERE client_id = $1",
        "DELETE FROM publication_fact WHERE fact_id IN (SELECT id FROM fact WHERE client_id = $1)",
        "DELETE FROM publication WHERE client_id = $1",
        "DELETE FROM fact WHERE client_id = $1",
        "DELETE FROM digest_ahead WHERE client_id = $1",
        "DELETE FROM digest_held WHERE client_id = $1",
        "DELETE FROM client_digest WHERE client_id = $1",
        "DELETE FROM client WHERE id = $1",
        "DELETE FROM client_stale WHERE client_id = $1",
        "DELETE FROM erasing",
    ];

    /// <summary>Erases a client and rewrites the database file, so that no freed page keeps a word of them.</summary>
    /// <param name="version">Row version that was seen.</param>
    /// <returns>False where there is no such client.</returns>
    /// <exception cref="ConflictException">Somebody changed the client in the meantime.</exception>
    public bool Erase(string clientId, long version, DateTimeOffset at, string by)
    {
        views.Forget(clientId);
        var erased = database.Write(connection =>
        {
            if (Clients.Find(connection, clientId) is not { } client)
            {
                return false;
            }

            if (client.Version != version)
            {
                throw new ConflictException("This client", client.Version);
            }

            connection.Run("INSERT INTO erasure (client_id, erased_at, erased_by) VALUES ($1, $2, $3)", clientId, at, by);
            Remove(connection, clientId);
            return true;
        });
        if (erased)
        {
            database.Rewrite();
            new PictureStore(database).Sweep();
        }

        return erased;
    }

    /// <summary>Everybody who was erased, and when.</summary>
    public IReadOnlyList<(string ClientId, DateTimeOffset At, string By)> All() =>
        database.Read(connection =>
            connection.Query("SELECT client_id, erased_at, erased_by FROM erasure ORDER BY erased_at DESC", row =>
                (row.GetString(0), row.Instant(1), row.GetString(2))
            )
        );

    /// <summary>Erases again in a database that is older than the act.</summary>
    public static int Again(Database older, IReadOnlyList<(string ClientId, DateTimeOffset At, string By)> erased)
    {
        var count = older.Write(connection =>
        {
            var again = erased.Where(act => Clients.Find(connection, act.ClientId) is not null).ToList();
            foreach (var (client, at, by) in again)
            {
                connection.Run("INSERT OR IGNORE INTO erasure (client_id, erased_at, erased_by) VALUES ($1, $2, $3)", client, at, by);
                Remove(connection, client);
            }

            return again.Count;
        });
        if (count > 0)
        {
            older.Rewrite();
        }

        return count;
    }

    /// <summary>Removes a client without a word of it, for one who was never met.</summary>
    internal static void Remove(Microsoft.Data.Sqlite.SqliteConnection connection, string clientId)
    {
        connection.Run("INSERT INTO erasing (client_id) VALUES ($1)", clientId);
        foreach (var step in Steps)
        {
            connection.Run(step, step.Contains("$1", StringComparison.Ordinal) ? [clientId] : []);
        }
    }
}
