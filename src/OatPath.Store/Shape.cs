using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>
/// Whether a database holds the tables, indexes and triggers of its version and nothing else: a trigger that is not ours would act with
/// every write.
/// </summary>
internal static class Shape
{
    private const string Ours =
        "SELECT type, name, coalesce(sql, '') FROM sqlite_master WHERE name NOT LIKE 'sqlite^_%' ESCAPE '^' ORDER BY type, name";

    /// <summary>What is foreign or lacking, in words; null where all is ours.</summary>
    /// <param name="file">A database that nobody uses.</param>
    /// <param name="version">The version it is said to be of.</param>
    public static string? Foreign(string file, int version)
    {
        using var connection = Sql.Connect(file);
        var stated = (int)connection.Number("PRAGMA user_version");
        if (stated != version)
        {
            return $"The database in it is of version {stated}, and its manifest says {version}.";
        }

        var (found, expected) = (Of(connection), Of(version));
        return found.Keys.Except(expected.Keys).FirstOrDefault() is { Name: not null } foreign
                ? $"The database in it has a {foreign.Type} that is not of this program: {Said(foreign.Name)}."
            : expected.Keys.Except(found.Keys).FirstOrDefault() is { Name: not null } lacking
                ? $"The database in it lacks the {lacking.Type} {lacking.Name}."
            : expected.Keys.FirstOrDefault(part => Plain(found[part]) != Plain(expected[part])) is { Name: not null } changed
                ? $"The {changed.Type} {changed.Name} of the database in it was changed."
            : null;
    }

    private static Dictionary<(string Type, string Name), string> Of(int version)
    {
        var folder = Directory.CreateTempSubdirectory("oatpath-shape");
        try
        {
            using var fresh = new Database(Path.Combine(folder.FullName, DataFolder.DatabaseName));
            Migrator.Migrate(fresh, version);
            return fresh.Read(Of);
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    private static Dictionary<(string Type, string Name), string> Of(SqliteConnection connection) =>
        connection
            .Query(Ours, row => (Part: (row.GetString(0), row.GetString(1)), Sql: row.GetString(2)))
            .ToDictionary(row => row.Part, row => row.Sql);

    /// <summary>Spaces are no difference: they changed with the versions of SQLite that wrote them.</summary>
    private static string Plain(string sql) => string.Concat(sql.Where(letter => !char.IsWhiteSpace(letter)));

    private static string Said(string name) => new([.. name.Take(60).Select(letter => char.IsControl(letter) ? '?' : letter)]);
}
