using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>A device that opened a client's link.</summary>
public sealed record Device(long Id, string ClientId);

/// <summary>A phone that a link let in.</summary>
/// <param name="LastSeen">Null where it was never seen after the day it came.</param>
public sealed record LinkedPhone(long Id, DateTimeOffset Since, DateTimeOffset? LastSeen);

/// <summary>A link that is open.</summary>
/// <param name="Phones">How many phones it lets in.</param>
/// <param name="In">Those that are in.</param>
/// <param name="EndsAt">When it ends by itself, where no phone has opened it yet.</param>
public sealed record OpenLink(long Id, DateTimeOffset Since, int Phones, IReadOnlyList<LinkedPhone> In, DateTimeOffset? EndsAt);

/// <summary>What came of a phone at a link.</summary>
public enum Admission
{
    Ended,
    TakenByAnother,
    In,
}

/// <summary>Client links and the devices they let in. Tokens are 256 random bits and are stored only as hashes.</summary>
public sealed class Links(Database database)
{
    public const int MostPhones = 5;

    /// <summary>A link that nobody opens ends by itself.</summary>
    /// <remarks>House default.</remarks>
    public static readonly TimeSpan UnopenedLife = TimeSpan.FromDays(14);

    private const string IsAlive = "l.revoked_at IS NULL AND (l.created_at > $2 OR EXISTS (SELECT 1 FROM device d WHERE d.link_id = l.id))";

    /// <summary>Makes a new link and revokes the older ones.</summary>
    /// <returns>The token, shown once and never stored.</returns>
    public string Create(string clientId, string by, DateTimeOffset at)
    {
        var token = SecretToken.New();
        database.Write(connection =>
        {
            connection.Run("UPDATE link SET revoked_at = $2 WHERE client_id = $1 AND revoked_at IS NULL", clientId, at);
            connection.Run(
                "INSERT INTO link (client_id, token_hash, created_at, created_by) VALUES ($1, $2, $3, $4)",
                clientId,
                SecretToken.Hash(token),
                at,
                by
            );
        });
        return token;
    }

    public void Revoke(string clientId, DateTimeOffset at) =>
        database.Write(connection =>
            connection.Run("UPDATE link SET revoked_at = $2 WHERE client_id = $1 AND revoked_at IS NULL", clientId, at)
        );

    /// <summary>Shuts one phone out; the link stays open for another in its place.</summary>
    public bool ShutOut(string clientId, long device, DateTimeOffset at) =>
        database.Write(connection =>
            connection.Run(
                "UPDATE device SET closed_at = $3 WHERE id = $2 AND closed_at IS NULL AND link_id IN (SELECT id FROM link WHERE "
                    + "client_id = $1)",
                clientId,
                device,
                at
            ) == 1
        );

    /// <summary>The open link lets in one phone more; false at the most, or where none is open.</summary>
    public bool AllowOneMore(string clientId) =>
        database.Write(connection =>
            connection.Run(
                "UPDATE link SET phones = phones + 1 WHERE client_id = $1 AND revoked_at IS NULL AND phones < $2",
                clientId,
                MostPhones
            ) == 1
        );

    /// <summary>The client's open link, or null.</summary>
    public OpenLink? Open(string clientId, DateTimeOffset now) =>
        database.Read(connection =>
            connection
                .Query(
                    $"SELECT l.id, l.created_at, l.phones FROM link l WHERE l.client_id = $1 AND {IsAlive}",
                    row => (Id: row.GetInt64(0), Since: row.Instant(1), Phones: row.GetInt32(2)),
                    clientId,
                    now - UnopenedLife
                )
                .Select(link =>
                {
                    var all = connection.Query(
                        "SELECT id, created_at, last_seen_at, closed_at IS NULL FROM device WHERE link_id = $1 ORDER BY id",
                        row =>
                            (
                                Phone: new LinkedPhone(row.GetInt64(0), row.Instant(1), row.IsDBNull(2) ? null : row.Instant(2)),
                                IsIn: row.GetBoolean(3)
                            ),
                        link.Id
                    );
                    return new OpenLink(
                        link.Id,
                        link.Since,
                        link.Phones,
                        [.. all.Where(device => device.IsIn).Select(device => device.Phone)],
                        all.Count == 0 ? link.Since + UnopenedLife : null
                    );
                })
                .FirstOrDefault()
        );

    public bool IsOpen(string token, DateTimeOffset now) =>
        database.Read(connection =>
            connection.Number(
                $"SELECT count(*) FROM link l WHERE l.token_hash = $1 AND {IsAlive}",
                SecretToken.Hash(token),
                now - UnopenedLife
            )
        ) > 0;

    /// <summary>Lets a device in by a link, as long as fewer are in than it lets in.</summary>
    /// <param name="known">The cookie of a device that may be in already; then it stays the same device.</param>
    /// <returns>What came of it, and the value of a new device's cookie.</returns>
    public (Admission Outcome, string? Cookie) Admit(string token, string? known, DateTimeOffset at) =>
        database.Write(connection =>
        {
            var (link, phones) = connection
                .Query(
                    $"SELECT l.id, l.phones FROM link l WHERE l.token_hash = $1 AND {IsAlive}",
                    row => (row.GetInt64(0), row.GetInt32(1)),
                    SecretToken.Hash(token),
                    at - UnopenedLife
                )
                .FirstOrDefault();
            if (link == 0)
            {
                return (Admission.Ended, (string?)null);
            }

            if (
                known is not null
                && connection.Number(
                    "SELECT count(*) FROM device WHERE cookie_hash = $1 AND link_id = $2 AND closed_at IS NULL",
                    SecretToken.Hash(known),
                    link
                ) > 0
            )
            {
                return (Admission.In, null);
            }

            if (connection.Number("SELECT count(*) FROM device WHERE link_id = $1 AND closed_at IS NULL", link) >= phones)
            {
                return (Admission.TakenByAnother, null);
            }

            var cookie = SecretToken.New();
            connection.Run("INSERT INTO device (link_id, cookie_hash, created_at) VALUES ($1, $2, $3)", link, SecretToken.Hash(cookie), at);
            return (Admission.In, cookie);
        });

    /// <summary>The device of a cookie, and whether it is still let in; null where the cookie is unknown.</summary>
    public (Device Device, bool IsIn)? Known(string cookie) =>
        database.Read(connection =>
            connection
                .Query(
                    "SELECT d.id, l.client_id, d.closed_at IS NULL AND l.revoked_at IS NULL FROM device d JOIN link l ON l.id = d.link_id "
                        + "WHERE d.cookie_hash = $1",
                    row => ((Device, bool)?)(new Device(row.GetInt64(0), row.GetString(1)), row.GetBoolean(2)),
                    SecretToken.Hash(cookie)
                )
                .FirstOrDefault()
        );

    /// <summary>The device behind a cookie, or null when it is unknown, was shut out, or its link was revoked.</summary>
    public Device? Recognise(string cookie) => Known(cookie) is { IsIn: true } known ? known.Device : null;
}
