using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>Why a data folder is not served, and what to do about it.</summary>
public sealed record Trouble(StoreFault Fault, string What, string Remedy)
{
    public static Trouble Of(StoreFault fault, string? detail = null) =>
        new(fault, detail is null ? StoreException.What(fault) : $"{StoreException.What(fault)} {detail}", StoreException.RemedyOf(fault));
}

/// <summary>
/// The folder of one studio, held by one program at a time: database, keys, backups, and a marker that says that there was a database here.
/// </summary>
public sealed class DataFolder : IDisposable
{
    public const string DatabaseName = "oatpath.db";
    public const string KeysName = "keys";

    /// <summary>The mail server's secret, by itself: in no database and in no backup.</summary>
    public const string MailSecretName = "mail-secret";
    private const string MarkerName = "studio";
    private const string LockName = "in-use";
    private const string ProbeName = "probe";
    private const string FormerPrefix = "before-restore-";

    /// <summary>Where a demo keeps its time.</summary>
    public const string DemoClockName = "demo-clock";

    private const string FillingName = "demo-is-being-filled";
    private const string UpgradeName = "upgrade-under-way";
    private static readonly string[] Parts = ["", "-wal"];
    private const int ProbeBytes = 65_536;
    private const int NoSpace = 28;
    private const int ReadOnlyFileSystem = 30;
    private const int WouldBlock = 11;

    private FileStream? held;

    public DataFolder(string path) => Folder = Path.GetFullPath(path);

    public string Folder { get; }

    public string DatabaseFile => Path.Combine(Folder, DatabaseName);

    public string Keys => Path.Combine(Folder, KeysName);

    public PictureFolder Pictures => PictureFolder.Of(Folder);

    public string MailSecret => Path.Combine(Folder, MailSecretName);

    private string Marker => Path.Combine(Folder, MarkerName);

    /// <summary>Names the backup that an upgrade under way began with.</summary>
    internal string UpgradeMarker => Path.Combine(Folder, UpgradeName);

    private string Filling => Path.Combine(Folder, FillingName);

    /// <summary>
    /// Takes the folder for this program and looks whether it can be served: there, writable, alone, with a whole database or none ever.
    /// </summary>
    /// <returns>What is wrong, or null; it comes when the whole database was read through, and nothing may be served before.</returns>
    public Task<Trouble?> Take()
    {
        if (Begin() is { } trouble)
        {
            return Task.FromResult<Trouble?>(trouble);
        }

        AnewIfFillingWasCutShort();
        return Upgrade.Settle(this) is { } unsettled ? Task.FromResult<Trouble?>(unsettled) : Task.Run(Whole);
    }

    private Trouble? Begin()
    {
        try
        {
            if (
                Directory.Exists(Folder)
                && Directory.EnumerateFileSystemEntries(Folder).ToList() is { Count: > 0 } entries
                && !entries.Exists(IsOurs)
            )
            {
                return Trouble.Of(StoreFault.Foreign, Folder);
            }

            Directory.CreateDirectory(Folder);
            Hold();
            Probe();
            Directory.CreateDirectory(Keys);
            Close();
        }
        catch (UnauthorizedAccessException)
        {
            return Trouble.Of(StoreFault.ReadOnly, Folder);
        }
        catch (IOException fault)
        {
            return FaultOf(fault) is var found && found == StoreFault.Failed ? Trouble.Of(found, fault.Message) : Trouble.Of(found, Folder);
        }

        return null;
    }

    /// <summary>Takes the folder for this program without looking at the database: to put another in its place.</summary>
    /// <returns>What is wrong, or null.</returns>
    public Trouble? Reserve() => Begin() ?? Upgrade.Settle(this);

    /// <summary>Puts other files into the place of database and keys; those that were here are kept in a folder of their own.</summary>
    /// <returns>Where they are kept, or null where there were none.</returns>
    public string? Replace(string incoming, DateTimeOffset at)
    {
        string? former = null;
        foreach (var part in new[] { DatabaseFile, DatabaseFile + "-wal", DatabaseFile + "-shm", Keys })
        {
            if (File.Exists(part) || (Directory.Exists(part) && Directory.EnumerateFiles(part).Any()))
            {
                former ??= Path.Combine(Folder, $"{FormerPrefix}{at:yyyy-MM-dd-HHmmss}");
                Directory.CreateDirectory(former);
                Directory.Move(part, Path.Combine(former, Path.GetFileName(part)));
            }
        }

        foreach (var part in Parts.Where(part => File.Exists(Path.Combine(incoming, DatabaseName + part))))
        {
            File.Move(Path.Combine(incoming, DatabaseName + part), DatabaseFile + part);
        }

        if (Directory.Exists(Path.Combine(incoming, KeysName)))
        {
            if (Directory.Exists(Keys))
            {
                Directory.Delete(Keys);
            }

            Directory.Move(Path.Combine(incoming, KeysName), Keys);
        }

        File.Delete(Filling);
        MarkUsed();
        return former;
    }

