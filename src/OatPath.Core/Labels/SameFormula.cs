using OatPath.Core.Shelf;

namespace OatPath.Core.Labels;

/// <summary>
/// Finds what holds the same under another name: the same list of ingredients in the same order with the same percents; where one of two
/// has no list, the same kind with the same actives, every percent and the pH known.
/// </summary>
/// <remarks>Derivation. It recognises a product; it says nothing of whether one may take the other's place.</remarks>
public sealed class SameFormula
{
    private readonly Dictionary<string, Product> byList = [];
    private readonly ILookup<string, Product> byActives;

    /// <param name="shelf">What stands there; each label is read once.</param>
    public SameFormula(IEnumerable<Product> shelf)
    {
        var bottles = shelf.Where(product => product.Spec is null).ToList();
        foreach (var product in bottles)
        {
            if (ListOf(product) is { } list)
            {
                byList.TryAdd(list, product);
            }
        }

        byActives = bottles.Where(product => ActivesOf(product) is not null).ToLookup(product => ActivesOf(product)!);
    }

    /// <summary>What is the same and has another name, or null.</summary>
    public Product? Find(Product product)
    {
        var list = ListOf(product);
        var same =
            list is not null && byList.TryGetValue(list, out var found) ? found
            : ActivesOf(product) is { } actives ? byActives[actives].FirstOrDefault(other => list is null || ListOf(other) is null)
            : null;
        return same is null || same.Name.Equals(product.Name, StringComparison.OrdinalIgnoreCase) ? null : same;
    }

    private static string? ListOf(Product product)
    {
        if (product.Label.Length == 0 || LabelText.Check(product.Label) is not null)
        {
            return null;
        }

        var items = LabelText.Read(product.Label).Items;
        return items.Count < FewestNames
            ? null
            : string.Join(
                '\n',
                items.Select(item => FormattableString.Invariant($"{item.Section} {item.Text.Trim().ToUpperInvariant()} {item.Percent}"))
            );
    }

    /// <summary>Shorter lists are alike by chance: "water, glycerin". House default.</summary>
    private const int FewestNames = 4;

    private static string? ActivesOf(Product product) =>
        product.Actives.Count == 0 || product.Ph is null || product.Actives.Any(active => active.Percent is null)
            ? null
            : FormattableString.Invariant($"{product.Kind} {product.Ph:0.##}: ")
                + string.Join(
                    ", ",
                    product
                        .Actives.OrderBy(active => active.Substance)
                        .Select(active => FormattableString.Invariant($"{active.Substance} {active.Percent:0.###}"))
                );
}
