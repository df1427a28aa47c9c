using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using OatPath.Core.Formats;

namespace OatPath.Store;

/// <summary>One file in a backup.</summary>
/// <param name="Name">As in the archive, with / between folder and file.</param>
public sealed record BackupPart(string Name, long Bytes, string Sha256);

/// <summary>What a backup says of itself.</summary>
/// <param name="Version">Version of the database.</param>
/// <param name="Sha256">Of the database file.</param>
/// <param name="Parts">Every file beside the manifest; null in one of an older program, whose keys are under no hash.</param>
public sealed record BackupManifest(
    string Format,
    int Version,
    DateTimeOffset MadeAt,
    long Clients,
    long Facts,
    long Publications,
    string Sha256,
    IReadOnlyList<BackupPart>? Parts = null
);

/// <summary>What was restored.</summary>
/// <param name="Former">Where the files that were there are now; null where there were none.</param>
/// <param name="ErasedAgain">How many clients were erased since the backup, and are again.</param>
/// <param name="Doors">What was closed, and who has to come back.</param>
/// <param name="PicturesLacking">Pictures that it names and whose files are neither in it nor here.</param>
public sealed record Restored(BackupManifest Manifest, string? Former, int ErasedAgain, DoorsClosed Doors, int PicturesLacking = 0);

/// <summary>A file is no backup of this program, or is not whole.</summary>
public sealed class BackupException(string message) : Exception(message);

/// <summary>
/// Backups: one ZIP with the database as SQLite's own online backup copies it while it is in use, the keys beside it, and a manifest with
/// counts and hash. Written beside its place, checked, and put there whole.
/// </summary>
public static class Backup
{
    public const string Folder = "backups";
    private const string DailyPrefix = "daily-";

