using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>What may be wrong with the data folder.</summary>
public enum StoreFault
{
    Full,
    ReadOnly,
    Lost,
    Damaged,
    Busy,
    Foreign,
    Newer,
    Older,
    PutBack,
    CutShort,
    Failed,
}

/// <summary>The data could not be read or written. Nothing was half-saved.</summary>
public sealed class StoreException(StoreFault fault, Exception? inner = null) : Exception(What(fault), inner)
{
    public StoreFault Fault { get; } = fault;

    /// <summary>What to do about it, for whoever keeps the machine.</summary>
    public string Remedy => RemedyOf(Fault);

    /// <summary>What a message of SQLite means; codes as in its public list of result codes.</summary>
    public static StoreFault Of(SqliteException fault) =>
        fault.SqliteErrorCode switch
        {
            5 or 6 => StoreFault.Busy,
            8 => StoreFault.ReadOnly,
            10 => fault.SqliteExtendedErrorCode is 4618 or 778 or 1034 or 1546 ? StoreFault.Full : StoreFault.Failed,
            11 or 26 => StoreFault.Damaged,
            13 => StoreFault.Full,
            14 => StoreFault.Lost,
            _ => StoreFault.Failed,
        };

    public static string What(StoreFault fault) =>
        fault switch
        {
            StoreFault.Full => "The disk is full.",
            StoreFault.ReadOnly => "The data folder cannot be written to.",
            StoreFault.Lost => "The data folder or its database is gone.",
            StoreFault.Damaged => "The database is damaged.",
            StoreFault.Busy => "The database is in use by another program.",
            StoreFault.Foreign => "The folder holds other things, and never was one of Oat Path.",
            StoreFault.Newer => "The data was written by a newer version of Oat Path.",
            StoreFault.Older => "The data was written by an older version of Oat Path.",
            StoreFault.PutBack => "This version of Oat Path does not fit the data, which is again as it was.",
            StoreFault.CutShort => "An upgrade was cut short, and the state before it cannot be put back.",
            _ => "The disk does not answer as it should.",
        };

    public static string RemedyOf(StoreFault fault) =>
        fault switch
        {
            StoreFault.Full => "Free some space on the disk of the data folder; nothing needs to be restarted.",
            StoreFault.ReadOnly =>
                "Give the program's user the right to write to the data folder and everything in it, or mount its disk for writing.",
            StoreFault.Lost => "Bring the folder back, or restore the last backup with oat restore, and start the program again.",
            StoreFault.Damaged =>
                "Stop the program, run oat doctor --data DIR, and restore the last backup with oat restore. Keep the damaged file: it "
                    + "may still be read by hand.",
            StoreFault.Foreign =>
                "Name an empty folder, or one in which Oat Path was used before; everything in it is made readable for its owner only.",
            StoreFault.Newer =>
                "Start the newer version again, or restore a backup of before, such as one that begins with before-version- in the folder "
                    + "backups.",
            StoreFault.Older => "Start the program once, or run oat upgrade --data DIR; both write a backup first.",
            StoreFault.PutBack =>
                "Start the version you had before: it goes on where it was. Keep these words, and tell whoever keeps the program.",
            StoreFault.CutShort => "Restore the last backup with oat restore, then start the program again.",
            StoreFault.Busy => "Close the other program that has the database open, then try again.",
            _ => "Run oat doctor --data DIR and look at the disk's own messages.",
        };
}
