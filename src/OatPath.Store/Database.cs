using System.Globalization;
using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>
/// The one SQLite file. Every connection asserts its pragmas; writes are immediate transactions, one at a time,
/// and a write has returned only after its commit is on disk.
/// </summary>
public sealed class Database : IDisposable
{
    private readonly string connectionString;
    private readonly SemaphoreSlim writer = new(1, 1);

    public Database(string file)
    {
        connectionString = new SqliteConnectionStringBuilder
        {
            DataSource = file,
            Mode = SqliteOpenMode.ReadWriteCreate,
            ForeignKeys = true,
            DefaultTimeout = 15,
        }.ToString();
    }

    /// <summary>Opens a connection and asserts WAL, full synchronous writes and foreign keys.</summary>
    /// <exception cref="InvalidOperationException">SQLite did not take a pragma, for instance on a file system without WAL.</exception>
    public SqliteConnection Open()
    {
        var connection = new SqliteConnection(connectionString);
        connection.Open();
        connection.Run("PRAGMA synchronous = FULL");
        Assert(connection, "PRAGMA journal_mode = WAL", "wal");
        Assert(connection, "PRAGMA synchronous", "2");
        Assert(connection, "PRAGMA foreign_keys", "1");
        return connection;
    }

    public T Read<T>(Func<SqliteConnection, T> read)
    {
        using var connection = Open();
        return read(connection);
    }

    /// <summary>Runs a write and returns once it is durable; when it throws, nothing of it is kept.</summary>
    public T Write<T>(Func<SqliteConnection, T> write)
    {
        writer.Wait();
        try
        {
            using var connection = Open();
            using var transaction = connection.BeginTransaction(deferred: false);
            var result = write(connection);
            transaction.Commit();
            return result;
        }
        finally
        {
            writer.Release();
        }
    }

    public void Write(Action<SqliteConnection> write) => Write(connection =>
    {
        write(connection);
        return true;
    });

    public void Dispose() => writer.Dispose();

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
