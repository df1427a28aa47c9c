using System.Collections.Concurrent;
using System.Globalization;
using System.Reflection;
using System.Runtime.InteropServices;
using OatPath.Mutate;

if (args is ["--class", var at, var into, var type])
{
    using var host = new TestHost(at);
    return host.Alone(type, into);
}

if (args is ["--tests", var folder, var list])
{
    using var host = new TestHost(folder);
    return host.Together([.. File.ReadLines(list).Select(TestRun.Read)]);
}

var (count, seed, only) = (300, 1, "");
for (var word = 0; word + 1 < args.Length; word += 2)
{
    switch (args[word])
    {
        case "--count" when int.TryParse(args[word + 1], NumberStyles.None, CultureInfo.InvariantCulture, out var many) && many > 0:
            count = many;
            break;
        case "--seed" when int.TryParse(args[word + 1], NumberStyles.None, CultureInfo.InvariantCulture, out var number):
            seed = number;
            break;
        case "--in":
            only = args[word + 1];
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

var core = new MutatedCore(root, built, copy);
var random = new Random(seed);
var all = core.Candidates().Where(mutant => mutant.File.StartsWith(only, StringComparison.Ordinal)).ToArray();
var candidates = all.ToArray();
random.Shuffle(candidates);

// What does not compile is left out, so more are taken than are asked for.
var mutants = core.Write([.. candidates.Take(count * 3 / 2)]);
mutants = [.. mutants.Take(count)];
Console.WriteLine($"{all.Length} places, {mutants.Count} of them changed one at a time");

var longest = TimeSpan.FromMinutes(5);
var runs = new Runs(copy);
var tests = new ConcurrentBag<TestRun>();
Each(Roots.TestClasses(copy), name =>
{
    if (runs.Alone(name, longest) is { } of)
    {
        of.ToList().ForEach(tests.Add);
    }
    else
    {
        Console.WriteLine($"left out: {name} takes longer than {longest.TotalMinutes:0} min or fails by itself");
    }
});
var took = tests.Sum(test => test.Took.TotalSeconds);
Console.WriteLine($"{tests.Count} tests, {took:0} s; of those that meet a place the quickest, {Runs.Most.TotalSeconds:0} s of them");

var reasons = Survivors.Read(root);
var survivors = new ConcurrentBag<Mutant>();
var done = 0;
Each(mutants, mutant =>
{
    if (!runs.Notices(mutant, tests.Where(test => test.Met.Contains(mutant.Id))))
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
