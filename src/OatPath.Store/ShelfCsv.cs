using System.Globalization;
using System.Text;
using System.Text.Json;
using CsvHelper;
using CsvHelper.Configuration;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Store;

/// <summary>One row that cannot be read, with the line it begins on.</summary>
public sealed record RowProblem(int Line, string Field, string Remedy)
{
    public override string ToString() => $"line {Line}, {Field}: {Remedy}";
}

/// <summary>The studio shelf as a CSV file. What is written reads back to the same shelf.</summary>
public static class ShelfCsv
{
    public const int MostRows = 20_000;
    public const int MostBytes = 20_000_000;
    private const int MostProblems = 500;
    private static readonly System.Buffers.SearchValues<char> Quoted = System.Buffers.SearchValues.Create(",;\t\"\r\n");
    private static readonly string[] Needed = ["name", "kind"];

    public static IReadOnlyList<string> Headers { get; } =
    [
        "id",
        "name",
        "line",
        "kind",
        "actives",
        "ph",
        "dispenser",
        "content_ml",
        "pieces",
        "unit_ml",
        "amount",
        "spf",
        "broad_spectrum",
        "matt",
        "strong_sulphate",
        "contains",
        "made_for",
        "charge",
        "gel_zones",
        "needle_mm",
        "sheet",
        "asked_for",
        "ending",
        "alcohol_near_top",
        "heavy_oil",
        "shake_first",
        "runniness",
        "months_good",
        "keep_cold",
        "twice_a_day",
        "price",
        "supplier",
        "label",
    ];

    public static string Write(IEnumerable<Product> products)
    {
        var text = new StringBuilder();
        using var writer = new CsvWriter(
            new StringWriter(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                NewLine = "\r\n",
                ShouldQuote = field =>
                    field.Field is { Length: > 0 } text && (text.AsSpan().IndexOfAny(Quoted) >= 0 || text[0] == ' ' || text[^1] == ' '),
            }
        );
        foreach (var header in Headers)
        {
            writer.WriteField(header);
        }

        writer.NextRecord();
        foreach (var product in products)
        {
            foreach (var field in Fields(product))
            {
                writer.WriteField(Guard(field));
            }

            writer.NextRecord();
        }

        writer.Flush();
        return text.ToString();
    }

    /// <summary>Turns an uploaded file into text, with or without a byte order mark.</summary>
    public static (string? Text, Problem? Problem) Decode(byte[] bytes)
    {
        if (bytes.Length > MostBytes)
        {
            return (null, new("File", $"is larger than {MostBytes / 1_000_000} MB; split it"));
        }

        if (bytes.AsSpan().Contains((byte)0))
        {
            return (null, new("File", "is no text, or not in UTF-8; in the spreadsheet choose: save as CSV, UTF-8"));
        }

        try
        {
            return (new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(bytes).TrimStart('\uFEFF'), null);
        }
        catch (DecoderFallbackException)
        {
            return (null, new("File", "is not in UTF-8; in the spreadsheet choose: save as CSV, UTF-8"));
        }
    }

    /// <summary>Reads a shelf file with commas, semicolons or tabs. Either every row is good, or there are problems.</summary>
    public static (IReadOnlyList<Product> Products, IReadOnlyList<RowProblem> Problems) Read(string text, DateOnly today)
    {
        text = text.TrimStart('\uFEFF');
        var problems = new List<RowProblem>();
        var products = new List<Product>();
        var badLine = 0;
        using var parser = new CsvParser(
            new StringReader(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                Delimiter = DelimiterOf(text).ToString(),
                BadDataFound = bad => badLine = bad.Context.Parser!.RawRow,
                IgnoreBlankLines = true,
            }
        );
        if (!parser.Read())
        {
            return ([], [new(1, "file", $"is empty; the first line names the columns: {string.Join(", ", Headers)}")]);
        }

        if (ReadHeader(parser.Record!, problems) is not { } columns)
        {
            return ([], problems);
        }

        var ids = new HashSet<string>();
        for (var line = parser.RawRow + 1; problems.Count < MostProblems && parser.Read(); line = parser.RawRow + 1)
        {
            if (products.Count == MostRows)
            {
                return ([], [new(line, "file", $"has more than {MostRows} rows; split it")]);
            }

            if (badLine > 0)
            {
                problems.Add(
                    new(
                        line,
                        "row",
                        "has a quotation mark out of place; put a field with quotation marks in quotation marks and double those inside"
                    )
                );
                badLine = 0;
                continue;
            }

            var row = new ShelfRow(line, parser.Record!, columns, problems);
            if (row.ToProduct(today) is { } product)
            {
                if (!ids.Add(product.Id))
                {
                    problems.Add(new(line, "id", $"{product.Id} is used twice; give each product its own id, or a name of its own"));
                }

                products.Add(product);
            }
        }

        return problems.Count == 0 ? (products, []) : ([], problems);
    }

