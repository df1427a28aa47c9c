using System.Text.Json;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.Shelf;

namespace OatPath.Store.Tests;

/// <summary>A database of its own in a temporary folder.</summary>
internal sealed class TestDatabase : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("oatpath").FullName;

    public TestDatabase(bool migrate = true)
    {
        File = System.IO.Path.Combine(folder, "oatpath.db");
        Database = new Database(File);
        if (migrate)
        {
            Migrator.Migrate(Database);
        }
    }

    public static DateTimeOffset Noon { get; } = new(2026, 3, 9, 12, 0, 0, TimeSpan.Zero);

    public string File { get; }
    public Database Database { get; }
    public Facts Facts => new(Database);
    public Clients Clients => new(Database);
    public Publications Publications => new(Database);

    /// <summary>A fact as a program wrote it before facts carried their step.</summary>
    public void WriteOld(Fact fact) =>
        Database.Write(connection =>
        {
            using var command = connection.CreateCommand();
            command.CommandText =
                "INSERT INTO fact (id, client_id, kind, happened_at, recorded_at, recorded_by, body) VALUES ($1, $2, $3, $4, $5, $6, $7)";
            object[] values =
            [
                fact.Id,
                fact.ClientId,
                FactKinds.NameOf(fact.Kind),
                fact.HappenedAt.ToString("O"),
                fact.RecordedAt.ToString("O"),
                fact.RecordedBy,
                fact.Body,
            ];
            foreach (var (value, i) in values.Select((value, i) => (value, i)))
            {
                command.Parameters.AddWithValue($"${i + 1}", value);
            }

            command.ExecuteNonQuery();
        });

    public Client AddClient(string name = "Jory Pellan") => Clients.Add(Fact.NewId(), name, "", Noon);

    public static Fact Make<T>(Client client, FactKind kind, T body, int minutes = 0, string? id = null, string? supersedes = null) =>
        new(
            id ?? Fact.NewId(),
            client.Id,
            kind,
            Noon.AddMinutes(minutes),
            Noon.AddMinutes(minutes),
            "Maren Holt",
            supersedes,
            CaseAssembly.Write(body)
        );

    public static ShelfItem Item(string id, ProductKind kind = ProductKind.GelCleanser, params Active[] actives) =>
        new()
        {
            Product = new Product
            {
                Id = id,
                Name = id,
                Kind = kind,
                Actives = actives,
                Ph = actives.Length > 0 ? 3.7m : null,
            },
        };

    public Publication Publish(Client client, params IReadOnlyList<Fact> facts)
    {
        var path = JsonSerializer.Serialize("path", CaseJson.Compact);
        return Publications.Publish(
            new(0, client.Id, Noon, "Maren Holt", "{}", "{}", "1.0", path, Publication.HashOf(path)),
            null,
            [],
            [.. facts.Select(fact => fact.Id)]
        );
    }

    public void Dispose()
    {
        Database.Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }
}
