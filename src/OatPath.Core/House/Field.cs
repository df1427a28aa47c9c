using System.Globalization;

namespace OatPath.Core.House;

/// <summary>Reads what somebody typed into a field: one way for pages, imports and commands. Spaces around it do not count.</summary>
public static class Field
{
    /// <summary>Nothing that is typed is larger.</summary>
    private const decimal Most = 1_000_000_000;

    /// <summary>A whole number without a sign; null for anything else.</summary>
    public static int? Whole(string? text) =>
        int.TryParse(text?.Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;

    /// <summary>A number with a point or a comma, below a thousand million; null for anything else.</summary>
    /// <param name="withSign">Whether a sign may stand before it; then the range of its field says what is wrong with it.</param>
    public static decimal? Number(string? text, bool withSign = false) =>
        decimal.TryParse(
            text?.Trim().Replace(',', '.'),
            NumberStyles.AllowDecimalPoint | (withSign ? NumberStyles.AllowLeadingSign : NumberStyles.None),
            CultureInfo.InvariantCulture,
            out var number
        )
        && Math.Abs(number) < Most
            ? number
            : null;

    /// <summary>A day as 2026-03-09; null for anything else.</summary>
    public static DateOnly? Day(string? text) =>
        DateOnly.TryParseExact(text?.Trim(), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day) ? day : null;

    /// <summary>A time of day as 9:30 or 14:30; null for anything else.</summary>
    public static TimeOnly? Time(string? text) =>
        TimeOnly.TryParseExact(text?.Trim(), ["HH:mm", "H:mm"], CultureInfo.InvariantCulture, DateTimeStyles.None, out var time)
            ? time
            : null;

    /// <summary>What a field holds: null where it is empty, and null with a problem where it cannot be read.</summary>
    /// <param name="read">One of the above, or one with a range of its own.</param>
    public static T? Read<T>(string? text, Func<string, T?> read, string field, string remedy, ICollection<Problem> problems)
        where T : struct
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            return null;
        }

        if (read(text) is { } value)
        {
            return value;
        }

        problems.Add(new(field, remedy));
        return null;
    }
}
