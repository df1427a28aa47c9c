using System.Collections.Concurrent;
using System.Globalization;
using System.Reflection;
using System.Runtime.InteropServices;
using OatPath.Mutate;

if (args is ["--classes", var folder, var met, .. var names])
{
    return TestHost.Run(folder, met == "-" ? null : met, names);
}

var (count, seed, only) = (300, 1, "");
for (var at = 0; at + 1 < args.Length; at += 2)
{
    switch (args[at])
    {
        case "--count" when int.TryParse(args[at + 1], NumberStyles.None, CultureInfo.InvariantCulture, out var many) && many > 0:
            count = many;
            break;
        case "--seed" when int.TryParse(args[at + 1], NumberStyles.None, CultureInfo.InvariantCulture, out var number):
            seed = number;
            break;
        case "--in":
            only = args[at + 1];
            break;
        default:
            Console.Error.WriteLine("usage: oat mutate [--count 300] [--seed 1] [--in ROOM]");
            return 2;
    }
}

var root = Roots.Find();
var built = Path.Combine(root, "tests", "OatPath.Core.Tests", "bin", "Release", "net10.0");
var copy = Directory.CreateDirectory(Path.Combine(root, "tests", "OatPath.Core.Tests", "bin", "mutated")).FullName;
foreach (var file in Directory.EnumerateFiles(built))
{
    File.Copy(file, Path.Combine(copy, Path.GetFileName(file)), overwrite: true);
}

var core = new MutatedCore(root, copy);
var random = new Random(seed);
var all = core.Candidates().Where(mutant => mutant.File.StartsWith(only, StringComparison.Ordinal)).ToArray();
var candidates = all.ToArray();
random.Shuffle(candidates);

// What does not compile is left out, so more are taken than are asked for.
var mutants = core.Write([.. candidates.Take(count * 3 / 2)]);
mutants = [.. mutants.Take(count)];
Console.WriteLine($"{all.Length} places, {mutants.Count} of them changed one at a time");

var longest = TimeSpan.FromSeconds(60);
var runs = new Runs(copy);
var classes = new ConcurrentBag<ClassRun>();
Each(Roots.TestClasses(copy), name =>
{
    if (runs.Alone(name, longest) is { } run)
    {
        classes.Add(run);
    }
    else
    {
        Console.WriteLine($"left out: {name} takes longer than {longest.TotalSeconds:0} s or fails by itself");
    }
});

var reasons = Survivors.Read(root);
var survivors = new ConcurrentBag<Mutant>();
var done = 0;
Each(mutants, mutant =>
{
    var noticed = runs.Notices(mutant, [.. classes.Where(run => run.Met.Contains(mutant.Id)).OrderBy(run => run.Took)]);
    if (!noticed)
    {
        survivors.Add(mutant);
        Console.WriteLine($"survives: {mutant.File}:{mutant.Line} {mutant.Was} -> {mutant.Is}");
    }

    if (Interlocked.Increment(ref done) % 25 == 0)
    {
        Console.WriteLine($"{done} of {mutants.Count}");
    }
});

var unexplained = survivors
    .Where(mutant => !reasons.ContainsKey(mutant.Key))
    .OrderBy(mutant => mutant.Key, StringComparer.Ordinal)
    .ToList();
Console.WriteLine(
    $"{mutants.Count - survivors.Count} of {mutants.Count} noticed; {survivors.Count} survive, {unexplained.Count} without a reason"
);
foreach (var mutant in unexplained)
{
    Console.WriteLine($"{mutant.Key}\t(line {mutant.Line})");
}

return unexplained.Count == 0 ? 0 : 3;

static void Each<T>(IEnumerable<T> items, Action<T> act) =>
    Parallel.ForEach(items, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount }, act);
