using Microsoft.Data.Sqlite;

namespace OatPath.Store.Tests;

/// <summary>
/// Whatever table of the schema leads to a client, nothing stays in it of one who was erased; a table that is added is held to it without
/// being named here.
/// </summary>
public sealed class ErasureTests : IDisposable
{
    /// <summary>That a client was erased is said for ever, and counted units stay counted without a name.</summary>
    private static readonly string[] Stays = ["erasure", "erasing", "stock_move"];

    private readonly TestDatabase test = new();

    [Fact]
    public void No_table_keeps_a_row_of_a_client_who_was_erased()
    {
        var (goes, stays) = (test.AddClient(), test.AddClient("Tove Arlund"));
        var tables = FillAll(goes.Id, 1);
        FillAll(stays.Id, 2);
        Assert.True(tables.Count > 18, string.Join(' ', tables));
        Assert.All(tables, table => Assert.True(Rows(table) >= 2, table));

        var version = test.Clients.Find(goes.Id)!.Version;
        Assert.True(new Erasure(test.Database, new ViewLog(test.Database)).Erase(goes.Id, version, TestDatabase.Noon, "Maren Holt"));

        foreach (var table in tables.Except(Stays))
        {
            Assert.Equal((table, 1), (table, Rows(table)));
        }

        Assert.Equal(0, Number($"SELECT count(*) FROM stock_move WHERE client_id = '{goes.Id}'"));
        Assert.Equal(2, Rows("stock_move"));
    }

    /// <summary>One row of a client in every table that leads to one, by a column of that name or by what it refers to.</summary>
    /// <returns>The tables.</returns>
    private List<string> FillAll(string client, int number)
    {
        using var connection = Open();
        var filled = new Dictionary<string, Dictionary<string, object>> { ["client"] = new() { ["id"] = client } };
        var left = Texts(
            connection,
            "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite%' AND name NOT IN ('client', "
                + "'erasure', 'erasing')"
        );
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
        foreach (var column in Texts(connection, $"SELECT name || ' ' || type FROM pragma_table_info('{table}')"))
        {
            var (name, type) = (column.Split(' ')[0], column.Split(' ')[1]);
            var parent = parents.Find(parent => parent.Column == name);
            row[name] =
                name == "client_id" ? client
                : parent.Table is { } of && filled.TryGetValue(of, out var its) && its.TryGetValue(parent.To, out var key) ? key
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
    private SqliteConnection Open()
    {
        var connection = new SqliteConnection($"Data Source={test.File};Foreign Keys=False;Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA ignore_check_constraints = ON";
        command.ExecuteNonQuery();
        return connection;
    }

    private static List<string> Texts(SqliteConnection connection, string sql)
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

    private int Rows(string table) => Number($"SELECT count(*) FROM {table}");

    private int Number(string sql)
    {
        using var connection = Open();
        return int.Parse(
            Texts(connection, sql.Replace("count(*)", "CAST(count(*) AS TEXT)", StringComparison.Ordinal))[0],
            System.Globalization.CultureInfo.InvariantCulture
        );
    }

    public void Dispose() => test.Dispose();
}
