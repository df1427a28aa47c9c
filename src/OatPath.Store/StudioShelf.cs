using System.Text.Json;
using Microsoft.Data.Sqlite;
using OatPath.Core.Path;
using OatPath.Core.Shelf;

namespace OatPath.Store;

/// <summary>Products the studio works with and sells.</summary>
public sealed class StudioShelf(Database database)
{
    private const string Columns = "SELECT body, row_version FROM product";

    public IReadOnlyList<Product> All() => database.Read(connection =>
        connection.Query($"{Columns} WHERE archived = 0 ORDER BY name COLLATE NOCASE", row => Read(row).Product));

    public (Product Product, long Version)? Find(string id) => database.Read(connection =>
        connection.Query($"{Columns} WHERE id = $1 AND archived = 0", row => ((Product, long)?)Read(row), id).FirstOrDefault());

    /// <param name="version">0 for a new product.</param>
    /// <exception cref="ConflictException">Somebody else changed it in the meantime, or the id is taken.</exception>
    public void Save(Product product, long version) => database.Write(connection =>
    {
        var body = JsonSerializer.Serialize(product, CaseJson.Compact);
        var changed = version == 0
            ? connection.Run("INSERT OR IGNORE INTO product (id, name, body) VALUES ($1, $2, $3)", product.Id, product.Name, body)
            : connection.Run("UPDATE product SET name = $2, body = $3, row_version = row_version + 1 WHERE id = $1 AND row_version = $4", product.Id, product.Name, body, version);
        if (changed == 0)
        {
            throw new ConflictException("This product", connection.Number("SELECT row_version FROM product WHERE id = $1", product.Id));
        }
    });

    public void Archive(string id, bool archived) => database.Write(connection =>
        connection.Run("UPDATE product SET archived = $2, row_version = row_version + 1 WHERE id = $1", id, archived ? 1 : 0));

    private static (Product Product, long Version) Read(SqliteDataReader row) =>
        (JsonSerializer.Deserialize<Product>(row.GetString(0), CaseJson.Compact)!, row.GetInt64(1));
}
