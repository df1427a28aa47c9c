namespace OatPath.Store;

/// <summary>Private calendar subscriptions. Tokens are 256 random bits and are stored only as hashes.</summary>
public sealed class CalendarFeeds(Database database)
{
    /// <summary>Makes a new address and ends the older ones.</summary>
    /// <param name="named">Whether titles may say what it is about; else they are neutral.</param>
    /// <returns>The token, shown once and never stored.</returns>
    public string Create(string clientId, bool named, DateTimeOffset at)
    {
        var token = SecretToken.New();
        database.Write(connection =>
        {
            connection.Run("UPDATE calendar_feed SET revoked_at = $2 WHERE client_id = $1 AND revoked_at IS NULL", clientId, at);
            connection.Run(
                "INSERT INTO calendar_feed (client_id, token_hash, named, created_at) VALUES ($1, $2, $3, $4)",
                clientId,
                SecretToken.Hash(token),
                named ? 1 : 0,
                at
            );
        });
        return token;
    }

    public void Revoke(string clientId, DateTimeOffset at) =>
        database.Write(connection =>
            connection.Run("UPDATE calendar_feed SET revoked_at = $2 WHERE client_id = $1 AND revoked_at IS NULL", clientId, at)
        );

    /// <summary>Since when a subscription is open, and whether its titles are named; null where none is.</summary>
    public (DateTimeOffset Since, bool Named)? Open(string clientId) =>
        database.Read(connection =>
            connection
                .Query(
                    "SELECT created_at, named FROM calendar_feed WHERE client_id = $1 AND revoked_at IS NULL",
                    row => ((DateTimeOffset, bool)?)(row.Instant(0), row.GetInt32(1) == 1),
                    clientId
                )
                .FirstOrDefault()
        );

    /// <summary>Whose calendar an address is, or null when it is unknown or was ended.</summary>
    public (string ClientId, bool Named)? Find(string token) =>
        database.Read(connection =>
            connection
                .Query(
                    "SELECT client_id, named FROM calendar_feed WHERE token_hash = $1 AND revoked_at IS NULL",
                    row => ((string, bool)?)(row.GetString(0), row.GetInt32(1) == 1),
                    SecretToken.Hash(token)
                )
                .FirstOrDefault()
        );
}
