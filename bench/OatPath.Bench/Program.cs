using System.Diagnostics;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Path;
using OatPath.Store;
using OatPath.Web;

// Medians of warm runs, compared within one run: machines differ, ratios and differences less so.
const int Runs = 200;
var root = AppContext.BaseDirectory;
var rules = CaseJson.ReadRules(File.ReadAllText(Path.Combine(root, "demo", "studio.json"))).Rules!;

Console.WriteLine("26 weeks planned for one client, median ms (at most 2):");
foreach (var file in Directory.GetFiles(Path.Combine(root, "demo", "cases"), "*.json").Order(StringComparer.Ordinal))
{
    var demo = CaseJson.ReadCase(File.ReadAllText(file)).Case!;
    Console.WriteLine($"  {Path.GetFileNameWithoutExtension(file),-20} {Median(() => PathPlanner.Plan(demo, rules, days: 182), 1500):0.00}   13 weeks {Median(() => PathPlanner.Plan(demo, rules, days: 91), 1500):0.00}");
}

var folder = Directory.CreateTempSubdirectory("oatpath-bench").FullName;
await using (var app = OatPathApp.Build(new ServeOptions(folder, 5998, true, false), null, builder => builder.WebHost.UseTestServer()))
{
    await app.StartAsync();
    var id = app.Services.GetRequiredService<Clients>().Search("Orla").Single().Id;
    var links = app.Services.GetRequiredService<Links>();
    var cookie = links.Admit(links.Create(id, "bench", DateTimeOffset.UtcNow), DateTimeOffset.UtcNow)!;
    using var client = app.GetTestClient();
    client.DefaultRequestHeaders.Add("Cookie", $"oatpath_device={cookie}");
    var pages = new[] { "/my", "/my/path", "/my/report", "/my/cautions" };
    for (var i = 0; i < 120; i++)
    {
        foreach (var page in pages)
        {
            await client.GetStringAsync(page);
        }
    }

    var empty = Median(() => client.GetStringAsync("/no-plan").GetAwaiter().GetResult());
    Console.WriteLine("Phone page, median ms of server time (at most an empty Razor page plus 10):");
    foreach (var page in pages)
    {
        var took = Median(() => client.GetStringAsync(page).GetAwaiter().GetResult());
        Console.WriteLine($"  {page,-14} {took:0.00}   empty {empty:0.00}   difference {took - empty:0.00}");
    }
}

Directory.Delete(folder, recursive: true);

static double Median(Action run, int warm = 100)
{
    // Long enough for the runtime to have compiled the hot paths for good.
    var until = Stopwatch.GetTimestamp() + (Stopwatch.Frequency * 2);
    for (var i = 0; i < warm && Stopwatch.GetTimestamp() < until; i++)
    {
        run();
    }

    var times = new double[Runs];
    for (var i = 0; i < Runs; i++)
    {
        var start = Stopwatch.GetTimestamp();
        run();
        times[i] = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
    }

    Array.Sort(times);
    return times[Runs / 2];
}
