using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using OatPath.Core.House;
using OatPath.Core.Meter;
using OatPath.Core.Skin;

namespace OatPath.Store;

/// <summary>One reading of a file.</summary>
public sealed record MeterRow(DateOnly Day, string Serial, MeterReading Reading);

/// <summary>Readings of a skin meter as a CSV file: one row a reading.</summary>
public static class MeterCsv
{
    /// <summary>The columns, in their order.</summary>
    public static IReadOnlyList<string> Columns { get; } = ["day", "serial", "zone", "quantity", "value"];

    public const int MostBytes = 500_000;
    public const int MostRows = 5_000;
    private const int MostProblems = 10;

    public static byte[] Write(IEnumerable<MeterRow> rows) =>
        CsvText.Write(
            Columns,
            rows.Select(row =>
                new object?[]
                {
                    Sessions.Write(row.Day),
                    row.Serial,
                    EnumName.Of(row.Reading.Zone),
                    EnumName.Of(row.Reading.Quantity),
                    row.Reading.Value,
                }
            )
        );

    /// <summary>Reads a file: every row, or what is wrong with it; a file with one bad row is taken in no part.</summary>
    /// <param name="today">No reading is of a later day.</param>
    public static (IReadOnlyList<MeterRow> Rows, IReadOnlyList<Problem> Problems) Read(byte[] file, DateOnly today)
    {
        var (decoded, problem) =
            file.Length > MostBytes
                ? (null, new Problem("File", $"is larger than {MostBytes / 1000} KB; split it"))
                : ClientCsv.Decode(file);
        if (decoded is null)
        {
            return ([], [problem!]);
        }

        var (rows, problems) = (new List<MeterRow>(), new List<Problem>());
        using var reader = new StringReader(decoded);
        using var csv = new CsvReader(
            reader,
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                DetectDelimiter = true,
                DetectDelimiterValues = [",", ";", "\t"],
                TrimOptions = TrimOptions.Trim,
                PrepareHeaderForMatch = header => header.Header.Trim().ToLowerInvariant(),
                MissingFieldFound = null,
                BadDataFound = null,
            }
        );
        if (!csv.Read() || !csv.ReadHeader() || !Columns.All(column => Has(csv.HeaderRecord!, column)))
        {
            return ([], [new("File", $"begin with a line of these columns: {string.Join(", ", Columns)}")]);
        }

        while (csv.Read() && problems.Count < MostProblems)
        {
            if (rows.Count == MostRows)
            {
                return ([], [new("File", $"has more than {MostRows} readings; split it")]);
            }

            if (Row(csv, today, problems) is { } row)
            {
                rows.Add(row);
            }
        }

        return (
            problems.Count > 0 ? [] : rows,
            problems.Count == 0 && rows.Count == 0 ? [new("File", "holds no reading; give at least one line below the columns")] : problems
        );
    }

    private static bool Has(string[] header, string column) => header.Contains(column, StringComparer.OrdinalIgnoreCase);

    private static MeterRow? Row(CsvReader csv, DateOnly today, List<Problem> problems)
    {
        T? Of<T>(string column, Func<string, T?> read, string remedy)
            where T : struct
        {
            if (read(csv.GetField(column) ?? "") is { } value)
            {
                return value;
            }

            problems.Add(new($"Line {csv.Parser.RawRow}, {column}", remedy));
            return null;
        }

        var day = Of<DateOnly>(
            "day",
            text => Field.Day(text) is { Year: >= 2000 } on && on <= today ? on : null,
            "write a day up to today, as 2026-03-09"
        );
        var zone = Of<FaceZone>(
            "zone",
            text => EnumName.Find<FaceZone>(text) is { } found && FaceZones.OnMap.Contains(found) ? found : null,
            "name a zone of the face map, such as left-cheek"
        );
        var quantity = Of<MeterQuantity>("quantity", text => EnumName.Find<MeterQuantity>(text), "write hydration, oil or redness");
        var value = Of<decimal>(
            "value",
            text => Field.Number(text) is { } number and <= MeterReading.Most ? number : null,
            $"write a number from 0 to {MeterReading.Most}"
        );
        var serial = (csv.GetField("serial") ?? "").Trim();
        if (serial.Length is 0 or > MeterCheck.MostSerial)
        {
            problems.Add(new($"Line {csv.Parser.RawRow}, serial", $"name the meter, in 1 to {MeterCheck.MostSerial} characters"));
            return null;
        }

        return day is null || zone is null || quantity is null || value is null
            ? null
            : new(
                day.Value,
                serial,
                new()
                {
                    Quantity = quantity.Value,
                    Zone = zone.Value,
                    Value = value.Value,
                }
            );
    }
}