    /// <summary>What a refusal of the file system means; numbers as in errno.h of Linux.</summary>
    internal static StoreFault FaultOf(IOException fault) =>
        fault.HResult switch
        {
            NoSpace => StoreFault.Full,
            ReadOnlyFileSystem => StoreFault.ReadOnly,
            WouldBlock => StoreFault.Busy,
            _ => StoreFault.Failed,
        };

    /// <summary>From now on a missing database is a loss and no first run.</summary>
    public void MarkUsed()
    {
        if (!File.Exists(Marker))
        {
            Write(
                Marker,
                "This folder holds the data of a studio. Where the database beside this file is gone, it is lost: restore a backup.\n"
            );
        }

        Close();
    }

    /// <summary>Fills a new database in one go: cut short, it begins anew at the next start.</summary>
    public void FillAnew(Action fill)
    {
        Write(Filling, "");
        fill();
        File.Delete(Filling);
    }

    /// <summary>Everything in the folder is for its owner only.</summary>
    public void Close()
    {
        if (OperatingSystem.IsWindows())
        {
            return;
        }

        const UnixFileMode File600 = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        // Only what is ours: whoever names a wrong folder must not find its files closed.
        File.SetUnixFileMode(Folder, File600 | UnixFileMode.UserExecute);
        foreach (
            var entry in new DirectoryInfo(Folder)
                .EnumerateFileSystemInfos()
                .Where(entry => IsOurs(entry.FullName) && entry.LinkTarget is null)
        )
        {
            if (entry is DirectoryInfo inside)
            {
                foreach (var folder in inside.EnumerateDirectories("*", SearchOption.AllDirectories).Prepend(inside))
                {
                    File.SetUnixFileMode(folder.FullName, File600 | UnixFileMode.UserExecute);
                }

                foreach (var file in inside.EnumerateFiles("*", SearchOption.AllDirectories))
                {
                    File.SetUnixFileMode(file.FullName, File600);
                }
            }
            else
            {
                File.SetUnixFileMode(entry.FullName, File600);
            }
        }
    }

    private static bool IsOurs(string path) =>
        Path.GetFileName(path) is var name
        && (
            name.StartsWith(DatabaseName, StringComparison.Ordinal)
            || name.StartsWith(FormerPrefix, StringComparison.Ordinal)
            || name
                is KeysName
                    or MailSecretName
                    or MarkerName
                    or LockName
                    or FillingName
                    or UpgradeName
                    or ProbeName
                    or Backup.Folder
                    or PictureFolder.Name
                    or DemoClockName
        );

    public void Dispose() => held?.Dispose();

    /// <summary>Whether a database is whole, by SQLite's own quick check.</summary>
    /// <exception cref="StoreException">It cannot be opened.</exception>
    public static bool IsWhole(string database)
    {
        try
        {
            using var connection = Sql.Connect(database);
            return connection.Query("PRAGMA quick_check(1)", row => row.GetString(0)) is ["ok"];
        }
        catch (SqliteException fault)
        {
            return StoreException.Of(fault) == StoreFault.Damaged ? false : throw new StoreException(StoreException.Of(fault), fault);
        }
    }

    private void Hold()
    {
        try
        {
            held = new FileStream(Path.Combine(Folder, LockName), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException fault) when (fault.HResult is not (NoSpace or ReadOnlyFileSystem) && File.Exists(Path.Combine(Folder, LockName)))
        {
            throw new IOException(fault.Message, WouldBlock);
        }
    }

    private void Probe()
    {
        var probe = Path.Combine(Folder, ProbeName);
        using (var file = new FileStream(probe, FileMode.Create, FileAccess.Write))
        {
            file.Write(new byte[ProbeBytes]);
            file.Flush(flushToDisk: true);
        }

        File.Delete(probe);
    }

    private void AnewIfFillingWasCutShort()
    {
        if (File.Exists(Filling))
        {
            foreach (var part in new[] { DatabaseFile, DatabaseFile + "-wal", DatabaseFile + "-shm", Marker })
            {
                File.Delete(part);
            }
        }
    }

    private Trouble? Whole()
    {
        var database = new FileInfo(DatabaseFile);
        var wasUsed = File.Exists(Marker) || File.Exists(DatabaseFile + "-wal");
        if (!database.Exists || database.Length == 0)
        {
            return wasUsed ? Trouble.Of(StoreFault.Lost, $"{DatabaseFile} was here and is not any more.") : null;
        }

        try
        {
            return IsWhole(DatabaseFile) ? null : Trouble.Of(StoreFault.Damaged, DatabaseFile);
        }
        catch (StoreException fault)
        {
            return Trouble.Of(fault.Fault, DatabaseFile);
        }
    }

    /// <summary>Writes a small file and returns once it is on the disk.</summary>
    internal static void Write(string file, string text)
    {
        using var stream = new FileStream(file, FileMode.Create, FileAccess.Write);
        stream.Write(System.Text.Encoding.UTF8.GetBytes(text));
        stream.Flush(flushToDisk: true);
    }
}
