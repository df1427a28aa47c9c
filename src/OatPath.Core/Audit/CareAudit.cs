using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>Days around salon treatments: what each keeps off, open skin, and whether every end is said.</summary>
internal sealed class CareAudit(AuditRun run)
{
    private static readonly RestrictionKind[] Told = [RestrictionKind.Irritants, RestrictionKind.ByHand, RestrictionKind.Sun];

    private IReadOnlyList<Treatment> Treatments => run.Facts.Treatments;

    public void IsKept(Product product, DateOnly date, Moment moment)
    {
        foreach (var treatment in Treatments)
        {
            if (IsOpen(treatment, date, moment, run.Facts) && product.Kind != ProductKind.OcclusiveBalm)
            {
                run.Report(
                    RuleBook.OpenAfterTreatment,
                    date,
                    moment,
                    product,
                    "is used on open skin, which gets plain water and ointment only"
                );
            }

            foreach (var kind in KindsOf(product))
            {
                if (date < treatment.On && date.AddDays(AuditCare.Before(treatment, kind)) >= treatment.On)
                {
                    run.Report(
                        RuleBook.TreatmentBefore,
                        date,
                        moment,
                        product,
                        $"is too near before the treatment on {treatment.On:yyyy-MM-dd}"
                    );
                }

                if (
                    date >= treatment.On
                    && AuditCare.After(treatment, kind) is var after
                    && after >= 0
                    && date <= treatment.On.AddDays(after)
                )
                {
                    run.Report(
                        kind is RestrictionKind.Irritants or RestrictionKind.Retinoid ? RuleBook.TreatmentAfter : RuleBook.TreatmentRests,
                        date,
                        moment,
                        product,
                        $"is too near after the treatment on {treatment.On:yyyy-MM-dd}"
                    );
                }
            }
        }
    }

    /// <summary>Until the hour of a treatment the morning of its day is one like those before it.</summary>
    public static bool IsOpen(Treatment treatment, DateOnly date, Moment moment, AuditFacts facts) =>
        !(
            moment == Moment.Morning
            && date == treatment.On
            && treatment.At is { Hour: >= 4 } at
            && (at.Hour >= 15 || facts.WallClock < date.ToDateTime(at))
        )
        && AuditCare.After(treatment, RestrictionKind.Cleansing) is var open
        && open >= 0
        && date >= treatment.On
        && date <= treatment.On.AddDays(open);

    /// <summary>For irritants, by hand and sun, the last day on which any treatment still holds stands as the end of a window.</summary>
    public void EndsAreSaid()
    {
        if (run.Path.Days.Count == 0)
        {
            return;
        }

        var (first, last) = (run.Path.Days[0].Date, run.Path.Days[^1].Date);
        foreach (var treatment in Treatments)
        {
            foreach (var kind in Told)
            {
                var after = AuditCare.After(treatment, kind);
                var end = treatment.On.AddDays(after);
                if (after < 0 || end < first || treatment.On > last)
                {
                    continue;
                }

                if (!run.Path.Windows.Any(window => window.Restriction == kind && window.From <= treatment.On && window.Until >= end))
                {
                    run.Report(
                        "live.end-not-said",
                        end,
                        null,
                        null,
                        $"the end of {Restrictions.TitleOf(kind)} after the treatment on {treatment.On:yyyy-MM-dd} stands in no window"
                    );
                }
            }
        }
    }

    /// <summary>
    /// After every treatment the client is asked on its days, and what no reason may overrule is asked of the practitioner.
    /// </summary>
    public void IsAskedAbout()
    {
        var today = run.Facts.Today;
        foreach (var treatment in run.Facts.File.Treatments.Where(treatment => treatment.On <= today && treatment.On > today.AddDays(-40)))
        {
            foreach (
                var day in AuditCare
                    .CheckIns(treatment)
                    .Where(day =>
                        !run.Path.CheckIns.Any(due =>
                            (due.Source == treatment.Id || due.Source == treatment.Sitting) && due.Due == treatment.On.AddDays(day)
                        )
                    )
            )
            {
                run.Report(
                    "live.check-in",
                    treatment.On.AddDays(day),
                    null,
                    null,
                    $"nobody is asked on day {day} after the treatment on {treatment.On:yyyy-MM-dd}"
                );
            }
        }

        foreach (
            var treatment in run.Facts.File.Treatments.Where(treatment =>
                treatment.On >= today && treatment.Peel is null && Forbidden(treatment)
            )
        )
        {
            if (!run.Path.Questions.Any(question => question.Kind == QuestionKind.Booking && question.Report == treatment.Id))
            {
                run.Report(
                    "live.booking",
                    treatment.On,
                    null,
                    null,
                    $"the booking on {treatment.On:yyyy-MM-dd} is forbidden and nobody is asked"
                );
            }
        }
    }

    private bool Forbidden(Treatment treatment)
    {
        bool Flagged(FlagKind kind) =>
            run.Facts.Intake.Flags.Any(flag =>
                flag.Kind == kind && (flag.From is null || flag.From <= treatment.On) && (flag.Until is null || treatment.On <= flag.Until)
            );
        var born = run.Facts.Intake.BirthDate;
        var adult = born is { } day && day.AddYears(18) <= treatment.On;
        var opens =
            treatment.Kind
            is TreatmentKind.SuperficialPeel
                or TreatmentKind.MediumPeel
                or TreatmentKind.NeedlingShallow
                or TreatmentKind.NeedlingDeep
                or TreatmentKind.RadioFrequencyNeedling
                or TreatmentKind.AblativeLaser;
        return (opens && !adult)
            || (
                (opens || treatment.Kind is TreatmentKind.Dermaplaning or TreatmentKind.Waxing)
                && run.Facts.Intake.Flags.Any(flag =>
                    flag.Kind == FlagKind.Isotretinoin
                    && (flag.From is null || flag.From <= treatment.On)
                    && (flag.Until is null || treatment.On < flag.Until.Value.AddMonths(6))
                )
            )
            || (
                treatment.Kind is TreatmentKind.RadioFrequencyNeedling or TreatmentKind.GalvanicFacial
                && (
                    Flagged(FlagKind.ImplantedElectronics)
                    || Flagged(FlagKind.HeartRhythm)
                    || Flagged(FlagKind.Epilepsy)
                    || Flagged(FlagKind.MetalInFace)
                    || Flagged(FlagKind.Pregnancy)
                )
            );
    }

    private static IEnumerable<RestrictionKind> KindsOf(Product product)
    {
        if (
            product.Families().Any(family => family != Family.ByHand && FamilyTraits.Of(family).Irritant != Degree.No)
            || product.Kind == ProductKind.WashOffPeel
        )
        {
            yield return RestrictionKind.Irritants;
        }

        if (product.Families().Contains(Family.Retinoid))
        {
            yield return RestrictionKind.Retinoid;
        }

        if (product.Families().Contains(Family.ByHand) || product.Kind is ProductKind.ClayMask or ProductKind.ScrubMask)
        {
            yield return RestrictionKind.ByHand;
        }

        if (product.Families().Contains(Family.Enzyme))
        {
            yield return RestrictionKind.Enzyme;
        }

        if (product.IsDevice())
        {
            yield return RestrictionKind.Devices;
        }
    }
}
