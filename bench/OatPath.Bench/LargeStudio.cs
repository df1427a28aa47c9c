using Microsoft.AspNetCore.TestHost;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Store;
using OatPath.Web;
using OatPath.Web.Demo;

namespace OatPath.Bench;

/// <summary>A studio of thousands: the demo, and generated case files of two years each, brought in by the product's own writers.</summary>
internal static class LargeStudio
{
    private const int Sampled = 200;
    private const int LeastFacts = 100;

    public static async Task Make(string folder, int clients, bool looks = false)
    {
        await using (
            var app = OatPathApp.Build(new ServeOptions(folder, 5996, true, false), null, builder => builder.WebHost.UseTestServer())
        )
        {
            var loader = app.Services.GetRequiredService<DemoLoader>();
            var now = app.Services.GetRequiredService<TimeProvider>().GetUtcNow();
            var zone = app.Services.GetRequiredService<Studio>().Current().Rules.Zone;
            var have = app.Services.GetRequiredService<Clients>().Count();
            for (var i = have; i < clients; i++)
            {
                loader.Load(
                    looks ? LooksOfLife.On(Life.Of(i, now, zone)) : Life.Of(i, now, zone),
                    new($"Client {i} of the bench", "0000 555")
                );
            }
        }

        SqliteConnection.ClearAllPools();
        using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, DataFolder.DatabaseName)};Pooling=False");
        connection.Open();
        Number(connection, "PRAGMA wal_checkpoint(TRUNCATE)");
        Console.WriteLine(
            $"{Number(connection, "SELECT count(*) FROM client")} clients, {Number(connection, "SELECT count(*) FROM fact")} facts, "
                + $"{new FileInfo(Path.Combine(folder, DataFolder.DatabaseName)).Length / 1e6:0} MB; a publication takes "
                + $"{Number(connection, "SELECT max(length(packed) + length(rules)) FROM publication") / 1000.0:0.0} KB at most (bound 20)"
        );
    }

    /// <summary>
    /// Holds what is measured to what a user has, and says so: every client can be read, has a plan that was given out, an active on a
    /// ladder and reports, and some have a row on the Desk.
    /// </summary>
    /// <exception cref="InvalidOperationException">Something of it cannot be read, or is missing.</exception>
    public static void Check(string folder, DateTimeOffset now)
    {
        using var database = new Database(Path.Combine(folder, DataFolder.DatabaseName));
        Migrator.Migrate(database);
        var reading = new ClientReading(database, new Studio(database));
        var clients = new Clients(database).Search("", int.MaxValue).Select(client => client.Id).ToList();
        var (facts, reports, actives, asked, planned) = (new List<int>(), new List<int>(), new List<int>(), 0, 0);
        foreach (var (client, i) in clients.Select((client, i) => (client, i)))
        {
            var told = reading.Read(client, DateTimeOffset.MaxValue) ?? throw new InvalidOperationException($"{client} cannot be read.");
            var file = CaseAssembly.Client(told.Facts, now, told.Rules.Zone, told.Sessions);
            facts.Add(told.Facts.Count);
            reports.Add(file.Log.OfType<CheckedIn>().Count());
            if (i % Math.Max(1, clients.Count / Sampled) == 0)
            {
                var path = PathPlanner.Plan(file, told.Rules, days: 14);
                planned++;
                actives.Add(
                    told.Published is null ? 0 : path.Ladders.Count(ladder => ladder.State is LadderState.Climbing or LadderState.Level)
                );
                asked += path.Questions.Count > 0 ? 1 : 0;
            }
        }

        static int Median(List<int> of) => of.Order().ElementAt(of.Count / 2);
        var share = (double)asked / planned;
        if (Median(facts) < LeastFacts || Median(reports) == 0 || Median(actives) == 0 || share is < 0.02 or > 0.25)
        {
            throw new InvalidOperationException(
                $"No studio as one has it: the median client has {Median(facts)} facts, {Median(reports)} reports, {Median(actives)} "
                    + $"actives on their ladder; {share:P0} of the clients ask something."
            );
        }

        Console.WriteLine(
            $"Checked: {clients.Count} of {clients.Count} clients can be read; the median client has {Median(facts)} facts, "
                + $"{Median(reports)} reports and {Median(actives)} active on its ladder in a published plan; of {planned} planned "
                + $"{asked} ask something"
        );
    }

    /// <summary>Says of a small studio, such as the demo, that it can be read and what its clients have.</summary>
    public static void Say(string folder)
    {
        using var database = new Database(Path.Combine(folder, DataFolder.DatabaseName));
        var reading = new ClientReading(database, new Studio(database));
        var told = new Clients(database)
            .Search("", int.MaxValue)
            .Select(client =>
                reading.Read(client.Id, DateTimeOffset.MaxValue) ?? throw new InvalidOperationException($"{client.Id} cannot be read.")
            )
            .ToList();
        if (told.Count == 0 || told.All(client => client.Published is null))
        {
            throw new InvalidOperationException("There is no client with a published plan.");
        }

        Console.WriteLine(
            $"Checked: {told.Count} of {told.Count} clients of the demo can be read, {told.Count(client => client.Published is not null)} "
                + $"have a published plan; the median one has "
                + $"{told.Select(client => client.Facts.Count).Order().ElementAt(told.Count / 2)} facts"
        );
    }

    private static long Number(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return (long)command.ExecuteScalar()!;
    }
}
