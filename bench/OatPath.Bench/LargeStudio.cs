using Microsoft.AspNetCore.TestHost;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Store;
using OatPath.Web;

namespace OatPath.Bench;

/// <summary>A studio of thousands: the demo's clients again and again under other names, each with a hundred facts and what was published for them.</summary>
internal static class LargeStudio
{
    private const int FactsEach = 100;

    public static async Task Make(string folder, int clients)
    {
        await using (var app = OatPathApp.Build(new ServeOptions(folder, 5996, true, false), null, builder => builder.WebHost.UseTestServer()))
        {
        }

        SqliteConnection.ClearAllPools();
        using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, DataFolder.DatabaseName)};Pooling=False");
        connection.Open();
        Run(connection, "PRAGMA journal_mode = WAL; PRAGMA synchronous = OFF; CREATE TEMP TABLE source AS SELECT id, row_number() OVER (ORDER BY id) AS n FROM client");
        var sources = Number(connection, "SELECT count(*) FROM source");
        using var transaction = connection.BeginTransaction();
        for (var i = 0; i < clients - sources; i++)
        {
            var id = $"large-{i}";
            Run(connection, $"INSERT INTO client (id, name, phone, created_at) SELECT '{id}', 'Client ' || {i} || ' ' || name, phone, created_at FROM client WHERE id = (SELECT id FROM source WHERE n = {1 + (i % sources)})");
            var from = $"(SELECT id FROM source WHERE n = {1 + (i % sources)})";
            Run(connection, $"INSERT INTO fact (id, client_id, kind, happened_at, recorded_at, recorded_by, supersedes, body) SELECT '{i}-' || id, '{id}', kind, happened_at, recorded_at, recorded_by, CASE WHEN supersedes IS NULL THEN NULL ELSE '{i}-' || supersedes END, body FROM fact WHERE client_id = {from} ORDER BY seq");
            var have = Number(connection, $"SELECT count(*) FROM fact WHERE client_id = '{id}'");

            // Older ticks of a cleanser make the record as long as years do.
            Run(connection,
                $"""
                WITH RECURSIVE days(n) AS (SELECT 1 UNION ALL SELECT n + 1 FROM days WHERE n < {Math.Max(1, FactsEach - have)})
                INSERT INTO fact (id, client_id, kind, happened_at, recorded_at, recorded_by, body)
                SELECT 'old-{i}-' || n, '{id}', 'log', strftime('%Y-%m-%dT%H:%M:%S.0000000+00:00', 'now', '-' || (60 + n) || ' days'), strftime('%Y-%m-%dT%H:%M:%S.0000000+00:00', 'now', '-' || (60 + n) || ' days'), 'client',
                    json_object('type', 'applied', 'id', 'old-{i}-' || n, 'happenedAt', strftime('%Y-%m-%dT%H:%M:%S+00:00', 'now', '-' || (60 + n) || ' days'), 'recordedAt', strftime('%Y-%m-%dT%H:%M:%S+00:00', 'now', '-' || (60 + n) || ' days'), 'by', 'client',
                        'product', 'oat-gel', 'day', date('now', '-' || (60 + n) || ' days'), 'moment', 'evening')
                FROM days
                """);
            Run(connection, $"INSERT INTO publication (client_id, published_at, published_by, inputs, rules, engine, path, hash, packed) SELECT '{id}', published_at, published_by, inputs, rules, engine, path, hash, packed FROM publication WHERE client_id = {from}");
            Run(connection, $"INSERT INTO publication_fact (fact_id, publication_id) SELECT '{i}-' || p.fact_id, last_insert_rowid() FROM publication_fact p JOIN fact f ON f.id = p.fact_id WHERE f.client_id = {from}");
        }

        transaction.Commit();
        Run(connection, "PRAGMA wal_checkpoint(TRUNCATE)");
        Console.WriteLine($"{Number(connection, "SELECT count(*) FROM client")} clients, {Number(connection, "SELECT count(*) FROM fact")} facts, {new FileInfo(Path.Combine(folder, DataFolder.DatabaseName)).Length / 1e6:0} MB; a publication takes {Number(connection, "SELECT max(length(packed) + length(rules)) FROM publication") / 1000.0:0.0} KB at most (bound 20)");
    }

    /// <summary>Holds what is measured to what a user has, and says so: every entry read, every client with a plan that was given out.</summary>
    /// <exception cref="InvalidOperationException">Something of it cannot be read, or is missing.</exception>
    public static void Check(string folder)
    {
        using var database = new Database(Path.Combine(folder, DataFolder.DatabaseName));
        var reading = new ClientReading(database, new Studio(database));
        var clients = new Clients(database).Search("", int.MaxValue).Select(client => client.Id).ToList();
        var (facts, reports, actives) = (new List<int>(), new List<int>(), new List<int>());
        foreach (var client in clients)
        {
            var told = reading.Read(client, DateTimeOffset.MaxValue) ?? throw new InvalidOperationException($"{client} cannot be read.");
            var file = CaseAssembly.Client(told.Facts, DateTimeOffset.UtcNow, told.Rules.Zone, told.Sessions);
            facts.Add(told.Facts.Count);
            reports.Add(file.Log.OfType<CheckedIn>().Count());
            actives.Add(told.Published is null ? 0 : file.Decisions.OfType<StartActive>().Count());
        }

        int Median(List<int> of) => of.Order().ElementAt(of.Count / 2);
        if (Median(facts) < FactsEach || Median(reports) == 0 || Median(actives) == 0)
        {
            throw new InvalidOperationException($"No median client as a studio has: {Median(facts)} facts, {Median(reports)} reports, {Median(actives)} actives begun.");
        }

        Console.WriteLine($"Checked: {clients.Count} of {clients.Count} clients can be read; the median client has {Median(facts)} facts, {Median(reports)} reports and {Median(actives)} actives begun in a published plan");
    }

    private static void Run(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private static long Number(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return (long)command.ExecuteScalar()!;
    }
}
