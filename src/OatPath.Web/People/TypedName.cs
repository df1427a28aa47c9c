using System.Globalization;

namespace OatPath.Web.People;

/// <summary>A name as typed: something to be seen, and nothing that turns the text around it.</summary>
public static class TypedName
{
    public const int Most = 80;

    /// <summary>Why it is not taken, as a remedy; null where it is.</summary>
    public static string? Problem(string? name) =>
        name is null || name.Trim().Length is 0 or > Most ? $"give a name of 1 to {Most} characters"
        : !name.Any(char.IsLetterOrDigit) && !name.EnumerateRunes().Any(System.Text.Rune.IsLetterOrDigit) ? "needs a letter or a digit that can be seen"
        : name.EnumerateRunes().Any(IsUnseen) ? "holds signs that cannot be seen or that turn the text around; type it again by hand"
        : null;

    /// <summary>Controls, direction overrides and the like; joiners within a word are part of some scripts.</summary>
    private static bool IsUnseen(System.Text.Rune rune) =>
        System.Text.Rune.GetUnicodeCategory(rune) is UnicodeCategory.Control or UnicodeCategory.Surrogate or UnicodeCategory.PrivateUse or UnicodeCategory.OtherNotAssigned or UnicodeCategory.LineSeparator or UnicodeCategory.ParagraphSeparator
        || (System.Text.Rune.GetUnicodeCategory(rune) == UnicodeCategory.Format && rune.Value is not (0x200C or 0x200D));
}
