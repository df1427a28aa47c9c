namespace OatPath.Core.Wording;

/// <summary>
/// Sentences that a client reads, in the language that is spoken now. The English sentence stands where it is used and is its own key;
/// every one of them stands in the catalogue of the folder.
/// </summary>
public static class Said
{
    /// <summary>A sentence, or a word, in the language spoken now; as it is where the language has none.</summary>
    public static string Of(string english) => Language.Current.Find(english) ?? english;

    /// <summary>A sentence with values in it; in a catalogue they are {0}, {1} in the order of the English sentence.</summary>
    public static string Of(SaidText text) => text.InWords();

    /// <summary>Words that are kept as data and said where they are shown.</summary>
    public static SaidLater Later(Func<string> words) => new(words);

    /// <summary>Each of some sentences.</summary>
    public static IReadOnlyList<string> Each(IEnumerable<string> english) => [.. english.Select(Of)];

    /// <summary>A day as the language writes it.</summary>
    /// <param name="pattern">A pattern of .NET, as English has it: "ddd d MMMM".</param>
    public static string On(DateOnly date, string pattern) => date.ToString(Language.Current.Pattern(pattern), Language.Current.Dates);

    /// <summary>A moment of the studio's day, as the language writes it.</summary>
    public static string At(DateTimeOffset local, string pattern) =>
        local.ToString(Language.Current.Pattern(pattern), Language.Current.Dates);

    /// <summary>"1 day", "3 days", by the plural forms of the language.</summary>
    /// <param name="one">With {0} for the number where it is 1.</param>
    /// <param name="other">With {0} for any other number.</param>
    public static string Count(int number, string one, string other) =>
        string.Format(
            System.Globalization.CultureInfo.InvariantCulture,
            Language.Current.Find(one, other, number) ?? (number == 1 ? one : other),
            number
        );
}
