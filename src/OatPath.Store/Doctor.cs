using System.Globalization;
using Microsoft.Data.Sqlite;
using OatPath.Core.Plan;

namespace OatPath.Store;

/// <summary>One thing that was looked at.</summary>
/// <param name="Remedy">What to do; empty where all is well.</param>
public sealed record Finding(bool IsWell, string What, string Remedy = "");

/// <summary>
/// Looks a data folder over, also while it is served: integrity, rights, space, clock, keys, backups, versions, every entry. Writes nothing
/// but a probe.
/// </summary>
public static class Doctor
{
    /// <summary>Below this much free space writing may soon fail.</summary>
    public const long LowSpace = 200_000_000;

    /// <summary>A daily backup older than this was left out.</summary>
    public static readonly TimeSpan OldBackup = TimeSpan.FromHours(36);

    public static IReadOnlyList<Finding> Look(string dataFolder, DateTimeOffset now)
    {
        var folder = new DataFolder(dataFolder);
        if (!Directory.Exists(folder.Folder))
        {
            return [new(false, $"{folder.Folder} is not there.", StoreException.RemedyOf(StoreFault.Lost))];
        }

        if (!File.Exists(folder.DatabaseFile))
        {
            return [new(false, $"There is no database in {folder.Folder}.", StoreException.RemedyOf(StoreFault.Lost))];
        }

        var findings = new List<Finding> { Rights(folder), Space(folder), Keys(folder), Backups(folder, now) };
        if (File.Exists(folder.UpgradeMarker))
        {
            findings.Add(new(false, "An upgrade was cut short.", "The next start, or oat upgrade, puts the state before it back."));
        }

        try
        {
            var record = OfRecord(folder.DatabaseFile, now);
            findings.AddRange(record);
            if (record.All(finding => finding.IsWell))
            {
                findings.Add(Pictures(folder));
            }
        }
        catch (Exception fault) when (fault is StoreException or SqliteException or InvalidOperationException)
        {
            var store =
                fault as StoreException
                ?? (
                    fault is SqliteException sqlite
                        ? new StoreException(StoreException.Of(sqlite), sqlite)
                        : new StoreException(StoreFault.Failed, fault)
                );
            findings.Add(new(false, store.Message, store.Remedy));
        }

        return findings;
    }

    private static Finding Rights(DataFolder folder)
    {
        if (OperatingSystem.IsWindows())
        {
            return new(true, "Rights are the system's.");
        }

        const UnixFileMode Others =
            UnixFileMode.GroupRead
            | UnixFileMode.GroupWrite
            | UnixFileMode.GroupExecute
            | UnixFileMode.OtherRead
            | UnixFileMode.OtherWrite
            | UnixFileMode.OtherExecute;
        bool IsOpen(string path) => !OperatingSystem.IsWindows() && (File.GetUnixFileMode(path) & Others) != 0;
        var open = Directory.EnumerateFiles(folder.Folder, "*", SearchOption.AllDirectories).Prepend(folder.Folder).Where(IsOpen).ToList();
        return open.Count == 0
            ? new(true, "The folder and everything in it are for their owner only.")
            : new(
                false,
                $"{open[0]} can be reached by others{(open.Count > 1 ? $", and {open.Count - 1} more" : "")}.",
                $"chmod -R go= {folder.Folder}"
            );
    }

    private static Finding Space(DataFolder folder)
    {
        var free = new DriveInfo(folder.Folder).AvailableFreeSpace;
        var words = string.Create(CultureInfo.InvariantCulture, $"{free / 1e9:0.0} GB free on the disk of the data folder.");
        return free >= LowSpace ? new(true, words) : new(false, words, "Free some space; below that saving may soon fail.");
    }

    private static Finding Keys(DataFolder folder) =>
        Directory.Exists(folder.Keys) && Directory.EnumerateFiles(folder.Keys, "*.xml").Any()
            ? new(true, "The keys are beside the database.")
            : new(
                false,
                "There are no keys beside the database.",
                "They are made anew at the next start: everybody signs in again, and second factors must be set again (oat people "
                    + "forget-factor)."
            );

    private static Finding Backups(DataFolder folder, DateTimeOffset now)
    {
        if (
            Backup.Daily(folder.Folder).Where(backup => backup.Day <= DateOnly.FromDateTime(now.UtcDateTime).AddDays(1)).ToList()
            is not [var (file, day), ..]
        )
        {
            return new(
                false,
                "There is no daily backup.",
                "Write one with oat backup, or switch the daily one on at the House page; keep copies on another machine."
            );
        }

        try
        {
            var manifest = Backup.Check(file);
            return now - manifest.MadeAt < OldBackup
                ? new(true, $"The backup of {day:yyyy-MM-dd} is whole: {manifest.Clients} clients, {manifest.Facts} facts.")
                : new(
                    false,
                    $"The last daily backup is of {day:yyyy-MM-dd}.",
                    "Look at the House page whether it is switched on, and at the program's messages why it fails."
                );
        }
        catch (BackupException fault)
        {
            return new(false, fault.Message, "Write another with oat backup.");
        }
    }

