using System.Globalization;
using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>What became of bringing a studio's data forward.</summary>
/// <param name="From">Version of the database before.</param>
/// <param name="To">The newest version this program knows.</param>
/// <param name="Backup">The backup it began with; null where nothing was to be done.</param>
/// <param name="Against">What spoke against the new state, so that the old one is back; empty where it stands.</param>
public sealed record Upgraded(int From, int To, string? Backup, IReadOnlyList<string> Against)
{
    public bool Stands => Against.Count == 0;
}

/// <summary>
/// Brings the data of an older program forward: writes a backup, migrates, looks the record over, and puts the old state back where
/// something speaks against the new one. Cut short at any moment, the next start puts the old state back and begins anew.
/// </summary>
public static class Upgrade
{
    private const string BackupPrefix = "before-version-";

    /// <summary>Brings a folder forward that this program holds and nothing serves from.</summary>
    /// <exception cref="StoreException">The old state cannot be copied, or was written by a newer program; nothing was changed.</exception>
    /// <exception cref="BackupException">The copy cannot be read back; nothing was changed.</exception>
    public static Upgraded Run(DataFolder folder, DateTimeOffset at)
    {
        var newest = Migrator.Newest;
        var from = VersionOf(folder.DatabaseFile);
        if (from > newest)
        {
            throw new StoreException(StoreFault.Newer);
        }

        if (from is 0 || from == newest)
        {
            return new(from, newest, null, []);
        }

        var (backup, before) = WriteBackup(folder, newest, at);
        DataFolder.Write(folder.UpgradeMarker, Path.GetFileName(backup));
        var against = Against(folder.DatabaseFile, before);
        if (against.Count > 0)
        {
            PutBack(folder, backup);
        }

        File.Delete(folder.UpgradeMarker);
        return new(from, newest, backup, against);
    }

    /// <summary>The same, for whoever is about to serve the folder.</summary>
    /// <returns>Why this program does not serve it; null where the data is of now.</returns>
    public static Trouble? BringForward(DataFolder folder, DateTimeOffset at)
    {
        try
        {
            var done = Run(folder, at);
            return done.Stands ? null : Trouble.Of(StoreFault.PutBack, string.Join(" ", done.Against));
        }
        catch (StoreException fault)
        {
            return Trouble.Of(fault.Fault, folder.Folder);
        }
        catch (Exception fault) when (fault is BackupException or IOException or UnauthorizedAccessException)
        {
            return Trouble.Of(StoreFault.Failed, fault.Message);
        }
    }

    /// <summary>Puts the old state back where an upgrade was cut short; the folder is held by this program.</summary>
    /// <returns>Why it cannot be put back; null where all is settled.</returns>
    internal static Trouble? Settle(DataFolder folder)
    {
        try
        {
            // Cut short before the name was written, nothing had begun.
            if (File.Exists(folder.UpgradeMarker) && File.ReadAllText(folder.UpgradeMarker) is { Length: > 0 } name)
            {
                PutBack(folder, Path.Combine(folder.Folder, Backup.Folder, Path.GetFileName(name)));
            }

            File.Delete(folder.UpgradeMarker);
            return null;
        }
        catch (Exception fault) when (fault is BackupException or IOException or UnauthorizedAccessException)
        {
            return Trouble.Of(StoreFault.CutShort, fault.Message);
        }
    }

    /// <summary>Puts the database of a backup in the place of the one that is there; done twice it comes to the same.</summary>
    private static void PutBack(DataFolder folder, string backup)
    {
        var incoming = folder.DatabaseFile + ".back";
        try
        {
            _ = BackupArchive.Read(backup, (name, bytes) =>
            {
                if (name == DataFolder.DatabaseName)
                {
                    using var target = new FileStream(incoming, FileMode.Create, FileAccess.Write);
                    bytes.CopyTo(target);
                    target.Flush(flushToDisk: true);
                }
                else
                {
                    bytes.CopyTo(Stream.Null);
                }
            });
            File.Delete(folder.DatabaseFile + "-wal");
            File.Delete(folder.DatabaseFile + "-shm");
            File.Move(incoming, folder.DatabaseFile, overwrite: true);
        }
        finally
        {
            File.Delete(incoming);
        }
    }

    /// <summary>Lets the backups go that upgrades of long ago began with.</summary>
    public static void DropBackups(string dataFolder, DateTimeOffset before)
    {
        var folder = Path.Combine(dataFolder, Backup.Folder);
        foreach (var old in Directory.Exists(folder) ? Directory.GetFiles(folder, $"{BackupPrefix}*.zip") : [])
        {
            if (File.GetLastWriteTimeUtc(old) < before.UtcDateTime)
            {
                File.Delete(old);
            }
        }
    }

    private static (string File, BackupManifest Manifest) WriteBackup(DataFolder folder, int newest, DateTimeOffset at)
    {
        var file = Path.Combine(
            folder.Folder,
            Backup.Folder,
            string.Create(CultureInfo.InvariantCulture, $"{BackupPrefix}{newest}-{at.UtcDateTime:yyyy-MM-dd-HHmmss}.zip")
        );
        Directory.CreateDirectory(Path.GetDirectoryName(file)!);
        return (file, Backup.Write(folder.Folder, file, at, pictures: false));
    }

    private static List<string> Against(string file, BackupManifest before)
    {
        try
        {
            using (var database = new Database(file))
            {
                Migrator.Migrate(database);
            }

            return [.. Doctor.OfRecord(file).Where(finding => !finding.IsWell).Select(finding => finding.What), .. Lost(file, before)];
        }
        catch (Exception fault) when (fault is SqliteException or StoreException or InvalidOperationException or InvalidDataException)
        {
            return [$"It cannot be brought forward: {fault.GetBaseException().Message}"];
        }
    }

    /// <summary>Nothing that was told may be gone.</summary>
    private static IEnumerable<string> Lost(string file, BackupManifest before)
    {
        using var connection = Sql.Connect(file);
        foreach (var (table, count) in new[] { ("client", before.Clients), ("fact", before.Facts), ("publication", before.Publications) })
        {
            if (connection.Number($"SELECT count(*) FROM {table}") is var left && left < count)
            {
                yield return $"Of {count} rows in {table} {left} would be left.";
            }
        }
    }

    private static int VersionOf(string file)
    {
        if (!File.Exists(file))
        {
            return 0;
        }

        try
        {
            using var connection = Sql.Connect(file);
            return Migrator.VersionOf(connection);
        }
        catch (SqliteException fault)
        {
            throw new StoreException(StoreException.Of(fault), fault);
        }
    }
}
