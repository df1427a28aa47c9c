using System.Diagnostics;
using System.Globalization;

namespace OatPath.Mutate;

/// <summary>Runs tests in processes of their own.</summary>
internal sealed class Runs(string tests)
{
    // Long property tests try fewer cases; a mutant that only many of them would find counts as a survivor.
    private const string Cases = "150";
    private const int Slower = 4;
    private static readonly TimeSpan AtLeast = TimeSpan.FromSeconds(20);

    /// <summary>How long the tests of one mutant may take together, by what they took without it.</summary>
    public static readonly TimeSpan Most = TimeSpan.FromSeconds(60);

    /// <summary>How the tests of a class do without a mutant; null where one fails or they take too long.</summary>
    public IReadOnlyList<TestRun>? Alone(string name, TimeSpan most) =>
        WithFile(file => Start(null, ["--class", tests, file, name], most) ? File.ReadLines(file).Select(TestRun.Read).ToList() : null);

    /// <summary>Whether one of these tests notices a mutant; they run in one process, the quickest first, until one does.</summary>
    public bool Notices(Mutant mutant, IEnumerable<TestRun> whole)
    {
        var (asked, together) = (new List<TestRun>(), TimeSpan.Zero);
        foreach (var test in whole.OrderBy(test => test.Took))
        {
            together += test.Took;
            if (together > Most)
            {
                break;
            }

            asked.Add(test);
        }

        return asked.Count > 0
            && WithFile(file =>
            {
                File.WriteAllLines(file, asked.Select(test => test.Line));
                return !Start(mutant, ["--tests", tests, file], (together * Slower) + AtLeast);
            });
    }

    private static T WithFile<T>(Func<string, T> use)
    {
        var file = Path.GetTempFileName();
        try
        {
            return use(file);
        }
        finally
        {
            File.Delete(file);
        }
    }

    /// <returns>Whether all passed in time.</returns>
    private static bool Start(Mutant? mutant, string[] words, TimeSpan most)
    {
        var start = new ProcessStartInfo(Environment.ProcessPath!) { RedirectStandardOutput = true, RedirectStandardError = true };
        start.ArgumentList.Add(typeof(Runs).Assembly.Location);
        foreach (var word in words)
        {
            start.ArgumentList.Add(word);
        }

        start.Environment["OATPATH_MUTANT"] = (mutant?.Id ?? -1).ToString(CultureInfo.InvariantCulture);
        start.Environment["OATPATH_CASES"] = Cases;
        start.Environment["OATPATH_SEED"] = "1";
        // A process lives for seconds: what it would learn of itself by watching costs more than it brings.
        start.Environment["DOTNET_TieredPGO"] = "0";
        using var process = Process.Start(start)!;
        process.OutputDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        if (process.WaitForExit(most))
        {
            return process.ExitCode == 0;
        }

        process.Kill(entireProcessTree: true);
        return false;
    }
}
