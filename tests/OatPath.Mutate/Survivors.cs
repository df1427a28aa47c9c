namespace OatPath.Mutate;

/// <summary>Mutants that no test notices, each with its reason: one a line, the place, a tab, the reason.</summary>
internal static class Survivors
{
    public static IReadOnlyDictionary<string, string> Read(string root) =>
        File.ReadLines(Path.Combine(root, "tests", "OatPath.Mutate", "survivors.txt"))
            .Where(line => line.Contains('\t', StringComparison.Ordinal))
            .Select(line => line.Split('\t', 2))
            .ToDictionary(line => line[0], line => line[1]);
}
