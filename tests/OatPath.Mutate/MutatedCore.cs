using System.Reflection;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace OatPath.Mutate;

/// <summary>The core with a switch for each mutant, made in place of the one that the tests were built with.</summary>
internal sealed class MutatedCore(string root, string built, string tests)
{
    private const string Switch = """
        global using global::System; global using global::System.Collections.Generic; global using global::System.IO;
        global using global::System.Linq; global using global::System.Threading; global using global::System.Threading.Tasks;
        [assembly: global::System.Runtime.CompilerServices.InternalsVisibleTo("OatPath.Core.Tests")]
        [assembly: global::System.Runtime.CompilerServices.InternalsVisibleTo("OatPath.Web.Tests")]
        public static class MutantSwitch
        {
            private static readonly int On = int.Parse(Environment.GetEnvironmentVariable("OATPATH_MUTANT") ?? "-1");
            /// What the test that runs went through, and what was gone through once for all that come after: 1 and 2.
            public static readonly byte[] Met = new byte[100_000];
            public static bool Is(int mutant)
            {
                if (On < 0 && Met[mutant] == 0) { Met[mutant] = (byte)(Kept() ? 2 : 1); }
                return mutant == On;
            }
            private static bool Kept() => new global::System.Diagnostics.StackTrace(false).GetFrames()
                .Any(frame => frame.GetMethod() is { } method && (method.IsConstructor && method.IsStatic
                    || method.DeclaringType is { IsGenericType: true } type && type.GetGenericTypeDefinition() == typeof(Lazy<>)));
        }
        """;

    private readonly string core = Path.Combine(root, "src", "OatPath.Core");
    private readonly CSharpParseOptions parsing = new(LanguageVersion.Latest);

    /// <summary>Every mutant there could be, in the order of the files.</summary>
    public List<Mutant> Candidates() =>
        [
            .. Sources()
                .SelectMany(file =>
                {
                    var tree = CSharpSyntaxTree.ParseText(File.ReadAllText(file), parsing);
                    return Rewriting
                        .Places(tree.GetRoot())
                        .Select(place => new Mutant(
                            0,
                            Path.GetRelativePath(core, file),
                            tree.GetLineSpan(place.Node.Span).StartLinePosition.Line + 1,
                            place.Node.Span,
                            place.Node.ToString(),
                            place.Is,
                            place.Constant
                        ));
                })
                .Select((mutant, at) => mutant with { Id = at }),
        ];

    /// <summary>Writes the core with these mutants over the copy beside the tests; those that do not compile are left out.</summary>
    /// <returns>The mutants that are in it.</returns>
    public List<Mutant> Write(IReadOnlyList<Mutant> wanted)
    {
        var mutants = wanted.ToList();
        while (true)
        {
            var compilation = Compile(mutants);
            using var image = new MemoryStream();
            var result = compilation.Emit(image, manifestResources: Resources());
            if (result.Success)
            {
                File.WriteAllBytes(Path.Combine(tests, "OatPath.Core.dll"), image.ToArray());
                return mutants;
            }

            var faults = result.Diagnostics.Where(fault => fault.Severity == DiagnosticSeverity.Error).ToList();
            var dropped = faults.SelectMany(Blamed).ToHashSet();
            var constants = faults
                .Select(fault => fault.Location.SourceTree!.GetRoot().FindNode(fault.Location.SourceSpan).ToString().Split('.')[^1])
                .ToHashSet();
            var files = faults.Select(fault => Path.GetRelativePath(core, fault.Location.SourceTree!.FilePath)).ToHashSet();
            if (
                mutants.RemoveAll(mutant => dropped.Contains(mutant.Id) || (mutant.Constant is { } name && constants.Contains(name))) == 0
                && mutants.RemoveAll(mutant => files.Contains(mutant.File)) == 0
            )
            {
                throw new InvalidOperationException(string.Join('\n', faults.Take(5)));
            }
        }
    }

