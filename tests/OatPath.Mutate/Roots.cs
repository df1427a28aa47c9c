using System.Reflection;
using System.Runtime.InteropServices;

namespace OatPath.Mutate;

/// <summary>Where things are.</summary>
internal static class Roots
{
    public static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (folder is not null && !File.Exists(Path.Combine(folder.FullName, "OatPath.slnx")))
        {
            folder = folder.Parent;
        }

        return folder?.FullName ?? throw new InvalidOperationException("The sources were not found above the program.");
    }

    /// <summary>
    /// The classes with tests in them, read without loading them. What looks at sources or runs for minutes notices no rule.
    /// </summary>
    public static IReadOnlyList<string> TestClasses(string tests)
    {
        var files = Directory
            .EnumerateFiles(tests, "*.dll")
            .Concat(Directory.EnumerateFiles(RuntimeEnvironment.GetRuntimeDirectory(), "*.dll"))
            .DistinctBy(Path.GetFileName);
        using var context = new MetadataLoadContext(new PathAssemblyResolver(files));
        return
        [
            .. context
                .LoadFromAssemblyPath(Path.Combine(tests, "OatPath.Core.Tests.dll"))
                .GetTypes()
                .Where(type => type is { IsClass: true, IsAbstract: false, IsPublic: true })
                .Where(type => type.Name != "ArchitectureTests" && type.GetMethods().Any(HasTest))
                .Select(type => type.FullName!),
        ];
    }

    private static bool HasTest(MethodInfo method) =>
        method.GetCustomAttributesData().Any(attribute => attribute.AttributeType.Name is "FactAttribute" or "TheoryAttribute");
}
