using System.Globalization;
using OatPath.Core.Case;
using OatPath.Core.LookBack;
using OatPath.Store;

namespace OatPath.Bench;

/// <summary>Two years of a client on one axis: the page as it is opened the first time, over a page without a record.</summary>
internal static class MonthsBench
{
    private const int Port = 5995;
    private const int Lives = 60;
    private const int LeastUses = 120;
    private const int LeastScored = 100;

    public static async Task Run()
    {
        var folder = Directory.CreateTempSubdirectory("oatpath-bench").FullName;
        await LargeStudio.Make(folder, Lives + 13, looks: true);
        var ids = Ids(folder);
        using (var studio = await Running.Studio(folder, Port, demo: true))
        {
            using var staff = new Visitor(studio.Origin);
            await staff.SignIn();
            foreach (var id in ids.Take(10))
            {
                await staff.Get(Address(id));
            }

            // Each is opened once, for the second time what was derived is kept: half of them by its address, where nothing of the client
            // was read yet, half from the page that leads there.
            var (unread, first, empty) = (new List<double>(), new List<double>(), new List<double>());
            foreach (var (n, id) in ids.Skip(10).Index())
            {
                empty.Add(await Timing.Took(staff, "/clients/new"));
                if (n % 2 == 0)
                {
                    unread.Add(await Timing.Took(staff, Address(id)));
                }
                else
                {
                    await staff.Get($"/clients/{id}/look-back");
                    first.Add(await Timing.Took(staff, Address(id)));
                }
            }

            var again = new List<double>();
            foreach (var id in ids.Skip(10))
            {
                again.Add(await Timing.Took(staff, Address(id)));
            }

            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"Months of two years, {ids.Count - 10} clients, ms over a page without a record ({Timing.Median(empty):0.0}): from "
                        + $"Look back, the first time {Timing.Median(first) - Timing.Median(empty):0.0} (bound 50), nothing of the client "
                        + $"read yet {Timing.Median(unread) - Timing.Median(empty):0.0}, again "
                        + $"{Timing.Median(again) - Timing.Median(empty):0.0}"
                )
            );
        }

        Directory.Delete(folder, recursive: true);
    }

    private static string Address(string id) => $"/clients/{id}/look-back/months?span=24";

    /// <summary>The clients of two years, each of whom has what the page is for.</summary>
    private static List<string> Ids(string folder)
    {
        using var database = new Database(Path.Combine(folder, DataFolder.DatabaseName));
        var reading = new ClientReading(database, new Studio(database));
        var ids = new Clients(database).Search("of the bench", int.MaxValue).Select(client => client.Id).ToList();
        var lives = ids.Select(id => reading.Read(id, DateTimeOffset.MaxValue)!)
            .Select(told => (told.Rules, File: CaseAssembly.Client(told.Facts, DateTimeOffset.UtcNow, told.Rules.Zone, told.Sessions)))
            .ToList();
        var least = lives.Min(client => SkinHistory.Of(client.File, client.Rules).Uses.Count);
        var scored = lives.Min(client => client.File.Log.OfType<Scored>().Count());
        if (ids.Count != Lives || least < LeastUses || scored < LeastScored)
        {
            throw new InvalidOperationException(
                $"{ids.Count} clients, {least} days with an active at least, {scored} sheets of scores: nobody has such a page."
            );
        }

        Console.WriteLine($"{ids.Count} clients of two years, each with {least} days of an active and {scored} sheets of scores or more");
        return ids;
    }
}
