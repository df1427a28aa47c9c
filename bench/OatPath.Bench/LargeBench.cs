using System.Diagnostics;
using System.Globalization;
using Microsoft.Data.Sqlite;
using OatPath.Store;

namespace OatPath.Bench;

/// <summary>The speed of a large studio, by the real program over a real socket.</summary>
internal static class LargeBench
{
    private const int Port = 5995;
    private const int Clients = 5_000;

    public static async Task Run(string folder)
    {
        if (!File.Exists(Path.Combine(folder, DataFolder.DatabaseName)))
        {
            await LargeStudio.Make(folder, Clients);
        }

        LargeStudio.Check(folder, DateTimeOffset.UtcNow);
        await Digest(folder);
        await Starts(folder);
        await Desk(folder);
    }

    private const string NewDay = "UPDATE client_digest SET care_day = '2000-01-01'";
    private const string OfNow = "SELECT count(*) FROM client_digest WHERE care_day > '2000-01-01'";

    /// <summary>
    /// A new care day for everybody, with somebody who looks at a page all the while: of a program that has just been started, and of one
    /// that runs.
    /// </summary>
    private static async Task Digest(string folder)
    {
        Execute(folder, NewDay);
        var started = Stopwatch.StartNew();
        using var studio = await Running.Studio(folder, Port, demo: true);
        using var staff = new Visitor(studio.Origin);
        await staff.SignIn();
        var waits = await Looking(folder, staff, whole: true);
        Say("from the start of the program", started.Elapsed.TotalSeconds, waits, studio);
        Execute(folder, NewDay);
        await Looking(folder, staff, whole: false);
        var turned = Stopwatch.StartNew();
        waits = await Looking(folder, staff, whole: true);
        Say("with the program running, from the first row on", turned.Elapsed.TotalSeconds, waits, studio);
    }

    private static void Say(string what, double seconds, List<double> waits, Running studio)
    {
        // The first pages of a program are those that it compiles.
        var warm = waits.Skip(10).Order().ToList();
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"Digest of {Clients} clients on a new care day {what}, s (bound 20): {seconds:0.0}; requests meanwhile, ms: median "
                    + $"{warm[warm.Count / 2]:0}, slowest of {warm.Count} (bound 100) {warm[^1]:0}; the program takes "
                    + $"{studio.MostMemory} MB at most"
            )
        );
    }

    /// <summary>Looks at pages until the digest is made.</summary>
    /// <param name="whole">Of all; else until it has begun.</param>
    /// <returns>Milliseconds of each request.</returns>
    private static async Task<List<double>> Looking(string folder, Visitor staff, bool whole)
    {
        var client = await staff.IdOf("Perrin");
        var enough = whole ? Number(folder, "SELECT count(*) FROM client WHERE practice = 0") : 1;
        var waits = new List<double>();

        // Counting reads the whole table, so it is done once a second or so.
        for (var i = 0; i % 10 != 0 || Number(folder, OfNow) < enough; i++)
        {
            using var from = staff.From(i);
            var start = Stopwatch.GetTimestamp();
            await from.Get(i % 2 == 0 ? "/clients/new" : $"/clients/{client}/ramp");
            waits.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
            await Task.Delay(100);
        }

        return waits;
    }

    private static async Task Starts(string folder)
    {
        var emptyFolder = Directory.CreateTempSubdirectory("oatpath-bench").FullName;
        double emptyStart = 0,
            largeStart = 0;
        for (var round = 0; round < 5; round++)
        {
            var start = Stopwatch.GetTimestamp();
            (await Running.Studio(emptyFolder, Port, demo: false)).Dispose();
            emptyStart += Stopwatch.GetElapsedTime(start).TotalMilliseconds / 5;
            start = Stopwatch.GetTimestamp();
            (await Running.Studio(folder, Port, demo: false)).Dispose();
            largeStart += Stopwatch.GetElapsedTime(start).TotalMilliseconds / 5;
        }

        Directory.Delete(emptyFolder, recursive: true);
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"Start until the first page, ms: empty studio {emptyStart:0}, large {largeStart:0}, ratio "
                    + $"{largeStart / emptyStart:0.00} (bound 2)"
            )
        );
    }

    private static async Task Desk(string folder)
    {
        using var studio = await Running.Studio(folder, Port, demo: true);
        using var staff = new Visitor(studio.Origin);
        await staff.SignIn();
        await Median(staff, "/clients/new", 40);
        await Median(staff, "/", 40);
        var (empty, desk) = (await Median(staff, "/clients/new", 60), await Median(staff, "/", 60));
        var kilobytes = (await staff.Get("/")).Length / 1000.0;
        var clients = await Median(staff, "/clients", 40);
        var search = await Median(staff, "/clients?q=client%204711", 40);
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"Desk of {Clients} clients, ms over a page without a record ({empty:0.0}): {desk - empty:0.0} (bound 50), {kilobytes:0} "
                    + $"KB (bound 60); Clients {clients - empty:0.0}; a search {search - empty:0.0}"
            )
        );
        for (var i = 0; i < 15; i++)
        {
            await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => staff.Get("/")));
        }

        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"Four Desks at once, MB of the whole program at most (bound 400): {studio.MostMemory}"
            )
        );
    }

    private static async Task<double> Median(Visitor visitor, string page, int runs)
    {
        var times = new List<double>();
        for (var i = 0; i < runs; i++)
        {
            times.Add(await Timing.Took(visitor, page));
        }

        return Timing.Median(times);
    }

    private static long Number(string folder, string sql)
    {
        using var connection = Open(folder);
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return (long)command.ExecuteScalar()!;
    }

    private static void Execute(string folder, string sql)
    {
        using var connection = Open(folder);
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private static SqliteConnection Open(string folder)
    {
        var connection = new SqliteConnection(
            $"Data Source={Path.Combine(folder, DataFolder.DatabaseName)};Pooling=False;Default Timeout=30"
        );
        connection.Open();
        return connection;
    }
}
