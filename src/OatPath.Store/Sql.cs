using System.Globalization;
using System.Runtime.CompilerServices;
using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>Parameterised statements with positional values $1, $2 and so on.</summary>
internal static class Sql
{
    /// <summary>A connection of its own to a database file, outside of <see cref="Database"/>: to look at it or to copy it.</summary>
    public static SqliteConnection Connect(string file, SqliteOpenMode mode = SqliteOpenMode.ReadWrite)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                Mode = mode,
                Pooling = false,
                DefaultTimeout = 15,
            }.ToString()
        );
        connection.Open();
        return connection;
    }

    // A statement is read by SQLite once for each connection and used again; while it is in use another takes its place.
    private static readonly ConditionalWeakTable<SqliteConnection, Dictionary<string, SqliteCommand>> Prepared = [];
    private const int MostPrepared = 200;

    public static int Run(this SqliteConnection connection, string sql, params ReadOnlySpan<object?> values)
    {
        var command = Command(connection, sql, values);
        var changed = command.ExecuteNonQuery();
        Keep(connection, sql, command);
        return changed;
    }

    public static List<T> Query<T>(
        this SqliteConnection connection,
        string sql,
        Func<SqliteDataReader, T> read,
        params ReadOnlySpan<object?> values
    )
    {
        var command = Command(connection, sql, values);
        var rows = new List<T>();
        using (var reader = command.ExecuteReader())
        {
            while (reader.Read())
            {
                rows.Add(read(reader));
            }
        }

        Keep(connection, sql, command);
        return rows;
    }

    public static long Number(this SqliteConnection connection, string sql, params ReadOnlySpan<object?> values)
    {
        var command = Command(connection, sql, values);
        var number = Convert.ToInt64(command.ExecuteScalar() ?? 0L, CultureInfo.InvariantCulture);
        Keep(connection, sql, command);
        return number;
    }

    public static string? Text(this SqliteDataReader reader, int column) => reader.IsDBNull(column) ? null : reader.GetString(column);

    public static DateTimeOffset Instant(this SqliteDataReader reader, int column) =>
        DateTimeOffset.Parse(reader.GetString(column), CultureInfo.InvariantCulture, DateTimeStyles.RoundtripKind);

    /// <summary>ISO 8601 with offset, so that text order within one offset is time order.</summary>
    public static string Write(DateTimeOffset instant) => instant.ToString("O", CultureInfo.InvariantCulture);

    private static SqliteCommand Command(SqliteConnection connection, string sql, ReadOnlySpan<object?> values)
    {
        if (!(Prepared.TryGetValue(connection, out var known) && known.Remove(sql, out var command)))
        {
            command = connection.CreateCommand();
            command.CommandText = sql;
        }

        command.Parameters.Clear();
        for (var i = 0; i < values.Length; i++)
        {
            command.Parameters.AddWithValue(
                i < Names.Length ? Names[i] : $"${i + 1}",
                values[i] switch
                {
                    null => DBNull.Value,
                    DateTimeOffset instant => Write(instant),
                    Enum => throw new ArgumentException("A value of a list is written by its name, never by its place.", nameof(values)),
                    var value => value,
                }
            );
        }

        return command;
    }

    /// <summary>Keeps a statement that did its work; one that failed is not used again.</summary>
    private static void Keep(SqliteConnection connection, string sql, SqliteCommand command)
    {
        var known = Prepared.GetOrCreateValue(connection);
        if (known.Count >= MostPrepared || !known.TryAdd(sql, command))
        {
            command.Dispose();
        }
    }

    private static readonly string[] Names = [.. Enumerable.Range(1, 40).Select(i => $"${i}")];
}
