using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>Clients about whom something was written since their digest was made. Triggers of the database fill this, so that no write can forget it.</summary>
public static class Stale
{
    public static IReadOnlyList<string> Of(SqliteConnection connection, int most = 1000) => connection.Query("SELECT client_id FROM client_stale LIMIT $1", row => row.GetString(0), most);

    public static void Settle(SqliteConnection connection, string clientId) => connection.Run("DELETE FROM client_stale WHERE client_id = $1", clientId);
}
