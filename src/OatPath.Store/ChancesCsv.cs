using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using OatPath.Core.Calibration;

namespace OatPath.Store;

/// <summary>What the house has seen of each product as a CSV file: counts over clients, and nobody among them.</summary>
public static class ChancesCsv
{
    /// <summary>The columns, in their order.</summary>
    public static IReadOnlyList<string> Columns { get; } =
    ["product", "name", "clients", "uses", "told", "mild_or_worse", "strong", "expected_strong", "bite", "bite_low", "bite_high"];

    /// <summary>One row for each product of which enough clients tell, by name.</summary>
    /// <param name="nameOf">The name of a product by its id.</param>
    /// <param name="bites">How they bite, where that is known.</param>
    public static byte[] Write(Account account, IReadOnlyList<BiteShown> bites, Func<string, string> nameOf)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (
            var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.Escape })
        )
        {
            foreach (var column in Columns)
            {
                csv.WriteField(column);
            }

            csv.NextRecord();
            foreach (var (product, held) in account.Products.Where(row => row.Held.MayBeShown).OrderBy(row => nameOf(row.Product)))
            {
                csv.WriteField(product);
                csv.WriteField(nameOf(product));
                csv.WriteField(held.Clients);
                csv.WriteField(held.Uses);
                csv.WriteField(held.Told);
                csv.WriteField(held.Mild);
                csv.WriteField(held.Strong);
                csv.WriteField(Math.Round(held.Chance * held.Uses, 2));
                var bite = bites.FirstOrDefault(bite => bite.Product == product && bite.MayBeShown);
                csv.WriteField(Rounded(bite?.Times));
                csv.WriteField(Rounded(bite?.Low));
                csv.WriteField(Rounded(bite?.High));
                csv.NextRecord();
            }
        }

        return Encoding.UTF8.GetBytes(text.ToString());
    }

    private static double? Rounded(double? times) => times is { } known ? Math.Round(known, 2) : null;
}
