using System.Diagnostics;
using System.Globalization;

namespace OatPath.Bench;

/// <summary>
/// A program as it is served: a process of its own, over a real socket. What a studio installs, where OATPATH_PROGRAM names the folder it
/// was unpacked in; else what was built beside this.
/// </summary>
internal sealed class Running : IDisposable
{
    private const string Server = "OatPath.Web.dll";
    private readonly Process process;

    private Running(string program, int port, string[] arguments)
    {
        Origin = $"http://127.0.0.1:{port}";
        var installed = Environment.GetEnvironmentVariable("OATPATH_PROGRAM");
        var start =
            program == Server && installed is not null
                ? new ProcessStartInfo(Path.Combine(installed, Path.GetFileNameWithoutExtension(Server)), arguments)
                : new ProcessStartInfo("dotnet", [Path.Combine(AppContext.BaseDirectory, program), .. arguments]);
        start.RedirectStandardOutput = true;
        process = Process.Start(start)!;
        process.OutputDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
    }

    public string Origin { get; }

    public int Id => process.Id;

    /// <summary>The program on a folder, once its first page answers.</summary>
    public static Task<Running> Studio(string folder, int port, bool demo) =>
        Answering(new(Server, port, ["--data", folder, "--port", $"{port}", .. demo ? ["--demo"] : Array.Empty<string>()]), "/sign-in");

    /// <summary>The empty application.</summary>
    public static Task<Running> Empty(int port) => Answering(new("OatPath.EmptyApp.dll", port, [$"{port}"]), "/");

    private static async Task<Running> Answering(Running running, string page)
    {
        using var http = new HttpClient();
        for (var tries = 0; ; tries++)
        {
            try
            {
                using var answer = await http.GetAsync(running.Origin + page);
                return running;
            }
            catch (HttpRequestException) when (tries < 3000)
            {
                await Task.Delay(10);
            }
        }
    }

    /// <summary>The most memory it has had in use so far, MB.</summary>
    public long MostMemory => Status("VmHWM");

    /// <summary>The memory it has in use now, MB.</summary>
    public long Memory => Status("VmRSS");

    /// <summary>Open files and sockets.</summary>
    public int Handles => Directory.GetFileSystemEntries($"/proc/{Id}/fd").Length;

    /// <summary>Ends it as a failing machine does.</summary>
    public void Kill()
    {
        process.Kill();
        process.WaitForExit();
        process.Dispose();
    }

    public void Dispose()
    {
        _ = Process.Start("kill", ["-TERM", $"{process.Id}"])!.WaitForExit(1000);
        process.WaitForExit();
        process.Dispose();
    }

    private long Status(string name) =>
        long.Parse(
            File.ReadLines($"/proc/{Id}/status")
                .First(line => line.StartsWith(name, StringComparison.Ordinal))
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)[1],
            CultureInfo.InvariantCulture
        ) / 1000;
}
