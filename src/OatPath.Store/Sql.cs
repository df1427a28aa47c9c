using System.Globalization;
using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>Parameterised statements with positional values $1, $2 and so on.</summary>
internal static class Sql
{
    /// <summary>A connection of its own to a database file, outside of <see cref="Database"/>: to look at it or to copy it.</summary>
    public static SqliteConnection Connect(string file, SqliteOpenMode mode = SqliteOpenMode.ReadWrite)
    {
        var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = file, Mode = mode, Pooling = false, DefaultTimeout = 15 }.ToString());
        connection.Open();
        return connection;
    }

    public static int Run(this SqliteConnection connection, string sql, params ReadOnlySpan<object?> values)
    {
        using var command = Command(connection, sql, values);
        return command.ExecuteNonQuery();
    }

    public static List<T> Query<T>(this SqliteConnection connection, string sql, Func<SqliteDataReader, T> read, params ReadOnlySpan<object?> values)
    {
        using var command = Command(connection, sql, values);
        using var reader = command.ExecuteReader();
        var rows = new List<T>();
        while (reader.Read())
        {
            rows.Add(read(reader));
        }

        return rows;
    }

    public static long Number(this SqliteConnection connection, string sql, params ReadOnlySpan<object?> values)
    {
        using var command = Command(connection, sql, values);
        return Convert.ToInt64(command.ExecuteScalar() ?? 0L, CultureInfo.InvariantCulture);
    }

    public static string? Text(this SqliteDataReader reader, int column) => reader.IsDBNull(column) ? null : reader.GetString(column);

    public static DateTimeOffset Instant(this SqliteDataReader reader, int column) =>
        DateTimeOffset.Parse(reader.GetString(column), CultureInfo.InvariantCulture, DateTimeStyles.RoundtripKind);

    /// <summary>ISO 8601 with offset, so that text order within one offset is time order.</summary>
    public static string Write(DateTimeOffset instant) => instant.ToString("O", CultureInfo.InvariantCulture);

    private static SqliteCommand Command(SqliteConnection connection, string sql, ReadOnlySpan<object?> values)
    {
        var command = connection.CreateCommand();
        command.CommandText = sql;
        for (var i = 0; i < values.Length; i++)
        {
            command.Parameters.AddWithValue($"${i + 1}", values[i] switch
            {
                null => DBNull.Value,
                DateTimeOffset instant => Write(instant),
                var value => value,
            });
        }

        return command;
    }
}
