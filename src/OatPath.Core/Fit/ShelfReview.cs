using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Fit;

/// <summary>What to do with a product a client owns.</summary>
public enum ShelfStep
{
    Keep,

    /// <summary>Off the plan; it may come back when its reason is gone.</summary>
    Park,

    /// <summary>Never used at home: parked, and brought to the studio.</summary>
    BringIn,

    /// <summary>Past its time.</summary>
    ThrowOut,
}

/// <summary>Advice on one product, with its reason and what would do its work instead.</summary>
/// <param name="Because">Null where the product is simply kept.</param>
/// <param name="Instead">Studio products to bring in, best first; empty where nothing fits or nothing is needed.</param>
/// <param name="Already">A product the client has that does its work, or null.</param>
public sealed record ShelfAdvice(
    Product Product,
    ShelfStep Step,
    Because? Because,
    IReadOnlyList<Product> Instead,
    Product? Already = null
);

/// <summary>Looks over all a client owns at once: hidden doubles, acid under acid, what has no place at home.</summary>
/// <remarks>
/// Source: trade convention. A beginner uses one exfoliant; an acid cleanser is an acid; a hidden active counts like an open one.
/// </remarks>
public static class ShelfReview
{
    private const int MostInstead = 3;

    /// <param name="owned">What is on the client's shelf and not parked.</param>
    /// <param name="studio">What could be brought in instead.</param>
    /// <param name="established">Whether the client is established in all families of a product.</param>
    public static IReadOnlyList<ShelfAdvice> Of(
        IReadOnlyList<Product> owned,
        IReadOnlyList<Product> studio,
        Intake intake,
        DateOnly day,
        Func<Product, bool> established
    )
    {
        var keptExfoliant = Preferred(owned.Where(product => IsOpenExfoliant(product) && Refusal(product, intake, day) is null));
        return [.. owned.Select(product => Complete(product, Advise(product, owned, keptExfoliant, intake, day, established)))];

        ShelfAdvice Complete(Product product, (ShelfStep Step, Because? Because) advice)
        {
            if (advice.Because is not { } because)
            {
                return new(product, ShelfStep.Keep, null, []);
            }

            var already = owned.FirstOrDefault(other => other != product && Serves(other, product, because.Rule, intake, day));
            return new(
                product,
                advice.Step,
                because,
                already is null ? Instead(product, owned, studio, intake, day, because.Rule) : [],
                already
            );
        }
    }

    private static (ShelfStep, Because?) Advise(
        Product product,
        IReadOnlyList<Product> owned,
        Product? keptExfoliant,
        Intake intake,
        DateOnly day,
        Func<Product, bool> established
    )
    {
        Because Say(string rule, Product? other = null) => Because.Of(rule, ("product", product.Name), ("other", other?.Name ?? ""));
        if (Refusal(product, intake, day) is { } refused)
        {
            return (
                refused.Because.Rule is RuleBook.NeverAtHome or RuleBook.SalicylicLimit or RuleBook.AhaLimit or RuleBook.AhaPh
                    ? ShelfStep.BringIn
                    : ShelfStep.Park,
                refused.Because
            );
        }

        if (product.GoodUntil() is { } good && good < day)
        {
            return (ShelfStep.ThrowOut, Because.Of(RuleBook.PastItsTime, ("product", product.Name), ("on", good)));
        }

        if (
            product.IsAcidCleanser()
            && owned.FirstOrDefault(other =>
                other != product
                && Refusal(other, intake, day) is null
                && other.IsAcid()
                && other.Traits.LeaveOn
                && other.Traits.Use == KindUse.Daily
            )
                is { } acid
        )
        {
            return (ShelfStep.Park, Say(RuleBook.AcidUnderAcid, acid));
        }

        if (
            IsHidden(product)
            && owned.FirstOrDefault(other =>
                other != product
                && Refusal(other, intake, day) is null
                && !IsHidden(other)
                && other.IsActive()
                && other.Families().Intersect(product.Families()).Any(Irritates)
            )
                is { } open
        )
        {
            return (ShelfStep.Park, Say(RuleBook.HiddenDouble, open));
        }

        if (
            IsOpenExfoliant(product)
            && keptExfoliant is not null
            && keptExfoliant != product
            && !(established(product) && established(keptExfoliant))
        )
        {
            return (ShelfStep.Park, Say(RuleBook.OneExfoliant, keptExfoliant));
        }

        return (ShelfStep.Keep, null);
    }

