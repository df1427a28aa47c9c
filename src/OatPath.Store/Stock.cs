using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>Units of one batch in the studio's cupboard.</summary>
public sealed record StockBatch(string Batch, long Units);

/// <summary>What is in the cupboard of one product.</summary>
/// <param name="LowMark">At or below this many units it is time to order; null when nobody set a mark.</param>
public sealed record StockLevel(long Units, long? LowMark)
{
    public bool IsLow => LowMark is { } mark && Units <= mark;
}

/// <summary>One movement: units in, dispensed to a client, brought back, or the difference a count found.</summary>
public sealed record StockMove(long Id, string Batch, long Units, string Kind, string? ClientName, DateTimeOffset At, string By);

/// <summary>The studio's simple stock. Levels are the sum of movements; nothing else is kept.</summary>
public sealed class Stock(Database database)
{
    public const int MostUnits = 10_000;

    /// <summary>Levels of every product that ever had stock or a mark.</summary>
    public IReadOnlyDictionary<string, StockLevel> Levels() =>
        database.Read(connection =>
            connection
                .Query(
                    """
                    SELECT p.id, coalesce(sum(m.units), 0), k.low FROM product p
                    LEFT JOIN stock_move m ON m.product_id = p.id LEFT JOIN stock_mark k ON k.product_id = p.id
                    GROUP BY p.id HAVING count(m.id) > 0 OR k.low IS NOT NULL
                    """,
                    row => (Id: row.GetString(0), Level: new StockLevel(row.GetInt64(1), row.IsDBNull(2) ? null : row.GetInt64(2)))
                )
                .ToDictionary(row => row.Id, row => row.Level)
        );

    public IReadOnlyList<StockBatch> Batches(string product) => database.Read(connection => Batches(connection, product));

    public IReadOnlyList<StockMove> Moves(string product, int most = 20) =>
        database.Read(connection =>
            connection.Query(
                "SELECT m.id, m.batch, m.units, m.kind, c.name, m.moved_at, m.moved_by FROM stock_move m LEFT JOIN client c ON c.id = "
                    + "m.client_id WHERE m.product_id = $1 ORDER BY m.id DESC LIMIT $2",
                row => new StockMove(
                    row.GetInt64(0),
                    row.GetString(1),
                    row.GetInt64(2),
                    row.GetString(3),
                    row.Text(4),
                    row.Instant(5),
                    row.GetString(6)
                ),
                product,
                most
            )
        );

    public void TakeIn(string product, string batch, int units, DateTimeOffset at, string by)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(units, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(units, MostUnits);
        database.Write(connection => Move(connection, product, batch, units, "in", null, at, by));
    }

    /// <summary>
    /// Takes one unit out for a client, from the given batch or from the one that came in first, and writes what that means for their
    /// record, in one step:
    /// no unit leaves without its entry, and none where the entry is refused. For a practice client it stays in the cupboard.
    /// </summary>
    /// <param name="version">The client's version that was seen.</param>
    /// <param name="facts">The entries, by the batch; the first is the one that the unit came with.</param>
    /// <returns>The batch and the entries, or null when there is none left of it.</returns>
    /// <exception cref="ConflictException">Somebody changed the client in the meantime.</exception>
    public (string Batch, IReadOnlyList<Fact> Facts)? Dispense(
        string product,
        string? batch,
        string client,
        long version,
        Func<string, IReadOnlyList<Fact>> facts,
        DateTimeOffset at,
        string by
    ) =>
        database.Write(connection =>
        {
            if (Held(connection, product, batch) is not { } from)
            {
                return ((string, IReadOnlyList<Fact>)?)null;
            }

            var made = facts(from);
            _ = Facts.Append(connection, client, version, made);
            if (Clients.Find(connection, client) is not { IsPractice: true })
            {
                Dispense(connection, product, from, client, made[0].Id, at, by);
            }

            return (from, made);
        });

    /// <summary>The batch that a unit is taken from, or null where none is left.</summary>
    private static string? Held(SqliteConnection connection, string product, string? batch) =>
        Batches(connection, product).FirstOrDefault(held => held.Units > 0 && (batch is null || held.Batch == batch))?.Batch;

    private static void Dispense(
        SqliteConnection connection,
        string product,
        string batch,
        string client,
        string factId,
        DateTimeOffset at,
        string by
    ) =>
        connection.Run(
            "UPDATE stock_move SET fact_id = $2 WHERE id = $1",
            Move(connection, product, batch, -1, "dispensed", client, at, by),
            factId
        );

    /// <summary>
    /// What a fact that takes back or does again means for the cupboard: what left with a fact comes back when that is taken back, once;
    /// where it is written again the unit leaves again, as long as there is one of that batch.
    /// </summary>
    internal static void Follow(SqliteConnection connection, string client, Fact fact)
    {
        if (fact.Supersedes is not { } other)
        {
            return;
        }

        if (fact.Kind == FactKind.Retract)
        {
            connection.Run(
                """
                INSERT OR IGNORE INTO stock_move (product_id, batch, units, kind, client_id, undoes, moved_at, moved_by)
                SELECT product_id, batch, 1, 'back', client_id, id, $3, $4 FROM stock_move
                WHERE fact_id = $1 AND client_id = $2 AND kind = 'dispensed'
                """,
                other,
                client,
                fact.RecordedAt,
                fact.RecordedBy
            );
            return;
        }

        foreach (
            var (product, batch) in connection.Query(
                "SELECT s.product_id, s.batch FROM stock_move s JOIN stock_move b ON b.undoes = s.id WHERE s.fact_id = $1 AND "
                    + "s.client_id = $2",
                row => (row.GetString(0), row.GetString(1)),
                other,
                client
            )
        )
        {
            if (Held(connection, product, batch) is { } from)
            {
                Dispense(connection, product, from, client, fact.Id, fact.RecordedAt, fact.RecordedBy);
            }
        }
    }

    /// <summary>Writes down what a count found; the difference becomes a movement.</summary>
    public void Count(string product, string batch, int found, DateTimeOffset at, string by)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(found);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(found, MostUnits);
        database.Write(connection =>
        {
            var held = Batches(connection, product).FirstOrDefault(item => item.Batch == batch)?.Units ?? 0;
            if (held != found)
            {
                Move(connection, product, batch, found - held, "count", null, at, by);
            }
        });
    }

    public void SetMark(string product, int? low) =>
        database.Write(connection =>
            low is { } mark
                ? connection.Run(
                    "INSERT INTO stock_mark (product_id, low) VALUES ($1, $2) ON CONFLICT (product_id) DO UPDATE SET low = excluded.low",
                    product,
                    mark
                )
                : connection.Run("DELETE FROM stock_mark WHERE product_id = $1", product)
        );

    private static List<StockBatch> Batches(SqliteConnection connection, string product) =>
        connection.Query(
            "SELECT batch, sum(units) FROM stock_move WHERE product_id = $1 GROUP BY batch HAVING sum(units) <> 0 ORDER BY min(id)",
            row => new StockBatch(row.GetString(0), row.GetInt64(1)),
            product
        );

    private static long Move(
        SqliteConnection connection,
        string product,
        string batch,
        long units,
        string kind,
        string? client,
        DateTimeOffset at,
        string by
    )
    {
        connection.Run(
            "INSERT INTO stock_move (product_id, batch, units, kind, client_id, moved_at, moved_by) VALUES ($1, $2, $3, $4, $5, $6, $7)",
            product,
            batch,
            units,
            kind,
            client,
            at,
            by
        );
        return connection.Number("SELECT last_insert_rowid()");
    }
}
