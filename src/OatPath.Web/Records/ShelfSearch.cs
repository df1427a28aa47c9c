using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Wording;

namespace OatPath.Web.Records;

/// <summary>A role to filter the shelf by, in the words of the page.</summary>
public enum ShelfRole
{
    Acid,
    Exfoliates,
    Retinoid,
    LightSensitising,
    ByHand,
    Cleanses,
    Sunscreen,
    StaysOn,
    OnlyInSessions,
    NotForHome,
}

/// <summary>What somebody looks for on the studio's shelf.</summary>
public sealed record ShelfQuery(string Words, ProductKind? Kind, ShelfRole? Role, Substance? Active, bool Archived = false)
{
    public bool IsEmpty => string.IsNullOrWhiteSpace(Words) && Kind is null && Role is null && Active is null;
}

/// <summary>Finds products among thousands: the text of each is made once and kept until the shelf changes.</summary>
public sealed class ShelfSearch(StudioShelf shelf)
{
    private readonly Lock gate = new();
    private (string Stamp, (StudioProduct Item, string Text)[] Entries) kept = ("", []);

    public (IReadOnlyList<StudioProduct> Found, int Matching, int Total) Find(ShelfQuery query, int most)
    {
        var entries = Entries();
        var words = query.Words.ToLowerInvariant().Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var found = new List<StudioProduct>();
        var (matching, total) = (0, 0);
        foreach (var (item, text) in entries)
        {
            if (item.Archived != query.Archived)
            {
                continue;
            }

            total++;
            if (Fits(item.Product, query) && Array.TrueForAll(words, word => text.Contains(word, StringComparison.Ordinal)))
            {
                matching++;
                if (found.Count < most)
                {
                    found.Add(item);
                }
            }
        }

        return (found, matching, total);
    }

    private static bool Fits(Product product, ShelfQuery query) =>
        (query.Kind is null || product.Kind == query.Kind)
        && (query.Active is null || product.Actives.Any(active => active.Substance == query.Active))
        && (query.Role is not { } role || Plays(product, role));

    public static bool Plays(Product product, ShelfRole role) =>
        role switch
        {
            ShelfRole.Acid => product.IsAcid(),
            ShelfRole.Exfoliates => product.Exfoliates(),
            ShelfRole.Retinoid => product.Has(Family.Retinoid),
            ShelfRole.LightSensitising => product.LightSensitising() != Degree.No,
            ShelfRole.ByHand => product.Traits.ByHand,
            ShelfRole.Cleanses => product.Kind
                is ProductKind.EyeMakeUpRemover
                    or ProductKind.OilCleanser
                    or ProductKind.BalmCleanser
                    or ProductKind.MicellarWater
                    or ProductKind.GelCleanser
                    or ProductKind.FoamCleanser
                    or ProductKind.CreamCleanser
                    or ProductKind.ExfoliatingCleanser,
            ShelfRole.Sunscreen => product.Spf is not null,
            ShelfRole.StaysOn => product.Traits.LeaveOn,
            ShelfRole.OnlyInSessions => product.Traits.Use == KindUse.Session,
            ShelfRole.NotForHome => HardLimits.Check(product).Count > 0,
            _ => false,
        };

    private (StudioProduct Item, string Text)[] Entries()
    {
        var all = shelf.Everything(out var stamp);
        lock (gate)
        {
            if (kept.Stamp != stamp)
            {
                kept = (
                    stamp,
                    [
                        .. all.Select(item =>
                            (item, WordsOf(item.Product))
                        ),
                    ]
                );
            }

            return kept.Entries;
        }
    }

    private static string WordsOf(Product product) =>
        $"{product.Name} {product.Line} {product.Supplier} {ProductWords.Describe(product)}".ToLowerInvariant();
}
