using System.Globalization;
using System.Text;

namespace OatPath.Core.Labels;

/// <summary>Brings spellings of one name together: case, accents, spaces, dashes and Greek letters no longer matter.</summary>
internal static class IngredientName
{
    public static string Key(ReadOnlySpan<char> text)
    {
        var key = new StringBuilder(text.Length);
        var plain = true;
        foreach (var c in text)
        {
            plain &= c < 128;
        }

        if (plain)
        {
            Add(key, text);
        }
        else
        {
            Add(key, text.ToString().Normalize(NormalizationForm.FormKD));
        }

        return key.ToString();
    }

    private static void Add(StringBuilder key, ReadOnlySpan<char> text)
    {
        foreach (var c in text)
        {
            if (char.IsAsciiLetterOrDigit(c))
            {
                key.Append(char.ToLowerInvariant(c));
            }
            else if (c >= 128 && CharUnicodeInfo.GetUnicodeCategory(c) != UnicodeCategory.NonSpacingMark)
            {
                key.Append(
                    char.ToLowerInvariant(c) switch
                    {
                        'ß' => "ss",
                        'œ' => "oe",
                        'æ' => "ae",
                        'ø' => "o",
                        'ł' => "l",
                        'đ' => "d",
                        'α' => "alpha",
                        'β' => "beta",
                        var other when char.IsLetterOrDigit(other) => other.ToString(),
                        _ => "",
                    }
                );
            }
        }
    }

    /// <summary>Letters and digits present, as bits: a quick lower bound on how far two keys are apart.</summary>
    public static ulong Mask(string key)
    {
        ulong mask = 0;
        foreach (var c in key)
        {
            mask |=
                1UL
                << (
                    c is >= 'a' and <= 'z' ? c - 'a'
                    : c is >= '0' and <= '9' ? 26 + c - '0'
                    : 40 + (c % 24)
                );
        }

        return mask;
    }

    /// <summary>Edit distance with swaps of neighbours, or more than <paramref name="most"/> when it is larger.</summary>
    /// <remarks>Derived: optimal string alignment, cut off at the limit.</remarks>
    public static int Distance(string a, string b, int most)
    {
        if (Math.Abs(a.Length - b.Length) > most)
        {
            return most + 1;
        }

        Span<int> before = stackalloc int[b.Length + 1];
        Span<int> above = stackalloc int[b.Length + 1];
        Span<int> row = stackalloc int[b.Length + 1];
        for (var j = 0; j <= b.Length; j++)
        {
            above[j] = j;
        }

        for (var i = 1; i <= a.Length; i++)
        {
            row[0] = i;
            var least = i;
            for (var j = 1; j <= b.Length; j++)
            {
                var cost = a[i - 1] == b[j - 1] ? 0 : 1;
                var value = Math.Min(Math.Min(row[j - 1] + 1, above[j] + 1), above[j - 1] + cost);
                if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1])
                {
                    value = Math.Min(value, before[j - 2] + 1);
                }

                row[j] = value;
                least = Math.Min(least, value);
            }

            if (least > most)
            {
                return most + 1;
            }

            var spare = before;
            before = above;
            above = row;
            row = spare;
        }

        return above[b.Length];
    }
}
