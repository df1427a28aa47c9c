using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>Limits of home use that nobody can overrule, for any client.</summary>
/// <remarks>
/// Sources: AHA, cosmetic ingredient panel 1998 (leave-on to 10 % at pH 3.5 or more; to 30 % at pH 3.0 or more only brief and rinsed);
/// salicylic acid, acne monograph (0.5 to 2 %); the never-at-home list is trade convention.
/// </remarks>
public static class HardLimits
{
    public static IReadOnlyList<Verdict> Check(Product product)
    {
        var found = new List<Verdict>();
        foreach (var active in product.Actives)
        {
            var title = SubstanceTraits.Of(active.Substance).Title;
            if (active.Family == Family.SalonOnly)
            {
                found.Add(new(Severity.HardLimit, Because.Of(RuleBook.NeverAtHome, ("product", product.Name), ("substance", title))));
            }

            if (active.Substance == Substance.Salicylic && active.Percent is null or > 2)
            {
                found.Add(
                    active.Percent is { } percent
                        ? new(Severity.HardLimit, Because.Of(RuleBook.SalicylicLimit, ("product", product.Name), ("percent", percent)))
                        : new(
                            Severity.HardLimit,
                            Because.Of(RuleBook.UnknownStrength, ("product", product.Name), ("what", "percent of salicylic acid"))
                        )
                );
            }
        }

        if (product.Kind == ProductKind.NeedleRoller && product.NeedleMm is null or > NeedleTimes.LongestMm)
        {
            found.Add(
                product.NeedleMm is { } length
                    ? new(Severity.HardLimit, Because.Of(RuleBook.NeedleLength, ("product", product.Name), ("length", length)))
                    : new(
                        Severity.HardLimit,
                        Because.Of(RuleBook.UnknownStrength, ("product", product.Name), ("what", "length of its needles"))
                    )
            );
        }

        if (product.Implied is { } implied)
        {
            found.Add(
                new(
                    Severity.HardLimit,
                    Because.Of(RuleBook.UnknownStrength, ("product", product.Name), ("what", ImpliedFamily.Unknown(implied)))
                )
            );
        }
        else if (product.Has(Family.Aha))
        {
            CheckAha(product, found);
        }
        else if (product.Kind == ProductKind.WashOffPeel)
        {
            CheckOtherKit(product, found);
        }

        return found;
    }

    /// <summary>A kit without AHA: every percent and the pH must be known, as with AHA.</summary>
    private static void CheckOtherKit(Product product, List<Verdict> found)
    {
        var unknown = product.Actives.FirstOrDefault(active =>
            active.Percent is null && FamilyTraits.IsAcid(active.Family) && active.Substance != Substance.Salicylic
        );
        var what =
            unknown is not null ? $"percent of {SubstanceTraits.Of(unknown.Substance).Title}"
            : product.Ph is null && product.IsAcid() ? "pH"
            : null;
        if (what is not null)
        {
            found.Add(new(Severity.HardLimit, Because.Of(RuleBook.UnknownStrength, ("product", product.Name), ("what", what))));
        }
    }

    private static void CheckAha(Product product, List<Verdict> found)
    {
        if (product.AhaPercent() is not { } percent)
        {
            found.Add(new(Severity.HardLimit, Because.Of(RuleBook.UnknownStrength, ("product", product.Name), ("what", "AHA percent"))));
        }
        else if (percent > 30)
        {
            found.Add(new(Severity.HardLimit, Because.Of(RuleBook.AhaLimit, ("product", product.Name), ("percent", percent))));
        }

        if (product.Ph is not { } ph)
        {
            found.Add(new(Severity.HardLimit, Because.Of(RuleBook.UnknownStrength, ("product", product.Name), ("what", "pH"))));
        }
        else if (ph < 3.0m)
        {
            found.Add(new(Severity.HardLimit, Because.Of(RuleBook.AhaPh, ("product", product.Name), ("ph", ph))));
        }
    }
}
