using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>
/// The one SQLite file. Every connection asserts its pragmas once and is used again; a read sees one moment; writes are immediate
/// transactions, one at a time,
/// and a write has returned only after its commit is on disk.
/// </summary>
public sealed class Database : IDisposable
{
    private readonly string connectionString;
    private readonly SemaphoreSlim writer = new(1, 1);
    private readonly ConcurrentBag<SqliteConnection> idle = [];
    private static readonly string[] Parts = ["", "-wal"];
    private bool closed;

    /// <summary>Each write is an activity of this source, with the rows it changed: what one request commits can be watched.</summary>
    public const string Activities = "OatPath.Store";

    /// <summary>The tag of a write that says how many rows it changed.</summary>
    public const string Changed = "changed";

    private static readonly ActivitySource Source = new(Activities);

    public Database(string file)
    {
        File = file;
        connectionString = new SqliteConnectionStringBuilder
        {
            DataSource = file,
            Mode = SqliteOpenMode.ReadWriteCreate,
            ForeignKeys = true,
            DefaultTimeout = 15,
            Pooling = false,
        }.ToString();
    }

    public string File { get; }

    /// <summary>
    /// Called inside a write, before its commit, with the clients it touched, so that whoever keeps something about them hears of it.
    /// </summary>
    public Action<SqliteConnection, IReadOnlyList<string>>? BeforeCommit { get; set; }

    /// <summary>Called with how long each write waited for the one before it.</summary>
    public Action<TimeSpan>? Waited { get; set; }

    /// <summary>Whether it is there and answers.</summary>
    public bool Answers()
    {
        try
        {
            return System.IO.File.Exists(File) && Read(connection => connection.Number("SELECT 1")) == 1;
        }
        catch (Exception fault) when (fault is StoreException or SqliteException or InvalidOperationException)
        {
            return false;
        }
    }

    /// <summary>Bytes on the disk, with the log beside it.</summary>
    public long Bytes() => Parts.Sum(part => new FileInfo(File + part) is { Exists: true } file ? file.Length : 0);

    /// <summary>Opens a connection and asserts WAL, full synchronous writes and foreign keys.</summary>
    /// <exception cref="StoreException">It cannot be opened.</exception>
    /// <exception cref="InvalidOperationException">SQLite did not take a pragma, for instance on a file system without WAL.</exception>
    public SqliteConnection Open()
    {
        var connection = new SqliteConnection(connectionString);
        try
        {
            connection.Open();
            connection.Run("PRAGMA synchronous = FULL");
            Assert(connection, "PRAGMA journal_mode = WAL", "wal");
            Assert(connection, "PRAGMA synchronous", "2");
            Assert(connection, "PRAGMA foreign_keys", "1");
            return connection;
        }
        catch (SqliteException fault)
        {
            connection.Dispose();
            throw new StoreException(StoreException.Of(fault), fault);
        }
    }

    /// <summary>Reads as of one moment: what is written meanwhile is not seen.</summary>
    /// <exception cref="StoreException">It cannot be read.</exception>
    public T Read<T>(Func<SqliteConnection, T> read) =>
        On(connection =>
        {
            connection.Run("BEGIN");
            var result = read(connection);
            connection.Run("COMMIT");
            return result;
        });

    /// <summary>Runs a write and returns once it is durable; when it throws, nothing of it is kept.</summary>
    /// <exception cref="StoreException">It cannot be kept.</exception>
    public T Write<T>(Func<SqliteConnection, T> write)
    {
        using var activity = Source.StartActivity("write");
        var asked = Stopwatch.GetTimestamp();
        writer.Wait();
        Waited?.Invoke(Stopwatch.GetElapsedTime(asked));
        try
        {
            return On(connection =>
            {
                // A file that was removed goes on taking writes that nobody will find again.
                if (!System.IO.File.Exists(File))
                {
                    throw new StoreException(StoreFault.Lost);
                }

                connection.Run("BEGIN IMMEDIATE");
                var before = activity is null ? 0 : connection.Number("SELECT total_changes()");
                var result = write(connection);
                if (BeforeCommit is { } hears && Stale.Of(connection) is { Count: > 0 } touched)
                {
                    hears(connection, touched);
                }

                activity?.SetTag(Changed, connection.Number("SELECT total_changes()") - before);
                connection.Run("COMMIT");
                return result;
            });
        }
        finally
        {
            writer.Release();
        }
    }

    public void Write(Action<SqliteConnection> write) =>
        Write(connection =>
        {
            write(connection);
            return true;
        });

    /// <summary>Writes the whole file anew and empties its log, so that nothing is left of what was removed.</summary>
    public void Rewrite()
    {
        writer.Wait();
        try
        {
            using var connection = Open();
            connection.Run("VACUUM");

            // Readers that are on their way may hold the log for a moment.
            for (var tries = 0; connection.Number("PRAGMA wal_checkpoint(TRUNCATE)") != 0; tries++)
            {
                if (tries == MostTries)
                {
                    throw new StoreException(StoreFault.Busy);
                }

                Thread.Sleep(BetweenTries);
            }
        }
        catch (SqliteException fault)
        {
            throw new StoreException(StoreException.Of(fault), fault);
        }
        finally
        {
            writer.Release();
        }
    }

    private const int MostTries = 50;
    private static readonly TimeSpan BetweenTries = TimeSpan.FromMilliseconds(100);

    public void Dispose()
    {
        closed = true;
        while (idle.TryTake(out var connection))
        {
            connection.Dispose();
        }

        writer.Dispose();
    }

    /// <summary>Lends a connection; one on which something failed is not used again.</summary>
    private T On<T>(Func<SqliteConnection, T> use)
    {
        var connection = idle.TryTake(out var waiting) ? waiting : Open();
        var whole = false;
        try
        {
            var result = use(connection);
            whole = true;
            return result;
        }
        catch (SqliteException fault) when (fault.SqliteErrorCode != SqliteConstraint)
        {
            throw new StoreException(StoreException.Of(fault), fault);
        }
        finally
        {
            if (whole && !closed)
            {
                idle.Add(connection);
            }
            else
            {
                connection.Dispose();
            }
        }
    }

    private const int SqliteConstraint = 19;

    private static void Assert(SqliteConnection connection, string pragma, string expected)
    {
        using var command = connection.CreateCommand();
        command.CommandText = pragma;
        var value = Convert.ToString(command.ExecuteScalar(), CultureInfo.InvariantCulture);
        if (value != expected)
        {
            throw new InvalidOperationException($"{pragma} gave {value} instead of {expected}; the data folder must be on a local disk.");
        }
    }
}
