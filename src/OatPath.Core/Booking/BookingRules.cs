using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Skin;

namespace OatPath.Core.Booking;

/// <summary>
/// Everything a treatment on its day stands against: the answers at Meet, other bookings, occasions, peels at home, what was used, what the
/// shelf lacks.
/// </summary>
/// <remarks>
/// Source: trade convention; peel, needling and electrical limits as for the home. A clinician's word, noted with the booking, lifts what
/// asks for one and nothing else.
/// </remarks>
internal sealed class BookingRules(KnownFacts facts, Treatment treatment)
{
    private readonly TreatmentTimes times = TreatmentTimes.Of(treatment);
    private readonly List<BookingReason> found = [];

    private TreatmentKind Kind => treatment.Counts;
    private DateOnly On => treatment.On;
    private Intake Intake => facts.File.Intake;

    /// <summary>Invasive enough for the answers that speak of peel or needling.</summary>
    private bool Invades => Kind.IsPeel() || Kind.IsNeedling() || Kind == TreatmentKind.AblativeLaser;

    /// <param name="homePeels">Evenings of peels at home, done or planned.</param>
    /// <param name="beside">Other treatments that are asked about with it; null for none.</param>
    public static IReadOnlyList<BookingReason> Of(
        KnownFacts facts,
        Treatment treatment,
        IReadOnlyList<DateOnly> homePeels,
        IReadOnlyList<Treatment>? beside = null
    )
    {
        var rules = new BookingRules(facts, treatment);
        rules.Client();
        rules.Answers();
        rules.Sun();
        rules.found.AddRange(BookingCalendar.Of(facts, treatment, homePeels, beside ?? []));
        rules.Shelf();
        return [.. rules.found.OrderByDescending(reason => reason.Hard).ThenByDescending(reason => reason.Outcome)];
    }

    private void Client()
    {
        if ((Kind.IsPeel() || Kind.IsNeedling() || Kind == TreatmentKind.AblativeLaser) && Intake.MayBeMinor(On))
        {
            Refuse(RuleBook.BookAge, hard: true, free: Intake.BirthDate?.AddYears(18));
        }

        foreach (
            var flag in Intake.Flags.Where(flag =>
                flag.Kind == FlagKind.Isotretinoin
                && (flag.From is null || flag.From <= On)
                && (flag.Until is null || On < flag.Until.Value.AddMonths(6))
            )
        )
        {
            if (Invades || Kind is TreatmentKind.Dermaplaning or TreatmentKind.Waxing)
            {
                Refuse(RuleBook.BookIsotretinoin, hard: true, free: flag.Until?.AddMonths(6));
            }
        }

        foreach (
            var flag in Current(
                    FlagKind.ImplantedElectronics,
                    FlagKind.HeartRhythm,
                    FlagKind.Epilepsy,
                    FlagKind.MetalInFace,
                    FlagKind.Pregnancy
                )
                .Where(_ => Kind.IsElectrical())
        )
        {
            Refuse(RuleBook.BookElectrical, hard: true, free: flag.Until?.AddDays(1), flag: flag);
        }

        foreach (var flag in Current(FlagKind.Pregnancy).Where(_ => Invades && !Kind.IsElectrical()))
        {
            Refuse(RuleBook.BookPregnancy, free: flag.Until?.AddDays(1), flag: flag);
        }

        foreach (var flag in Current(FlagKind.KeloidTendency).Where(_ => Invades))
        {
            Refuse(RuleBook.BookKeloid, flag: flag);
        }
    }

