using System.Globalization;
using System.Text;

namespace OatPath.Core.House;

/// <summary>A name as typed: something to be seen, and nothing that turns the text around it.</summary>
public static class TypedName
{
    /// <summary>Why it is not taken, as a remedy; null where it is.</summary>
    /// <param name="most">Characters at most; house default.</param>
    /// <param name="lines">Whether it may go over lines, as a cell of a table does.</param>
    public static string? Problem(string? name, int most = 80, bool lines = false) =>
        name is null || name.Trim().Length == 0 || name.Trim().Length > most ? $"give a name of 1 to {most} characters"
        : !name.EnumerateRunes().Any(Rune.IsLetterOrDigit) ? "needs a letter or a digit that can be seen"
        : name.EnumerateRunes().Any(rune => IsUnseen(rune) && !(lines && rune.Value is ('\t' or '\n' or '\r')))
            ? "holds signs that cannot be seen or that turn the text around; type it again by hand"
        : null;

    /// <summary>Controls, direction overrides and the like; joiners within a word are part of some scripts.</summary>
    private static bool IsUnseen(Rune rune) =>
        Rune.GetUnicodeCategory(rune)
            is UnicodeCategory.Control
                or UnicodeCategory.Surrogate
                or UnicodeCategory.PrivateUse
                or UnicodeCategory.OtherNotAssigned
                or UnicodeCategory.LineSeparator
                or UnicodeCategory.ParagraphSeparator
        || (Rune.GetUnicodeCategory(rune) == UnicodeCategory.Format && rune.Value is not (0x200C or 0x200D));
}
