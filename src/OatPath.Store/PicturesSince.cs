using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>
/// What a data folder knows of pictures when a backup is put into its place: what was taken away, erased or no longer agreed to since must
/// not come back.
/// </summary>
internal sealed class PicturesSince
{
    private readonly List<(string Client, string Use, long Given, int Wording, string At, string By)> consents;
    private readonly Dictionary<string, (string? At, string? By)> pictures;

    private PicturesSince(SqliteConnection connection)
    {
        // The latest word on each use.
        consents = connection.Query(
            "SELECT client_id, used_for, given, wording, said_at, said_by FROM picture_consent WHERE id IN (SELECT max(id) FROM "
                + "picture_consent GROUP BY client_id, used_for)",
            row => (row.GetString(0), row.GetString(1), row.GetInt64(2), row.GetInt32(3), row.GetString(4), row.GetString(5))
        );
        pictures = connection
            .Query("SELECT id, gone_at, gone_by FROM picture", row => (Id: row.GetString(0), Gone: (row.Text(1), row.Text(2))))
            .ToDictionary(row => row.Id, row => row.Gone);
    }

    /// <summary>Null where there is no database, or it knows nothing of pictures.</summary>
    public static PicturesSince? Of(string database)
    {
        try
        {
            using var connection = File.Exists(database) ? Sql.Connect(database) : null;
            return connection is null ? null : new(connection);
        }
        catch (Exception fault) when (fault is SqliteException or FormatException or InvalidCastException)
        {
            return null;
        }
    }

    /// <summary>Carries it over into a restored database of the same studio.</summary>
    public void CarryOver(Database restored) =>
        restored.Write(connection =>
        {
            foreach (var (client, use, given, wording, at, by) in consents)
            {
                if (
                    given == 0
                    && connection.Number("SELECT count(*) FROM client WHERE id = $1", client) > 0
                    && PictureConsents.Given(connection, client, use)
                )
                {
                    PictureConsents.Write(connection, client, use, given: false, wording, at, by);
                }
            }

            foreach (var id in connection.Query("SELECT id FROM picture WHERE gone_at IS NULL", row => row.GetString(0)))
            {
                if (!pictures.TryGetValue(id, out var now))
                {
                    PictureStore.Drop(connection, "id = $1", id);
                }
                else if (now.At is not null)
                {
                    connection.Run("UPDATE picture SET gone_at = $2, gone_by = $3 WHERE id = $1", id, now.At, now.By);
                }
            }
        });
}
