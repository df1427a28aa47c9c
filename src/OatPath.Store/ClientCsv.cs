using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using CsvHelper;
using CsvHelper.Configuration;
using OatPath.Core.House;

namespace OatPath.Store;

/// <summary>How a date such as 03/04/1990 is meant.</summary>
public enum DateOrder
{
    /// <summary>The file does not say.</summary>
    NotKnown,
    DayFirst,
    MonthFirst,
}

/// <summary>One client of a file, as written.</summary>
/// <param name="Line">The line of the file it begins on.</param>
/// <param name="Born">The birth date as written; empty stays empty.</param>
public sealed record ClientCsvRow(int Line, string Name, string Phone, string Born);

/// <summary>A file of clients as read; either rows or the problem that names the remedy.</summary>
/// <param name="NotKept">Columns that are not taken over, by their names.</param>
/// <param name="Order">How the file's own dates are meant, where one of them can be meant in one way only.</param>
public sealed record ClientCsvFile(
    IReadOnlyList<ClientCsvRow> Rows,
    IReadOnlyList<string> NotKept,
    DateOrder Order,
    Problem? Problem = null
);

/// <summary>The book of clients as a CSV file: any order of columns, commas, semicolons or tabs, UTF-8 or Latin-1.</summary>
public static partial class ClientCsv
{
    public const int MostRows = 2_000;
    public const int MostBytes = 2_000_000;

    private static readonly Dictionary<string, string> Columns = new(StringComparer.OrdinalIgnoreCase)
    {
        ["name"] = "name",
        ["client"] = "name",
        ["full name"] = "name",
        ["first name"] = "first",
        ["given name"] = "first",
        ["last name"] = "last",
        ["family name"] = "last",
        ["surname"] = "last",
        ["phone"] = "phone",
        ["phone number"] = "phone",
        ["telephone"] = "phone",
        ["mobile"] = "phone",
        ["birth date"] = "born",
        ["birthdate"] = "born",
        ["date of birth"] = "born",
        ["birthday"] = "born",
        ["born"] = "born",
    };

    /// <summary>Text of a file in UTF-8, else in Latin-1.</summary>
    public static (string? Text, Problem? Problem) Decode(byte[] bytes)
    {
        if (bytes.Length > MostBytes)
        {
            return (null, new("File", $"is larger than {MostBytes / 1_000_000} MB; split it"));
        }

        if (bytes.AsSpan().Contains((byte)0))
        {
            return (null, new("File", "is no text; in the spreadsheet choose: save as CSV"));
        }

        try
        {
            return (new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(bytes).TrimStart('\uFEFF'), null);
        }
        catch (DecoderFallbackException)
        {
            return (Encoding.Latin1.GetString(bytes), null);
        }
    }

    public static ClientCsvFile Read(string text)
    {
        static ClientCsvFile No(string remedy) => new([], [], DateOrder.NotKnown, new("File", remedy));
        if (string.IsNullOrWhiteSpace(text))
        {
            return No("is empty; choose one with a line of column names and a line for each client");
        }

        using var parser = new CsvParser(
            new StringReader(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                Delimiter = ShelfCsv.DelimiterOf(text).ToString(),
                BadDataFound = null,
                IgnoreBlankLines = true,
            }
        );
        if (!parser.Read())
        {
            return No("is empty; choose one with a line of column names and a line for each client");
        }

        var header = parser.Record!.Select(title => title.Trim().Replace('_', ' ')).ToArray();
        var columns = header.Select(title => Columns.GetValueOrDefault(title)).ToArray();
        if (!columns.Contains("name") && !columns.Contains("last"))
        {
            return No(
                "needs a first line that names its columns: name, or first name and last name; phone and birth date if they are known"
            );
        }

        var rows = new List<ClientCsvRow>();
        for (var line = parser.RawRow + 1; parser.Read(); line = parser.RawRow + 1)
        {
            var record = parser.Record!;
            string Of(string column) =>
                Array.IndexOf(columns, column) is >= 0 and var at && at < record.Length ? ShelfCsv.Unguard(record[at].Trim()) : "";
            if (record.All(string.IsNullOrWhiteSpace))
            {
                continue;
            }

            if (rows.Count == MostRows)
            {
                return No($"holds more than {MostRows} clients; split it and read the parts one after the other");
            }

            var name = Of("name") is { Length: > 0 } whole ? whole : $"{Of("first")} {Of("last")}".Trim();
            rows.Add(new(line, name, Of("phone"), Of("born")));
        }

        return rows.Count == 0
            ? No("has a line of column names and no client below it")
            : new(rows, [.. header.Where((title, i) => columns[i] is null && title.Length > 0)], OrderOf(rows));
    }

