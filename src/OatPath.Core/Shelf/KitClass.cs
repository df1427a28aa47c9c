using OatPath.Core.House;

namespace OatPath.Core.Shelf;

/// <summary>How strong a peel kit is, decided on labelled percent and measured pH only.</summary>
public enum KitStrength
{
    /// <summary>AHA together at most 15 % at pH 3.5 or more, salicylic at most 2 %, and blends of these.</summary>
    Weak,

    /// <summary>AHA together at most 30 % at pH 3.0 or more; seconds to 3 min, signed off per client.</summary>
    Strong,

    /// <summary>Percent or pH is not known: blocked until it is.</summary>
    Unknown,

    /// <summary>Past a hard limit, or a substance that is never used at home.</summary>
    NeverAtHome,
}

/// <summary>A wash-off kit's class and why.</summary>
/// <remarks>
/// Source: cosmetic ingredient panel on AHA, 1998 (to 30 % at pH 3.0 or more only brief and rinsed); acne monograph (salicylic 0.5 to 2 %);
/// the line between weak and strong is trade convention.
/// </remarks>
public sealed record KitClass(KitStrength Strength, Because Because)
{
    private const decimal WeakAha = 15;
    private const decimal WeakPh = 3.5m;

    /// <summary>The class of a wash-off peel, or null for every other kind.</summary>
    public static KitClass? Of(Product product)
    {
        if (product.Kind != ProductKind.WashOffPeel)
        {
            return null;
        }

        var limits = HardLimits.Check(product);
        if (limits.FirstOrDefault(verdict => verdict.Because.Rule != RuleBook.UnknownStrength) is { } never)
        {
            return new(KitStrength.NeverAtHome, never.Because);
        }

        if (limits.Count > 0)
        {
            return new(KitStrength.Unknown, limits[0].Because);
        }

        var aha = product.AhaPercent() ?? 0;
        var weak = aha <= WeakAha && product.Ph >= WeakPh;
        return new(
            weak ? KitStrength.Weak : KitStrength.Strong,
            Because.Of(weak ? RuleBook.KitWeak : RuleBook.KitStrong, ("product", product.Name), ("percent", aha), ("ph", product.Ph ?? 0))
        );
    }
}