    private void Answers()
    {
        foreach (var flag in Current(FlagKind.ColdSoreActive, FlagKind.SkinFlare, FlagKind.Illness))
        {
            Refuse(RuleBook.BookFlare, free: flag.Until?.AddDays(1), flag: flag);
        }

        foreach (var flag in Current(FlagKind.ColdSoreHistory).Where(_ => Invades))
        {
            Ask(RuleBook.BookColdSore, flag);
        }

        foreach (
            var flag in Current(FlagKind.PhotosensitisingMedicine, FlagKind.BloodThinning, FlagKind.Diabetes, FlagKind.ImmuneSuppression)
                .Where(_ => Invades)
        )
        {
            Ask(RuleBook.BookMedicine, flag);
        }

        foreach (var flag in Current(FlagKind.PrescriptionRetinoid).Where(_ => Kind.IsPeel()))
        {
            Ask(RuleBook.BookPrescription, flag);
        }

        foreach (
            var flag in Current(FlagKind.OpenSkin, FlagKind.ActiveBreakouts)
                .Where(flag => flag.Kind == FlagKind.OpenSkin || Kind.IsNeedling() || Kind == TreatmentKind.Dermaplaning)
        )
        {
            if (flag.Zones.Count == 0 && flag.Kind == FlagKind.OpenSkin && Kind.Irritates())
            {
                Refuse(RuleBook.BookUnplaced, free: flag.Until?.AddDays(1), flag: flag);
            }
            else
            {
                Add(
                    BookingOutcome.Warned,
                    Because.Of(
                        RuleBook.BookLeaveOut,
                        ("treatment", times.Title),
                        ("flag", Title(flag)),
                        ("zones", flag.Zones.Count == 0 ? "where it is" : Words.List([.. flag.Zones.Select(FaceZones.TitleOf)]))
                    )
                );
            }
        }

        foreach (
            var flag in Intake.Flags.Where(flag =>
                flag.Kind == FlagKind.RecentFiller
                && flag.From is { } filled
                && On >= filled
                && On <= (flag.Until ?? filled).AddDays(14)
                && (Kind.IsNeedling() || !Kind.Irritates() || Kind == TreatmentKind.AblativeLaser)
            )
        )
        {
            Refuse(RuleBook.BookFiller, free: (flag.Until ?? flag.From!.Value).AddDays(15), flag: flag);
        }

        foreach (
            var flag in Current(FlagKind.Rosacea)
                .Where(_ => Kind is TreatmentKind.Dermaplaning or TreatmentKind.RadioFrequencyNeedling or TreatmentKind.MediumPeel)
        )
        {
            Add(BookingOutcome.Warned, Say(RuleBook.BookReactive, flag));
        }

        if (Intake.Allergies.Contains(Allergen.NumbingAgents) && (treatment.NumbingMinutes ?? times.Template.NumbingMinutes) is not null)
        {
            Add(BookingOutcome.Warned, Because.Of(RuleBook.BookNumbing, ("treatment", times.Title)));
        }

        if (PigmentLead.Asks(facts, Kind, On))
        {
            Pigment();
        }
    }

    private void Pigment()
    {
        var since = PigmentLead.Since(facts);
        if (PigmentLead.ReadyOn(facts) is var ready && (since is null || ready > On))
        {
            // Where none is in use, a day far enough ahead still can be kept: it begins today.
            var canBe = since is null && ready <= On;
            Add(
                canBe ? BookingOutcome.Warned : BookingOutcome.Refused,
                Because.Of(
                    RuleBook.BookPigment,
                    ("treatment", times.Title),
                    ("days", KitTimes.PigmentDays),
                    ("state", since is { } begun ? $"it began on {Words.Day(begun)}" : "none is in use yet")
                ),
                free: ready
            );
        }
    }

    private void Sun()
    {
        var before = times.Before.FirstOrDefault(rest => rest.Kind == RestrictionKind.Sun)?.WholeDays ?? 0;
        foreach (
            var flag in Intake.Flags.Where(flag =>
                flag.Kind is FlagKind.Sunburn or FlagKind.StrongSun && flag.From is not null && Kind.Irritates()
            )
        )
        {
            var (from, until) = (flag.From!.Value, flag.Until ?? flag.From.Value);
            var quiet = Math.Max(before, flag.Kind == FlagKind.Sunburn ? SunTimes.QuietDays : 0);
            if (On >= from.AddDays(-times.SunDays) && On <= until.AddDays(quiet))
            {
                Add(
                    BookingOutcome.Refused,
                    Because.Of(
                        RuleBook.BookSun,
                        ("treatment", times.Title),
                        ("from", from),
                        ("until", until),
                        ("before", quiet),
                        ("after", times.SunDays)
                    ),
                    free: until.AddDays(quiet + 1)
                );
            }
        }
    }

    private void Shelf()
    {
        var usable = facts.InUse.Where(product => product.UsableOn(facts.Today)).ToList();
        foreach (var lacks in RepairShelf.Lacking(times, usable, On))
        {
            Add(BookingOutcome.Warned, Because.Of(RuleBook.BookShelf, ("treatment", times.Title), ("what", lacks)));
        }
    }

    private IEnumerable<Flag> Current(params FlagKind[] kinds) => Intake.Flags.Where(flag => kinds.Contains(flag.Kind) && flag.Covers(On));

    private static string Title(Flag flag) => FlagEffect.Of(flag.Kind).Title;

    private Because Say(string rule, Flag? flag) =>
        flag is null ? Because.Of(rule, ("treatment", times.Title)) : Because.Of(rule, ("treatment", times.Title), ("flag", Title(flag)));

    private void Refuse(string rule, bool hard = false, DateOnly? free = null, Flag? flag = null) =>
        Add(BookingOutcome.Refused, Say(rule, flag), hard, free);

    private void Ask(string rule, Flag flag) =>
        Add(treatment.ClinicianWord.Trim().Length > 0 ? BookingOutcome.Warned : BookingOutcome.AskClinician, Say(rule, flag));

    private void Add(BookingOutcome outcome, Because because, bool hard = false, DateOnly? free = null)
    {
        if (!found.Exists(reason => reason.Because == because))
        {
            found.Add(new(outcome, because, hard, free));
        }
    }
}
