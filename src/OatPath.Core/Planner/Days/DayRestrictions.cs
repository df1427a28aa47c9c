using System.Globalization;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Days;

/// <summary>What flags, treatments and occasions forbid on a day, apart from any reaction.</summary>
internal sealed class DayRestrictions(CaseFile file, HouseRules rules, RuleSwitch rule)
{
    private const int SunPauseBefore = 3;
    private const int SunNewActive = 7;
    private const int OccasionDays = 3;
    private const int FillerDays = 14;

    /// <summary>Spans after peels at home in which only the higher SPF counts.</summary>
    public List<(DateOnly From, DateOnly Until)> PeelSun { get; } = [];

    /// <summary>The reason the whole skin gets the repair routine, or null.</summary>
    public Because? Repair(DateOnly day)
    {
        foreach (var flag in file.Intake.Flags)
        {
            if (flag.Kind is FlagKind.ColdSoreActive or FlagKind.SkinFlare && flag.Covers(day) && rule.On(RuleBook.FlagRepair))
            {
                return Because.Of(RuleBook.FlagRepair, ("flag", FlagEffect.Of(flag.Kind).Title));
            }
        }

        foreach (var treatment in file.Treatments)
        {
            var times = TreatmentTimes.Of(treatment.Kind);
            if (times.AfterDays > 0 && day >= treatment.On && day <= treatment.On.AddDays(times.AfterDays) && rule.On(RuleBook.TreatmentAfter))
            {
                return Because.Of(RuleBook.TreatmentAfter, ("treatment", times.Title), ("on", treatment.On), ("until", treatment.On.AddDays(times.AfterDays)));
            }
        }

        return null;
    }

    /// <summary>Why this active is left out on a day, or null. Repair days are asked separately.</summary>
    public Because? For(Product product, DateOnly day)
    {
        foreach (var flag in file.Intake.Flags)
        {
            if (flag.Kind == FlagKind.Sunburn && flag.From is { } burned && rule.On(RuleBook.Sunburn)
                && day >= burned && day <= (flag.Until ?? burned).AddDays(SunNewActive))
            {
                return Because.Of(RuleBook.Sunburn, ("until", (flag.Until ?? burned).AddDays(SunNewActive)));
            }

            if (flag.Kind == FlagKind.Illness && flag.From is { } ill && flag.Covers(day) && rule.On(RuleBook.Illness))
            {
                return Because.Of(RuleBook.Illness, ("product", product.Name), ("from", ill));
            }

            if (flag.Kind == FlagKind.StrongSun && flag.From is { } sun && product.LightSensitising() != Degree.No && rule.On(RuleBook.StrongSun)
                && day >= flag.Since(SunPauseBefore) && day <= (flag.Until ?? sun))
            {
                return Because.Of(RuleBook.StrongSun, ("from", sun), ("until", flag.Until ?? sun));
            }

            if (flag.Kind == FlagKind.RecentFiller && product.IsDevice() && flag.From is { } filled && rule.On(RuleBook.RecentFiller)
                && day >= filled && day <= (flag.Until ?? filled).AddDays(FillerDays))
            {
                return Because.Of(RuleBook.RecentFiller, ("product", product.Name), ("until", (flag.Until ?? filled).AddDays(FillerDays)));
            }

            if (flag.Zones.Count == 0 && IsZoneFlag(flag, product, day) && rule.On(RuleBook.ZoneUnknown))
            {
                return Because.Of(RuleBook.ZoneUnknown, ("flag", FlagEffect.Of(flag.Kind).Title));
            }
        }

        foreach (var treatment in file.Treatments)
        {
            var times = TreatmentTimes.Of(treatment.Kind);
            if (times.BeforeDays > 0 && day < treatment.On && day >= treatment.On.AddDays(-times.BeforeDays) && rule.On(RuleBook.TreatmentBefore))
            {
                return Because.Of(RuleBook.TreatmentBefore, ("treatment", times.Title), ("on", treatment.On));
            }

            if (times.AfterDays == 0 && day == treatment.On && rule.On(RuleBook.TreatmentAfter))
            {
                return Because.Of(RuleBook.TreatmentAfter, ("treatment", times.Title), ("on", treatment.On), ("until", treatment.On));
            }
        }

        foreach (var occasion in file.Occasions)
        {
            if (day <= occasion.On && day >= occasion.On.AddDays(-OccasionDays) && rule.On(RuleBook.Occasion))
            {
                return Because.Of(RuleBook.Occasion, ("title", occasion.Title.Length > 0 ? occasion.Title : "the day"), ("on", occasion.On));
            }
        }

        return null;
    }

    /// <summary>Why no active may be started or raised on a day, or null.</summary>
    public Because? NoChange(DateOnly day)
    {
        foreach (var flag in file.Intake.Flags)
        {
            if (flag.Kind is FlagKind.StrongSun or FlagKind.Sunburn && flag.From is { } sun
                && day >= flag.Since(SunNewActive) && day <= (flag.Until ?? sun).AddDays(SunNewActive) && rule.On(RuleBook.SunNewActive))
            {
                return Because.Of(RuleBook.SunNewActive, ("from", flag.Since(SunNewActive)!.Value), ("until", (flag.Until ?? sun).AddDays(SunNewActive)));
            }
        }

        return null;
    }

