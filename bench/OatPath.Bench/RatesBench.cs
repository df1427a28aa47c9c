using System.Diagnostics;
using System.Globalization;
using OatPath.Store;

namespace OatPath.Bench;

/// <summary>
/// Pages of the demo in requests a second, as a part of what an empty Razor application gives on the same machine in the same run.
/// </summary>
internal static class RatesBench
{
    private const int Port = 5995;
    private const int EmptyPort = 5994;
    private const int RequestsEach = 100;
    private const int Rounds = 24;
    private const int WarmRounds = 14;
    private const int AtOnce = 4;
    private static int addresses;

    private sealed record Page(string Name, double Bound, IReadOnlyList<Visitor> Visitors, string Address);

    public static async Task Run()
    {
        var folder = Directory.CreateTempSubdirectory("oatpath-bench").FullName;
        (await Running.Studio(folder, Port, demo: true)).Dispose();
        LargeStudio.Say(folder);
        var phones = Phones.Of(folder, 20, "", Links.MostPhones);
        using (var empty = await Running.Empty(EmptyPort))
        using (var studio = await Running.Studio(folder, Port, demo: true))
        {
            using var staff = new Visitor(studio.Origin);
            await staff.SignIn();
            var id = await staff.IdOf("Perrin");
            var all = phones.Select(phone => Visitor.Phone(studio.Origin, phone.Cookie)).ToList();
            Page[] pages =
            [
                new("empty application", 1, [new(empty.Origin)], "/"),
                new("phone", 6, all, "/my"),
                new("Ramp", 12, [staff], $"/clients/{id}/ramp"),
                new("Bench", 12, [staff], $"/clients/{id}/routine"),
                new("Desk", 15, [staff], "/"),
                new("a page without a record", double.NaN, [staff], "/clients/new"),
                new("a page for nobody", double.NaN, [staff], "/no-plan"),
            ];
            var took = new double[pages.Length];

            // In turn, so that a busy moment of the machine meets all alike; the first rounds warm up.
            for (var round = 0; round < Rounds; round++)
            {
                for (var i = 0; i < pages.Length; i++)
                {
                    var seconds = await Seconds(pages[i]);
                    took[i] += round < WarmRounds ? 0 : seconds / (Rounds - WarmRounds);
                }
            }

            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"Requests a second of an empty Razor application (own project, no layout, no middleware): {1 / took[0]:0}"
                )
            );
            for (var i = 1; i < pages.Length; i++)
            {
                var bound = double.IsNaN(pages[i].Bound) ? "" : $" (bound 1/{pages[i].Bound:0})";
                Console.WriteLine(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"  {pages[i].Name}: 1/{took[i] / took[0]:0.0}{bound}, {took[i] * 1000:0.00} ms of both cores"
                    )
                );
            }
        }

        Directory.Delete(folder, recursive: true);
    }

    /// <summary>
    /// Seconds that one request takes, some at once; each from an address of its own, so that no limit of requests is met.
    /// </summary>
    private static async Task<double> Seconds(Page page)
    {
        var visitors = page.Visitors.Select(visitor => visitor.From(addresses++)).ToList();
        var done = 0;
        await visitors[0].Get(page.Address);
        var start = Stopwatch.GetTimestamp();
        await Task.WhenAll(
            Enumerable
                .Range(0, AtOnce)
                .Select(async _ =>
                {
                    for (var i = 0; i < RequestsEach; i++)
                    {
                        await visitors[Interlocked.Increment(ref done) % visitors.Count].Get(page.Address);
                    }
                })
        );
        var seconds = Stopwatch.GetElapsedTime(start).TotalSeconds / (AtOnce * RequestsEach);
        visitors.ForEach(visitor => visitor.Dispose());
        return seconds;
    }
}
