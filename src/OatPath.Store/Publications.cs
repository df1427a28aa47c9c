using System.Security.Cryptography;
using System.Text;
using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>
/// What was published, whole: inputs, rules, engine and the path itself with its hash. Inputs and path are kept compressed and are unpacked
/// when asked for.
/// </summary>
public sealed class Publication
{
    private readonly Lazy<(string Inputs, string Path)> told;

    public Publication(
        long id,
        string clientId,
        DateTimeOffset publishedAt,
        string publishedBy,
        string inputs,
        string rules,
        string engine,
        string path,
        string hash
    )
        : this(id, clientId, publishedAt, publishedBy, rules, engine, hash, new Lazy<(string, string)>((inputs, path))) { }

    private Publication(
        long id,
        string clientId,
        DateTimeOffset publishedAt,
        string publishedBy,
        string rules,
        string engine,
        string hash,
        Lazy<(string, string)> told
    )
    {
        (Id, ClientId, PublishedAt, PublishedBy, Rules, Engine, Hash, this.told) = (
            id,
            clientId,
            publishedAt,
            publishedBy,
            rules,
            engine,
            hash,
            told
        );
    }

    public long Id { get; }

    public string ClientId { get; }

    public DateTimeOffset PublishedAt { get; }

    public string PublishedBy { get; }

    public string Rules { get; }

    public string Engine { get; }

    public string Hash { get; }

    public string Inputs => told.Value.Inputs;

    public string Path => told.Value.Path;

    public static string HashOf(string path) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(path)));

    internal Publication With(long id) => new(id, ClientId, PublishedAt, PublishedBy, Rules, Engine, Hash, told);

    internal byte[] Pack() => PackedText.Pack(Inputs, Path);

    internal static Publication Stored(
        long id,
        string clientId,
        DateTimeOffset publishedAt,
        string publishedBy,
        string rules,
        string engine,
        string hash,
        byte[] packed
    ) =>
        new(
            id,
            clientId,
            publishedAt,
            publishedBy,
            rules,
            engine,
            hash,
            new Lazy<(string, string)>(() =>
                PackedText.Unpack(packed) is [var inputs, var path]
                    ? (inputs, path)
                    : throw new InvalidDataException("A publication is not whole.")
            )
        );
}

public sealed class Publications(Database database)
{
    // What was given out by a clock that ran ahead counts as of its mended time.
    private const string From = "FROM publication p LEFT JOIN publication_mended m ON m.publication_id = p.id";
    private const string Columns =
        $"SELECT p.id, p.client_id, coalesce(m.published_at, p.published_at), p.published_by, p.rules, p.engine, p.hash, p.packed {From}";

    /// <summary>Every publication with its client and time.</summary>
    internal const string Times = $"SELECT p.id, p.client_id, coalesce(m.published_at, p.published_at) {From}";

    /// <summary>Publishes: new facts, if any, the record of what was published, and which facts it covers, in one step.</summary>
    public Publication Publish(Publication publication, long? version, IReadOnlyList<Fact> newFacts, IReadOnlyList<string> factIds)
    {
        var packed = publication.Pack();
        return database.Write(connection =>
        {
            if (newFacts.Count > 0)
            {
                if (!Facts.Append(connection, publication.ClientId, version, newFacts))
                {
                    throw new ConflictException("This decision", 0);
                }
            }
            else
            {
                Clients.Touch(connection, publication.ClientId, version);
            }

            connection.Run(
                "INSERT INTO publication (client_id, published_at, published_by, inputs, rules, engine, path, hash, packed) VALUES ($1, "
                    + "$2, $3, '', $4, $5, '', $6, $7)",
                publication.ClientId,
                publication.PublishedAt,
                publication.PublishedBy,
                publication.Rules,
                publication.Engine,
                publication.Hash,
                packed
            );
            var id = connection.Number("SELECT last_insert_rowid()");
            foreach (var fact in factIds)
            {
                connection.Run("INSERT OR IGNORE INTO publication_fact (fact_id, publication_id) VALUES ($1, $2)", fact, id);
            }

            return publication.With(id);
        });
    }

    public Publication? Latest(string clientId) => database.Read(connection => Latest(connection, clientId));

    public IReadOnlyList<Publication> Of(string clientId) =>
        database.Read(connection => connection.Query($"{Columns} WHERE p.client_id = $1 ORDER BY p.id DESC LIMIT 100", Read, clientId));

    internal static Publication? Latest(SqliteConnection connection, string clientId) =>
        connection.Query($"{Columns} WHERE p.client_id = $1 ORDER BY p.id DESC LIMIT 1", Read, clientId).FirstOrDefault();

    internal static Publication? Find(SqliteConnection connection, long id) =>
        connection.Query($"{Columns} WHERE p.id = $1", Read, id).FirstOrDefault();

    /// <summary>Packs what an older program kept as plain text.</summary>
    internal static void PackOld(SqliteConnection connection)
    {
        foreach (var id in connection.Query("SELECT id FROM publication WHERE packed IS NULL", row => row.GetInt64(0)))
        {
            var (inputs, path) = connection.Query(
                "SELECT inputs, path FROM publication WHERE id = $1",
                row => (row.GetString(0), row.GetString(1)),
                id
            )[0];
            connection.Run("UPDATE publication SET packed = $2, inputs = '', path = '' WHERE id = $1", id, PackedText.Pack(inputs, path));
        }
    }

    private static Publication Read(SqliteDataReader row) =>
        Publication.Stored(
            row.GetInt64(0),
            row.GetString(1),
            row.Instant(2),
            row.GetString(3),
            row.GetString(4),
            row.GetString(5),
            row.GetString(6),
            row.GetFieldValue<byte[]>(7)
        );
}
