using System.Globalization;

namespace OatPath.Store;

/// <summary>A client of whom nothing was written down for long.</summary>
public sealed record QuietRecord(string ClientId, string Name, DateTimeOffset Last);

/// <summary>Records that nobody has added to for years: asked about once a year, decided by the owner.</summary>
public sealed class Retention(Database database)
{
    /// <summary>Records without an entry since a day, the oldest first.</summary>
    public IReadOnlyList<QuietRecord> Since(DateTimeOffset day, int most = 500) =>
        database.Read(connection =>
            connection.Number("SELECT count(*) FROM client WHERE practice = 0 AND created_at < $1", day) == 0
                ? []
                : connection.Query(
                    "SELECT id, name, last FROM (SELECT c.id, c.name, coalesce((SELECT coalesce(m.recorded_at, f.recorded_at) FROM fact f "
                        + "LEFT JOIN fact_mended m ON m.fact_id = f.id WHERE f.client_id = c.id ORDER BY f.seq DESC LIMIT 1), "
                        + "c.created_at) AS last FROM client c WHERE c.practice = 0 AND c.created_at < $1) WHERE last < $1 ORDER BY last "
                        + "LIMIT $2",
                    row => new QuietRecord(row.GetString(0), row.GetString(1), row.Instant(2)),
                    day,
                    most
                )
        );

    /// <summary>When the owner last looked them through, or null.</summary>
    public DateOnly? AskedOn() =>
        database.Read(connection =>
            connection
                .Query("SELECT asked_on FROM retention_asked ORDER BY asked_on DESC LIMIT 1", row =>
                    (DateOnly?)DateOnly.ParseExact(row.GetString(0), "yyyy-MM-dd", CultureInfo.InvariantCulture)
                )
                .FirstOrDefault()
        );

    public void Asked(DateOnly on, string by) =>
        database.Write(connection =>
            connection.Run(
                "INSERT INTO retention_asked (asked_on, asked_by) VALUES ($1, $2)",
                on.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
                by
            )
        );
}
