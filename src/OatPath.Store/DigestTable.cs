using System.Globalization;
using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>Of which state of things a digest row is.</summary>
/// <param name="Touched">What had been written down about the client.</param>
/// <param name="Rules">Version of the house rules.</param>
/// <param name="Day">The care day.</param>
public sealed record DigestAge(long Touched, long Rules, string Engine, DateOnly Day);

/// <summary>A client's digest as stored; what is shown is JSON of whoever derives it.</summary>
/// <param name="Urgency">Rank of the most urgent row, the smallest first; null where the client needs nobody.</param>
/// <param name="Waiting">Not 0 where something waits to be published.</param>
public sealed record StoredDigest(
    string ClientId,
    string Name,
    int? Urgency,
    DateOnly Since,
    int Waiting,
    string Found,
    string Head,
    string? Need,
    string? Visit,
    IReadOnlyList<(DateOnly On, string What)> Ahead,
    IReadOnlyList<StoredHeld> Held,
    bool Reminds
);

/// <summary>A rule that spoke for a client in the last week.</summary>
/// <param name="Times">On so many days; 0 where it only speaks now.</param>
public sealed record StoredHeld(string ClientId, string Name, string Rule, int Times, string Sentence);

/// <summary>Something of the next days: how many clients, and the first of them by name.</summary>
public sealed record StoredAhead(DateOnly On, string What, int Count, IReadOnlyList<(string Id, string Name)> Who);

/// <summary>
/// The digest of all clients: derived from facts, rebuilt at will, read by Desk and Clients page without deriving anything.
/// </summary>
public sealed class DigestTable(Database database)
{
    private const string Columns =
        "SELECT d.client_id, d.name, d.urgency, d.since, d.waiting, d.found, d.state, d.line, d.visit, d.messages FROM client_digest d";
    private const string NotOfNow =
        "(d.client_id IS NULL OR d.touched <> c.touched OR d.rules_version <> $1 OR d.engine <> $2 OR d.care_day <> $3)";

    public static void Put(SqliteConnection connection, StoredDigest digest, DigestAge age)
    {
        connection.Run("DELETE FROM digest_ahead WHERE client_id = $1", digest.ClientId);
        connection.Run("DELETE FROM digest_held WHERE client_id = $1", digest.ClientId);
        connection.Run(
            """
            INSERT OR REPLACE INTO client_digest
                (client_id, touched, rules_version, engine, care_day, name, urgency, since, waiting, found, state, line, visit, messages)
            VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)
            """,
            digest.ClientId,
            age.Touched,
            age.Rules,
            age.Engine,
            Write(age.Day),
            digest.Name,
            digest.Urgency,
            Write(digest.Since),
            digest.Waiting,
            digest.Found,
            digest.Head,
            digest.Need,
            digest.Visit,
            digest.Reminds ? 1 : 0
        );
        foreach (var (on, what) in digest.Ahead)
        {
            connection.Run(
                "INSERT OR IGNORE INTO digest_ahead (client_id, on_day, what, name) VALUES ($1, $2, $3, $4)",
                digest.ClientId,
                Write(on),
                what,
                digest.Name
            );
        }

        foreach (var held in digest.Held)
        {
            connection.Run(
                "INSERT OR IGNORE INTO digest_held (client_id, rule, times, sentence, name) VALUES ($1, $2, $3, $4, $5)",
                digest.ClientId,
                held.Rule,
                held.Times,
                held.Sentence,
                digest.Name
            );
        }
    }

    /// <summary>Whom a rule held back, the most often first.</summary>
    public IReadOnlyList<StoredHeld> Held(string rule, int most) =>
        database.Read(connection =>
            connection.Query(
                "SELECT client_id, name, rule, times, sentence FROM digest_held WHERE rule = $1 ORDER BY times DESC, name LIMIT $2",
                row => new StoredHeld(row.GetString(0), row.GetString(1), row.GetString(2), row.GetInt32(3), row.GetString(4)),
                rule,
                most
            )
        );

    public int CountHeld(string rule) =>
        (int)database.Read(connection => connection.Number("SELECT count(*) FROM digest_held WHERE rule = $1", rule));

    /// <summary>Clients whose row is missing or of another state than now, the urgent ones first.</summary>
    public IReadOnlyList<string> Outdated(DigestAge now, int most) =>
        database.Read(connection =>
            connection.Query(
                $"SELECT c.id FROM client c LEFT JOIN client_digest d ON d.client_id = c.id WHERE c.practice = 0 AND {NotOfNow} ORDER BY "
                    + $"d.urgency IS NULL, d.urgency LIMIT $4",
                row => row.GetString(0),
                now.Rules,
                now.Engine,
                Write(now.Day),
                most
            )
        );

    /// <summary>Clients about whom something was written since their row was made.</summary>
    public IReadOnlyList<string> Told(int most) =>
        database.Read(connection =>
            connection.Query(
                "SELECT c.id FROM client_stale s JOIN client c ON c.id = s.client_id WHERE c.practice = 0 LIMIT $1",
                row => row.GetString(0),
                most
            )
        );