    /// <summary>Why no active is raised on a day though one might be started, or null: winter and dry spells.</summary>
    public Because? NoRaise(Product product, DateOnly day)
    {
        if (file.Intake.Has(FlagKind.DrySpell, day) && rule.On(RuleBook.DrySpell))
        {
            return Because.Of(RuleBook.DrySpell, ("product", product.Name));
        }

        var tender = file.Intake.SkinType == SkinType.Dry || file.Intake.Sensitivity >= Sensitivity.Sensitive;
        return rules.IsWinter(day) && (tender || rules.WinterHold == WinterHold.Everybody) && rule.On(RuleBook.WinterHold)
            ? Because.Of(RuleBook.WinterHold, ("product", product.Name), ("month", CultureInfo.InvariantCulture.DateTimeFormat.GetMonthName(rules.WinterUntil)))
            : null;
    }

    /// <summary>A suspension after which every active comes back one rung lower.</summary>
    public bool DropsARung(DateOnly day) =>
        file.Treatments.Any(treatment => TreatmentTimes.Of(treatment.Kind) is { AfterDays: > 0 } times && day >= treatment.On && day <= treatment.On.AddDays(times.AfterDays))
        || file.Intake.Flags.Any(flag => flag.Kind is FlagKind.ColdSoreActive or FlagKind.SkinFlare or FlagKind.Illness && flag.From is not null && flag.Covers(day))
        || file.Intake.Flags.Any(flag => flag.Kind == FlagKind.Sunburn && flag.From is { } burned && day >= burned && day <= (flag.Until ?? burned).AddDays(SunNewActive));

    /// <summary>Zones an active leaves out on a day.</summary>
    public IReadOnlyList<FaceZone> LeaveOut(Product product, DateOnly day)
    {
        List<FaceZone>? zones = null;
        foreach (var flag in file.Intake.Flags)
        {
            if (flag.Zones.Count > 0 && IsZoneFlag(flag, product, day) && rule.On(RuleBook.ZoneLeftOut))
            {
                (zones ??= []).AddRange(flag.Zones.Where(zone => !zones.Contains(zone)));
            }
        }

        return zones ?? [];
    }

    /// <summary>The SPF that counts on a day: higher inside a care window.</summary>
    public int SpfNeeded(DateOnly day)
    {
        foreach (var treatment in file.Treatments)
        {
            if (day >= treatment.On && day <= treatment.On.AddDays(TreatmentTimes.Of(treatment.Kind).SunDays))
            {
                return rules.WindowSpf;
            }
        }

        foreach (var (from, until) in PeelSun)
        {
            if (day >= from && day <= until)
            {
                return rules.WindowSpf;
            }
        }

        return rules.EverydaySpf;
    }

    /// <summary>Whether tightness and flaking belong to the course of a treatment on a day.</summary>
    public bool InExpectedCourse(DateOnly day) =>
        file.Treatments.Any(treatment => TreatmentTimes.Of(treatment.Kind) is { CourseDays: > 0 } times && day >= treatment.On && day <= treatment.On.AddDays(times.CourseDays));

    /// <summary>The windows that these facts open, for the path's ribbons.</summary>
    public IEnumerable<PathWindow> Windows()
    {
        foreach (var treatment in file.Treatments)
        {
            var times = TreatmentTimes.Of(treatment.Kind);
            if (times.BeforeDays > 0)
            {
                yield return new("before-treatment", treatment.On.AddDays(-times.BeforeDays), treatment.On.AddDays(-1), null,
                    Because.Of(RuleBook.TreatmentBefore, ("treatment", times.Title), ("on", treatment.On)));
            }

            yield return new("care", treatment.On, treatment.On.AddDays(times.AfterDays), null,
                Because.Of(RuleBook.TreatmentAfter, ("treatment", times.Title), ("on", treatment.On), ("until", treatment.On.AddDays(times.AfterDays))));
        }

        foreach (var flag in file.Intake.Flags)
        {
            if (flag.Kind == FlagKind.Sunburn && flag.From is { } burned)
            {
                var until = (flag.Until ?? burned).AddDays(SunNewActive);
                yield return new("sun", burned, until, null, Because.Of(RuleBook.Sunburn, ("until", until)));
            }
            else if (flag.Kind == FlagKind.StrongSun && flag.From is { } sun)
            {
                yield return new("sun", flag.Since(SunPauseBefore)!.Value, flag.Until ?? sun, null, Because.Of(RuleBook.StrongSun, ("from", sun), ("until", flag.Until ?? sun)));
            }
        }

        foreach (var occasion in file.Occasions)
        {
            yield return new("occasion", occasion.On.AddDays(-OccasionDays), occasion.On, null,
                Because.Of(RuleBook.Occasion, ("title", occasion.Title.Length > 0 ? occasion.Title : "the day"), ("on", occasion.On)));
        }
    }

    private static bool IsZoneFlag(Flag flag, Product product, DateOnly day) => flag.Kind switch
    {
        FlagKind.OpenSkin or FlagKind.EczemaProneZone => flag.Covers(day),
        FlagKind.HairRemoval => (product.IsAcid() || product.Has(Family.Retinoid))
            && flag.From is { } on && day >= on.AddDays(-3) && day <= (flag.Until ?? on).AddDays(3),
        _ => false,
    };
}
