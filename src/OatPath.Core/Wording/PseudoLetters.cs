namespace OatPath.Core.Wording;

/// <summary>Writes a sentence in letters that no English word has, so that it can still be read and what was left out is seen.</summary>
internal static class PseudoLetters
{
    private const string Plain = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ";
    private const string Odd = "áƀçđéƒǧĥíĵķłɱñóƥɋřšŧúṽŵẋýžÅƁÇĎÉƑǦĤÍĴĶŁṀÑÓƤɊŘŠŦÚṼŴẊÝŽ";

    /// <summary>The sentence; the places of values, {0} or {name:date}, stay.</summary>
    public static string Of(string english)
    {
        var inPlace = false;
        return string.Create(english.Length, english, (span, text) =>
        {
            for (var at = 0; at < text.Length; at++)
            {
                inPlace = text[at] == '{' || (inPlace && text[at] != '}');
                span[at] =
                    inPlace || Plain.IndexOf(text[at], StringComparison.Ordinal) is not (>= 0 and var letter) ? text[at] : Odd[letter];
            }
        });
    }
}
