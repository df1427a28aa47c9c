using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Fit;

/// <summary>Judges one product for one client on one day: what forbids it, what to be careful about.</summary>
public static class Suitability
{
    public static IReadOnlyList<Verdict> Judge(Product product, Intake intake, DateOnly day)
    {
        var found = new List<Verdict>(HardLimits.Check(product));
        if (LabelAgainstActives.Of(product) is { } contradiction)
        {
            found.Add(contradiction);
        }

        LeaveOnLimits(product, found);
        Clinician(product, found);
        Allergies(product, intake, found);
        Age(product, intake, day, found);
        Pregnancy(product, intake, day, found);
        Medicines(product, intake, day, found);
        Devices(product, intake, day, found);
        DeviceRules.Judge(product, intake, day, found);
        Peels(product, intake, day, found);
        Cautions(product, intake, day, found);
        return found;
    }

    private static void LeaveOnLimits(Product product, List<Verdict> found)
    {
        if (!product.Traits.LeaveOn || !product.Has(Family.Aha))
        {
            return;
        }

        var onlyMandelic = product
            .Actives.Where(active => active.Family == Family.Aha)
            .All(active => active.Substance == Substance.Mandelic);
        var limit = onlyMandelic ? 15m : 10m;
        if (product.AhaPercent() > limit)
        {
            found.Add(
                new(
                    Severity.Block,
                    Because.Of(
                        RuleBook.LeaveOnStrength,
                        ("product", product.Name),
                        ("percent", product.AhaPercent()!.Value),
                        ("limit", limit)
                    )
                )
            );
        }

        if (product.Ph is >= 3.0m and < 3.5m)
        {
            found.Add(new(Severity.Block, Because.Of(RuleBook.LeaveOnPh, ("product", product.Name), ("ph", product.Ph.Value))));
        }
    }

    private static void Clinician(Product product, List<Verdict> found)
    {
        if (product.Has(Family.Hydroquinone))
        {
            found.Add(new(Severity.Block, Because.Of(RuleBook.ClinicianOnly, ("product", product.Name), ("substance", "hydroquinone"))));
        }
    }

    private static void Allergies(Product product, Intake intake, List<Verdict> found)
    {
        foreach (var allergen in product.Allergens().Distinct().Where(intake.Allergies.Contains))
        {
            found.Add(
                new(Severity.Block, Because.Of(RuleBook.Allergy, ("product", product.Name), ("allergen", AllergenTitle.Of(allergen))))
            );
        }
    }

    private static void Age(Product product, Intake intake, DateOnly day, List<Verdict> found)
    {
        if (intake.MayBeMinor(day) && product.Has(Family.Retinoid))
        {
            found.Add(new(Severity.HardLimit, Because.Of(RuleBook.AgeRetinoid, ("product", product.Name))));
        }
    }

    private static void Pregnancy(Product product, Intake intake, DateOnly day, List<Verdict> found)
    {
        if (!intake.Has(FlagKind.Pregnancy, day) && !intake.Has(FlagKind.Breastfeeding, day))
        {
            return;
        }

        foreach (var family in product.Families())
        {
            var rule = FamilyTraits.Of(family).Pregnancy;
            var because = Because.Of(RuleBook.Pregnancy, ("product", product.Name), ("family", FamilyTraits.Of(family).Title));
            if (rule == PregnancyRule.Never)
            {
                found.Add(new(Severity.HardLimit, because));
            }
            else if (rule == PregnancyRule.ClinicianWord || (rule == PregnancyRule.LowLeaveOnOnly && !IsLowLeaveOn(product)))
            {
                found.Add(new(Severity.Block, because));
            }
            else if (rule == PregnancyRule.Ask)
            {
                found.Add(new(Severity.Caution, because));
            }
        }
    }

    /// <summary>At most 10 % AHA together at pH 3.5 or more, left on; what is not known is not low.</summary>
    private static bool IsLowLeaveOn(Product product) => product.Traits.LeaveOn && product.AhaPercent() <= 10 && product.Ph >= 3.5m;

    private static void Medicines(Product product, Intake intake, DateOnly day, List<Verdict> found)
    {
        // A peel meets its own hard limit.
        if (!product.IsKit() && (product.Irritancy() != Degree.No || product.Exfoliates()) && IsotretinoinCounts(intake, day))
        {
            found.Add(new(Severity.Block, Because.Of(RuleBook.Isotretinoin, ("product", product.Name))));
        }

        if (
            product.Kind is ProductKind.Scrub or ProductKind.Mitt or ProductKind.ScrubMask or ProductKind.UltrasonicBlade
            && intake.Has(FlagKind.Rosacea, day)
        )
        {
            found.Add(new(Severity.Block, Because.Of(RuleBook.RosaceaScrub, ("product", product.Name))));
        }
    }

