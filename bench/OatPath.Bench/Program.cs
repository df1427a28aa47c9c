using System.Diagnostics;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Bench;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.Labels;
using OatPath.Core.Planner;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web;

switch (args)
{
    case ["large", var at]:
        await OatPath.Bench.LargeBench.Run(at);
        return;
    case ["make", var at, var clients]:
        await OatPath.Bench.LargeStudio.Make(at, int.Parse(clients, System.Globalization.CultureInfo.InvariantCulture));
        return;
    case ["first-week", ..]:
        await OatPath.Bench.FirstWeekBench.Run(AppContext.BaseDirectory);
        return;
    case ["months", ..]:
        await OatPath.Bench.MonthsBench.Run();
        return;
    case ["evidence"]:
        await OatPath.Bench.EvidenceBench.Run();
        return;
    case ["pictures"]:
        await OatPath.Bench.PicturesBench.Run();
        return;
    case ["rates", ..]:
        await OatPath.Bench.RatesBench.Run();
        return;
    case ["evening", var at]:
        await OatPath.Bench.EveningBench.Run(at);
        return;
    case ["soak", var at, var minutes]:
        await OatPath.Bench.SoakBench.Run(at, int.Parse(minutes, System.Globalization.CultureInfo.InvariantCulture));
        return;
    case ["kill", var kills]:
        await OatPath.Bench.KillBench.Run(int.Parse(kills, System.Globalization.CultureInfo.InvariantCulture));
        return;
    case ["life", var number]:
        Console.Write(
            CaseJson.Write(
                OatPath.Bench.Life.Of(
                    int.Parse(number, System.Globalization.CultureInfo.InvariantCulture),
                    DateTimeOffset.UtcNow,
                    "Europe/Vienna"
                )
            )
        );
        return;
}

// Medians of warm runs, compared within one run: machines differ, ratios and differences less so.
const int Runs = 200;
var root = AppContext.BaseDirectory;
var rules = CaseJson.ReadRules(File.ReadAllText(Path.Combine(root, "demo", "studio.json"))).Rules!;

Console.WriteLine("26 weeks planned for one client, median ms (at most 2):");
foreach (var file in Directory.GetFiles(Path.Combine(root, "demo", "cases"), "*.json").Order(StringComparer.Ordinal))
{
    var demo = CaseJson.ReadCase(File.ReadAllText(file)).Case!;
    Console.WriteLine(
        $"  {Path.GetFileNameWithoutExtension(file),-20} {Median(() => PathPlanner.Plan(demo, rules, days: 182), 1500):0.00}   13 weeks "
            + $"{Median(() => PathPlanner.Plan(demo, rules, days: 91), 1500):0.00}"
    );
}

var busy = Busy.Case();
Console.WriteLine(
    $"5 actives and {busy.Log.Count} log entries, median ms (at most 2): 13 weeks "
        + $"{Median(() => PathPlanner.Plan(busy, rules, days: 91), 1500):0.00}   26 weeks "
        + $"{Median(() => PathPlanner.Plan(busy, rules, days: 182), 1500):0.00}   52 weeks "
        + $"{Median(() => PathPlanner.Plan(busy, rules, days: 364), 1500):0.00}"
);
var demos = Directory
    .GetFiles(Path.Combine(root, "demo", "cases"), "*.json")
    .Order(StringComparer.Ordinal)
    .Select(file => CaseJson.ReadCase(File.ReadAllText(file)).Case!)
    .Append(busy)
    .ToArray();
var all = Stopwatch.StartNew();
Parallel.For(0, 10_000, new ParallelOptions { MaxDegreeOfParallelism = 2 }, i =>
    PathPlanner.Plan(demos[i % demos.Length], rules, days: 182)
);
Console.WriteLine($"10,000 clients re-planned over 26 weeks on 2 cores, s (at most 30): {all.Elapsed.TotalSeconds:0.0}");

var shelf = File.ReadAllText(Path.Combine(root, "demo", "shelf.csv"));
var labels = ShelfCsv
    .Read(shelf, new DateOnly(2026, 1, 1))
    .Products.Select(product => product.Label)
    .Where(label => LabelReader.Read(label).Reading is not null)
    .ToList();
var typed =
    "Aqua, Glycerin, Butylene Glycol, Niacinamide, Salycilic Acid, Glycollic Acid, Cetearil Alcohol, Moonpetal Leaf Extract, Dimethicone, "
        + "Xantham Gum, Phenoxythanol, Ethylhexylglycerine, Parfum, Citric Acid";
Console.WriteLine("A label read, median ms (under 1):");
Console.WriteLine(
    $"  mean of the demo shelf {Median(() => labels.ForEach(label => LabelReader.Read(label))) / labels.Count:0.000}   with six slips of "
        + $"the pen and an unknown name {Median(() => LabelReader.Read(typed)):0.000}"
);

