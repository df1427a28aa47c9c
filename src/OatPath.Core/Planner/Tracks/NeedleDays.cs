using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Tracks;

/// <summary>Evenings with needles, used, planned and next, and what each keeps off around it.</summary>
/// <remarks>Source: trade convention; hours as whole days, the evening's own included.</remarks>
internal sealed class NeedleDays(RuleSwitch rule)
{
    private readonly List<(Track Roller, DateOnly On)> stood = [];
    private readonly HashSet<(Track Roller, DateOnly On)> used = [];
    private readonly Dictionary<Track, DateOnly> next = [];
    private readonly Dictionary<(string Product, bool Fine), (int Before, int After)?> rests = [];

    public bool IsEmpty => stood.Count == 0 && next.Count == 0;

    /// <summary>Every evening that is known of.</summary>
    public IEnumerable<(Track Roller, DateOnly On)> All => stood.Concat(next.Select(pair => (pair.Key, pair.Value))).Distinct();

    /// <summary>Evenings on which needles were used, and those that come next.</summary>
    public IEnumerable<(Track Roller, DateOnly On)> Used => used;
    public IEnumerable<(Track Roller, DateOnly On)> Next => next.Select(pair => (pair.Key, pair.Value));

    public DateOnly? NextOf(Track roller) => next.TryGetValue(roller, out var on) ? on : null;

    /// <summary>An evening that was used, or one that is planned and lies behind the day the run has come to.</summary>
    public void Stood(Track roller, DateOnly day, bool wasUsed)
    {
        if (!stood.Contains((roller, day)))
        {
            stood.Add((roller, day));
        }

        if (wasUsed)
        {
            used.Add((roller, day));
        }
    }

    /// <summary>The next evening seen from today; what was planned before and did not happen is forgotten.</summary>
    public void Plan(Track roller, DateOnly? on)
    {
        if (on is { } evening)
        {
            next[roller] = evening;
        }
        else
        {
            next.Remove(roller);
        }
    }

    /// <summary>Why a product is off on a day near needles, or null.</summary>
    /// <param name="mayFollow">Needles it may share its evening with.</param>
    public Off? Of(Product product, DateOnly day, Func<Track, bool>? mayFollow = null)
    {
        if (IsEmpty || !rule.On(RuleBook.NeedleRest))
        {
            return null;
        }

        Off? latest = null;
        foreach (var (roller, on) in All)
        {
            if (on == day && mayFollow?.Invoke(roller) == true)
            {
                continue;
            }

            if (
                RestOf(product, roller.Product) is { } rest
                && day >= on.AddDays(-rest.Before)
                && day <= on.AddDays(rest.After)
                && !(latest?.Until > on.AddDays(rest.After))
            )
            {
                latest = Off.Through(on.AddDays(rest.After), Say(product, roller, on, rest.After));
            }
        }

        return latest;
    }

    /// <summary>Whether anything rests on a day for needles.</summary>
    public bool Near(DateOnly day) => !IsEmpty && All.Any(needles => day >= needles.On.AddDays(-3) && day <= needles.On.AddDays(3));

    /// <summary>Whether a little redness belongs to needles that were used: to those over 0.3 mm, past the first day.</summary>
    /// <remarks>Source: trade convention, pink for 24 to 48 h after 0.5 mm.</remarks>
    public bool InCourse(DateOnly day) =>
        used.Any(needles => !NeedleTimes.AreFine(needles.Roller.Product) && day >= needles.On && day <= needles.On.AddDays(2));

    /// <summary>Days after needles in which only the higher SPF counts.</summary>
    public bool WatchesSun(DateOnly day) =>
        All.Any(needles => day >= needles.On && day <= needles.On.AddDays(SunAfter(needles.Roller.Product)));

    /// <summary>Days without strong sun after needles.</summary>
    public static int SunAfter(Product roller) => NeedleCare.SunAfter(NeedleTimes.AreFine(roller));

    public static Because Say(Product product, Track roller, DateOnly on, int after) =>
        Because.Of(
            RuleBook.NeedleRest,
            ("product", product.Name),
            ("other", roller.Product.Name),
            ("on", on),
            ("until", on.AddDays(after))
        );

    /// <summary>Days for which a product rests before and after needles, or null where it goes on.</summary>
    public (int Before, int After)? RestOf(Product product, Product roller) =>
        !rule.On(RuleBook.NeedleRest) ? null
        : product.Kind is ProductKind.Razor or ProductKind.UltrasonicBlade && roller.Kind == ProductKind.NanoTip
            ? (NeedleTimes.BladeApartDays - 1, NeedleTimes.BladeApartDays - 1)
        : RestOf(product, NeedleTimes.AreFine(roller));

    private (int Before, int After)? RestOf(Product product, bool fine)
    {
        if (!rests.TryGetValue((product.Id, fine), out var rest))
        {
            rests[(product.Id, fine)] = rest = Measure(product, fine);
        }

        return rest;
    }

    private static (int Before, int After)? Measure(Product product, bool fine)
    {
        if (product.Irritancy() != Degree.No || product.IsKit() || product.Has(Family.VitaminCDerivative))
        {
            return fine ? (1, 2) : (3, 3);
        }

        // Sunscreen is never left out.
        if (product.Spf is not null)
        {
            return null;
        }

        // Other devices and masks leave the evening to the needles; a soothing one may follow.
        if (product.IsDevice() || product.Kind is ProductKind.ClayMask)
        {
            return (0, 0);
        }

        return !fine && (product.Kind == ProductKind.OcclusiveBalm || product.HeavyOil || product.Kind == ProductKind.FaceOil) ? (0, 2)
            : product.Contains.Contains(Allergen.Fragrance) || product.AlcoholNearTop || product.HeavyOil ? (0, 1)
            : null;
    }
}
