using System.Diagnostics;
using System.Globalization;

namespace OatPath.Mutate;

/// <summary>What one run of a test class came to.</summary>
/// <param name="Met">Mutants whose place the class goes through.</param>
internal sealed record ClassRun(string Name, TimeSpan Took, IReadOnlySet<int> Met);

/// <summary>Runs test classes in processes of their own.</summary>
internal sealed class Runs(string tests)
{
    // Long property tests try fewer cases; a mutant that only many of them would find counts as a survivor.
    private const string Cases = "150";
    private const int Slower = 4;
    private static readonly TimeSpan AtLeast = TimeSpan.FromSeconds(20);

    /// <summary>How a class does without a mutant; null where it fails or takes too long to be asked again and again.</summary>
    public ClassRun? Alone(string name, TimeSpan most)
    {
        var met = Path.GetTempFileName();
        var watch = Stopwatch.StartNew();
        var passed = Start(null, met, [name], most) == Ran.Passed;
        var run = passed ? new ClassRun(name, watch.Elapsed, File.ReadLines(met).Select(int.Parse).ToHashSet()) : null;
        File.Delete(met);
        return run;
    }

    /// <summary>Whether one of these classes notices a mutant; they run in one process, in this order, until one does.</summary>
    public bool Notices(Mutant mutant, IReadOnlyList<ClassRun> classes) =>
        classes.Count > 0
        && Start(mutant, null, [.. classes.Select(run => run.Name)], (Together(classes) * Slower) + AtLeast) != Ran.Passed;

    private static TimeSpan Together(IEnumerable<ClassRun> classes) => TimeSpan.FromTicks(classes.Sum(run => run.Took.Ticks));

    private Ran Start(Mutant? mutant, string? met, string[] classes, TimeSpan most)
    {
        var start = new ProcessStartInfo(Environment.ProcessPath!)
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        string[] words = [typeof(Runs).Assembly.Location, "--classes", tests, met ?? "-", .. classes];
        foreach (var word in words)
        {
            start.ArgumentList.Add(word);
        }

        start.Environment["OATPATH_MUTANT"] = (mutant?.Id ?? -1).ToString(CultureInfo.InvariantCulture);
        start.Environment["OATPATH_CASES"] = Cases;
        start.Environment["OATPATH_SEED"] = "1";
        using var process = Process.Start(start)!;
        process.OutputDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        if (!process.WaitForExit(most))
        {
            process.Kill(entireProcessTree: true);
            return Ran.TooLong;
        }

        return process.ExitCode == 0 ? Ran.Passed : Ran.Failed;
    }

    private enum Ran { Passed, Failed, TooLong }
}