// What a studio pastes on its first evening: each label whole, a blank line between.
var listed = labels.Where(label => LabelReader.Read(label).Reading!.Ingredients.Count > 0).ToList();
var pasted = string.Join("\n\n", Enumerable.Range(0, 60).Select(i => listed[i % listed.Count]));
if (PastedProducts.Read(pasted).Products is not { Count: 60 } products || products.Any(product => !product.IsRead))
{
    throw new InvalidOperationException("60 labels pasted at once are not read as 60 products");
}

Console.WriteLine($"60 labels pasted at once, median ms (under 2,000): {Median(() => PastedProducts.Read(pasted), 20):0}");

BenchRoutine(ShelfCsv.Read(shelf, new DateOnly(2026, 1, 1)).Products);

var folder = Directory.CreateTempSubdirectory("oatpath-bench").FullName;
BenchShelf(Path.Combine(folder, "shelf.db"));
await using (var app = OatPathApp.Build(new ServeOptions(folder, 5998, true, false), null, builder => builder.WebHost.UseTestServer()))
{
    await app.StartAsync();
    var id = app.Services.GetRequiredService<Clients>().Search("Orla").Single().Id;
    var links = app.Services.GetRequiredService<Links>();
    var cookie = links.Admit(links.Create(id, "bench", DateTimeOffset.UtcNow), null, DateTimeOffset.UtcNow).Cookie!;
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

    await BenchDrag(app, id);
    var empty = Median(() => client.GetStringAsync("/no-plan").GetAwaiter().GetResult());
    Console.WriteLine("Phone page, median ms of server time (at most an empty Razor page plus 10):");
    foreach (var page in pages)
    {
        var took = Median(() => client.GetStringAsync(page).GetAwaiter().GetResult());
        Console.WriteLine($"  {page,-14} {took:0.00}   empty {empty:0.00}   difference {took - empty:0.00}");
    }
}

await BenchSearch(Path.Combine(folder, "search"));
Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
Directory.Delete(folder, recursive: true);

void BenchRoutine(IReadOnlyList<Product> studio)
{
    var kinds = new[]
    {
        ProductKind.OilCleanser,
        ProductKind.GelCleanser,
        ProductKind.CreamCleanser,
        ProductKind.CalmingToner,
        ProductKind.ExfoliatingToner,
        ProductKind.LeaveOnAcidLiquid,
        ProductKind.AntioxidantSerum,
        ProductKind.HydratingSerum,
        ProductKind.NiacinamideSerum,
        ProductKind.PigmentSerum,
        ProductKind.AzelaicSuspension,
        ProductKind.Retinoid,
        ProductKind.EyeGel,
        ProductKind.NeckCream,
        ProductKind.Moisturiser,
        ProductKind.FaceOil,
        ProductKind.OcclusiveBalm,
        ProductKind.ClayMask,
        ProductKind.Scrub,
        ProductKind.SunscreenFluid,
    };
    var products = kinds.Select(kind => studio.First(product => product.Kind == kind)).ToList();
    var today = new DateOnly(2026, 3, 2);
    var file = new CaseFile
    {
        Format = CaseFile.FormatName,
        Version = 1,
        AsOf = new DateTimeOffset(2026, 3, 2, 18, 0, 0, TimeSpan.Zero),
        Zone = "UTC",
        Intake = new() { BirthDate = new DateOnly(1990, 1, 1) },
        Shelf = [.. products.Select(product => new ShelfItem { Product = product })],
        Decisions =
        [
            .. products
                .Where(product => product.IsActive())
                .Take(3)
                .Select(product => new StartActive
                {
                    Id = product.Id,
                    On = today,
                    Product = product.Id,
                    AlreadyInUse = true,
                    Rung = 1,
                    Reason = "in use",
                }),
        ],
    };
    var clashes = BenchReview.Of(file, rules, studio);
    Console.WriteLine(
        $"A routine of 20 products ordered for a day, checked and mended, median ms (under 5): "
            + $"{Median(() => BenchReview.Of(file, rules, studio)):0.00}   ({clashes.Count} clashes, "
            + $"{clashes.Sum(clash => clash.Mends.Count)} mends)   ordered alone "
            + $"{Median(() => PathPlanner.Plan(file, rules, days: 1)):0.00}   14 days "
            + $"{Median(() => PathPlanner.Plan(file, rules, days: 14)):0.00}"
    );
}

static Product Numbered(int i) =>
    new()
    {
        Id = $"p-{i}",
        Name = $"Bottle {i} of the bench",
        Line = $"Line {i % 17}",
        Kind = (ProductKind)(i % 40),
        Actives = i % 3 == 0 ? [new(Substance.Glycolic, 1 + (i % 9))] : [],
        Ph = i % 3 == 0 ? 3.6m : null,
        ContentMl = 50,
        Label = "Aqua, Glycerin, Propanediol, Cetearyl Alcohol, Glyceryl Stearate, Phenoxyethanol, Ethylhexylglycerin",
    };

