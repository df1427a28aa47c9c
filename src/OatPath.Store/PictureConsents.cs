using Microsoft.Data.Sqlite;
using OatPath.Core.House;
using OatPath.Core.Pictures;

namespace OatPath.Store;

/// <summary>One time that a client agreed to a use of pictures, or took that back.</summary>
/// <param name="Wording">Version of the words that were agreed to.</param>
public sealed record PictureConsent(PictureUse Use, bool Given, int Wording, DateTimeOffset At, string By);

/// <summary>What clients agreed to have pictures used for. The latest word counts, for each use by itself.</summary>
public sealed class PictureConsents(Database database)
{
    /// <summary>Everything that was said, in order.</summary>
    public IReadOnlyList<PictureConsent> Of(string clientId) =>
        database.Read(connection =>
            connection.Query(
                "SELECT used_for, given, wording, said_at, said_by FROM picture_consent WHERE client_id = $1 ORDER BY id",
                row => new PictureConsent(
                    EnumName.Find<PictureUse>(row.GetString(0))!.Value,
                    row.GetBoolean(1),
                    row.GetInt32(2),
                    row.Instant(3),
                    row.GetString(4)
                ),
                clientId
            )
        );

    public bool Given(string clientId, PictureUse use) => database.Read(connection => Given(connection, clientId, use));

    /// <summary>Writes down what was said; said again, nothing changes. Without consent to care there is none to anything else.</summary>
    public void Say(string clientId, PictureUse use, bool given, int wording, string by, DateTimeOffset at) =>
        database.Write(connection =>
        {
            foreach (var one in given || use != PictureUse.Care ? [use] : Enum.GetValues<PictureUse>())
            {
                if (Given(connection, clientId, one) != given)
                {
                    Write(connection, clientId, EnumName.Of(one), given, wording, at, by);
                }
            }
        });

    internal static void Write(SqliteConnection connection, string clientId, string use, bool given, int wording, object at, string by) =>
        connection.Run(
            "INSERT INTO picture_consent (client_id, used_for, given, wording, said_at, said_by) VALUES ($1, $2, $3, $4, $5, $6)",
            clientId,
            use,
            given ? 1 : 0,
            wording,
            at,
            by
        );

    internal static bool Given(SqliteConnection connection, string clientId, PictureUse use) =>
        Given(connection, clientId, EnumName.Of(use));

    internal static bool Given(SqliteConnection connection, string clientId, string use) =>
        connection.Number(
            "SELECT given FROM picture_consent WHERE client_id = $1 AND used_for = $2 ORDER BY id DESC LIMIT 1",
            clientId,
            use
        ) == 1;

    /// <summary>Clients who took their consent to care back before a moment and did not give it again.</summary>
    internal static IReadOnlyList<string> WithdrawnBefore(SqliteConnection connection, DateTimeOffset before) =>
        connection.Query(
            "SELECT client_id FROM picture_consent c WHERE used_for = 'care' AND given = 0 AND said_at < $1 AND NOT EXISTS (SELECT 1 FROM "
                + "picture_consent l WHERE l.client_id = c.client_id AND l.used_for = 'care' AND l.id > c.id)",
            row => row.GetString(0),
            before
        );
}
