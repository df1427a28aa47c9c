using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>What a restore closed, and who has to come back.</summary>
/// <param name="Known">Whether it was known what had been closed since; else every link was closed, unless it was said that nothing
/// had.</param>
/// <param name="Clients">Names of those whose link is no longer open and who need a new one.</param>
/// <param name="Phones">Phones shut out again that were in when the backup was made.</param>
/// <param name="People">Names of those who are in the backup with a password, a role or a second factor of before, because nothing later is
/// known.</param>
/// <param name="Gone">Sign-in names of people who were added after the backup and are not in it.</param>
/// <param name="Since">Entries written after the backup, which are not in it; null where that is not known.</param>
public sealed record DoorsClosed(
    bool Known,
    IReadOnlyList<string> Clients,
    int Phones,
    IReadOnlyList<string> People,
    IReadOnlyList<string> Gone,
    long? Since
);

/// <summary>
/// Who may come in, as a data folder has it when a backup is put into its place: what was closed after the backup must not open again.
/// A door of the backup stays open only where it is open here too; every sign-in ends, since its owner only has to sign in again.
/// </summary>
internal sealed class Doors
{
    /// <summary>Each kind of door with the column that closes it and what names one.</summary>
    private static readonly (string Table, string Name, string ClosedAt)[] Kinds =
    [
        ("link", "token_hash", "revoked_at"),
        ("device", "cookie_hash", "closed_at"),
        ("calendar_feed", "token_hash", "revoked_at"),
        ("answer_link", "token_hash", "closed_at"),
    ];

    private readonly Dictionary<string, HashSet<string>> open;
    private readonly HashSet<string> browsers;
    private readonly List<Standing> people;
    private readonly List<(string Client, string Since, string By)> optOuts;
    private readonly List<(string Id, string Name)> linked;
    private readonly long entries;

    private sealed record Standing(
        long Id,
        string SignIn,
        string Role,
        string Password,
        long Active,
        string Stamp,
        string? ClearedAt,
        string? Factor,
        long FactorStep,
        IReadOnlyList<(string Code, string? UsedAt)> Recovery
    );

    private Doors(SqliteConnection connection)
    {
        open = Kinds.ToDictionary(
            kind => kind.Table,
            kind =>
                connection.Query($"SELECT {kind.Name} FROM {kind.Table} WHERE {kind.ClosedAt} IS NULL", row => row.GetString(0)).ToHashSet()
        );
        browsers = [.. connection.Query("SELECT token_hash FROM known_browser", row => row.GetString(0))];
        people =
        [
            .. connection
                .Query(
                    "SELECT id, sign_in, role, password_hash, active, stamp, cleared_at, factor, factor_step FROM person",
                    row => new Standing(
                        row.GetInt64(0),
                        row.GetString(1),
                        row.GetString(2),
                        row.GetString(3),
                        row.GetInt64(4),
                        row.GetString(5),
                        row.Text(6),
                        row.Text(7),
                        row.GetInt64(8),
                        []
                    )
                )
                .Select(person =>
                    person with
                    {
                        Recovery = connection.Query(
                            "SELECT code_hash, used_at FROM recovery_code WHERE person_id = $1",
                            row => (row.GetString(0), row.Text(1)),
                            person.Id
                        ),
                    }
                ),
        ];
        optOuts =
        [
            .. connection.Query("SELECT client_id, since, told_by FROM message_opt_out", row =>
                (row.GetString(0), row.GetString(1), row.GetString(2))
            ),
        ];
        linked = OpenClients(connection);
        entries = Entries(connection);
    }

    /// <summary>The doors of a database; null where there is none, or it cannot be read, or is older than its doors.</summary>
    public static Doors? Of(string database)
    {
        if (!File.Exists(database))
        {
            return null;
        }

        try
        {
            using var connection = Sql.Connect(database, SqliteOpenMode.ReadWrite);
            return new(connection);
        }
        catch (Exception fault) when (fault is SqliteException or FormatException or InvalidCastException)
        {
            return null;
        }
    }

