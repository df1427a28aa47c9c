using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using OatPath.Core.House;

namespace OatPath.Core.Labels;

/// <summary>Where on the label a name stood.</summary>
public enum LabelSection
{
    Ingredients,
    ActiveBox,
    Inactive,
    MayContain,
}

/// <summary>One name as written on a label, with the percent written beside it.</summary>
internal sealed record LabelItem(string Text, LabelSection Section, decimal? Percent);

/// <summary>
/// Takes a pasted label apart: its headings in several languages, the box of active ingredients, the list, what it may contain, and the
/// words around them.
/// </summary>
internal sealed partial class LabelText
{
    /// <summary>Longest text read, characters; the longest labels have some three thousand.</summary>
    public const int MaxLength = 20_000;

    private LabelText(string title, string before, List<LabelItem> items, decimal? ph, int? spf, string whole)
    {
        Title = title.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).FirstOrDefault() ?? "";
        Before = before;
        Items = items;
        Ph = ph;
        Spf = spf;
        Whole = whole;
    }

    /// <summary>The first line above the list, or nothing.</summary>
    public string Title { get; }

    /// <summary>What stands beside the list: the product's name, claims, directions.</summary>
    public string Before { get; }

    public IReadOnlyList<LabelItem> Items { get; }
    public decimal? Ph { get; }
    public int? Spf { get; }
    public string Whole { get; }

    /// <summary>Why a text cannot be read as a label, or null.</summary>
    public static Problem? Check(string text)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            return new("Label", "paste the list of ingredients as it stands on the package");
        }

        if (text.Length > MaxLength)
        {
            return new(
                "Label",
                $"holds {text.Length.ToString("N0", CultureInfo.InvariantCulture)} characters; a label has at most "
                    + $"{MaxLength.ToString("N0", CultureInfo.InvariantCulture)}. Paste only the list of one product"
            );
        }

        var strange = 0;
        foreach (var c in text)
        {
            strange += c == '\uFFFD' || (char.IsControl(c) && c is not ('\r' or '\n' or '\t')) ? 1 : 0;
        }

        return strange * 200 > text.Length
            ? new("Label", "holds characters that are no text, as in a picture or a document file. Type the list, or copy it as text")
            : null;
    }

    public static LabelText Read(string text)
    {
        var clean = Clean(text);
        var ph =
            PhPattern().Match(clean) is { Success: true } found && Field.Number(found.Groups["n"].Value) is { } number and <= 14
                ? number
                : (decimal?)null;
        var spf = SpfPattern().Match(clean) is { Success: true } sun
            ? int.Parse(sun.Groups["n"].Value, CultureInfo.InvariantCulture)
            : (int?)null;
        var items = new List<LabelItem>();
        var before = "";
        var headings = Headings().Matches(clean);
        if (headings.Count == 0 || headings.All(heading => heading.Groups["may"].Success || heading.Groups["end"].Success))
        {
            var list = headings.Count == 0 ? clean : clean[..headings[0].Index];
            (before, list) = TakeTitle(list);
            Split(list, LabelSection.Ingredients, items);
        }
        else
        {
            before = clean[..headings[0].Index];
        }

        var title = before;
        for (var i = 0; i < headings.Count; i++)
        {
            var heading = headings[i];
            var from = heading.Index + heading.Length;
            var body = clean[from..(i + 1 < headings.Count ? headings[i + 1].Index : clean.Length)];
            if (!heading.Groups["end"].Success)
            {
                Split(
                    body,
                    heading.Groups["active"].Success ? LabelSection.ActiveBox
                        : heading.Groups["inactive"].Success ? LabelSection.Inactive
                        : heading.Groups["may"].Success ? LabelSection.MayContain
                        : LabelSection.Ingredients,
                    items
                );
            }
            else
            {
                before += "\n" + body;
            }
        }

        return new(title, before, items, ph, spf is >= 2 and <= 100 ? spf : null, clean);
    }

    private static string Clean(string text)
    {
        var normal = text.Normalize(NormalizationForm.FormKC)
            .Replace("\r\n", "\n", StringComparison.Ordinal)
            .Replace('\r', '\n')
            .Replace('\t', ' ');
        normal = Unseen().Replace(normal, "");
        // A word broken at the end of a line is one word again; where the dash belongs to the name, it is not needed to find it.
        return BrokenWord().Replace(normal, "$1$2");
    }

    /// <summary>
    /// Without a heading the list begins at the first line that mostly names ingredients; what stands above it is the product's name and
    /// claims.
    /// </summary>
    private static (string Title, string List) TakeTitle(string text)
    {
        var lines = text.Split('\n');
        var parts = Array.ConvertAll(lines, line =>
        {
            var found = new List<LabelItem>();
            Split(line, LabelSection.Ingredients, found);
            return found;
        });
        var first = Array.FindIndex(parts, line =>
            line.Count > 1 && line.Count(part => IngredientTable.Known.Find(part.Text) is not null) * 2 > line.Count
        );
        first = first < 0 ? Array.FindIndex(parts, line => line.Count > 1) : first;
        return first <= 0 ? ("", text) : (string.Join('\n', lines[..first]), string.Join('\n', lines[first..]));
    }

    private static void Split(string body, LabelSection section, List<LabelItem> items)
    {
        // A size on a line of its own would else be read as the end of the name above it.
        var lines = body.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Where(line => !SizePattern().IsMatch(line))
            .ToArray();
        body = string.Join('\n', lines);
        // Where lines outnumber the commas, each line is a name; else the list was only wrapped.
        var lineParts = section == LabelSection.ActiveBox || lines.Length - 1 > Separators().Count(body);
        var start = 0;
        var depth = 0;
        for (var i = 0; i <= body.Length; i++)
        {
            var c = i < body.Length ? body[i] : '\n';
            depth =
                c is '(' or '[' or '{' ? depth + 1
                : c is ')' or ']' or '}' && depth > 0 ? depth - 1
                : depth;
            var parts =
                i == body.Length
                || (
                    depth == 0
                    && c switch
                    {
                        ',' => !(i > 0 && i + 1 < body.Length && char.IsAsciiDigit(body[i - 1]) && char.IsAsciiDigit(body[i + 1])),
                        ';' or '•' or '·' or '∙' or '●' or '|' => true,
                        '\n' => lineParts,
                        '.' => i + 1 < body.Length
                            && char.IsWhiteSpace(body[i + 1])
                            && i > 0
                            && !EndsInShortForm(body.AsSpan(start, i - start)),
                        _ => false,
                    }
                );
            if (parts)
            {
                Add(body[start..i], section, items);
                start = i + 1;
            }
        }
    }

    /// <summary>"Alcohol denat." and "Parfum nat." are names, not ends of sentences.</summary>
    private static bool EndsInShortForm(ReadOnlySpan<char> text) =>
        text.EndsWith("denat", StringComparison.OrdinalIgnoreCase)
        || text.EndsWith("nat", StringComparison.OrdinalIgnoreCase)
        || text.EndsWith("var", StringComparison.OrdinalIgnoreCase)
        || text.EndsWith("ph. eur", StringComparison.OrdinalIgnoreCase)
        || text.EndsWith("ca", StringComparison.OrdinalIgnoreCase);

    private static void Add(string written, LabelSection section, List<LabelItem> items)
    {
        decimal? percent = null;
        var text = PercentPattern()
            .Replace(written, match =>
            {
                percent ??= Field.Number(match.Groups["n"].Value) is { } number and > 0 and <= 100 ? number : null;
                return " \u0001 ";
            });
        if (section == LabelSection.ActiveBox)
        {
            // After the percent an active box says what it is for.
            var cut = text.IndexOf('\u0001', StringComparison.Ordinal);
            text = cut > 0 && text.AsSpan(0, cut).Trim().Length > 2 ? text[..cut] : text;
        }

        text = text.Replace("\u0001", "", StringComparison.Ordinal).Replace("()", "", StringComparison.Ordinal).Replace('\n', ' ');
        text = Spaces().Replace(text, " ").Trim([.. " .*†‡:-–¹²³^°\"“”]}"]);
        if (text.StartsWith('(') && text.EndsWith(')') && text.AsSpan(1).IndexOfAny('(', ')') == text.Length - 2)
        {
            text = text[1..^1].Trim();
        }

        if (
            text.Any(char.IsLetterOrDigit)
            && !IsClaim(text)
            && !(section == LabelSection.ActiveBox && text.Equals("Purpose", StringComparison.OrdinalIgnoreCase))
        )
        {
            items.Add(new(text, section, percent));
        }
    }

    /// <summary>"pH 3.9", "SPF 50" and "60 pads" say something of the whole, and name nothing in it.</summary>
    private static bool IsClaim(string text) =>
        SizePattern().IsMatch(text)
        || (
            PhPattern().Match(text) is { Success: true, Index: 0 } ph
                ? ph.Length == text.Length
                : SpfPattern().Match(text) is { Success: true, Index: 0 }
        );

    [GeneratedRegex(
        @"(?<n>\d{1,3}(?:[.,]\d{1,4})?)\s?(?:%|percent\b|prozent\b|per cent\b|por ciento\b)(?:\s?\(?[wv]/[wv]\)?)?",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    internal static partial Regex PercentPattern();

    [GeneratedRegex(
        @"\bpH(?:[-\s]?(?:value|wert|of|is|approx\.?|about|ca\.?|around))*\s?[:=~≈]?\s?(?<n>\d{1,2}(?:[.,]\d{1,2})?)(?![\d%])",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex PhPattern();

    [GeneratedRegex(@"\b(?:SPF|LSF|FPS|IP|LSF/SPF)[\s:]?(?<n>\d{1,3})\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex SpfPattern();

    [GeneratedRegex(
        @"^\d+(?:[.,]\d+)?\s?(?:pads?|discs?|wipes?|patch(?:es)?|capsules?|pieces?|pcs|stück|ml|g|gr?|oz|fl\.?\s?oz)\.?(?:\s?(?:e|℮))?$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex SizePattern();

    [GeneratedRegex(@"[\u00AD\u200B-\u200F\u2060\uFEFF]")]
    private static partial Regex Unseen();

    [GeneratedRegex(@"(\p{Ll})[-‐]\n\s*(\p{Ll})")]
    private static partial Regex BrokenWord();

    [GeneratedRegex(@"[,;•·∙●|]")]
    private static partial Regex Separators();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();

    [GeneratedRegex(
        @"(?:(?<=^|[\n.;\]\)])[ \t*•-]*(?:"
            + @"(?<active>active ingredients?|principes? actifs?|ingr[eé]dients? actifs?|wirkstoffe?|aktive inhaltsstoffe"
            + @"|principios activos|ingredientes? activos?|principi attivi|ingredienti attivi|werkzame stoffen|aktiva ingredienser"
            + @"|sk[lł]adniki aktywne|actives?(?=\s?:))"
            + @"|(?<inactive>(?:inactive|other|non-?active) ingredients?|sonstige (?:inhaltsstoffe|bestandteile)|hilfsstoffe"
            + @"|autres ingr[eé]dients|ingr[eé]dients? inactifs?|ingredientes? inactivos?|otros ingredientes|excipient(?:s|es)"
            + @"|eccipienti|inactives?(?=\s?:))"
            + @"|(?<main>ingredients?|inci|ingr[eé]dients?|inhaltsstoffe|bestandteile|zutaten|ingredientes?|ingredienti"
            + @"|ingredi[eë]nten|ingredienser|sk[lł]adniki|composition|zusammensetzung|composici[oó]n|composizione|samenstelling"
            + @"|innholdsstoffer|ainesosat)(?:\s?/\s?\p{L}+)*(?:\s\((?:inci|pads?)\))?"
            + @"|(?<end>directions?|warnings?|how to use|caution|storage|made in|manufactured|distributed|keep out|anwendung|hinweise?"
            + @"|warnhinweise?|mode d['’]emploi|conseils d['’]utilisation|pr[eé]cautions|modo de empleo|precauciones|advertencias"
            + @"|modo d['’]uso|avvertenze|gebruik|net wt|uses?|purpose|drug facts))"
            + @"\s*(?::|\n|(?<=\w)(?=\s)|$)"
            + @"|(?<may>[\[(]?\s?(?:\bmay contain\b|\bpeut contenir\b|\bkann (?:spuren )?enthalten\b|\bpuede contener\b"
            + @"|\bpu[oò] contenere\b|\bkan bevatten\b|\bpode conter\b|\+\s?/\s?-|±)(?:\s?\(?\+/-\)?)?\s?:?))",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Headings();
}
