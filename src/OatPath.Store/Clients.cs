using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>A client as listed. What is known about the skin stands in facts.</summary>
/// <param name="IsPractice">Made up to try things out with: in no count, message or digest.</param>
public sealed record Client(string Id, string Name, string Phone, DateTimeOffset CreatedAt, long Version, bool IsPractice = false)
{
    public const int MostName = 120;
}

/// <summary>Names and phone numbers of clients.</summary>
public sealed class Clients(Database database)
{
    internal const string Columns = "SELECT id, name, phone, created_at, row_version, practice FROM client";

    public Client Add(string id, string name, string phone, DateTimeOffset at)
    {
        database.Write(connection =>
            connection.Run("INSERT INTO client (id, name, phone, created_at) VALUES ($1, $2, $3, $4)", id, name, phone, at)
        );
        return new(id, name, phone, at, 1);
    }

    public Client? Find(string id) => database.Read(connection => Find(connection, id));

    internal static Client? Find(SqliteConnection connection, string id) =>
        connection.Query($"{Columns} WHERE id = $1", Read, id).FirstOrDefault();

    /// <summary>Clients whose name holds every word of the search, by name.</summary>
    public IReadOnlyList<Client> Search(string words, int most = 200) =>
        database.Read(connection =>
        {
            var all = connection.Query($"{Columns} WHERE practice = 0 ORDER BY name COLLATE NOCASE", Read);
            var parts = words.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
            return all.Where(client => Array.TrueForAll(parts, part => client.Name.Contains(part, StringComparison.OrdinalIgnoreCase)))
                .Take(most)
                .ToList();
        });

    public int Count() => (int)database.Read(connection => connection.Number("SELECT count(*) FROM client WHERE practice = 0"));

    public void Rename(string id, string name, string phone, long version) =>
        database.Write(connection =>
        {
            Touch(connection, id, version);
            connection.Run("UPDATE client SET name = $2, phone = $3 WHERE id = $1", id, name, phone);
        });

    /// <summary>Raises the row version, or refuses when the caller saw an older one.</summary>
    internal static void Touch(SqliteConnection connection, string id, long? version)
    {
        var changed = version is { } seen
            ? connection.Run("UPDATE client SET row_version = row_version + 1 WHERE id = $1 AND row_version = $2", id, seen)
            : connection.Run("UPDATE client SET row_version = row_version + 1 WHERE id = $1", id);
        if (changed == 0)
        {
            throw new ConflictException("This client", connection.Number("SELECT row_version FROM client WHERE id = $1", id));
        }
    }

    internal static Client Read(SqliteDataReader row) =>
        new(row.GetString(0), row.GetString(1), row.GetString(2), row.Instant(3), row.GetInt64(4), row.GetBoolean(5));
}
