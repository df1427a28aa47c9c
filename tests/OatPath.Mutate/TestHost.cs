using System.Reflection;
using System.Runtime.Loader;
using Xunit.Abstractions;
using Xunit.Sdk;

namespace OatPath.Mutate;

/// <summary>Runs classes of the core's tests in this process, one after the other, until one fails.</summary>
internal static class TestHost
{
    /// <returns>0 where all pass, 1 where one fails; its name is printed. With a file, the mutants that were met are written to
    /// it.</returns>
    public static int Run(string tests, string? met, IEnumerable<string> classes)
    {
        AssemblyLoadContext.Default.Resolving += (context, name) =>
            Path.Combine(tests, name.Name + ".dll") is var file && File.Exists(file) ? context.LoadFromAssemblyPath(file) : null;
        Directory.SetCurrentDirectory(tests);
        foreach (var each in classes)
        {
            if (FailedIn(Path.Combine(tests, "OatPath.Core.Tests.dll"), each) is { } failed)
            {
                Console.WriteLine(failed);
                return 1;
            }
        }

        if (met is not null)
        {
            var type = AssemblyLoadContext.Default.LoadFromAssemblyPath(Path.Combine(tests, "OatPath.Core.dll")).GetType("MutantSwitch")!;
            var all = (bool[])type.GetField("Met")!.GetValue(null)!;
            File.WriteAllLines(met, all.Index().Where(one => one.Item).Select(one => $"{one.Index}"));
        }

        return 0;
    }

    private static string? FailedIn(string file, string type)
    {
        var assembly = AssemblyLoadContext.Default.LoadFromAssemblyPath(file);
        using var framework = new XunitTestFramework(new Listener());
        using var found = new Listener();
        framework.GetDiscoverer(Reflector.Wrap(assembly)).Find(type, false, found, new Options());
        found.Done.Wait();
        using var ran = new Listener();
        framework.GetExecutor(assembly.GetName()).RunTests(found.Cases, ran, new Options());
        ran.Done.Wait();
        return ran.Failed;
    }

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
