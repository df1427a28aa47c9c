namespace OatPath.Store;

/// <summary>A device that opened a client's link.</summary>
public sealed record Device(long Id, string ClientId);

/// <summary>Client links and the devices they let in. Tokens are 256 random bits and are stored only as hashes.</summary>
public sealed class Links(Database database)
{
    /// <summary>Makes a new link and revokes the older ones.</summary>
    /// <returns>The token, shown once and never stored.</returns>
    public string Create(string clientId, string by, DateTimeOffset at)
    {
        var token = SecretToken.New();
        database.Write(connection =>
        {
            connection.Run("UPDATE link SET revoked_at = $2 WHERE client_id = $1 AND revoked_at IS NULL", clientId, at);
            connection.Run("INSERT INTO link (client_id, token_hash, created_at, created_by) VALUES ($1, $2, $3, $4)", clientId, SecretToken.Hash(token), at, by);
        });
        return token;
    }

    public void Revoke(string clientId, DateTimeOffset at) =>
        database.Write(connection => connection.Run("UPDATE link SET revoked_at = $2 WHERE client_id = $1 AND revoked_at IS NULL", clientId, at));

    /// <summary>Whether a link is open, and since when.</summary>
    public (DateTimeOffset Since, int Devices)? Open(string clientId) => database.Read(connection => connection.Query(
        "SELECT created_at, (SELECT count(*) FROM device WHERE link_id = link.id) FROM link WHERE client_id = $1 AND revoked_at IS NULL",
        row => ((DateTimeOffset, int)?)(row.Instant(0), row.GetInt32(1)), clientId).FirstOrDefault());

    public bool IsOpen(string token) =>
        database.Read(connection => connection.Number("SELECT count(*) FROM link WHERE token_hash = $1 AND revoked_at IS NULL", SecretToken.Hash(token))) > 0;

    /// <summary>Lets a device in by a link.</summary>
    /// <returns>The value of the device's cookie, or null when the link is not open.</returns>
    public string? Admit(string token, DateTimeOffset at) => database.Write(connection =>
    {
        var link = connection.Number("SELECT id FROM link WHERE token_hash = $1 AND revoked_at IS NULL", SecretToken.Hash(token));
        if (link == 0)
        {
            return null;
        }

        var cookie = SecretToken.New();
        connection.Run("INSERT INTO device (link_id, cookie_hash, created_at) VALUES ($1, $2, $3)", link, SecretToken.Hash(cookie), at);
        return cookie;
    });

    /// <summary>The device behind a cookie, or null when it is unknown or its link was revoked.</summary>
    public Device? Recognise(string cookie) => database.Read(connection => connection.Query(
        "SELECT d.id, l.client_id FROM device d JOIN link l ON l.id = d.link_id WHERE d.cookie_hash = $1 AND l.revoked_at IS NULL",
        row => new Device(row.GetInt64(0), row.GetString(1)), SecretToken.Hash(cookie)).FirstOrDefault());

    /// <summary>The device of a cookie even where its link was closed since, or null: only for what happened before.</summary>
    public long? DeviceOf(string cookie) => database.Read(connection => connection.Query("SELECT id FROM device WHERE cookie_hash = $1", row => (long?)row.GetInt64(0), SecretToken.Hash(cookie)).FirstOrDefault());
}
