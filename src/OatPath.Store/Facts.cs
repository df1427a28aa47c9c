using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>One thing known about a client, with both times. Facts are never changed or removed; a later one may supersede.</summary>
/// <param name="Published">Whether a publication includes it; only then does the client's plan follow it.</param>
/// <param name="StepId">Names what was saved together with it, and is undone with it; given when it is written down.</param>
/// <param name="WrittenAt">When it was written down by a clock that ran ahead, where that was mended since; null else. Every other time is
/// the mended one.</param>
public sealed record Fact(
    string Id,
    string ClientId,
    FactKind Kind,
    DateTimeOffset HappenedAt,
    DateTimeOffset RecordedAt,
    string RecordedBy,
    string? Supersedes,
    string Body,
    bool Published = false,
    DateTimeOffset? WrittenAt = null,
    string StepId = ""
)
{
    private BodyRead Read { get; init; } = new();

    public static string NewId() => Guid.CreateVersion7().ToString("n");

    /// <summary>What the body says. Facts never change, so it is read once.</summary>
    internal T As<T>()
        where T : class => Read.As<T>(Body);

    /// <summary>The same fact with what was already read of it, where its words are still the same.</summary>
    internal Fact With(Fact? before) => before?.Body == Body ? this with { Body = before.Body, Read = before.Read } : this;
}

/// <summary>The append-only record.</summary>
public sealed class Facts(Database database)
{
    /// <summary>
    /// Adds facts of one client in one durable step, which they carry the name of unless they name another. Units of the cupboard follow
    /// what is taken back or done again. What is decided raises the client's version; what merely happened does not, so that a client's
    /// ticks refuse nobody's decision.
    /// </summary>
    /// <param name="version">Version the caller saw, or null where the order of saving does not matter (a tick, a check-in).</param>
    /// <returns>False when a fact with the same id was there already, as when a phone sends twice; then nothing is written.</returns>
    /// <exception cref="ConflictException">Somebody else saved in the meantime.</exception>
    /// <exception cref="FactNotWholeException">A fact is not whole; nothing is written.</exception>
    public bool Append(string clientId, long? version, params IReadOnlyList<Fact> facts) =>
        database.Write(connection => Append(connection, clientId, version, facts));

    public IReadOnlyList<Fact> Of(string clientId) => database.Read(connection => Of(connection, clientId));

    /// <summary>The latest moment at which anything was written down about any client; null in an empty database.</summary>
    public DateTimeOffset? LastRecorded() =>
        database.Read(connection =>
            connection.Query("SELECT at FROM last_recorded WHERE at <> ''", row => (DateTimeOffset?)row.Instant(0)).FirstOrDefault()
        );

    internal static bool Append(SqliteConnection connection, string clientId, long? version, IReadOnlyList<Fact> facts)
    {
        if (facts.Any(fact => connection.Number("SELECT count(*) FROM fact WHERE id = $1", fact.Id) > 0))
        {
            return false;
        }

        if (version is not null)
        {
            Clients.Touch(connection, clientId, version);
        }

        var step = Fact.NewId();
        foreach (var fact in facts)
        {
            // What could not be read again is never written.
            try
            {
                CaseAssembly.Prove(fact);
            }
            catch (UnreadableException unreadable)
            {
                throw new FactNotWholeException(unreadable);
            }

            connection.Run(
                "INSERT INTO fact (id, client_id, kind, happened_at, recorded_at, recorded_by, supersedes, body, step_id) VALUES ($1, $2, "
                    + "$3, $4, $5, $6, $7, $8, $9)",
                fact.Id,
                clientId,
                FactKinds.NameOf(fact.Kind),
                fact.HappenedAt,
                fact.RecordedAt,
                fact.RecordedBy,
                fact.Supersedes,
                fact.Body,
                fact.StepId.Length > 0 ? fact.StepId : step
            );
            Stock.Follow(connection, clientId, fact);
        }

        return true;
    }

    /// <param name="before">The client's facts as they were read before: what was read of them is not read again.</param>
    internal static IReadOnlyList<Fact> Of(SqliteConnection connection, string clientId, IReadOnlyList<Fact> before)
    {
        var known = before.ToDictionary(fact => fact.Id);
        return [.. Of(connection, clientId).Select(fact => fact.With(known.GetValueOrDefault(fact.Id)))];
    }

    internal static List<Fact> Of(SqliteConnection connection, string clientId) =>
        connection.Query(
            """
            SELECT f.id, f.client_id, f.kind, coalesce(m.happened_at, f.happened_at), coalesce(m.recorded_at, f.recorded_at), f.recorded_by,
                f.supersedes, coalesce(m.body, f.body), p.fact_id IS NOT NULL,
                CASE WHEN m.fact_id IS NOT NULL THEN f.recorded_at END, f.step_id
            FROM fact f LEFT JOIN publication_fact p ON p.fact_id = f.id LEFT JOIN fact_mended m ON m.fact_id = f.id
            WHERE f.client_id = $1 ORDER BY f.seq
            """,
            row => new Fact(
                row.GetString(0),
                row.GetString(1),
                FactKinds.Read(row.GetString(2), row.GetString(1), row.GetString(0)),
                row.Instant(3),
                row.Instant(4),
                row.GetString(5),
                row.Text(6),
                row.GetString(7),
                row.GetBoolean(8),
                row.IsDBNull(9) ? null : row.Instant(9),
                row.GetString(10)
            ),
            clientId
        );
}