    /// <summary>Of several exfoliants left on, the one to keep: with the percent and pH known, mildest free acid first.</summary>
    private static Product? Preferred(IEnumerable<Product> exfoliants) =>
        exfoliants
            .OrderBy(product => FreeAcidReading.Of(product)?.FreePercent ?? double.MaxValue)
            .ThenBy(product => product.Id, StringComparer.Ordinal)
            .FirstOrDefault();

    private static bool IsOpenExfoliant(Product product) =>
        product.IsAcid() && product.Traits is { LeaveOn: true, Use: KindUse.Daily } && product.Kind is not ProductKind.PeelPad;

    /// <summary>An irritant in a kind that is not bought for it.</summary>
    internal static bool IsHidden(Product product) =>
        product.IsActive()
        && product.Kind
            is ProductKind.Moisturiser
                or ProductKind.MoisturiserWithSpf
                or ProductKind.EyeGel
                or ProductKind.NeckCream
                or ProductKind.CalmingToner
                or ProductKind.HydratingSerum
                or ProductKind.NiacinamideSerum
                or ProductKind.FaceOil
                or ProductKind.OcclusiveBalm
                or ProductKind.LipBalm
                or ProductKind.SunscreenFluid
                or ProductKind.SunscreenTinted
                or ProductKind.SpotPatch
                or ProductKind.SoothingMask
                or ProductKind.HydratingMask
        && product.Irritancy() != Degree.No;

    private static bool Irritates(Family family) => FamilyTraits.Of(family).Irritant != Degree.No;

    private static Verdict? Refusal(Product product, Intake intake, DateOnly day) =>
        Suitability.Judge(product, intake, day).FirstOrDefault(verdict => verdict.Refuses);

    /// <summary>Studio products that do the same work and suit this client, fewest cautions first.</summary>
    public static IReadOnlyList<Product> Instead(
        Product refused,
        IReadOnlyList<Product> owned,
        IReadOnlyList<Product> studio,
        Intake intake,
        DateOnly day,
        string rule
    ) =>
        [
            .. studio
                .Where(product =>
                    product.Id != refused.Id && owned.All(other => other.Id != product.Id) && Serves(product, refused, rule, intake, day)
                )
                .OrderBy(product => Suitability.Judge(product, intake, day).Count)
                .ThenByDescending(product => product.Kind == refused.Kind)
                .ThenByDescending(product => product.Actives.Count(active => refused.Has(active.Family)))
                .ThenBy(product => product.Id, StringComparer.Ordinal)
                .Take(MostInstead),
        ];

    /// <summary>Whether a product does the work of a refused one, suits the client, and brings no new trouble.</summary>
    private static bool Serves(Product product, Product refused, string rule, Intake intake, DateOnly day) =>
        rule != RuleBook.OneExfoliant
        && Does(product, refused, rule is RuleBook.AcidUnderAcid or RuleBook.HiddenDouble)
        && Refusal(product, intake, day) is null
        && product.UsableOn(day);

    /// <summary>Kinds that take one place of the routine.</summary>
    private static bool SamePlace(ProductKind one, ProductKind other)
    {
        static int Place(ProductKind kind) =>
            kind switch
            {
                ProductKind.SunscreenFluid or ProductKind.SunscreenTinted => 1,
                ProductKind.GelCleanser or ProductKind.CreamCleanser or ProductKind.FoamCleanser => 2,
                ProductKind.OilCleanser or ProductKind.BalmCleanser => 3,
                _ => 0,
            };
        return Place(one) > 0 && Place(one) == Place(other);
    }

    private static bool Does(Product product, Product refused, bool gentle)
    {
        if (gentle || !refused.IsActive())
        {
            return !product.IsActive()
                && !product.StrongSulphate
                && !product.Contains.Contains(Allergen.Fragrance)
                && (
                    product.Kind == refused.Kind
                    || SamePlace(product.Kind, refused.Kind)
                    || (
                        refused.IsAcidCleanser()
                        && product.Kind is ProductKind.GelCleanser or ProductKind.CreamCleanser or ProductKind.FoamCleanser
                    )
                );
        }

        // Needles are signed off by hand; no swap offers them.
        return !product.IsNeedle()
            && product.IsActive()
            && product.IsAcid() == refused.IsAcid()
            && product.Traits.LeaveOn == refused.Traits.LeaveOn
            && product.Traits.Use == refused.Traits.Use
            && product.Has(Family.Retinoid) == refused.Has(Family.Retinoid);
    }
}