    private static Finding Integrity(string database)
    {
        using var connection = Sql.Connect(database);
        var found = connection.Query("PRAGMA integrity_check(3)", row => row.GetString(0));
        if (found is not ["ok"])
        {
            return new(false, $"The database is damaged: {string.Join("; ", found)}.", StoreException.RemedyOf(StoreFault.Damaged));
        }

        var loose = connection.Query("PRAGMA foreign_key_check", row => row.GetString(0));
        return loose.Count == 0
            ? new(true, "The database is whole.")
            : new(
                false,
                $"{loose.Count} rows name others that are not there, the first in {loose[0]}.",
                StoreException.RemedyOf(StoreFault.Damaged)
            );
    }

    /// <summary>Looks at the record itself: whole, of this program's version, every entry to be read.</summary>
    /// <param name="now">What the record's clock is held to; null where nobody asks about it.</param>
    /// <exception cref="StoreException">It cannot be opened.</exception>
    internal static IReadOnlyList<Finding> OfRecord(string file, DateTimeOffset? now = null)
    {
        var integrity = Integrity(file);
        if (!integrity.IsWell)
        {
            return [integrity];
        }

        using var database = new Database(file);
        var version = Version(database);
        return !version.IsWell ? [integrity, version]
            : now is { } at ? [integrity, version, Clock(database, at), Readable(database)]
            : [integrity, version, Readable(database)];
    }

    private static Finding Pictures(DataFolder folder)
    {
        using var connection = Sql.Connect(folder.DatabaseFile);
        var rows = connection.Query("SELECT file, sha256 FROM picture", row => (File: row.GetString(0), Hash: row.GetString(1)));
        var amiss = rows.Count(row => !folder.Pictures.IsWhole(row.File, row.Hash));
        var known = connection.Query("SELECT name FROM picture_file", row => row.GetString(0)).ToHashSet();
        var strays = folder.Pictures.Names().Count(name => !known.Contains(name));
        return amiss > 0
                ? new(
                    false,
                    $"{amiss} of {rows.Count} pictures are not there, or not as they were written.",
                    "Bring the folder pictures back from a copy, or restore a backup written by oat backup; the other pictures are whole."
                )
            : strays > 0
                ? new(false, $"{strays} pictures in the folder are nobody's.", $"Move them out of {folder.Pictures.Path} and look at them.")
            : new(
                true,
                string.Create(CultureInfo.InvariantCulture, $"{rows.Count} pictures are whole, {folder.Pictures.Bytes() / 1e6:0.0} MB.")
            );
    }

    private static Finding Version(Database database)
    {
        var version = database.Read(Migrator.VersionOf);
        var newest = Migrator.Newest;
        return version == newest ? new(true, $"The database is of version {version}, the engine {EngineVersion.Current}.")
            : version > newest
                ? new(false, $"The database is of version {version}; this program reads up to {newest}.", "Update the program.")
            : new(
                false,
                $"The database is of version {version}; this program brings it to {newest} at its next start.",
                "Write a backup, then start the program once."
            );
    }

    private static Finding Clock(Database database, DateTimeOffset now)
    {
        var last = new Facts(database).LastRecorded();
        return last is { } at && at > now.AddMinutes(1)
            ? new(
                false,
                $"This machine's clock is behind the last entry, of {at:yyyy-MM-dd HH:mm} UTC.",
                "Set the clock right, and let a time service keep it. Where the clock is right and had run ahead, run oat "
                    + "clock --data DIR."
            )
            : new(true, "The clock is not behind the record.");
    }

    private static Finding Readable(Database database)
    {
        var unreadable = Unreadable(database).ToList();
        return unreadable.Count == 0
            ? new(true, "Every entry can be read.")
            : new(
                false,
                string.Join(" ", unreadable.Select(fault => $"Client {fault.ClientId}: {fault.Message}")),
                "Restore a backup of before, or have the entry looked at by whoever keeps the program. Nothing is planned for these "
                    + "clients until then."
            );
    }

    private static IEnumerable<UnreadableException> Unreadable(Database database)
    {
        var reading = new ClientReading(database, new Studio(database));
        foreach (var client in database.Read(connection => connection.Query("SELECT id FROM client", row => row.GetString(0))))
        {
            UnreadableException? found = null;
            try
            {
                if (
                    reading.Read(client, DateTimeOffset.MaxValue) is { Published: { } published }
                    && Publication.HashOf(published.Path) != published.Hash
                )
                {
                    found = new(client, "What was published", new InvalidDataException("The path is not the one that was published."));
                }
            }
            catch (UnreadableException fault)
            {
                found = fault;
            }
            catch (Exception fault) when (CaseAssembly.IsUnreadable(fault))
            {
                found = new(client, "What was published", fault);
            }

            if (found is not null)
            {
                yield return found;
            }
        }
    }
}
