using System.Text.Json;
using Microsoft.Data.Sqlite;
using OatPath.Core.Formats;
using OatPath.Core.Proposals;

namespace OatPath.Store;

/// <summary>A routine kept for later clients.</summary>
public sealed record StoredTemplate(string Id, RegimenTemplate Template, DateTimeOffset MadeAt, string MadeBy);

/// <summary>Routines without a client.</summary>
public sealed class Templates(Database database)
{
    private const string Columns = "SELECT id, body, made_at, made_by FROM regimen_template";

    public IReadOnlyList<StoredTemplate> All() =>
        database.Read(connection => connection.Query($"{Columns} WHERE archived = 0 ORDER BY name COLLATE NOCASE", Read));

    public StoredTemplate? Find(string id) =>
        database.Read(connection => connection.Query($"{Columns} WHERE id = $1 AND archived = 0", Read, id).FirstOrDefault());

    /// <returns>The id, or null when the name is taken.</returns>
    public string? Add(RegimenTemplate template, DateTimeOffset at, string by) =>
        database.Write(connection =>
        {
            var id = Fact.NewId();
            return
                connection.Run(
                    "INSERT OR IGNORE INTO regimen_template (id, name, body, made_at, made_by) VALUES ($1, $2, $3, $4, $5)",
                    id,
                    template.Name,
                    JsonSerializer.Serialize(template, CaseJson.Compact),
                    at,
                    by
                ) == 1
                ? id
                : null;
        });

    /// <summary>Takes it off the list, or puts it back; false when its name was given to another meanwhile.</summary>
    public bool Archive(string id, bool archived) =>
        database.Write(connection =>
            connection.Run("UPDATE OR IGNORE regimen_template SET archived = $2 WHERE id = $1", id, archived ? 1 : 0) == 1
        );

    private static StoredTemplate Read(SqliteDataReader row) =>
        new(row.GetString(0), CaseJson.ReadStored<RegimenTemplate>(row.GetString(1)), row.Instant(2), row.GetString(3));
}
