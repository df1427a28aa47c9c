using System.Reflection;
using System.Runtime.Loader;
using Xunit.Abstractions;
using Xunit.Sdk;

namespace OatPath.Mutate;

/// <summary>Runs the core's tests in this process, one after the other, until one fails.</summary>
internal sealed class TestHost : IDisposable
{
    private readonly Assembly assembly;
    private readonly XunitTestFramework framework = new(new Listener());
    private readonly byte[] met;
    private readonly Dictionary<string, List<ITestCase>> found = [];

    public TestHost(string tests)
    {
        AssemblyLoadContext.Default.Resolving += (context, name) =>
            Path.Combine(tests, name.Name + ".dll") is var file && File.Exists(file) ? context.LoadFromAssemblyPath(file) : null;
        Directory.SetCurrentDirectory(tests);
        assembly = AssemblyLoadContext.Default.LoadFromAssemblyPath(Path.Combine(tests, "OatPath.Core.Tests.dll"));
        var core = AssemblyLoadContext.Default.LoadFromAssemblyPath(Path.Combine(tests, "OatPath.Core.dll"));
        met = (byte[])core.GetType("MutantSwitch")!.GetField("Met")!.GetValue(null)!;
    }

    /// <summary>Runs each test of a class and writes to a file what it took and which mutants it met.</summary>
    /// <returns>0 where all pass.</returns>
    public int Alone(string name, string file)
    {
        var cases = CasesOf(name);
        var (early, runs) = (Where(1).ToHashSet(), new List<TestRun>());
        foreach (var test in cases)
        {
            Array.ForEach(Where(1), mutant => met[mutant] = 0);
            var watch = System.Diagnostics.Stopwatch.StartNew();
            if (Failed([test]))
            {
                return 1;
            }

            runs.Add(new(name, test.UniqueID, watch.Elapsed, Where(1).ToHashSet()));
        }

        // What is made once is made for all of them.
        early.UnionWith(Where(2));
        File.WriteAllLines(file, runs.Select(run => (run with { Met = run.Met.Concat(early).ToHashSet() }).Line));
        return 0;
    }

    /// <summary>Runs these tests, in this order as far as it goes.</summary>
    /// <returns>0 where all pass.</returns>
    public int Together(IReadOnlyList<TestRun> tests)
    {
        // Few at first, since most mutants are noticed by the first; each batch sets a framework up.
        for (var (at, many) = (0, 20); at < tests.Count; at += many, many *= 2)
        {
            if (Failed([.. tests.Skip(at).Take(many).SelectMany(Cases).DistinctBy(test => test.UniqueID)]))
            {
                return 1;
            }
        }

        return 0;
    }

    public void Dispose() => framework.Dispose();

    /// <summary>A test; where a mutant changed what it is called by, all of its class.</summary>
    private IEnumerable<ITestCase> Cases(TestRun test)
    {
        var all = CasesOf(test.Class);
        return all.Find(one => one.UniqueID == test.Id) is { } same ? [same] : all;
    }

    private List<ITestCase> CasesOf(string name)
    {
        if (!found.TryGetValue(name, out var cases))
        {
            using var heard = new Listener();
            framework.GetDiscoverer(Reflector.Wrap(assembly)).Find(name, false, heard, new Options());
            heard.Done.Wait();
            found[name] = cases = heard.Cases;
        }

        return cases;
    }

    private bool Failed(List<ITestCase> cases)
    {
        using var heard = new Listener();
        framework.GetExecutor(assembly.GetName()).RunTests(cases, heard, new Options());
        heard.Done.Wait();
        if (heard.Failed is { } failed)
        {
            Console.WriteLine(failed);
        }

        return heard.Failed is not null;
    }

    private int[] Where(byte how) => [.. met.Index().Where(one => one.Item == how).Select(one => one.Index)];

    /// <summary>Hears what is found and what fails, and stops at the first failure.</summary>
    private sealed class Listener : IMessageSink, IDisposable
    {
        public ManualResetEventSlim Done { get; } = new();
        public List<ITestCase> Cases { get; } = [];
        public string? Failed { get; private set; }

        public bool OnMessage(IMessageSinkMessage message)
        {
            switch (message)
            {
                case ITestCaseDiscoveryMessage found:
                    Cases.Add(found.TestCase);
                    break;
                case ITestFailed failed:
                    Failed ??= failed.Test.DisplayName;
                    break;
                case IErrorMessage error:
                    Failed ??= string.Join(' ', error.Messages);
                    break;
                case IDiscoveryCompleteMessage or ITestAssemblyFinished:
                    Done.Set();
                    break;
            }

            return Failed is null;
        }

        public void Dispose() => Done.Dispose();
    }

    private sealed class Options : ITestFrameworkDiscoveryOptions, ITestFrameworkExecutionOptions
    {
        private readonly Dictionary<string, object?> values = new() { ["xunit.execution.DisableParallelization"] = true };

        public TValue GetValue<TValue>(string name) => values.TryGetValue(name, out var value) && value is TValue typed ? typed : default!;

        public void SetValue<TValue>(string name, TValue value) => values[name] = value;
    }
}
