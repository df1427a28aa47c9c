using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Screening;

/// <summary>Whether a peel may be on an evening, mildest first.</summary>
public enum ScreeningOutcome
{
    Go,
    Wait,
    SalonOnly,
    AskClinician,
}

/// <summary>One reason, and what would change it.</summary>
/// <param name="Until">The last day for which it is known to hold, or null.</param>
public sealed record ScreeningReason(ScreeningOutcome Outcome, Because Because, DateOnly? Until, string Changes);

/// <summary>What the facts say to a peel on a care day.</summary>
/// <param name="WaitUntil">The first evening that everything allows, or null where none is known.</param>
/// <param name="LeaveOut">Zones the peel leaves out.</param>
public sealed record ScreeningResult(
    ScreeningOutcome Outcome,
    DateOnly? WaitUntil,
    IReadOnlyList<ScreeningReason> Reasons,
    IReadOnlyList<FaceZone> LeaveOut,
    IReadOnlyList<ComparedActive> Compared
);

/// <summary>
/// Screens a peel at home on the facts known: the answers at Meet, those of the day, the shelf, the calendar and the house's school.
/// </summary>
/// <remarks>Source: trade convention. Every reason is the planner's own, so that a screen and a plan cannot disagree.</remarks>
public static class PeelScreening
{
    private static readonly HashSet<FlagKind> ForAClinician =
    [
        FlagKind.Pregnancy,
        FlagKind.Breastfeeding,
        FlagKind.Isotretinoin,
        FlagKind.PrescriptionRetinoid,
        FlagKind.ColdSoreActive,
        FlagKind.ColdSoreHistory,
        FlagKind.SkinFlare,
        FlagKind.PhotosensitisingMedicine,
        FlagKind.BloodThinning,
        FlagKind.Diabetes,
        FlagKind.ImmuneSuppression,
    ];

    /// <summary>What keeps a kit from home for good, whatever the client answers.</summary>
    private static readonly HashSet<string> ForTheSalon =
    [
        RuleBook.PeelSchool,
        RuleBook.AhaLimit,
        RuleBook.AhaPh,
        RuleBook.SalicylicLimit,
        RuleBook.NeverAtHome,
    ];

    /// <param name="product">A kit or a booster on the shelf.</param>
    /// <returns>Null where it is neither, or was never planned.</returns>
    public static ScreeningResult? Of(CaseFile file, HouseRules rules, string product)
    {
        var path = PathPlanner.Plan(file, rules, days: 1);
        if (
            path.Ladders.FirstOrDefault(ladder => ladder.Product == product) is not { } ladder
            || BottleReading.Of(file).GetValueOrDefault(product) is not { } kit
            || !(kit.IsKit() || ladder.Ladder == Ladder.Booster.Id)
        )
        {
            return null;
        }

        var facts = new KnownFacts(file);
        var reasons = ladder
            .Tonight.Concat(
                ladder.EveryDays is null && ladder.State is LadderState.Blocked or LadderState.Stopped
                    ? ladder.Missing.Select(missing => new InTheWay(missing, null))
                    : []
            )
            .Select(hinders => Reason(hinders, facts.File.Intake, path.Today))
            .OrderByDescending(reason => reason.Outcome)
            .ThenByDescending(reason => reason.Until is null)
            .ToList();
        var step = path.Days[0]
            .Evening.Steps.FirstOrDefault(step =>
                step.Product == product
                && (step.ContactSeconds is not null || ladder.Ladder == Ladder.Booster.Id)
                && step.Action == StepAction.Apply
                && !facts.WasApplied(product, path.Today)
            );
        if (step is null && reasons.Count == 0)
        {
            var because = path.Days[0].Evening.Omitted.FirstOrDefault(omission => omission.Product == product)?.Because
                ?? Because.Of(RuleBook.SessionNotPlanned, ("product", kit.Name), ("on", path.Today));
            reasons.Add(
                new(
                    ScreeningOutcome.Wait,
                    because,
                    null,
                    ladder.NextOn is { } next
                        ? Said.Of($"The next evening is {Words.Day(next)}.")
                        : Said.Of("Your studio plans the evening.")
                )
            );
        }

        return new(
            step is not null ? ScreeningOutcome.Go : reasons[0].Outcome,
            step is not null ? path.Today : ladder.NextOn,
            step is not null ? [] : reasons,
            step?.LeaveOut ?? [],
            ComparedActives.Of(facts, kit)
        );
    }

    private static ScreeningReason Reason(InTheWay hinders, Intake intake, DateOnly today)
    {
        var rule = hinders.Because.Rule;
        var outcome =
            ForTheSalon.Contains(rule) ? ScreeningOutcome.SalonOnly
            : rule is RuleBook.PeelIsotretinoin or RuleBook.Pregnancy
            || (rule == RuleBook.PeelFlag && intake.Flags.Any(flag => ForAClinician.Contains(flag.Kind) && flag.Covers(today)))
                ? ScreeningOutcome.AskClinician
            : rule == RuleBook.PeelFlag ? ScreeningOutcome.SalonOnly
            : ScreeningOutcome.Wait;
        return new(outcome, hinders.Because, hinders.Until, Changes(rule, hinders.Until, outcome));
    }

    private static string Changes(string rule, DateOnly? until, ScreeningOutcome outcome) =>
        (rule, outcome) switch
        {
            (RuleBook.PeelScreened, _) when until is null => Said.Of("The practitioner clears the answer with a reason."),
            (RuleBook.PatchFirst, _) => Said.Of("A patch test, and a clear reading 48 hours later."),
            (RuleBook.PeelUnder18, _) => Said.Of("The 18th birthday; a birth date at Meet where it is not known."),
            (RuleBook.SunscreenRequired, _) => Said.Of("A sunscreen of SPF 50 on the shelf."),
            (RuleBook.PeelSchool, _) => Said.Of(
                "A reason with which the practitioner signs it off, where the house allows it; else in the salon."
            ),
            (RuleBook.UnknownStrength, _) => Said.Of("Percent and pH from the label or the maker."),
            (_, ScreeningOutcome.AskClinician) => Said.Of("A clinician's word, entered at Meet by ending the answer with its date."),
            (_, ScreeningOutcome.SalonOnly) => Said.Of("Nothing at home; it may be done in the salon."),
            _ when until is { } last => Said.Of($"Free of it from {Words.Day(last.AddDays(1))}."),
            _ => Said.Of("The practitioner's decision."),
        };
}
