using OatPath.Core.Booking;
using OatPath.Core.Care;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;

namespace OatPath.Core.Planner;

/// <summary>
/// What treatments and check-ins ask of the practitioner: bookings that stand against the facts, questions nobody answered, the same
/// trouble again.
/// </summary>
internal static class CareQuestions
{
    private const int RepeatDays = 60;

    /// <summary>Days before a treatment from which what the shelf lacks is asked about.</summary>
    /// <remarks>House default.</remarks>
    private const int SoonDays = 7;

    public static IEnumerable<Question> Of(KnownFacts facts, PlanRun run, IReadOnlyList<CheckInDue> checkIns) =>
        Bookings(facts, run).Concat(Unanswered(checkIns)).Concat(Again(facts, run));

    /// <summary>
    /// Each booking is screened again on the facts of today; what the practitioner overruled with a reason is not asked again, hard limits
    /// are.
    /// </summary>
    private static IEnumerable<Question> Bookings(KnownFacts facts, PlanRun run)
    {
        var homePeels = facts
            .HomePeels.Select(peel => peel.Day)
            .Concat(run.Standing.Kits.Select(kit => kit.Peels.NextOn).OfType<DateOnly>())
            .Distinct()
            .Order()
            .ToList();
        foreach (var treatment in facts.File.Treatments.Where(treatment => treatment.On >= facts.Today && treatment.Peel is null))
        {
            var reasons = BookingRules.Of(facts, treatment, homePeels);
            if (
                reasons.FirstOrDefault(reason =>
                    reason.Hard || (reason.Outcome >= BookingOutcome.AskClinician && treatment.Despite.Length == 0)
                ) is
                { } against
            )
            {
                yield return new(
                    QuestionKind.Booking,
                    null,
                    treatment.On,
                    Because.Of(
                        RuleBook.BookingStands,
                        ("treatment", TreatmentTimes.Of(treatment).Title),
                        ("on", treatment.On),
                        ("why", Words.Say(against.Because))
                    ),
                    Report: treatment.Id
                );
            }
            else if (
                treatment.On <= facts.Today.AddDays(SoonDays)
                && reasons.FirstOrDefault(reason => reason.Because.Rule == RuleBook.BookShelf) is { } lacks
            )
            {
                // What the days after it need is said while there is time to get it.
                yield return new(QuestionKind.Booking, null, treatment.On, lacks.Because, Report: treatment.Id);
            }
        }
    }

    private static IEnumerable<Question> Unanswered(IReadOnlyList<CheckInDue> checkIns) =>
        checkIns
            .Where(due => due.State == CheckInState.Overdue)
            .Select(due => new Question(
                QuestionKind.CheckInOverdue,
                due.Of == CheckInOf.Treatment ? null : due.Source,
                due.Due,
                Because.Of(RuleBook.CheckInOverdue, ("day", due.Day), ("title", due.Title), ("due", due.Due)),
                Report: due.Source
            ));

    private static IEnumerable<Question> Again(KnownFacts facts, PlanRun run)
    {
        var recent = facts.Reports.Where(report => report.Day > facts.Today.AddDays(-RepeatDays)).ToList();
        var judged = run.Reactions.Reports.Where(report => report.Day > facts.Today.AddDays(-RepeatDays)).ToList();
        var kinds = new (string What, IReadOnlyList<DateOnly> Days)[]
        {
            (
                "A strong reaction",
                [.. judged.Where(report => report.Outcome >= Outcome.EaseOff && report.Sting >= 5).Select(report => report.Day).Distinct()]
            ),
            (
                "A sign of a broken barrier",
                [.. recent.Where(report => report.Report.Signs.Any(OutcomeTable.IsBarrierSign)).Select(report => report.Day).Distinct()]
            ),
            (
                "Redness past 24 hours",
                [
                    .. recent
                        .Where(report =>
                            report.Report is { Redness: > 0, RednessPast24h: true }
                            && judged.Exists(one => one.Id == report.Id && one.Outcome >= Outcome.EaseOff)
                        )
                        .Select(report => report.Day)
                        .Distinct(),
                ]
            ),
            (
                "A dark or pale patch",
                [.. recent.Where(report => report.Report.Signs.Contains(Sign.DarkOrPalePatch)).Select(report => report.Day).Distinct()]
            ),
        };
        foreach (var (what, days) in kinds.Where(kind => kind.Days.Count > 1))
        {
            yield return new(
                QuestionKind.Repeated,
                null,
                days.Max(),
                Because.Of(RuleBook.Repeated, ("what", what), ("count", days.Count), ("days", RepeatDays))
            );
        }
    }
}
