namespace OatPath.Core.Shelf;

/// <summary>
/// A fixed order of products by what they are, never by how they are called: renaming a product or shuffling a shelf changes nothing.
/// Only two that are alike in everything fall back on their ids.
/// </summary>
public sealed class ProductOrder : IComparer<Product>
{
    public static ProductOrder ByContent { get; } = new();

    public int Compare(Product? x, Product? y)
    {
        if (x is null || y is null)
        {
            return (x is null ? 0 : 1) - (y is null ? 0 : 1);
        }

        var order = x.Flow.CompareTo(y.Flow);
        order = order != 0 ? order : x.Kind.CompareTo(y.Kind);
        order = order != 0 ? order : CompareActives(x.Actives, y.Actives);
        order = order != 0 ? order : Nullable.Compare(x.Ph, y.Ph);
        order = order != 0 ? order : Nullable.Compare(y.Spf, x.Spf);
        order = order != 0 ? order : x.Contains.Count.CompareTo(y.Contains.Count);
        order = order != 0 ? order : x.StrongSulphate.CompareTo(y.StrongSulphate);
        order = order != 0 ? order : x.Dispenser.CompareTo(y.Dispenser);
        order = order != 0 ? order : Nullable.Compare(x.ContentMl, y.ContentMl);
        return order != 0 ? order : string.CompareOrdinal(x.Id, y.Id);
    }

    private static int CompareActives(IReadOnlyList<Active> a, IReadOnlyList<Active> b)
    {
        for (var i = 0; i < Math.Min(a.Count, b.Count); i++)
        {
            var order = a[i].Substance.CompareTo(b[i].Substance);
            order = order != 0 ? order : Nullable.Compare(a[i].Percent, b[i].Percent);
            if (order != 0)
            {
                return order;
            }
        }

        return a.Count.CompareTo(b.Count);
    }
}