    /// <summary>A birth date in one of the four usual orders: 1990-04-03, 3.4.1990, 03/04/1990 and 04/03/1990.</summary>
    /// <param name="order">How the last two are meant; where that is not known they are asked about.</param>
    /// <returns>The date; or null with a problem, or with neither where nothing was written.</returns>
    public static (DateOnly? Date, Problem? Problem) Born(string written, DateOrder order, DateOnly today)
    {
        if (written.Length == 0)
        {
            return (null, null);
        }

        if (Iso().Match(written) is { Success: true } iso)
        {
            return Dated(Part(iso, 1), Part(iso, 2), Part(iso, 3), today);
        }

        if (Short().IsMatch(written))
        {
            return (null, new("Birth date", "write the year with four digits"));
        }

        if (Other().Match(written) is not { Success: true } parts)
        {
            return (null, new("Birth date", "write it like 1990-04-30, or leave it empty"));
        }

        var (a, b, year) = (Part(parts, 1), Part(parts, 3), Part(parts, 4));

        // With points the day comes first wherever they are in use.
        return parts.Groups[2].Value == "." || a > 12 || a == b || order == DateOrder.DayFirst ? Dated(year, b, a, today)
            : b > 12 || order == DateOrder.MonthFirst ? Dated(year, a, b, today)
            : (null, new("Birth date", $"may be {Named(year, b, a)} or {Named(year, a, b)}; say above which comes first"));
    }

    /// <summary>Whether a date can be meant with the day first and with the month first.</summary>
    public static bool HasTwoReadings(string written) =>
        Other().Match(written) is { Success: true } parts
        && parts.Groups[2].Value != "."
        && (Part(parts, 1), Part(parts, 3)) is ( <= 12, <= 12) and var (a, b)
        && a != b;

    /// <summary>The order that some date of the file can be meant in alone; not known where none is, or where they disagree.</summary>
    private static DateOrder OrderOf(IEnumerable<ClientCsvRow> rows)
    {
        var orders = rows.Select(row => Other().Match(row.Born))
            .Where(match => match.Success && match.Groups[2].Value != ".")
            .Select(match => (A: Part(match, 1), B: Part(match, 3)))
            .Select(date => date.A > 12 ? DateOrder.DayFirst : date.B > 12 ? DateOrder.MonthFirst : DateOrder.NotKnown)
            .Where(order => order != DateOrder.NotKnown)
            .Distinct()
            .ToList();
        return orders.Count == 1 ? orders[0] : DateOrder.NotKnown;
    }

    private static (DateOnly?, Problem?) Dated(int year, int month, int day, DateOnly today) =>
        month is < 1 or > 12 || year is < 1 or > 9999 || day < 1 || day > DateTime.DaysInMonth(year, month)
                ? (null, new("Birth date", "is no day of the calendar; write it like 1990-04-30"))
            : new DateOnly(year, month, day) is var date && (date > today || date < today.AddYears(-120))
                ? (null, new("Birth date", "must lie in the last 120 years"))
            : (date, null);

    private static string Named(int year, int month, int day) =>
        month is >= 1 and <= 12 && day >= 1 && day <= DateTime.DaysInMonth(year, month)
            ? new DateOnly(year, month, day).ToString("d MMMM yyyy", CultureInfo.InvariantCulture)
            : "no day";

    private static int Part(Match match, int group) => int.Parse(match.Groups[group].Value, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^([0-9]{4})-([0-9]{1,2})-([0-9]{1,2})$")]
    private static partial Regex Iso();

    [GeneratedRegex(@"^([0-9]{1,2})([./-])([0-9]{1,2})\2([0-9]{4})$")]
    private static partial Regex Other();

    [GeneratedRegex(@"^[0-9]{1,2}([./-])[0-9]{1,2}\1[0-9]{2}$")]
    private static partial Regex Short();
}
