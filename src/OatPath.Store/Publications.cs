using System.Security.Cryptography;
using System.Text;
using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>What was published, whole: inputs, rules, engine and the path itself with its hash.</summary>
public sealed record Publication(
    long Id, string ClientId, DateTimeOffset PublishedAt, string PublishedBy, string Inputs, string Rules, string Engine, string Path, string Hash)
{
    public static string HashOf(string path) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(path)));
}

public sealed class Publications(Database database)
{
    private const string Columns = "SELECT id, client_id, published_at, published_by, inputs, rules, engine, path, hash FROM publication";

    /// <summary>Publishes: new facts, if any, the record of what was published, and which facts it covers, in one step.</summary>
    public Publication Publish(Publication publication, long? version, IReadOnlyList<Fact> newFacts, IReadOnlyList<string> factIds) => database.Write(connection =>
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
            "INSERT INTO publication (client_id, published_at, published_by, inputs, rules, engine, path, hash) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)",
            publication.ClientId, publication.PublishedAt, publication.PublishedBy, publication.Inputs, publication.Rules, publication.Engine, publication.Path, publication.Hash);
        var id = connection.Number("SELECT last_insert_rowid()");
        foreach (var fact in factIds)
        {
            connection.Run("INSERT OR IGNORE INTO publication_fact (fact_id, publication_id) VALUES ($1, $2)", fact, id);
        }

        return publication with { Id = id };
    });

    public Publication? Latest(string clientId) =>
        database.Read(connection => connection.Query($"{Columns} WHERE client_id = $1 ORDER BY id DESC LIMIT 1", Read, clientId).FirstOrDefault());

    public IReadOnlyList<Publication> Of(string clientId) =>
        database.Read(connection => connection.Query($"{Columns} WHERE client_id = $1 ORDER BY id DESC LIMIT 100", Read, clientId));

    private static Publication Read(SqliteDataReader row) => new(
        row.GetInt64(0), row.GetString(1), row.Instant(2), row.GetString(3), row.GetString(4), row.GetString(5), row.GetString(6), row.GetString(7), row.GetString(8));
}