    public int CountOutdated(DigestAge now) =>
        (int)
            database.Read(connection =>
                connection.Number(
                    $"SELECT count(*) FROM client c LEFT JOIN client_digest d ON d.client_id = c.id WHERE c.practice = 0 AND {NotOfNow}",
                    now.Rules,
                    now.Engine,
                    Write(now.Day)
                )
            );

    /// <summary>Rows that need somebody, the most urgent first.</summary>
    public IReadOnlyList<StoredDigest> Urgent(int most) =>
        Rows("WHERE d.urgency IS NOT NULL ORDER BY d.urgency, d.since DESC, d.name LIMIT $1", most);

    public int CountUrgent() => Count("urgency IS NOT NULL");

    public IReadOnlyList<StoredDigest> Waiting(int most) => Rows("WHERE d.waiting <> 0 ORDER BY d.name LIMIT $1", most);

    public int CountWaiting() => Count("waiting <> 0");

    public IReadOnlyList<StoredDigest> Visiting() => Rows("WHERE d.visit IS NOT NULL ORDER BY d.name");

    /// <summary>Clients to whom a message may be due.</summary>
    public IReadOnlyList<string> Reminding() =>
        database.Read(connection => connection.Query("SELECT client_id FROM client_digest WHERE messages <> 0", row => row.GetString(0)));

    /// <summary>Rows whose words hold every part, by name; first those whose name holds them.</summary>
    /// <param name="parts">In lower case.</param>
    public IReadOnlyList<StoredDigest> Search(IReadOnlyList<string> parts, int most)
    {
        var where = string.Join(" AND ", parts.Select((_, i) => $"instr(d.found, ${i + 2}) > 0").DefaultIfEmpty("1"));
        var named = string.Join(" AND ", parts.Select((_, i) => $"instr(lower(d.name), ${i + 2}) > 0").DefaultIfEmpty("1"));
        return Rows($"WHERE {where} ORDER BY NOT ({named}), d.name LIMIT $1", [most, .. parts]);
    }

    public int CountFound(IReadOnlyList<string> parts) =>
        parts.Count == 0
            ? Count("1")
            : (int)
                database.Read(connection =>
                    connection.Number(
                        $"SELECT count(*) FROM client_digest d WHERE "
                            + $"{string.Join(" AND ", parts.Select((_, i) => $"instr(d.found, ${i + 1}) > 0"))}",
                        [.. parts]
                    )
                );

    public StoredDigest? Find(string clientId) => Rows("WHERE d.client_id = $1", clientId).FirstOrDefault();

    /// <summary>What is ahead, day by day.</summary>
    /// <param name="names">So many names of each.</param>
    /// <param name="without">Clients who are left out.</param>
    public IReadOnlyList<StoredAhead> Ahead(DateOnly from, int most, int names, IReadOnlyList<string> without) =>
        database.Read(connection =>
        {
            string But(int first) =>
                without.Count == 0 ? "" : $" AND client_id NOT IN ({string.Join(", ", without.Select((_, i) => $"${first + i}"))})";
            return connection
                .Query(
                    $"SELECT on_day, what, count(*) FROM digest_ahead WHERE on_day >= $1{But(3)} GROUP BY on_day, what ORDER BY on_day, "
                        + $"what LIMIT $2",
                    row => (On: row.GetString(0), What: row.GetString(1), Count: row.GetInt32(2)),
                    [Write(from), most, .. without]
                )
                .Select(group => new StoredAhead(
                    Day(group.On),
                    group.What,
                    group.Count,
                    connection.Query(
                        $"SELECT client_id, name FROM digest_ahead WHERE on_day = $1 AND what = $2{But(4)} LIMIT $3",
                        row => (row.GetString(0), row.GetString(1)),
                        [group.On, group.What, names, .. without]
                    )
                ))
                .ToList();
        });

    /// <summary>Throws every row away; they are derived again.</summary>
    public void Wipe() =>
        database.Write(connection =>
        {
            connection.Run("DELETE FROM digest_ahead");
            connection.Run("DELETE FROM digest_held");
            connection.Run("DELETE FROM client_digest");
        });

    private int Count(string where) =>
        (int)database.Read(connection => connection.Number($"SELECT count(*) FROM client_digest WHERE {where}"));

    private List<StoredDigest> Rows(string rest, params object?[] values) =>
        database.Read(connection => connection.Query($"{Columns} {rest}", Read, values));

    private static StoredDigest Read(SqliteDataReader row) =>
        new(
            row.GetString(0),
            row.GetString(1),
            row.IsDBNull(2) ? null : row.GetInt32(2),
            Day(row.GetString(3)),
            row.GetInt32(4),
            row.GetString(5),
            row.GetString(6),
            row.Text(7),
            row.Text(8),
            [],
            [],
            row.GetInt32(9) != 0
        );

    private static string Write(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static DateOnly Day(string text) => DateOnly.ParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture);
}
