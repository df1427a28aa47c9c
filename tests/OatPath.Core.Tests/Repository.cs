namespace OatPath.Core.Tests;

/// <summary>Finds the folder of the project from wherever the tests run.</summary>
internal static class Repository
{
    public static string Root { get; } = Find(AppContext.BaseDirectory);

    private static string Find(string folder) =>
        File.Exists(Path.Combine(folder, "OatPath.slnx"))
            ? folder
            : Find(Directory.GetParent(folder)?.FullName ?? throw new DirectoryNotFoundException("OatPath.slnx"));
}
