using System.Collections;
using System.Globalization;
using System.Resources;

namespace OatPath.Core.Wording;

/// <summary>The forms a noun takes beside a number.</summary>
/// <remarks>Source: the plural categories of Unicode CLDR; a language uses some of them.</remarks>
public enum PluralForm
{
    One,
    Few,
    Many,
    Other,
}

/// <summary>
/// A language that clients read. English stands in the sources, and whole in Client.resx and Scripts.resx; another is one file
/// Client.ID.resx with the names of both, and one row here.
/// </summary>
public sealed class Language
{
    /// <summary>The made-up language of tests: whatever stays in plain letters is in no resource file.</summary>
    public const string PseudoId = "qps-ploc";

    private static readonly ResourceManager Sentences = new("OatPath.Core.Wording.Client", typeof(Language).Assembly);

    /// <summary>Sentences that the scripts of the phone say; a page carries them along.</summary>
    private static readonly ResourceManager Scripts = new("OatPath.Core.Wording.Scripts", typeof(Language).Assembly);
    private static readonly AsyncLocal<Language?> Spoken = new();
    private readonly Func<string, string?> find;
    private readonly Func<int, PluralForm> formOf;

    private Language(string id, Func<string, string?> find, Func<int, PluralForm> formOf) =>
        (Id, this.find, this.formOf) = (id, find, formOf);

    public static Language English { get; } = new("en", _ => null, OneOrOther);

    /// <summary>Every language that a studio may choose.</summary>
    public static IReadOnlyList<Language> All { get; } = [English];

    /// <summary>The language of tests, made of the English sentences.</summary>
    public static Language Pseudo { get; } = new(PseudoId, key => EnglishOf(key) is { } found ? PseudoLetters.Of(found) : null, OneOrOther);

    /// <summary>As BCP 47 has it: "en", "de-AT".</summary>
    public string Id { get; }

    public bool IsEnglish => this == English;

    /// <summary>The language spoken now; English unless <see cref="Speak"/> said otherwise.</summary>
    public static Language Current => Spoken.Value ?? English;

    /// <summary>A language by its id, the one of tests among them; null where there is none.</summary>
    public static Language? ById(string id) => All.Append(Pseudo).FirstOrDefault(language => language.Id == id);

    /// <summary>Speaks a language until the end of the scope, and in whatever is called within.</summary>
    public static IDisposable Speak(Language language)
    {
        var before = Spoken.Value;
        Spoken.Value = language;
        return new Until(before);
    }

    /// <summary>What the scripts of a page say, by the English sentence; empty in English, which stands in them.</summary>
    public IReadOnlyDictionary<string, string> InScripts =>
        IsEnglish
            ? new Dictionary<string, string>()
            : Scripts
                .GetResourceSet(CultureInfo.InvariantCulture, createIfNotExists: true, tryParents: false)!
                .Cast<DictionaryEntry>()
                .Select(entry => (string)entry.Value!)
                .ToDictionary(english => english, english => Find(english) ?? english);

    private static string? EnglishOf(string key) =>
        Sentences.GetString(key, CultureInfo.InvariantCulture) ?? Scripts.GetString(key, CultureInfo.InvariantCulture);

    /// <summary>The names of days and months.</summary>
    internal DateTimeFormatInfo Dates => dates ??= Named();

    private DateTimeFormatInfo? dates;

    /// <summary>How this language writes a day, for the pattern by which English does; they stand with the sentences.</summary>
    internal string Pattern(string english) => Find(english) ?? english;

    private DateTimeFormatInfo Named()
    {
        var english = DateTimeFormatInfo.InvariantInfo;
        string[] Names(string[] names) => [.. names.Select(name => name.Length == 0 ? name : Find(name) ?? name)];
        return IsEnglish
            ? english
            : new()
            {
                DayNames = Names(english.DayNames),
                AbbreviatedDayNames = Names(english.AbbreviatedDayNames),
                MonthNames = Names(english.MonthNames),
                MonthGenitiveNames = Names(english.MonthNames),
                AbbreviatedMonthNames = Names(english.AbbreviatedMonthNames),
                AbbreviatedMonthGenitiveNames = Names(english.AbbreviatedMonthNames),
            };
    }

    /// <summary>The sentence of this language; null where it has none of its own.</summary>
    internal string? Find(string english) => IsEnglish ? null : find(SentenceKey.Of(english));

    /// <summary>The form of this language for a number, null where it has none of its own. A form that English lacks stands under the name
    /// of the other with its own behind it: "days.1a2b3c4d.few".</summary>
    internal string? Find(string one, string other, int number) =>
        IsEnglish
            ? null
            : formOf(number) switch
            {
                PluralForm.One => find(SentenceKey.Of(one)),
                PluralForm.Few => find($"{SentenceKey.Of(other)}.few"),
                PluralForm.Many => find($"{SentenceKey.Of(other)}.many"),
                _ => null,
            } ?? find(SentenceKey.Of(other));

    private static PluralForm OneOrOther(int number) => number == 1 ? PluralForm.One : PluralForm.Other;

    private sealed class Until(Language? before) : IDisposable
    {
        public void Dispose() => Spoken.Value = before;
    }
}
