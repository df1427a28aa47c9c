using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;

namespace OatPath.Store;

/// <summary>Rows as a CSV file: commas, UTF-8, nothing in it that a spreadsheet takes for a formula.</summary>
internal static class CsvText
{
    public static byte[] Write(IReadOnlyList<string> columns, IEnumerable<IReadOnlyList<object?>> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (
            var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.Escape })
        )
        {
            foreach (var row in rows.Prepend(columns))
            {
                foreach (var field in row)
                {
                    csv.WriteField(field);
                }

                csv.NextRecord();
            }
        }

        return Encoding.UTF8.GetBytes(text.ToString());
    }
}
