using System.Globalization;

namespace OatPath.Mutate;

/// <summary>What one test came to without a mutant.</summary>
/// <param name="Class">The class that holds it.</param>
/// <param name="Id">How the framework knows it again.</param>
/// <param name="Met">Mutants whose place it goes through.</param>
internal sealed record TestRun(string Class, string Id, TimeSpan Took, IReadOnlySet<int> Met)
{
    /// <summary>As a line of a file.</summary>
    public string Line => string.Join('\t', Class, Id, Took.Ticks.ToString(CultureInfo.InvariantCulture), string.Join(' ', Met.Order()));

    /// <summary>Reads a <see cref="Line"/>.</summary>
    public static TestRun Read(string line) =>
        line.Split('\t') is [var type, var id, var took, var met]
            ? new(
                type,
                id,
                TimeSpan.FromTicks(long.Parse(took, CultureInfo.InvariantCulture)),
                met.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(int.Parse).ToHashSet()
            )
            : throw new InvalidDataException(line);
}
