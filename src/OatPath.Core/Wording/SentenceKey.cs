using System.Globalization;
using System.Security.Cryptography;
using System.Text;

namespace OatPath.Core.Wording;

/// <summary>The name of a sentence in a resource file. Such names do not tell great letters from small, sentences do.</summary>
public static class SentenceKey
{
    private const int Words = 5;

    /// <summary>Its first words, for who reads the file, and what makes it its own: "rinse-with-cool-water-pat.3f2a91cc".</summary>
    public static string Of(string english)
    {
        var words = new StringBuilder();
        var count = 0;
        foreach (var letter in english)
        {
            if (char.IsAsciiLetterOrDigit(letter))
            {
                words.Append(char.ToLowerInvariant(letter));
            }
            else if (words.Length > 0 && words[^1] != '-')
            {
                if (++count == Words)
                {
                    break;
                }

                words.Append('-');
            }
        }

        var own = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(english)).AsSpan(0, 4));
        return string.Create(CultureInfo.InvariantCulture, $"{words.ToString().TrimEnd('-')}.{own}");
    }
}
