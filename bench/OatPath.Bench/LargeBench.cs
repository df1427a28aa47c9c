using System.Diagnostics;
using System.Globalization;
using Microsoft.Data.Sqlite;
using OatPath.Store;
using OatPath.Web;

namespace OatPath.Bench;

/// <summary>The speed of a large studio, by the real program over a real socket, as ratios within one run.</summary>
internal static class LargeBench
{
    private const int Port = 5995;
    private const int Clients = 5_000;
    private const int RequestsEach = 150;
    private static int addresses;
    private const string Origin = "http://127.0.0.1:5995";
    private static readonly string Program = Path.Combine(AppContext.BaseDirectory, "OatPath.Web.dll");

    public static async Task Run(string folder)
    {
        if (!File.Exists(Path.Combine(folder, DataFolder.DatabaseName)))
        {
            await LargeStudio.Make(folder, Clients);
        }

        LargeStudio.Check(folder);
        await Rates();
        await Large(folder);
    }

    /// <summary>Phone, Ramp and Bench of the demo against an empty Razor page, in requests a second.</summary>
    private static async Task Rates()
    {
        var folder = Directory.CreateTempSubdirectory("oatpath-bench").FullName;
        using (var app = await Started(folder, demo: true))
        {
            using var staff = new Visitor(Origin);
            await staff.SignIn();
            var id = await staff.IdOf("Perrin");
            var link = await staff.Post($"/clients/{id}/link", $"/clients/{id}/link?handler=New");
            using var phone = new Visitor(Origin);
            await phone.Post(Part(link, "/go/", "\""), Part(link, "/go/", "\""));
            string[] pages = ["/no-plan", "/my", $"/clients/{id}/ramp", $"/clients/{id}/routine"];
            Visitor[] visitors = [phone, phone, staff, staff];
            var took = new double[pages.Length];

            // In turn, so that a busy moment of the machine meets all alike; the first rounds warm up.
            for (var round = 0; round < 12; round++)
            {
                for (var i = 0; i < pages.Length; i++)
                {
                    var seconds = await Seconds(visitors[i], pages[i]);
                    took[i] += round < 4 ? 0 : seconds / 8;
                }
            }

            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"Requests a second as a part of an empty Razor page's ({1 / took[0]:0}): phone 1/{took[1] / took[0]:0.0} (bound 1/8), Ramp 1/{took[2] / took[0]:0.0} (bound 1/15), Bench 1/{took[3] / took[0]:0.0} (bound 1/15)"));
        }

        Directory.Delete(folder, recursive: true);
    }

    private static async Task Large(string folder)
    {
        // Wiped, so that the program has to make every row anew.
        using (var database = new Database(Path.Combine(folder, DataFolder.DatabaseName)))
        {
            Migrator.Migrate(database);
            new DigestTable(database).Wipe();
        }

        var rebuilt = Stopwatch.StartNew();
        using (var app = await Started(folder, demo: true))
        {
            while (Number(folder, "SELECT count(*) FROM client_digest") < Number(folder, "SELECT count(*) FROM client"))
            {
                await Task.Delay(200);
            }

            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"Digest of {Clients} clients rebuilt, s (bound 60): {rebuilt.Elapsed.TotalSeconds:0.0}; the program then takes {Memory(app.Id)} MB at most"));
        }

        var emptyFolder = Directory.CreateTempSubdirectory("oatpath-bench").FullName;
        double emptyStart = 0, largeStart = 0;
        for (var round = 0; round < 5; round++)
        {
            var start = Stopwatch.GetTimestamp();
            (await Started(emptyFolder, demo: false)).Dispose();
            emptyStart += Stopwatch.GetElapsedTime(start).TotalMilliseconds / 5;
            start = Stopwatch.GetTimestamp();
            (await Started(folder, demo: false)).Dispose();
            largeStart += Stopwatch.GetElapsedTime(start).TotalMilliseconds / 5;
        }

        Directory.Delete(emptyFolder, recursive: true);
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"Start until the first page, ms: empty {emptyStart:0}, large {largeStart:0}, ratio {largeStart / emptyStart:0.00} (bound 2)"));

        using (var app = await Started(folder, demo: true))
        {
            using var staff = new Visitor(Origin);
            await staff.SignIn();
            await Median(staff, "/clients/new", 40);
            await Median(staff, "/", 40);
            var (empty, desk) = (await Median(staff, "/clients/new", 60), await Median(staff, "/", 60));
            var clients = await Median(staff, "/clients", 40);
            var search = await Median(staff, "/clients?q=client%204711", 40);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"Desk of {Clients} clients, ms over an empty page ({empty:0.0}): {desk - empty:0.0} (bound 50); Clients {clients - empty:0.0}; a search {search - empty:0.0}"));
            for (var i = 0; i < 15; i++)
            {
                await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => staff.Get("/")));
            }

            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"Four Desks at once, MB of the whole program at most (bound 400): {Memory(app.Id)}"));
        }
    }

    /// <summary>Seconds that one request takes, four at once.</summary>
    private static async Task<double> Seconds(Visitor visitor, string page)
    {
        using var from = visitor.From(addresses++);
        await from.Get(page);
        var start = Stopwatch.GetTimestamp();
        await Task.WhenAll(Enumerable.Range(0, 4).Select(async _ =>
        {
            for (var i = 0; i < RequestsEach; i++)
            {
                await from.Get(page);
            }
        }));
        return Stopwatch.GetElapsedTime(start).TotalSeconds / (4 * RequestsEach);
    }

    private static async Task<double> Median(Visitor visitor, string page, int runs)
    {
        var times = new double[runs];
        for (var i = 0; i < runs; i++)
        {
            var start = Stopwatch.GetTimestamp();
            await visitor.Get(page);
            times[i] = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
        }

        Array.Sort(times);
        return times[runs / 2];
    }

    private static async Task<Running> Started(string folder, bool demo)
    {
        var running = new Running(Program, folder, Port, demo);
        using var http = new HttpClient();
        for (var tries = 0; ; tries++)
        {
            try
            {
                using var answer = await http.GetAsync(Origin + "/sign-in");
                return running;
            }
            catch (HttpRequestException) when (tries < 3000)
            {
                await Task.Delay(10);
            }
        }
    }

    private static long Memory(int process) =>
        long.Parse(File.ReadLines($"/proc/{process}/status").First(line => line.StartsWith("VmHWM", StringComparison.Ordinal)).Split(' ', StringSplitOptions.RemoveEmptyEntries)[1], CultureInfo.InvariantCulture) / 1000;

    private static long Number(string folder, string sql)
    {
        using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, DataFolder.DatabaseName)};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return (long)command.ExecuteScalar()!;
    }

    private static string Part(string text, string from, string until)
    {
        var start = text.IndexOf(from, StringComparison.Ordinal);
        return text[start..text.IndexOf(until, start, StringComparison.Ordinal)];
    }

    /// <summary>The program as it is served.</summary>
    private sealed class Running : IDisposable
    {
        private readonly Process process;

        public Running(string program, string folder, int port, bool demo)
        {
            var start = new ProcessStartInfo("dotnet", [program, "--data", folder, "--port", $"{port}", .. demo ? ["--demo"] : Array.Empty<string>()]) { RedirectStandardOutput = true };
            process = Process.Start(start)!;
            process.OutputDataReceived += (_, _) => { };
            process.BeginOutputReadLine();
        }

        public int Id => process.Id;

        public void Dispose()
        {
            _ = Process.Start("kill", ["-TERM", $"{process.Id}"])!.WaitForExit(1000);
            process.WaitForExit();
            process.Dispose();
        }
    }
}
