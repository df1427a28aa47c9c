using System.Text.Json;
using Microsoft.Data.Sqlite;
using OatPath.Core.Formats;
using OatPath.Core.House;

namespace OatPath.Store;

/// <summary>The house rules in force and every earlier version of them.</summary>
public sealed class Studio(Database database)
{
    private (HouseRules Rules, long Version)? read;

    /// <summary>
    /// The rules as last read, for what must be said even where nothing can be read any more; null before the first reading.
    /// </summary>
    public HouseRules? LastRead => read?.Rules;

    /// <summary>The studio's care day at a moment.</summary>
    public DateOnly Today(DateTimeOffset at) => CareDay.Of(at, CareDay.ZoneOf(Current().Rules.Zone));

    public (HouseRules Rules, long Version) Current() => database.Read(Current);

    /// <summary>The rules in force as a connection sees them; read once for each version.</summary>
    internal (HouseRules Rules, long Version) Current(SqliteConnection connection)
    {
        var version = connection.Number("SELECT row_version FROM studio WHERE id = 1");
        if (read is { } known && known.Version == version)
        {
            return known;
        }

        var current = connection
            .Query("SELECT rules, row_version FROM studio WHERE id = 1", row =>
                (CaseJson.ReadStored<HouseRules>(row.GetString(0)), row.GetInt64(1))
            )
            .FirstOrDefault((new HouseRules(), 0L));
        read = current;
        return current;
    }

    /// <summary>Every version of the house rules, oldest first, with who made it and when.</summary>
    public IReadOnlyList<(HouseRules Rules, DateTimeOffset At, string By)> History() =>
        database.Read(connection =>
            connection.Query("SELECT rules, changed_at, changed_by FROM studio_history ORDER BY id", row =>
                (CaseJson.ReadStored<HouseRules>(row.GetString(0)), row.Instant(1), row.GetString(2))
            )
        );

    /// <summary>Puts other rules in force; what is chosen of the estimate counts from that day on.</summary>
    /// <exception cref="ConflictException">Somebody else changed them in the meantime.</exception>
    public void Save(HouseRules rules, long version, string by, DateTimeOffset at) =>
        database.Write(connection =>
        {
            var json = JsonSerializer.Serialize(rules.ChosenOn(CareDay.Of(at, CareDay.ZoneOf(rules.Zone))), CaseJson.Compact);
            var changed =
                version == 0
                    ? connection.Run("INSERT OR IGNORE INTO studio (id, rules, row_version) VALUES (1, $1, 1)", json)
                    : connection.Run(
                        "UPDATE studio SET rules = $1, row_version = row_version + 1 WHERE id = 1 AND row_version = $2",
                        json,
                        version
                    );
            if (changed == 0)
            {
                throw new ConflictException("The house page", connection.Number("SELECT row_version FROM studio WHERE id = 1"));
            }

            connection.Run("INSERT INTO studio_history (rules, changed_at, changed_by) VALUES ($1, $2, $3)", json, at, by);
        });
}