    private static void Devices(Product product, Intake intake, DateOnly day, List<Verdict> found)
    {
        void Refuse(Severity severity, string rule, FlagKind flag)
        {
            if (intake.Has(flag, day))
            {
                found.Add(
                    new(severity, Because.Of(rule, ("product", product.Name), ("flag", FlagEffect.Of(flag).Title.ToLowerInvariant())))
                );
            }
        }

        if (product.IsElectrical())
        {
            foreach (
                var flag in new[]
                {
                    FlagKind.ImplantedElectronics,
                    FlagKind.HeartRhythm,
                    FlagKind.Epilepsy,
                    FlagKind.MetalInFace,
                    FlagKind.Pregnancy,
                    FlagKind.Breastfeeding,
                }
            )
            {
                Refuse(Severity.HardLimit, RuleBook.ElectricalDevice, flag);
            }
        }

        if (product.IsLight())
        {
            foreach (var flag in new[] { FlagKind.LightSensitiveEyes, FlagKind.PhotosensitisingMedicine, FlagKind.Epilepsy })
            {
                Refuse(Severity.Block, RuleBook.LightMask, flag);
            }
        }

        if (product.IsWarm())
        {
            Refuse(Severity.Block, RuleBook.HeatDevice, FlagKind.Rosacea);
            Refuse(Severity.Caution, RuleBook.HeatDevice, FlagKind.Melasma);
        }
    }

    private static bool IsotretinoinCounts(Intake intake, DateOnly day) =>
        intake.Flags.Any(flag =>
            flag.Kind == FlagKind.Isotretinoin
            && (flag.From is null || flag.From <= day)
            && (flag.Until is null || day < flag.Until.Value.AddMonths(6))
        );

    private static void Cautions(Product product, Intake intake, DateOnly day, List<Verdict> found)
    {
        void Caution(string rule) => found.Add(new(Severity.Caution, Because.Of(rule, ("product", product.Name))));

        if (product.StrongSulphate && (intake.SkinType == SkinType.Dry || intake.Sensitivity >= Sensitivity.Sensitive))
        {
            Caution(RuleBook.StrongSulphate);
        }

        if ((product.Has(Family.Aha) || product.Has(Family.Bha)) && intake.Has(FlagKind.Rosacea, day))
        {
            Caution(RuleBook.RosaceaAcid);
        }

        var pigmentProne = intake.MarksEasily(day);
        if (pigmentProne && product.Actives.Any(active => active.Substance == Substance.Glycolic))
        {
            Caution(RuleBook.GentlerAcidFirst);
        }

        if (product.Kind == ProductKind.SunscreenFluid && pigmentProne)
        {
            Caution(RuleBook.TintedSunscreen);
        }

        if (product.Kind is ProductKind.SunscreenFluid or ProductKind.SunscreenTinted && intake.SkinType == SkinType.Oily && !product.Matt)
        {
            Caution(RuleBook.MattSunscreen);
        }
    }

    /// <summary>What the answers at Meet say to a peel at home.</summary>
    private static void Peels(Product product, Intake intake, DateOnly day, List<Verdict> found)
    {
        if (KitClass.Of(product) is not { } kit)
        {
            return;
        }

        void Refuse(Severity severity, string rule, string why) =>
            found.Add(new(severity, Because.Of(rule, ("product", product.Name), ("flag", why))));
        if (intake.MayBeMinor(day))
        {
            Refuse(Severity.HardLimit, RuleBook.PeelUnder18, "under 18");
        }

        if (IsotretinoinCounts(intake, day))
        {
            Refuse(Severity.HardLimit, RuleBook.PeelIsotretinoin, "isotretinoin");
        }

        foreach (var flag in NoPeel.Where(flag => intake.Has(flag, day)))
        {
            Refuse(Severity.Block, RuleBook.PeelFlag, FlagEffect.Of(flag).Title.ToLowerInvariant());
        }

        if (kit.Strength != KitStrength.Weak && intake.Has(FlagKind.KeloidTendency, day))
        {
            Refuse(Severity.Block, RuleBook.PeelFlag, "keloid tendency, nothing beyond a weak kit");
        }

        if (intake.Sensitivity == Sensitivity.Reactive || (intake.Sensitivity == Sensitivity.Sensitive && kit.Strength != KitStrength.Weak))
        {
            Refuse(Severity.Block, RuleBook.PeelFlag, $"{intake.Sensitivity.ToString().ToLowerInvariant()} skin");
        }
    }

    /// <summary>Answers that leave a peel to the salon or to a clinician's word.</summary>
    private static readonly FlagKind[] NoPeel =
    [
        FlagKind.Pregnancy,
        FlagKind.Breastfeeding,
        FlagKind.PrescriptionRetinoid,
        FlagKind.ColdSoreActive,
        FlagKind.ColdSoreHistory,
        FlagKind.SkinFlare,
        FlagKind.Rosacea,
        FlagKind.PhotosensitisingMedicine,
        FlagKind.BloodThinning,
        FlagKind.Diabetes,
        FlagKind.ImmuneSuppression,
    ];
}
