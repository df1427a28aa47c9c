using System.Diagnostics;
using System.Globalization;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web;
using OatPath.Web.Records;

namespace OatPath.Bench;

/// <summary>What a house of two thousand clients has seen of its products: from the log alone, again, after one report.</summary>
internal static class EvidenceBench
{
    private const int Clients = 2_000;
    private const int LeastUses = 200_000;
    private const int LeastOfOne = 200;

    public static async Task Run()
    {
        var folder = Directory.CreateTempSubdirectory("oatpath-bench").FullName;
        await LargeStudio.Make(folder, Clients);
        await using (
            var app = OatPathApp.Build(new ServeOptions(folder, 5994, true, false), null, builder => builder.WebHost.UseTestServer())
        )
        {
            var chances = app.Services.GetRequiredService<ChancesKept>();
            var first = Took(() => chances.Count());
            var known = chances.Bites.Count(bite => bite.Clients >= LeastOfOne);
            if (chances.Latest is not { Account.All.Uses: >= LeastUses } || known == 0)
            {
                throw new InvalidOperationException(
                    $"{chances.Latest?.Account.All.Uses} uses, {known} products of {LeastOfOne} clients: no house has seen as little."
                );
            }

            var again = Took(() => chances.Count());
            Tell(app.Services);
            var told = Took(() => chances.Count());
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{chances.Latest!.Value.Account.All.Uses} uses of {Clients} clients, {chances.Bites.Count} products; s: from the log "
                        + $"alone {first:0.0} (bound 10), counted again {again:0.00}, after one report {told:0.00}"
                )
            );
        }

        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private static void Tell(IServiceProvider services)
    {
        var client = services.GetRequiredService<Clients>().Search("of the bench")[0];
        var room = services.GetRequiredService<RecordRoom>();
        var record = room.Derive(client.Id)!;
        var told = room.Log(
            client.Id,
            Author.Client,
            (id, now) =>
                new CheckedIn
                {
                    Id = id,
                    HappenedAt = now,
                    By = Author.Client,
                    Day = record.Today,
                    Report = new SkinReport { Sting = 1, StingSeconds = 30 },
                }
        );
        room.Append(client.Id, record.Client.Version, told);
    }

    private static double Took(Action act)
    {
        var start = Stopwatch.GetTimestamp();
        act();
        return Stopwatch.GetElapsedTime(start).TotalSeconds;
    }
}
