using System.Text.Json;
using Microsoft.Data.Sqlite;
using OatPath.Core.Formats;
using OatPath.Core.Shelf;

namespace OatPath.Store;

/// <summary>What an import would do with one product.</summary>
public enum ImportChange
{
    New,
    Changed,
    Same,
    Back,
}

/// <summary>A file waiting to be looked over, or one that was put in place.</summary>
public sealed record WaitingImport(string Id, string FileName, string Content, string State);

/// <summary>Shelf files: kept while they are looked over, put in place in one step, and taken back in one.</summary>
public sealed class ShelfImports(Database database)
{
    /// <summary>What stood there before, to be put back by an undo.</summary>
    private sealed record Before(string Id, string? Name, string? Body, bool Archived, long VersionAfter);

    /// <summary>Keeps a file until it is put in place; files left waiting for a day are dropped.</summary>
    public string Keep(string fileName, string content, DateTimeOffset at, string by)
    {
        var id = Fact.NewId();
        database.Write(connection =>
        {
            connection.Run("DELETE FROM shelf_import WHERE state = 'waiting' AND made_at < $1", at.AddDays(-1));
            connection.Run(
                "INSERT INTO shelf_import (id, file_name, content, state, made_at, made_by) VALUES ($1, $2, $3, 'waiting', $4, $5)",
                id,
                fileName,
                content,
                at,
                by
            );
        });
        return id;
    }

    /// <summary>A file that waits or was put in place; one left waiting for a day is no longer there.</summary>
    public WaitingImport? Find(string id, DateTimeOffset now) =>
        database.Read(connection =>
            connection
                .Query(
                    "SELECT id, file_name, content, state FROM shelf_import WHERE id = $1 AND (state <> 'waiting' OR made_at >= $2)",
                    row => new WaitingImport(row.GetString(0), row.GetString(1), row.GetString(2), row.GetString(3)),
                    id,
                    now.AddDays(-1)
                )
                .FirstOrDefault()
        );

    /// <summary>What would happen to each product, against the shelf as it stands.</summary>
    public static IReadOnlyList<(Product Product, ImportChange Change)> Compare(
        IReadOnlyList<Product> products,
        IReadOnlyList<StudioProduct> shelf
    )
    {
        var known = shelf.ToDictionary(item => item.Product.Id);
        return
        [
            .. products.Select(product =>
                (
                    product,
                    !known.TryGetValue(product.Id, out var held) ? ImportChange.New
                    : held.Archived ? ImportChange.Back
                    : StudioShelf.Write(held.Product) == StudioShelf.Write(product) ? ImportChange.Same
                    : ImportChange.Changed
                )
            ),
        ];
    }

    /// <summary>Puts the products in place, all or none. Products that are not in the file stay as they are.</summary>
    /// <returns>How many rows changed, or null when the file was put in place before.</returns>
    public int? Apply(string id, IReadOnlyList<Product> products) =>
        database.Write(connection =>
        {
            if (connection.Run("UPDATE shelf_import SET state = 'applied', content = '' WHERE id = $1 AND state = 'waiting'", id) == 0)
            {
                return (int?)null;
            }

            var held = connection
                .Query("SELECT id, name, body, row_version, archived FROM product", row =>
                    (
                        Id: row.GetString(0),
                        Name: row.GetString(1),
                        Body: row.GetString(2),
                        Version: row.GetInt64(3),
                        Archived: row.GetInt64(4) == 1
                    )
                )
                .ToDictionary(row => row.Id);
            var before = new List<Before>();
            using var insert = Statement(connection, "INSERT INTO product (id, name, body) VALUES ($1, $2, $3)");
            using var update = Statement(
                connection,
                "UPDATE product SET name = $2, body = $3, archived = 0, row_version = row_version + 1 WHERE id = $1"
            );
            foreach (var product in products)
            {
                var body = StudioShelf.Write(product);
                var found = held.TryGetValue(product.Id, out var row);
                if (found && row.Body == body && !row.Archived)
                {
                    continue;
                }

                var statement = found ? update : insert;
                statement.Parameters["$1"].Value = product.Id;
                statement.Parameters["$2"].Value = product.Name;
                statement.Parameters["$3"].Value = body;
                statement.ExecuteNonQuery();
                before.Add(
                    new(product.Id, found ? row.Name : null, found ? row.Body : null, found && row.Archived, found ? row.Version + 1 : 1)
                );
            }

            connection.Run("UPDATE shelf_import SET before = $2 WHERE id = $1", id, JsonSerializer.Serialize(before, CaseJson.Compact));
            return before.Count;
        });

    /// <summary>Puts back what stood there before the import. What somebody changed since then stays as it is now.</summary>
    /// <returns>How many products were put back and how many were left because they changed since; null when there is nothing to
    /// undo.</returns>
    public (int PutBack, int Left)? Undo(string id) =>
        database.Write(connection =>
        {
            if (connection.Run("UPDATE shelf_import SET state = 'undone' WHERE id = $1 AND state = 'applied'", id) == 0)
            {
                return ((int, int)?)null;
            }

            var before = CaseJson.ReadStored<List<Before>>(
                connection.Query("SELECT before FROM shelf_import WHERE id = $1", row => row.GetString(0), id)[0]
            );
            var put = 0;
            foreach (var row in before)
            {
                // A product that came with the import goes to the archive, because a client may have it already.
                put += row.Body is null
                    ? connection.Run(
                        "UPDATE product SET archived = 1, row_version = row_version + 1 WHERE id = $1 AND row_version = $2",
                        row.Id,
                        row.VersionAfter
                    )
                    : connection.Run(
                        "UPDATE product SET name = $3, body = $4, archived = $5, row_version = row_version + 1 WHERE id = $1 AND "
                            + "row_version = $2",
                        row.Id,
                        row.VersionAfter,
                        row.Name,
                        row.Body,
                        row.Archived ? 1 : 0
                    );
            }

            return (put, before.Count - put);
        });

    private static SqliteCommand Statement(SqliteConnection connection, string sql)
    {
        var command = connection.CreateCommand();
        command.CommandText = sql;
        foreach (var name in new[] { "$1", "$2", "$3" })
        {
            command.Parameters.Add(name, SqliteType.Text);
        }

        command.Prepare();
        return command;
    }
}
