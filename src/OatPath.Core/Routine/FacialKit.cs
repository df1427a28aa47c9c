using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Routine;

/// <summary>What is laid out before a home facial, so that nothing is fetched with wet hands while something is on the skin.</summary>
/// <remarks>Source: trade convention.</remarks>
public static class FacialKit
{
    /// <param name="parts">The parts of the facial in their order.</param>
    /// <param name="nameOf">The name of a part's product.</param>
    /// <returns>Things in the order they are needed, each once.</returns>
    public static IReadOnlyList<string> Of(IReadOnlyList<Step> parts, Func<Step, string> nameOf) =>
        [
            .. parts
                .SelectMany(part => Things(part, nameOf(part)))
                .Append(Said.Of("a fresh towel"))
                .Append(Said.Of("the serum and the cream for after"))
                .Distinct(),
        ];

    private static IEnumerable<string> Things(Step part, string name)
    {
        yield return part.Kind is { } kind && KindWords.Of(kind).Kit is { } kit ? kit(name) : name;
        if (part.Removal == Removal.WarmFlannel)
        {
            yield return Said.Of("a flannel and warm water");
        }
    }
}
