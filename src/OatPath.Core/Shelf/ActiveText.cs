using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>Actives as a person writes them on one line: "glycolic 7 + salicylic 0.5".</summary>
public static class ActiveText
{
    /// <returns>The actives, and what is wrong with a part, as a remedy.</returns>
    public static (IReadOnlyList<Active> Actives, IReadOnlyList<string> Wrong) Read(string text)
    {
        var (found, wrong) = (new List<Active>(), new List<string>());
        foreach (var part in text.Split('+', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var words = part.TrimEnd('%', ' ').Split(' ', StringSplitOptions.RemoveEmptyEntries);
            if (words.Length == 0 || EnumName.Find<Substance>(words[0].ToLowerInvariant()) is not { } substance)
            {
                wrong.Add($"{(words.Length == 0 ? part : words[0])} is not known; write for example: glycolic 7 + salicylic 0.5");
                continue;
            }

            decimal? percent = words.Length > 1 ? Field.Number(words[1], withSign: true) : null;
            if (words.Length > 2 || (words.Length == 2 && percent is null))
            {
                wrong.Add($"\"{part}\" is not understood; write for example: glycolic 7 + salicylic 0.5");
                continue;
            }

            found.Add(new(substance, percent));
        }

        return (found, wrong);
    }

    /// <summary>The same back as text.</summary>
    public static string Write(IReadOnlyList<Active> actives) =>
        string.Join(
            " + ",
            actives.Select(active =>
                EnumName.Of(active.Substance)
                + (active.Percent is { } percent ? FormattableString.Invariant($" {percent:0.###}") : "")
            )
        );
}
