using System.Text.Json;
using Microsoft.Data.Sqlite;
using OatPath.Core.Care;
using OatPath.Core.Formats;

namespace OatPath.Store;

/// <summary>A treatment as the house does it.</summary>
public sealed record HouseTreatment(CareTemplate Template, DateTimeOffset ChangedAt, string ChangedBy);

/// <summary>The house's own treatments, beside those that ship.</summary>
public sealed class HouseTreatments(Database database)
{
    private const string Columns = "SELECT body, changed_at, changed_by FROM house_treatment";

    public IReadOnlyList<HouseTreatment> All() =>
        database.Read(connection => connection.Query($"{Columns} WHERE archived = 0 ORDER BY title COLLATE NOCASE", Read));

    public HouseTreatment? Find(string id) =>
        database.Read(connection => connection.Query($"{Columns} WHERE id = $1 AND archived = 0", Read, id).FirstOrDefault());

    /// <summary>Writes a new one, or the next version of one; false when its title is taken.</summary>
    public bool Save(CareTemplate template, DateTimeOffset at, string by) =>
        database.Write(connection =>
        {
            var taken = connection.Number(
                "SELECT count(*) FROM house_treatment WHERE title = $1 COLLATE NOCASE AND archived = 0 AND id <> $2",
                template.Title,
                template.Id
            );
            return taken == 0
                && connection.Run(
                    "INSERT INTO house_treatment (id, title, body, changed_at, changed_by) VALUES ($1, $2, $3, $4, $5) ON CONFLICT (id) "
                        + "DO UPDATE SET title = $2, body = $3, changed_at = $4, changed_by = $5, archived = 0",
                    template.Id,
                    template.Title,
                    JsonSerializer.Serialize(template, CaseJson.Compact),
                    at,
                    by
                ) == 1;
        });

    /// <summary>Takes it off the list, or puts it back; false when its title was given to another meanwhile.</summary>
    public bool Archive(string id, bool archived) =>
        database.Write(connection =>
            connection.Run("UPDATE OR IGNORE house_treatment SET archived = $2 WHERE id = $1", id, archived ? 1 : 0) == 1
        );

    private static HouseTreatment Read(SqliteDataReader row) =>
        new(CaseJson.ReadStored<CareTemplate>(row.GetString(0)), row.Instant(1), row.GetString(2));
}
