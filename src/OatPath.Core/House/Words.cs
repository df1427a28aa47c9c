using System.Globalization;
using System.Text.RegularExpressions;
using OatPath.Core.Wording;

namespace OatPath.Core.House;

/// <summary>Turns a reason into a sentence. The one place wording lives, so that it can be translated.</summary>
public static partial class Words
{
    /// <summary>The sentence for a reason; an unknown rule gives its id, so that nothing is hidden.</summary>
    public static string Say(Because because)
    {
        var template = Said.Of(RuleBook.Find(because.Rule)?.Template ?? because.Rule);
        var text = Placeholder()
            .Replace(template, match =>
            {
                var value = because.Values.GetValueOrDefault(match.Groups["name"].Value, "");
                return
                    match.Groups["date"].Success
                    && DateOnly.TryParseExact(value, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date)
                    ? Day(date)
                    : because.InWords(match.Groups["name"].Value);
            });
        return Capital(text);
    }

    /// <summary>"1 day", "3 days".</summary>
    /// <param name="noun">English, with an s for its plural.</param>
    public static string Count(int number, string noun) => Said.Count(number, "{0} " + noun, "{0} " + noun + "s");

    /// <summary>Words as they begin a sentence.</summary>
    public static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    /// <summary>A sentence as it goes on behind a colon.</summary>
    public static string Uncapital(string text) => text.Length == 0 ? text : char.ToLowerInvariant(text[0]) + text[1..];

    /// <summary>Names in a row: "a", "a and b", "a, b and c".</summary>
    public static string List(IReadOnlyList<string> names) =>
        names.Count < 2 ? string.Concat(names) : Said.Of($"{string.Join(", ", names.SkipLast(1))} and {names[^1]}");

    /// <summary>"Mon 9 March".</summary>
    public static string Day(DateOnly date) => Said.On(date, "ddd d MMMM");

    /// <summary>"7:04": minutes and seconds of a contact, from milliseconds.</summary>
    public static string Clock(long milliseconds) => FormattableString.Invariant($"{milliseconds / 60_000}:{milliseconds / 1000 % 60:00}");

    /// <summary>"1 min 30 s", "45 s", "10 min".</summary>
    public static string Duration(int seconds) =>
        (seconds / 60, seconds % 60) switch
        {
            (0, var s) => Said.Of($"{s} s"),
            (var m, 0) => Said.Of($"{m} min"),
            var (m, s) => Said.Of($"{m} min {s} s"),
        };

    [GeneratedRegex(@"\{(?<name>[a-z]+)(?<date>:date)?\}", RegexOptions.CultureInvariant)]
    private static partial Regex Placeholder();
}
