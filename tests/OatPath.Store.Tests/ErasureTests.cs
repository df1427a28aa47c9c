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

    private EveryTable Tables => new(test.File);

    [Fact]
    public void No_table_keeps_a_row_of_a_client_who_was_erased()
    {
        var (goes, stays) = (test.AddClient(), test.AddClient("Tove Arlund"));
        var tables = Tables.FillOf(goes.Id, 1);
        Tables.FillOf(stays.Id, 2);
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

    private int Rows(string table) => Number($"SELECT count(*) FROM {table}");

    private int Number(string sql)
    {
        using var connection = Tables.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return Convert.ToInt32(command.ExecuteScalar(), System.Globalization.CultureInfo.InvariantCulture);
    }

    public void Dispose() => test.Dispose();
}
