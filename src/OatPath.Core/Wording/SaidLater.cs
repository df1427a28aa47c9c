namespace OatPath.Core.Wording;

/// <summary>Words that are data now, in English, and are said where they are shown, in the language spoken there.</summary>
/// <param name="words">Says them in the language spoken when it is called.</param>
public sealed class SaidLater(Func<string> words)
{
    private readonly string asMade = words();

    /// <summary>As they were when they were made: what stands in a file.</summary>
    public override string ToString() => asMade;

    /// <summary>In the language spoken now.</summary>
    public string InWords() => Language.Current.IsEnglish ? asMade : words();
}
