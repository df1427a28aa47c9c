using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using OatPath.Core.Case;
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
        "id", "name", "line", "kind", "actives", "ph", "dispenser", "content_ml", "pieces", "unit_ml", "amount", "spf", "broad_spectrum", "matt", "strong_sulphate",
        "contains", "made_for", "charge", "alcohol_near_top", "heavy_oil", "shake_first", "runniness", "months_good", "keep_cold", "price", "supplier", "label",
    ];

    public static string Write(IEnumerable<Product> products)
    {
        var text = new StringBuilder();
        using var writer = new CsvWriter(new StringWriter(text), new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            NewLine = "\r\n",
            ShouldQuote = field => field.Field is { Length: > 0 } text && (text.AsSpan().IndexOfAny(Quoted) >= 0 || text[0] == ' ' || text[^1] == ' '),
        });
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
        using var parser = new CsvParser(new StringReader(text), new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            Delimiter = DelimiterOf(text).ToString(),
            BadDataFound = bad => badLine = bad.Context.Parser!.RawRow,
            IgnoreBlankLines = true,
        });
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
                problems.Add(new(line, "row", "has a quotation mark out of place; put a field with quotation marks in quotation marks and double those inside"));
                badLine = 0;
                continue;
            }

            var row = new Row(line, parser.Record!, columns, problems);
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
            problems.Add(new(1, unknown.Length == 0 ? "an empty header" : unknown.Length > 40 ? unknown[..40] : unknown, $"is no column of a shelf; use {string.Join(", ", Headers)}"));
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

    private static char DelimiterOf(string text)
    {
        var header = text.AsSpan()[..(text.IndexOf('\n', StringComparison.Ordinal) is >= 0 and var end ? end : text.Length)];
        var (commas, semicolons, tabs) = (header.Count(','), header.Count(';'), header.Count('\t'));
        return semicolons > commas && semicolons >= tabs ? ';' : tabs > commas ? '\t' : ',';
    }

    private static IEnumerable<string> Fields(Product product)
    {
        yield return product.Id;
        yield return product.Name;
        yield return product.Line;
        yield return EnumName.Of(product.Kind);
        yield return string.Join(" + ", product.Actives.Select(active => EnumName.Of(active.Substance) + (active.Percent is { } percent ? " " + Number(percent) : "")));
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
        yield return YesNo(product.AlcoholNearTop);
        yield return YesNo(product.HeavyOil);
        yield return YesNo(product.ShakeFirst);
        yield return Number(product.Runniness);
        yield return Number(product.MonthsGood);
        yield return YesNo(product.KeepCold);
        yield return Number(product.Price);
        yield return product.Supplier;
        yield return product.Label;
    }

    private static string Number(decimal? value) => value?.ToString("0.############", CultureInfo.InvariantCulture) ?? "";

    private static string YesNo(bool value) => value ? "yes" : "no";

    private const string Formula = "=+-@\t\r'";

    /// <summary>A spreadsheet would run a field that begins like a formula; a leading ' keeps it text, and reading strips it again.</summary>
    private static string Guard(string field) => field.Length > 0 && Formula.Contains(field[0], StringComparison.Ordinal) ? "'" + field : field;

    private static string Unguard(string field) => field.Length > 1 && field[0] == '\'' && Formula.Contains(field[1], StringComparison.Ordinal) ? field[1..] : field;

    /// <summary>One row being read.</summary>
    private sealed class Row(int line, string[] record, string[] columns, List<RowProblem> problems)
    {
        private readonly int before = problems.Count;

        public Product? ToProduct(DateOnly today)
        {
            if (record.Length > columns.Length)
            {
                problems.Add(new(line, "row", $"has {record.Length} fields for {columns.Length} columns; put fields that hold the separator in quotation marks"));
                return null;
            }

            var name = Text("name");
            var kind = Named<ProductKind>("kind", required: true) ?? default;
            var product = new Product
            {
                Id = Text("id") is { Length: > 0 } id ? id : Slug(Text("line") + " " + name),
                Name = name,
                Kind = kind,
                Line = Text("line"),
                Actives = [.. Actives()],
                Ph = Decimal("ph"),
                Dispenser = Named<Dispenser>("dispenser") ?? Dispenser.Tube,
                ContentMl = Decimal("content_ml"),
                Pieces = Whole("pieces"),
                UnitMl = Decimal("unit_ml"),
                Amount = Amount(),
                Spf = Whole("spf"),
                BroadSpectrum = Yes("broad_spectrum"),
                Matt = Yes("matt"),
                StrongSulphate = Yes("strong_sulphate"),
                Contains = [.. Contains()],
                MadeFor = Named<ProductKind>("made_for"),
                Charge = Named<GelCharge>("charge"),
                AlcoholNearTop = Yes("alcohol_near_top"),
                HeavyOil = Yes("heavy_oil"),
                ShakeFirst = Yes("shake_first"),
                Runniness = Whole("runniness"),
                MonthsGood = Whole("months_good"),
                KeepCold = Yes("keep_cold"),
                Price = Decimal("price"),
                Supplier = Text("supplier"),
                Label = Text("label").Replace("\r\n", "\n", StringComparison.Ordinal),
            };
            var found = new List<Problem>();
            CaseCheck.CheckProduct(found, product, today, "");
            var named = problems.Skip(before).Select(problem => problem.Field).ToHashSet();
            problems.AddRange(found.Select(problem => new RowProblem(line, Column(problem.Field), problem.Remedy)).Where(problem => !named.Contains(problem.Field)));
            if (product.Id is "new" or "import")
            {
                problems.Add(new(line, "id", $"{product.Id} is kept for the program; give another id"));
            }

            return problems.Count == before ? product : null;
        }

        private static string Column(string field) => field.TrimStart('.') switch
        {
            "contentMl" => "content_ml",
            "unitMl" => "unit_ml",
            "monthsGood" => "months_good",
            "madeFor" => "made_for",
            var other => other.Split('[', '.')[0],
        };

        /// <summary>Letters and digits of line and name, so that the same row without an id is the same product each time.</summary>
        private static string Slug(string text)
        {
            var slug = new StringBuilder();
            foreach (var c in text.Normalize(NormalizationForm.FormD).ToLowerInvariant())
            {
                if (char.IsAsciiLetterOrDigit(c))
                {
                    slug.Append(c);
                }
                else if (slug.Length > 0 && slug[^1] != '-' && CharUnicodeInfo.GetUnicodeCategory(c) != UnicodeCategory.NonSpacingMark)
                {
                    slug.Append('-');
                }
            }

            var found = slug.ToString().Trim('-');
            return found.Length == 0 && text.Trim().Length > 0 ? "p-" + Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes(text)))[..16]
                : found.Length <= 64 ? found : found[..64].Trim('-');
        }

        private string Text(string column)
        {
            var index = Array.IndexOf(columns, column);
            return index >= 0 && index < record.Length ? Unguard(column == "label" ? record[index] : record[index].Trim()) : "";
        }

        private string[] Parts(string column) => Text(column).Split('+', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

        private IEnumerable<Active> Actives()
        {
            foreach (var part in Parts("actives"))
            {
                var words = part.TrimEnd('%', ' ').Split(' ', StringSplitOptions.RemoveEmptyEntries);
                if (EnumName.Find<Substance>(words[0].ToLowerInvariant()) is not { } substance)
                {
                    problems.Add(new(line, "actives", $"{words[0]} is not known; write for example: glycolic 7 + salicylic 0.5"));
                    continue;
                }

                decimal? percent = words.Length > 1 ? Parse(words[1]) : null;
                if (words.Length > 2 || (words.Length == 2 && percent is null))
                {
                    problems.Add(new(line, "actives", $"\"{part}\" is not understood; write for example: glycolic 7 + salicylic 0.5"));
                    continue;
                }

                yield return new(substance, percent);
            }
        }

        private IEnumerable<Allergen> Contains()
        {
            foreach (var part in Parts("contains"))
            {
                if (EnumName.Find<Allergen>(part.ToLowerInvariant()) is { } allergen)
                {
                    yield return allergen;
                }
                else
                {
                    problems.Add(new(line, "contains", $"{part} is not known; use {string.Join(", ", Enum.GetValues<Allergen>().Select(EnumName.Of))}"));
                }
            }
        }

        private Amount? Amount()
        {
            if (Text("amount") is not { Length: > 0 } text)
            {
                return null;
            }

            var words = text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
            if (words.Length == 2 && Parse(words[0]) is { } count && EnumName.Find<AmountUnit>(words[1].ToLowerInvariant()) is { } unit)
            {
                return new(count, unit);
            }

            problems.Add(new(line, "amount", $"\"{text}\" is not understood; write for example: 2 treatment-pump"));
            return null;
        }

        private T? Named<T>(string column, bool required = false)
            where T : struct, Enum
        {
            var text = Text(column).ToLowerInvariant();
            if (text.Length == 0 && !required)
            {
                return null;
            }

            if (EnumName.Find<T>(text) is { } value)
            {
                return value;
            }

            problems.Add(new(line, column, $"\"{(text.Length > 40 ? text[..40] : text)}\" is not known; use one of {string.Join(", ", Enum.GetValues<T>().Select(EnumName.Of))}"));
            return null;
        }

        private decimal? Decimal(string column)
        {
            var text = Text(column);
            if (text.Length == 0)
            {
                return null;
            }

            if (Parse(text) is { } number)
            {
                return number;
            }

            problems.Add(new(line, column, $"\"{(text.Length > 40 ? text[..40] : text)}\" is no number; write for example 3.6, or leave it empty when not known"));
            return null;
        }

        private int? Whole(string column)
        {
            if (Decimal(column) is not { } number)
            {
                return null;
            }

            if (number == Math.Truncate(number) && Math.Abs(number) < 1_000_000)
            {
                return (int)number;
            }

            problems.Add(new(line, column, "give a whole number, or leave it empty"));
            return null;
        }

        private bool Yes(string column)
        {
            var text = Text(column).ToLowerInvariant();
            if (text is "" or "no" or "false" or "0")
            {
                return false;
            }

            if (text is not ("yes" or "true" or "1"))
            {
                problems.Add(new(line, column, "write yes or no"));
            }

            return true;
        }

        private static decimal? Parse(string text) =>
            decimal.TryParse(text.Replace(',', '.'), NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number) && Math.Abs(number) < 1_000_000_000 ? number : null;
    }
}