    private static string[]? ReadHeader(string[] record, List<RowProblem> problems)
    {
        var columns = Array.ConvertAll(record, name => name.Trim().ToLowerInvariant().Replace(' ', '_'));
        foreach (var unknown in columns.Where(name => !Headers.Contains(name)))
        {
            problems.Add(
                new(
                    1,
                    unknown.Length == 0 ? "an empty header"
                        : unknown.Length > 40 ? unknown[..40]
                        : unknown,
                    $"is no column of a shelf; use {string.Join(", ", Headers)}"
                )
            );
        }

        foreach (var twice in columns.GroupBy(name => name).Where(group => group.Count() > 1))
        {
            problems.Add(new(1, twice.Key, "stands twice; remove one"));
        }

        foreach (var needed in Needed.Where(name => !columns.Contains(name)))
        {
            problems.Add(new(1, needed, "is missing; a shelf file needs at least the columns name and kind"));
        }

        return problems.Count == 0 ? columns : null;
    }

    internal static char DelimiterOf(string text)
    {
        var header = text.AsSpan()[..(text.IndexOf('\n', StringComparison.Ordinal) is >= 0 and var end ? end : text.Length)];
        var (commas, semicolons, tabs) = (header.Count(','), header.Count(';'), header.Count('\t'));
        return semicolons > commas && semicolons >= tabs ? ';'
            : tabs > commas ? '\t'
            : ',';
    }

    private static IEnumerable<string> Fields(Product product)
    {
        yield return product.Id;
        yield return product.Name;
        yield return product.Line;
        yield return EnumName.Of(product.Kind);
        yield return string.Join(
            " + ",
            product.Actives.Select(active => EnumName.Of(active.Substance) + (active.Percent is { } percent ? " " + Number(percent) : ""))
        );
        yield return Number(product.Ph);
        yield return EnumName.Of(product.Dispenser);
        yield return Number(product.ContentMl);
        yield return Number(product.Pieces);
        yield return Number(product.UnitMl);
        yield return product.Amount is { } amount ? $"{Number(amount.Count)} {EnumName.Of(amount.Unit)}" : "";
        yield return Number(product.Spf);
        yield return YesNo(product.BroadSpectrum);
        yield return YesNo(product.Matt);
        yield return YesNo(product.StrongSulphate);
        yield return string.Join(" + ", product.Contains.Select(EnumName.Of));
        yield return product.MadeFor is { } device ? EnumName.Of(device) : "";
        yield return product.Charge is { } charge ? EnumName.Of(charge) : "";
        yield return string.Join(" + ", product.GelZones.Select(EnumName.Of));
        yield return Number(product.NeedleMm);
        yield return product.Sheet is { } sheet ? JsonSerializer.Serialize(sheet, CaseJson.Compact) : "";
        yield return product.Spec is { } spec ? JsonSerializer.Serialize(spec, CaseJson.Compact) : "";
        yield return product.Ending is { } ending ? EnumName.Of(ending) : "";
        yield return YesNo(product.AlcoholNearTop);
        yield return YesNo(product.HeavyOil);
        yield return YesNo(product.ShakeFirst);
        yield return Number(product.Runniness);
        yield return Number(product.MonthsGood);
        yield return YesNo(product.KeepCold);
        yield return YesNo(product.TwiceADay);
        yield return Number(product.Price);
        yield return product.Supplier;
        yield return product.Label;
    }

    private static string Number(decimal? value) => value?.ToString("0.############", CultureInfo.InvariantCulture) ?? "";

    private static string YesNo(bool value) => value ? "yes" : "no";

    private const string Formula = "=+-@\t\r'";

    /// <summary>
    /// A spreadsheet would run a field that begins like a formula; a leading ' keeps it text, and reading strips it again.
    /// </summary>
    private static string Guard(string field) =>
        field.Length > 0 && Formula.Contains(field[0], StringComparison.Ordinal) ? "'" + field : field;

    internal static string Unguard(string field) =>
        field.Length > 1 && field[0] == '\'' && Formula.Contains(field[1], StringComparison.Ordinal) ? field[1..] : field;
}
