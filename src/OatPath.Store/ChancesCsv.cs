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
    public static byte[] Write(Account account, IReadOnlyList<BiteShown> bites, Func<string, string> nameOf) =>
        CsvText.Write(
            Columns,
            account
                .Products.Where(row => row.Held.MayBeShown)
                .OrderBy(row => nameOf(row.Product))
                .Select(row =>
                {
                    var (product, held) = row;
                    var bite = bites.FirstOrDefault(bite => bite.Product == product && bite.MayBeShown);
                    return new object?[]
                    {
                        product,
                        nameOf(product),
                        held.Clients,
                        held.Uses,
                        held.Told,
                        held.Mild,
                        held.Strong,
                        Math.Round(held.Chance * held.Uses, 2),
                        Rounded(bite?.Times),
                        Rounded(bite?.Low),
                        Rounded(bite?.High),
                    };
                })
        );

    private static double? Rounded(double? times) => times is { } known ? Math.Round(known, 2) : null;
}