    /// <summary>Writes a backup of a data folder and reads it back.</summary>
    /// <param name="pictures">Whether the files of pictures are in it. Those that a day writes beside them are without: a picture never
    /// changes, and lies on the same disk.</param>
    /// <exception cref="StoreException">The database cannot be read, or the place not written to.</exception>
    /// <exception cref="BackupException">What was written is not what was read.</exception>
    public static BackupManifest Write(string dataFolder, string to, DateTimeOffset at, bool pictures = true)
    {
        var folder = new DataFolder(dataFolder);
        if (!File.Exists(folder.DatabaseFile))
        {
            throw new StoreException(StoreFault.Lost);
        }

        var (copy, zip) = ($"{to}.copy", $"{to}.part");
        try
        {
            var manifest = Copy(folder.DatabaseFile, copy, at);
            var files = (Directory.Exists(folder.Keys) ? Directory.GetFiles(folder.Keys) : [])
                .Select(key => (Name: $"{DataFolder.KeysName}/{Path.GetFileName(key)}", Bytes: File.ReadAllBytes(key)))
                .ToList();
            manifest = manifest with
            {
                Parts =
                [
                    new(DataFolder.DatabaseName, new FileInfo(copy).Length, manifest.Sha256),
                    .. files.Select(key => new BackupPart(
                        key.Name,
                        key.Bytes.Length,
                        Convert.ToHexStringLower(SHA256.HashData(key.Bytes))
                    )),
                ],
            };
            var shown = pictures ? PicturesOf(copy, folder.Pictures) : [];
            manifest = manifest with { Parts = [.. manifest.Parts, .. shown.Select(picture => picture.Part)] };
            using (var stream = new FileStream(zip, FileMode.Create, FileAccess.ReadWrite))
            {
                using (var archive = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
                {
                    using (var entry = archive.CreateEntry(BackupArchive.ManifestName).Open())
                    {
                        JsonSerializer.Serialize(entry, manifest, CaseJson.Compact);
                    }

                    archive.CreateEntryFromFile(copy, DataFolder.DatabaseName, CompressionLevel.Fastest);
                    foreach (var (name, bytes) in files)
                    {
                        using var entry = archive.CreateEntry(name).Open();
                        entry.Write(bytes);
                    }

                    // A picture is as small as it gets.
                    foreach (var (part, file) in shown)
                    {
                        archive.CreateEntryFromFile(file, part.Name, CompressionLevel.NoCompression);
                    }
                }

                stream.Flush(flushToDisk: true);
            }

            if (Check(zip).Sha256 != manifest.Sha256)
            {
                throw new BackupException("The backup that was written cannot be read back.");
            }

            if (!OperatingSystem.IsWindows())
            {
                File.SetUnixFileMode(zip, UnixFileMode.UserRead | UnixFileMode.UserWrite);
            }

            File.Move(zip, to, overwrite: true);
            return manifest;
        }
        catch (IOException fault)
        {
            throw new StoreException(DataFolder.FaultOf(fault), fault);
        }
        catch (UnauthorizedAccessException fault)
        {
            throw new StoreException(StoreFault.ReadOnly, fault);
        }
        finally
        {
            File.Delete(copy);
            File.Delete(zip);
        }
    }

    /// <summary>Reads a backup through: manifest, names, sizes and hashes of everything in it.</summary>
    /// <exception cref="BackupException">It is none, or not whole, or holds what is not ours.</exception>
    public static BackupManifest Check(string file) => BackupArchive.Read(file, (_, bytes) => bytes.CopyTo(Stream.Null));

    /// <summary>
    /// Puts a backup into a data folder that no program uses. What was there is kept beside it; clients who were erased there since are
    /// erased again,
    /// and what was closed there since stays closed.
    /// </summary>
    /// <param name="linksStay">Where the folder knows nothing of links: they stay as in the backup, because somebody says that none was
    /// closed since.</param>
    /// <exception cref="BackupException">It is none, not whole, of a newer program, holds what is not ours, or the folder is in
    /// use.</exception>
    public static Restored Restore(string file, string dataFolder, DateTimeOffset at, bool linksStay = false)
    {
        var manifest = Check(file);
        if (manifest.Version > Migrator.Known[^1].Version)
        {
            throw new BackupException(
                $"It was written by a newer program (version {manifest.Version}; this one reads up to {Migrator.Known[^1].Version}). "
                    + $"Update the program."
            );
        }

        using var folder = new DataFolder(dataFolder);
        if (folder.Reserve() is { } trouble)
        {
            throw new BackupException($"{trouble.What} {trouble.Remedy}");
        }

        var incoming = Path.Combine(folder.Folder, $"incoming-{at.UtcTicks}");
        Directory.CreateDirectory(Path.Combine(incoming, DataFolder.KeysName));
        Directory.CreateDirectory(Path.Combine(incoming, PictureFolder.Name));
        try
        {
            BackupArchive.Read(file, (name, bytes) =>
            {
                using var target = new FileStream(Path.Combine(incoming, name), FileMode.CreateNew, FileAccess.Write);
                bytes.CopyTo(target);
            });
            var database = Path.Combine(incoming, DataFolder.DatabaseName);
            if (!DataFolder.IsWhole(database))
            {
                throw new BackupException("The database in it is damaged.");
            }

            if (Shape.Foreign(database, manifest.Version) is { } foreign)
            {
                throw new BackupException($"{foreign} Restore another backup.");
            }

            var (erased, doors) = (ErasedIn(folder.DatabaseFile), Doors.Of(folder.DatabaseFile));
            var since = PicturesSince.Of(folder.DatabaseFile);
            var again = 0;
            DoorsClosed closed;
            using (var restored = new Database(database))
            {
                Migrator.Migrate(restored);
                again = Erasure.Again(restored, erased);
                closed = Doors.Close(restored, doors, linksStay, at);
                if (closed.Known)
                {
                    since?.CarryOver(restored);
                }
            }

            if (closed.Known)
            {
                KeepKeys(folder.Keys, Path.Combine(incoming, DataFolder.KeysName));
            }

            // Before the database that names them, so that it never names one that is not there yet.
            var names = PictureNames(database);
            folder.Pictures.TakeIn(Path.Combine(incoming, PictureFolder.Name), names);
            var former = folder.Replace(incoming, at);
            if (former is not null)
            {
                folder.Pictures.PutAside(Path.Combine(former, PictureFolder.Name), names);
            }

            return new(manifest, former, again, closed, names.Count(name => !folder.Pictures.FilesOf(name).Any()));
        }
        finally
        {
            Directory.Delete(incoming, recursive: true);
        }
    }

    /// <summary>The files of every picture that a copy of the database names; one of an older version names none.</summary>
    private static List<(BackupPart Part, string File)> PicturesOf(string copy, PictureFolder folder)
    {
        using var connection = Sql.Connect(copy, SqliteOpenMode.ReadOnly);
        if (connection.Number("SELECT count(*) FROM sqlite_master WHERE name = 'picture'") == 0)
        {
            return [];
        }

        return
        [
            .. connection
                .Query("SELECT file FROM picture ORDER BY file", row => row.GetString(0))
                .SelectMany(folder.FilesOf)
                .Select(found =>
                {
                    using var bytes = File.OpenRead(found.File);
                    var hash = Convert.ToHexStringLower(SHA256.HashData(bytes));
                    return (new BackupPart($"{PictureFolder.Name}/{found.Name}", bytes.Length, hash), found.File);
                }),
        ];
    }

    /// <summary>A second factor set after the backup is protected by a key that may be younger than it.</summary>
    private static void KeepKeys(string from, string to)
    {
        foreach (var key in Directory.Exists(from) ? Directory.GetFiles(from) : [])
        {
            var target = Path.Combine(to, Path.GetFileName(key));
            if (!File.Exists(target))
            {
                File.Copy(key, target);
            }
        }
    }

    /// <summary>The daily backups of a data folder, the newest first.</summary>
    public static IReadOnlyList<(string File, DateOnly Day)> Daily(string dataFolder)
    {
        var folder = Path.Combine(dataFolder, Folder);
        return !Directory.Exists(folder)
            ? []
            :
            [
                .. Directory
                    .GetFiles(folder, $"{DailyPrefix}*.zip")
                    .Select(file =>
                        (
                            file,
                            IsDay: DateOnly.TryParseExact(
                                Path.GetFileNameWithoutExtension(file)[DailyPrefix.Length..],
                                "yyyy-MM-dd",
                                CultureInfo.InvariantCulture,
                                DateTimeStyles.None,
                                out var day
                            ),
                            day
                        )
                    )
                    .Where(found => found.IsDay)
                    .Select(found => (found.file, found.day))
                    .OrderByDescending(found => found.day),
            ];
    }

    /// <summary>Writes the backup of a day, unless it is there, and lets the oldest go.</summary>
    /// <param name="anew">Also where one of that day is there.</param>
    /// <returns>Whether one was written.</returns>
    public static bool WriteDaily(string dataFolder, DateOnly day, int kept, DateTimeOffset at, bool anew = false)
    {
        if (!anew && Daily(dataFolder).Any(backup => backup.Day == day))
        {
            return false;
        }

        Directory.CreateDirectory(Path.Combine(dataFolder, Folder));
        Write(dataFolder, Path.Combine(dataFolder, Folder, $"{DailyPrefix}{day:yyyy-MM-dd}.zip"), at, pictures: false);

        // Those of days to come were written by a clock that ran ahead: they stand in no other's place.
        foreach (var (old, _) in Daily(dataFolder).Where(backup => backup.Day <= day).Skip(kept))
        {
            File.Delete(old);
        }

        Upgrade.DropBackups(dataFolder, at.AddDays(-kept));
        return true;
    }

    private static HashSet<string> PictureNames(string database)
    {
        using var connection = Sql.Connect(database);
        return [.. connection.Query("SELECT file FROM picture", row => row.GetString(0))];
    }

    private static BackupManifest Copy(string database, string to, DateTimeOffset at)
    {
        File.Delete(to);
        try
        {
            using (var from = Sql.Connect(database, SqliteOpenMode.ReadWrite))
            using (var target = Sql.Connect(to, SqliteOpenMode.ReadWriteCreate))
            {
                from.BackupDatabase(target);

                // A copy is one file: what a reader of it finds must not depend on a log beside it.
                target.Run("PRAGMA journal_mode = DELETE");
            }

            if (!DataFolder.IsWhole(to))
            {
                throw new StoreException(StoreFault.Damaged);
            }

            using var copy = Sql.Connect(to, SqliteOpenMode.ReadOnly);
            using var bytes = File.OpenRead(to);
            return new(
                BackupArchive.FormatName,
                (int)copy.Number("PRAGMA user_version"),
                at,
                copy.Number("SELECT count(*) FROM client"),
                copy.Number("SELECT count(*) FROM fact"),
                copy.Number("SELECT count(*) FROM publication"),
                Convert.ToHexStringLower(SHA256.HashData(bytes))
            );
        }
        catch (SqliteException fault)
        {
            throw new StoreException(StoreException.Of(fault), fault);
        }
    }

    private static List<(string, DateTimeOffset, string)> ErasedIn(string database)
    {
        try
        {
            using var connection = File.Exists(database) ? Sql.Connect(database, SqliteOpenMode.ReadWrite) : null;
            return connection is null
                ? []
                : connection.Query("SELECT client_id, erased_at, erased_by FROM erasure", row =>
                    (row.GetString(0), row.Instant(1), row.GetString(2))
                );
        }
        catch (SqliteException)
        {
            // Damaged, or older than erasing: nothing of it can be read.
            return [];
        }
    }
}
