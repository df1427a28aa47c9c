using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>Where a client agreed to be written to.</summary>
/// <param name="ToldBy">By whose word.</param>
/// <param name="Refused">What the mail server said of it; empty while it takes it.</param>
public sealed record MailAddress(
    string ClientId,
    string Client,
    string Address,
    DateTimeOffset AgreedAt,
    string ToldBy,
    string Refused,
    DateTimeOffset? RefusedAt
);

/// <summary>Addresses of clients who agreed to be written to. Without one nothing is sent.</summary>
public sealed class MailAddresses(Database database)
{
    /// <summary>Longest address: RFC 5321, section 4.5.3.1.3, without its brackets.</summary>
    public const int Longest = 254;

    private const string Columns =
        "SELECT a.client_id, c.name, a.address, a.agreed_at, a.told_by, a.refused, a.refused_at FROM mail_address a JOIN client c ON "
            + "c.id = a.client_id";

    public MailAddress? Of(string clientId) =>
        database.Read(connection => connection.Query($"{Columns} WHERE a.client_id = $1", Read, clientId).FirstOrDefault());

    /// <summary>Addresses that the mail server does not know, the latest first.</summary>
    public IReadOnlyList<MailAddress> Refused(int most) =>
        database.Read(connection =>
            connection.Query($"{Columns} WHERE a.refused <> '' ORDER BY a.refused_at DESC LIMIT $1", Read, most)
        );

    /// <summary>Notes an address with the consent to use it; the one before goes.</summary>
    public void Set(string clientId, string address, string by, DateTimeOffset at) =>
        database.Write(connection =>
            connection.Run(
                "INSERT OR REPLACE INTO mail_address (client_id, address, agreed_at, told_by) VALUES ($1, $2, $3, $4)",
                clientId,
                address,
                at,
                by
            )
        );

    public void Remove(string clientId) =>
        database.Write(connection => connection.Run("DELETE FROM mail_address WHERE client_id = $1", clientId));

    /// <summary>The mail server does not know the address; nothing more is sent there until it is changed or tried again.</summary>
    public void Refuse(string clientId, string address, string reason, DateTimeOffset at) =>
        database.Write(connection =>
            connection.Run(
                "UPDATE mail_address SET refused = $3, refused_at = $4 WHERE client_id = $1 AND address = $2",
                clientId,
                address,
                reason,
                at
            )
        );

    private static MailAddress Read(SqliteDataReader row) =>
        new(
            row.GetString(0),
            row.GetString(1),
            row.GetString(2),
            row.Instant(3),
            row.GetString(4),
            row.GetString(5),
            row.IsDBNull(6) ? null : row.Instant(6)
        );
}