    /// <summary>The switches around, or inside of, the place of a fault.</summary>
    private static IEnumerable<int> Blamed(Diagnostic fault) =>
        fault
            .Location.SourceTree!.GetRoot()
            .FindNode(fault.Location.SourceSpan)
            .AncestorsAndSelf()
            .TakeWhile(node => node is not MemberDeclarationSyntax)
            .SelectMany(node => node.DescendantNodesAndSelf().OfType<InvocationExpressionSyntax>())
            .Where(call => call.Expression.ToString().EndsWith("MutantSwitch.Is", StringComparison.Ordinal))
            .Select(call => int.Parse(call.ArgumentList.Arguments[0].ToString(), System.Globalization.CultureInfo.InvariantCulture));

    private CSharpCompilation Compile(List<Mutant> mutants)
    {
        var places = mutants.ToDictionary(mutant => (mutant.File, mutant.Span.Start, mutant.Span.Length));
        var trees = Sources()
            .Select(file =>
            {
                var tree = CSharpSyntaxTree.ParseText(File.ReadAllText(file), parsing);
                var rewritten = new Rewriting(places, Path.GetRelativePath(core, file)).Visit(tree.GetRoot());
                return CSharpSyntaxTree.ParseText(rewritten.ToFullString(), parsing, file);
            })
            .Append(CSharpSyntaxTree.ParseText(Switch, parsing));
        var compilation = CSharpCompilation.Create(
            "OatPath.Core",
            trees,
            References(),
            new(
                OutputKind.DynamicallyLinkedLibrary,
                optimizationLevel: OptimizationLevel.Release,
                nullableContextOptions: NullableContextOptions.Enable
            )
        );
        CSharpGeneratorDriver
            .Create(Generators().ToArray(), parseOptions: parsing)
            .RunGeneratorsAndUpdateCompilation(compilation, out var whole, out _);
        return (CSharpCompilation)whole;
    }

    private IEnumerable<string> Sources() =>
        Directory
            .EnumerateFiles(core, "*.cs", SearchOption.AllDirectories)
            .Where(file => !Path.GetRelativePath(core, file).StartsWith("obj", StringComparison.Ordinal))
            .Where(file => !Path.GetRelativePath(core, file).StartsWith("bin", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal);

    /// <summary>Tables and words as the unchanged core holds them.</summary>
    private List<ResourceDescription> Resources()
    {
        var unchanged = Assembly.Load(File.ReadAllBytes(Path.Combine(built, "OatPath.Core.dll")));
        return
        [
            .. unchanged
                .GetManifestResourceNames()
                .Select(name => new ResourceDescription(name, () => unchanged.GetManifestResourceStream(name)!, isPublic: true)),
        ];
    }

    private IEnumerable<MetadataReference> References() =>
        Packs()
            .SelectMany(pack => Directory.EnumerateFiles(Path.Combine(pack, "ref", "net10.0"), "*.dll"))
            .Concat(Directory.EnumerateFiles(tests, "*.dll").Where(file => Path.GetFileName(file) is "Ical.Net.dll" or "NodaTime.dll"))
            .Select(file => MetadataReference.CreateFromFile(file));

    /// <summary>The generator that writes the core's patterns.</summary>
    private static IEnumerable<ISourceGenerator> Generators() =>
        Packs()
            .Select(pack => Path.Combine(pack, "analyzers", "dotnet", "cs", "System.Text.RegularExpressions.Generator.dll"))
            .Select(Assembly.LoadFrom)
            .Select(assembly => assembly.GetType("System.Text.RegularExpressions.Generator.RegexGenerator", throwOnError: true)!)
            .Select(type => ((IIncrementalGenerator)Activator.CreateInstance(type)!).AsSourceGenerator());

    private static IEnumerable<string> Packs()
    {
        var home = Path.GetFullPath(Path.Combine(Path.GetDirectoryName(typeof(object).Assembly.Location)!, "..", "..", ".."));
        yield return Directory
            .EnumerateDirectories(Path.Combine(home, "packs", "Microsoft.NETCore.App.Ref"), "10.*")
            .Order(StringComparer.Ordinal)
            .Last();
    }
}