static void BenchShelf(string file)
{
    using var database = new Database(file);
    Migrator.Migrate(database);
    var text = ShelfCsv.Write(Enumerable.Range(0, 10_000).Select(Numbered));
    var imports = new ShelfImports(database);
    var start = Stopwatch.GetTimestamp();
    var id = imports.Keep("bench.csv", text, DateTimeOffset.UtcNow, "bench");
    imports.Apply(id, ShelfCsv.Read(text, new DateOnly(2026, 1, 1)).Products);
    Console.WriteLine($"A shelf file of 10,000 rows put in place, s (under 5): {Stopwatch.GetElapsedTime(start).TotalSeconds:0.00}");
}

static async Task BenchSearch(string data)
{
    await using var app = OatPathApp.Build(new ServeOptions(data, 5997, true, false), null, builder => builder.WebHost.UseTestServer());
    await app.StartAsync();
    var imports = app.Services.GetRequiredService<ShelfImports>();
    imports.Apply(imports.Keep("bench.csv", "", DateTimeOffset.UtcNow, "bench"), [.. Enumerable.Range(0, 5_000).Select(Numbered)]);
    using var client = await SignedIn(app);
    var empty = Median(() => client.GetStringAsync("/clients/new").GetAwaiter().GetResult());
    Console.WriteLine($"Shelf search among 5,000 products, median ms (an empty page plus 30): empty {empty:0.00}");
    foreach (var address in new[] { "/shelf?q=bottle+glycolic", "/shelf?handler=List&q=4711", "/shelf?handler=List&role=exfoliates" })
    {
        var took = Median(() => client.GetStringAsync(address).GetAwaiter().GetResult());
        Console.WriteLine($"  {address,-40} {took:0.00}   difference {took - empty:0.00}");
    }
}

static async Task<HttpClient> SignedIn(Microsoft.AspNetCore.Builder.WebApplication app)
{
    var client = app.GetTestClient();
    var form = await client.GetAsync("/sign-in");
    var cookies = string.Join("; ", form.Headers.GetValues("Set-Cookie").Select(cookie => cookie.Split(';')[0]));
    using var request = new HttpRequestMessage(HttpMethod.Post, "/sign-in")
    {
        Content = new FormUrlEncodedContent([
            new("Name", "maren"),
            new("Password", "ferry-and-oats"),
            new("__RequestVerificationToken", Token(await form.Content.ReadAsStringAsync())),
        ]),
    };
    request.Headers.Add("Cookie", cookies);
    var signed = await client.SendAsync(request);
    client.DefaultRequestHeaders.Add(
        "Cookie",
        cookies + "; " + string.Join("; ", signed.Headers.GetValues("Set-Cookie").Select(cookie => cookie.Split(';')[0]))
    );
    return client;
}

static string Token(string html) =>
    System.Text.RegularExpressions.Regex.Match(html, "__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)").Groups[1].Value;

static async Task BenchDrag(Microsoft.AspNetCore.Builder.WebApplication app, string id)
{
    using var client = await SignedIn(app);
    var page = await client.GetStringAsync($"/clients/{id}/routine");
    var version = app.Services.GetRequiredService<Clients>().Find(id)!.Version;
    var token = Token(page);
    var up = true;
    client.DefaultRequestHeaders.Add("HX-Request", "true");
    var took = Median(
        () =>
        {
            using var moved = client
                .PostAsync(
                    $"/clients/{id}/routine?handler=Move",
                    new FormUrlEncodedContent([
                        new("Version", $"{version++}"),
                        new("moment", "Evening"),
                        new("product", "dew-serum"),
                        new("direction", up ? "up" : "down"),
                        new("__RequestVerificationToken", token),
                    ])
                )
                .GetAwaiter()
                .GetResult();
            up = !up;
            if (!moved.IsSuccessStatusCode)
            {
                throw new InvalidOperationException($"A move was answered {moved.StatusCode}.");
            }
        },
        40,
        60
    );
    Console.WriteLine($"A drag on the Bench answered, saved and drawn again, median ms (under 100): {took:0.00}");
}

static double Median(Action run, int warm = 100, int runs = Runs)
{
    // Long enough for the runtime to have compiled the hot paths for good.
    var until = Stopwatch.GetTimestamp() + (Stopwatch.Frequency * 2);
    for (var i = 0; i < warm && Stopwatch.GetTimestamp() < until; i++)
    {
        run();
    }

    var times = new double[runs];
    for (var i = 0; i < runs; i++)
    {
        var start = Stopwatch.GetTimestamp();
        run();
        times[i] = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
    }

    Array.Sort(times);
    return times[runs / 2];
}
