using System.Globalization;
using System.Reflection;
using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>Brings a database forward to the newest version; never backward.</summary>
public static class Migrator
{
    /// <summary>From this version on publications are kept compressed.</summary>
    private const int PublicationsArePacked = 7;

    private const string Prefix = "OatPath.Store.Migrations.";

    /// <summary>Versions this program knows, ascending.</summary>
    public static IReadOnlyList<(int Version, string Sql)> Known { get; } = [.. Load()];

    /// <summary>The newest version this program knows.</summary>
    public static int Newest => Known[^1].Version;

    /// <summary>The version that a database is of; 0 where nothing was ever written.</summary>
    internal static int VersionOf(SqliteConnection connection) => (int)connection.Number("PRAGMA user_version");

    /// <summary>Applies what is missing, each version in its own transaction.</summary>
    /// <param name="upTo">Stop after this version; for tests of earlier databases.</param>
    /// <exception cref="InvalidOperationException">The file was written by a newer program.</exception>
    public static void Migrate(Database database, int upTo = int.MaxValue)
    {
        var current = database.Read(VersionOf);
        if (current > Newest)
        {
            throw new InvalidOperationException(
                $"The data was written by a newer version ({current}); this program reads up to {Newest}. Update the program."
            );
        }

        foreach (var (version, sql) in Known.Where(step => step.Version > current && step.Version <= upTo))
        {
            database.Write(connection =>
            {
                connection.Run(sql);
                if (version == PublicationsArePacked)
                {
                    Publications.PackOld(connection);
                }

                connection.Run($"PRAGMA user_version = {version.ToString(CultureInfo.InvariantCulture)}");
            });
        }
    }

    /// <summary>For whoever must not bring a database forward: that is done once, with a backup before it.</summary>
    /// <exception cref="StoreException">It is of an older or a newer program.</exception>
    public static void NeedsCurrent(Database database)
    {
        var current = database.Read(VersionOf);
        if (current != Newest)
        {
            throw new StoreException(current > Newest ? StoreFault.Newer : StoreFault.Older);
        }
    }

    private static IEnumerable<(int Version, string Sql)> Load()
    {
        var assembly = Assembly.GetExecutingAssembly();
        foreach (
            var name in assembly
                .GetManifestResourceNames()
                .Where(name => name.StartsWith(Prefix, StringComparison.Ordinal))
                .Order(StringComparer.Ordinal)
        )
        {
            using var reader = new StreamReader(assembly.GetManifestResourceStream(name)!);
            yield return (int.Parse(name.AsSpan(Prefix.Length, 3), NumberStyles.None, CultureInfo.InvariantCulture), reader.ReadToEnd());
        }
    }
}
