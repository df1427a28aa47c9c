using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>What a product does, over all the roles it plays; every role counts.</summary>
public static class ProductRoles
{
    /// <summary>All families the product works in, by substance and by hand.</summary>
    public static IReadOnlyList<Family> Families(this Product product)
    {
        var families = new List<Family>();
        foreach (var active in product.Actives)
        {
            if (!families.Contains(active.Family))
            {
                families.Add(active.Family);
            }
        }

        if (product.Implied is { } implied)
        {
            families.Add(implied);
        }

        if (product.Traits.ByHand)
        {
            families.Add(Family.ByHand);
        }

        return families;
    }

    public static Degree Irritancy(this Product product) => Strongest(product, traits => traits.Irritant);

    public static Degree LightSensitising(this Product product) => Strongest(product, traits => traits.LightSensitising);

    public static bool Exfoliates(this Product product)
    {
        foreach (var family in product.Families())
        {
            if (FamilyTraits.Of(family).Exfoliates)
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Carries an AHA, PHA or BHA, so its evening is an acid evening.</summary>
    public static bool IsAcid(this Product product) => product.Has(Family.Aha) || product.Has(Family.Bha) || product.Has(Family.Pha);

    /// <summary>A cleanser that carries a working acid, whatever it is sold as.</summary>
    public static bool IsAcidCleanser(this Product product) =>
        product.Kind == ProductKind.ExfoliatingCleanser
        || (
            product.Kind
                is ProductKind.OilCleanser
                    or ProductKind.BalmCleanser
                    or ProductKind.MicellarWater
                    or ProductKind.GelCleanser
                    or ProductKind.FoamCleanser
                    or ProductKind.CreamCleanser
                    or ProductKind.EyeMakeUpRemover
            && product.IsAcid()
        );

    /// <summary>Whether a practitioner may put it in the morning: an acid that is left on, and carries nothing for the night.</summary>
    /// <remarks>Source: trade convention.</remarks>
    public static bool MayGoInTheMorning(this Product product) =>
        product.Kind is ProductKind.LeaveOnAcidLiquid or ProductKind.LeaveOnAcidGel or ProductKind.ExfoliatingToner
        && product.IsAcid()
        && !product.Has(Family.Retinoid)
        && !product.Has(Family.BenzoylPeroxide);

    /// <summary>
    /// Whether it may be raised to morning and evening: a mild acid that is left on, or azelaic acid, where the label allows it; a serum
    /// against pigment without an acid.
    /// </summary>
    /// <remarks>Source: trade convention, PHA, mandelic and lactic to 10 %, azelaic to 10 %, pigment serums twice a day.</remarks>
    public static bool MayGoTwiceADay(this Product product)
    {
        var working = product.Families().Where(family => FamilyTraits.Of(family).Irritant != Degree.No).ToList();
        return product.Traits.LeaveOn
            && product.Implied is null
            && (
                product.Kind == ProductKind.PigmentSerum && working.TrueForAll(family => family == Family.PigmentInhibitor)
                || (
                    product.TwiceADay
                    && product.Kind != ProductKind.PeelPad
                    && working.TrueForAll(family => family is Family.Aha or Family.Pha or Family.Azelaic or Family.PigmentInhibitor)
                    && product.Actives.All(IsMild)
                )
            );
    }

    private const decimal MildPercent = 10;

    private static bool IsMild(Active active) =>
        active.Family switch
        {
            Family.Aha => active.Substance is Substance.Mandelic or Substance.Lactic && active.Percent <= MildPercent,
            Family.Azelaic => active.Percent <= MildPercent,
            _ => true,
        };

    /// <summary>Needs a patch test, counts as a change when started, and is planned by a ladder.</summary>
    public static bool IsActive(this Product product) =>
        product.Traits.Use is KindUse.Daily or KindUse.Extra && product.Irritancy() != Degree.No;

    /// <summary>Whether a patch test comes before its first use: any irritant but what is done by hand.</summary>
    public static bool NeedsPatchTest(this Product product)
    {
        foreach (var family in product.Families())
        {
            if (family != Family.ByHand && FamilyTraits.Of(family).Irritant != Degree.No)
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Labelled AHA percent added up; null when one of them has no percent.</summary>
    public static decimal? AhaPercent(this Product product) => Sum(product, Family.Aha);

    /// <summary>Allergens from the actives and from the materials, cross-reactions included.</summary>
    /// <remarks>
    /// Source: trade convention. Willow, betaine and capryloyl salicylate count as salicylates; papain and bromelain can cross-react with
    /// latex.
    /// </remarks>
    public static IReadOnlyList<Allergen> Allergens(this Product product)
    {
        var found = new List<Allergen>(product.Contains);
        foreach (var active in product.Actives)
        {
            if (active.Family == Family.Bha)
            {
                found.Add(Allergen.Salicylates);
            }
            else if (active.Substance is Substance.Papain or Substance.Bromelain)
            {
                found.Add(Allergen.Latex);
            }
            else if (active.Substance == Substance.BenzoylPeroxide)
            {
                found.Add(Allergen.BenzoylPeroxide);
            }
        }

        return found;
    }

    /// <summary>A sunscreen or a moisturiser with SPF that counts at a given SPF on a given day; powder is only a top-up.</summary>
    public static bool IsUsableSunscreen(this Product product, int spf, DateOnly day) =>
        product.Kind is ProductKind.SunscreenFluid or ProductKind.SunscreenTinted or ProductKind.MoisturiserWithSpf
        && product.Spf >= spf
        && product.BroadSpectrum
        && product.UsableOn(day);

    private static decimal? Sum(Product product, Family family)
    {
        if (product.Implied == family)
        {
            return null;
        }

        decimal sum = 0;
        foreach (var active in product.Actives)
        {
            if (active.Family != family)
            {
                continue;
            }

            if (active.Percent is not { } percent)
            {
                return null;
            }

            sum += percent;
        }

        return sum;
    }

    private static Degree Strongest(Product product, Func<FamilyTraits, Degree> of)
    {
        var strongest = Degree.No;
        foreach (var family in product.Families())
        {
            var degree = of(FamilyTraits.Of(family));
            strongest = degree > strongest ? degree : strongest;
        }

        return strongest;
    }
}
