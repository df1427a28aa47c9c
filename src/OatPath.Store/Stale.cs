using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>
/// Clients about whom something was written since their digest was made. Triggers of the database fill this, so that no write can forget
/// it.
/// </summary>
public static class Stale
{
    public static IReadOnlyList<string> Of(SqliteConnection connection, int most = 1000) =>
        connection.Query("SELECT client_id FROM client_stale LIMIT $1", row => row.GetString(0), most);

    /// <summary>A client's digest was made; where something was written since, it stays stale.</summary>
    /// <returns>Whether it is of now.</returns>
    public static bool Settle(SqliteConnection connection, string clientId) =>
        connection.Run(
            "DELETE FROM client_stale WHERE client_id = $1 AND NOT EXISTS (SELECT 1 FROM client c JOIN client_digest d ON d.client_id = "
                + "c.id WHERE c.id = $1 AND c.touched <> d.touched)",
            clientId
        ) > 0;
}
