using System.Text.Json;
using Microsoft.Data.Sqlite;
using OatPath.Core.Formats;
using OatPath.Core.Shelf;

namespace OatPath.Store;

/// <summary>A product on the studio's shelf.</summary>
public sealed record StudioProduct(Product Product, long Version, bool Archived);

/// <summary>Products the studio works with and sells.</summary>
public sealed class StudioShelf(Database database)
{
    private const string Columns = "SELECT body, row_version, archived FROM product";
    private readonly Lock gate = new();
    private (string Stamp, IReadOnlyList<StudioProduct> All) kept = ("", []);

    public IReadOnlyList<Product> All() => [.. Everything().Where(item => !item.Archived).Select(item => item.Product)];

    public IReadOnlyList<StudioProduct> Everything() => Everything(out _);

    /// <summary>All products by name, archived ones too. Read once and kept until a row changes.</summary>
    /// <param name="stamp">Names this state of the shelf: whatever is derived from it may be kept as long as the stamp stays the
    /// same.</param>
    public IReadOnlyList<StudioProduct> Everything(out string stamp)
    {
        var (now, rows) = database.Read(connection =>
        {
            var current = connection.Query("SELECT count(*), total(row_version), coalesce(max(rowid), 0) FROM product", row =>
                $"{row.GetInt64(0)}-{row.GetDouble(1)}-{row.GetInt64(2)}"
            )[0];
            lock (gate)
            {
                return kept.Stamp == current
                    ? (current, kept.All)
                    : (current, (IReadOnlyList<StudioProduct>)connection.Query($"{Columns} ORDER BY name COLLATE NOCASE, id", Read));
            }
        });
        lock (gate)
        {
            kept = (now, rows);
        }

        stamp = now;
        return rows;
    }

    public (Product Product, long Version)? Find(string id) =>
        database.Read(connection =>
            connection
                .Query(
                    $"{Columns} WHERE id = $1 AND archived = 0",
                    row => Read(row) is var item ? ((Product, long)?)(item.Product, item.Version) : null,
                    id
                )
                .FirstOrDefault()
        );

    /// <param name="version">0 for a new product.</param>
    /// <exception cref="ConflictException">Somebody else changed it in the meantime, or the id is taken.</exception>
    public void Save(Product product, long version) =>
        database.Write(connection =>
        {
            var body = Write(product);
            var changed =
                version == 0
                    ? connection.Run("INSERT OR IGNORE INTO product (id, name, body) VALUES ($1, $2, $3)", product.Id, product.Name, body)
                    : connection.Run(
                        "UPDATE product SET name = $2, body = $3, row_version = row_version + 1 WHERE id = $1 AND row_version = $4",
                        product.Id,
                        product.Name,
                        body,
                        version
                    );
            if (changed == 0)
            {
                throw new ConflictException("This product", connection.Number("SELECT row_version FROM product WHERE id = $1", product.Id));
            }
        });

    public void Archive(string id, bool archived) =>
        database.Write(connection =>
            connection.Run("UPDATE product SET archived = $2, row_version = row_version + 1 WHERE id = $1", id, archived ? 1 : 0)
        );

    internal static string Write(Product product) => JsonSerializer.Serialize(product, CaseJson.Compact);

    internal static StudioProduct Read(SqliteDataReader row) =>
        new(CaseJson.ReadStored<Product>(row.GetString(0)), row.GetInt64(1), row.GetInt64(2) == 1);
}