    /// <summary>Closes in a restored database what may not be open.</summary>
    /// <param name="now">The doors of the database it takes the place of; null where nothing is known of them.</param>
    /// <param name="linksStay">Where nothing is known: somebody says that no link was closed since the backup.</param>
    public static DoorsClosed Close(Database restored, Doors? now, bool linksStay, DateTimeOffset at) =>
        restored.Write(connection =>
        {
            // Another studio's folder, or one that was only just begun, knows nothing of this backup's doors.
            var known =
                now is not null
                && now.people.Exists(person =>
                    connection.Number("SELECT count(*) FROM person WHERE id = $1 AND sign_in = $2", person.Id, person.SignIn) > 0
                );
            connection.Run("UPDATE sign_in SET ended_at = $1 WHERE ended_at IS NULL", at);
            var before = OpenClients(connection)
                .Concat(known ? now!.linked.Where(client => Clients.Find(connection, client.Id) is not null) : [])
                .DistinctBy(client => client.Id)
                .ToList();
            var phones = 0;
            foreach (var (table, name, closedAt) in Kinds)
            {
                foreach (var door in connection.Query($"SELECT {name} FROM {table} WHERE {closedAt} IS NULL", row => row.GetString(0)))
                {
                    if (known ? !now!.open[table].Contains(door) : !linksStay)
                    {
                        connection.Run($"UPDATE {table} SET {closedAt} = $2 WHERE {name} = $1", door, at);
                        phones += table == "device" ? 1 : 0;
                    }
                }
            }

            foreach (
                var browser in connection
                    .Query("SELECT token_hash FROM known_browser", row => row.GetString(0))
                    .Where(browser => !known || !now!.browsers.Contains(browser))
            )
            {
                connection.Run("DELETE FROM known_browser WHERE token_hash = $1", browser);
            }

            IReadOnlyList<string> gone = [];
            if (known)
            {
                gone = now!.CarryOver(connection);
            }

            var open = OpenClients(connection).Select(client => client.Id).ToHashSet();
            var asBefore = connection
                .Query("SELECT id, name FROM person ORDER BY name COLLATE NOCASE", row => (Id: row.GetInt64(0), Name: row.GetString(1)))
                .Where(person => !known || !now!.people.Exists(other => other.Id == person.Id))
                .Select(person => person.Name)
                .ToList();
            return new DoorsClosed(
                known,
                [.. before.Where(client => !open.Contains(client.Id)).Select(client => client.Name)],
                phones,
                asBefore,
                gone,
                known ? Math.Max(0, now!.entries - Entries(connection)) : null
            );
        });

    /// <summary>Passwords, rights, factors and used codes as they are now, and who wants no messages any more.</summary>
    /// <returns>Who is not in the backup.</returns>
    private List<string> CarryOver(SqliteConnection connection)
    {
        var gone = new List<string>();
        foreach (var person in people)
        {
            if (
                connection.Run(
                    "UPDATE person SET role = $3, password_hash = $4, active = $5, stamp = $6, cleared_at = $7, factor = $8, factor_step "
                        + "= $9 WHERE id = $1 AND sign_in = $2",
                    person.Id,
                    person.SignIn,
                    person.Role,
                    person.Password,
                    person.Active,
                    person.Stamp,
                    person.ClearedAt,
                    person.Factor,
                    person.FactorStep
                ) == 0
            )
            {
                gone.Add(person.SignIn);
                continue;
            }

            connection.Run("DELETE FROM recovery_code WHERE person_id = $1", person.Id);
            foreach (var (code, usedAt) in person.Recovery)
            {
                connection.Run("INSERT INTO recovery_code (person_id, code_hash, used_at) VALUES ($1, $2, $3)", person.Id, code, usedAt);
            }
        }

        foreach (var (client, since, by) in optOuts)
        {
            connection.Run(
                "INSERT OR IGNORE INTO message_opt_out (client_id, since, told_by) SELECT id, $2, $3 FROM client WHERE id = $1",
                client,
                since,
                by
            );
        }

        return gone;
    }

    private static List<(string Id, string Name)> OpenClients(SqliteConnection connection) =>
        [
            .. connection.Query(
                "SELECT id, name FROM client WHERE id IN (SELECT client_id FROM link WHERE revoked_at IS NULL) ORDER BY name "
                    + "COLLATE NOCASE",
                row => (row.GetString(0), row.GetString(1))
            ),
        ];

    private static long Entries(SqliteConnection connection) =>
        connection.Number("SELECT count(*) FROM fact")
        + connection.Number("SELECT count(*) FROM session_event")
        + connection.Number("SELECT count(*) FROM publication");
}
