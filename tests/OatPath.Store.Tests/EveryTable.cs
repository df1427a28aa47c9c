using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;

namespace OatPath.Store.Tests;

/// <summary>A row in every table of a database, whatever tables there are; what the rows say means nothing.</summary>
internal sealed class EveryTable(string file)
{
    private const string All = "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite%'";

    /// <summary>A row of a client in every table that leads to one, and a row in every other that has none.</summary>
    public void Fill(string client)
    {
        FillOf(client, 1);
        using var connection = Open();
        foreach (
            var table in Texts(connection, All)
                .Where(table => table != "erasing" && Texts(connection, $"SELECT '1' FROM {table}").Count == 0)
        )
        {
            Fill(connection, table, [], client, 1);
        }
    }

    /// <summary>Every table with all its rows as text, in the order of their columns.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<string>> Read()
    {
        using var connection = Open();
        return Texts(connection, All).ToDictionary(table => table, table => (IReadOnlyList<string>)Rows(connection, table));
    }

    private static List<string> Rows(SqliteConnection connection, string table)
    {
        var columns = Texts(connection, $"SELECT name FROM pragma_table_info('{table}')").Select(name => $"quote(\"{name}\")");
        return [.. Texts(connection, $"SELECT {string.Join(" || ', ' || ", columns)} FROM {table}").Order(StringComparer.Ordinal)];
    }

    /// <summary>One row of a client in every table that leads to one, by a column of that name or by what it refers to.</summary>
    /// <param name="except">Tables left empty, and with them those that lead to a client by them only.</param>
    /// <returns>The tables.</returns>
    public List<string> FillOf(string client, int number, params string[] except)
    {
        using var connection = Open();
        var filled = new Dictionary<string, Dictionary<string, object>> { ["client"] = new() { ["id"] = client } };
        var left = Texts(connection, $"{All} AND name NOT IN ('client', 'erasure', 'erasing')");
        left.RemoveAll(except.Contains);
        while (left.Find(table => Leads(connection, table, filled)) is { } next)
        {
            left.Remove(next);
            filled[next] = Fill(connection, next, filled, client, number);
        }

        return [.. filled.Keys];
    }

    private static bool Leads(SqliteConnection connection, string table, Dictionary<string, Dictionary<string, object>> filled) =>
        Texts(connection, $"SELECT name FROM pragma_table_info('{table}')").Contains("client_id")
        || Parents(connection, table).Exists(parent => filled.ContainsKey(parent.Table));

    private static Dictionary<string, object> Fill(
        SqliteConnection connection,
        string table,
        Dictionary<string, Dictionary<string, object>> filled,
        string client,
        int number
    )
    {
        var parents = Parents(connection, table);
        var row = new Dictionary<string, object>();
        var shape = Texts(connection, $"SELECT sql FROM sqlite_master WHERE type = 'table' AND name = '{table}'")[0];
        foreach (var column in Texts(connection, $"SELECT name || ' ' || type FROM pragma_table_info('{table}')"))
        {
            var (name, type) = (column.Split(' ')[0], column.Split(' ')[1]);
            var parent = parents.Find(parent => parent.Column == name);
            row[name] =
                name == "client_id" ? client
                : parent.Table is { } of && filled.TryGetValue(of, out var its) && its.TryGetValue(parent.To, out var key) ? key
                : Allowed(shape, name) is { } allowed ? allowed
                : type switch
                {
                    "INTEGER" => 1000 + number,
                    "BLOB" => new byte[] { 1 },
                    "REAL" => 1.5,
                    _ => $"{table}-{number}",
                };
        }

        using var command = connection.CreateCommand();
        command.CommandText =
            $"INSERT OR REPLACE INTO {table} ({string.Join(", ", row.Keys)}) VALUES "
            + $"({string.Join(", ", row.Keys.Select(name => $"${name}"))})";
        foreach (var (name, value) in row)
        {
            command.Parameters.AddWithValue($"${name}", value);
        }

        command.ExecuteNonQuery();
        return row;
    }

    /// <summary>The first value that a column's own check takes; null where it names none.</summary>
    private static object? Allowed(string shape, string column) =>
        Regex.Match(shape, $@"CHECK \({column} (?:=|IN \() ?'?(\w+)") is not { Success: true } check ? null
        : long.TryParse(check.Groups[1].Value, out var number) ? number
        : check.Groups[1].Value;

    private static List<(string Column, string Table, string To)> Parents(SqliteConnection connection, string table) =>
        [
            .. Texts(
                    connection,
                    $"SELECT \"from\" || ' ' || \"table\" || ' ' || coalesce(\"to\", 'id') FROM pragma_foreign_key_list('{table}')"
                )
                .Select(text => text.Split(' '))
                .Select(parts => (parts[0], parts[1], parts[2])),
        ];

    /// <summary>A connection that takes any row: what is tested is what becomes of it.</summary>
    public SqliteConnection Open()
    {
        var connection = new SqliteConnection($"Data Source={file};Foreign Keys=False;Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA ignore_check_constraints = ON";
        command.ExecuteNonQuery();
        return connection;
    }

    public static List<string> Texts(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        using var reader = command.ExecuteReader();
        var texts = new List<string>();
        while (reader.Read())
        {
            texts.Add(reader.GetString(0));
        }

        return texts;
    }
}
