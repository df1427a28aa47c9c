using OatPath.Core.Booking;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner;
using OatPath.Core.Shelf;

namespace OatPath.Core.Screening;

/// <summary>What the facts say to a treatment on its day.</summary>
/// <param name="Nearest">The days nearest to it on which nothing refuses it, by date; empty where no day does.</param>
public sealed record BookingAnswer(BookingOutcome Outcome, IReadOnlyList<BookingReason> Reasons, IReadOnlyList<DateOnly> Nearest)
{
    /// <summary>Whether no reason lets it be booked.</summary>
    public bool IsHard => Reasons.Any(reason => reason.Hard);
}

/// <summary>May it be booked? Screens a treatment against everything known, and finds the nearest days that fit.</summary>
public static class BookingScreening
{
    private const int DaysAhead = 400;
    private const int Earlier = 1;
    private const int Offered = 3;

    /// <param name="parts">One treatment, or those of one sitting, each with an id of its own; booked, or only asked about. They stand in
    /// place of those with the same ids.</param>
    public static BookingAnswer Of(CaseFile file, HouseRules rules, params IReadOnlyList<Treatment> parts)
    {
        var others = file with { Treatments = [.. file.Treatments.Where(other => !parts.Any(part => part.Id == other.Id))] };
        var facts = new KnownFacts(others);
        var homePeels = HomePeels(facts, others, rules);
        var reasons = Reasons(facts, rules, parts, homePeels);
        var outcome = reasons.Select(reason => reason.Outcome).DefaultIfEmpty().Max();
        if (parts[0].On < facts.Today)
        {
            // What happened is recorded; the reasons are said, and refuse nothing.
            return new(reasons.Count == 0 ? BookingOutcome.Fits : BookingOutcome.Warned, reasons, []);
        }

        return new(
            outcome,
            reasons,
            outcome == BookingOutcome.Refused || !IsOpen(rules, parts[0].On, parts[0].At) ? Nearest(facts, rules, parts, homePeels) : []
        );
    }

    /// <summary>Each reason once, hard ones and refusals first; parts that may not share a sitting refuse each other.</summary>
    private static List<BookingReason> Reasons(
        KnownFacts facts,
        HouseRules rules,
        IReadOnlyList<Treatment> parts,
        IReadOnlyList<DateOnly> homePeels
    )
    {
        var reasons = parts
            .SelectMany(part => BookingRules.Of(facts, part, homePeels, parts))
            .DistinctBy(reason => reason.Because)
            .ToList();
        if (parts[0].On >= facts.Today && !IsOpen(rules, parts[0].On, parts[0].At))
        {
            reasons.Add(new(BookingOutcome.Warned, Because.Of(RuleBook.BookClosed, ("on", parts[0].On))));
        }

        return [.. reasons.OrderByDescending(reason => reason.Hard).ThenByDescending(reason => reason.Outcome)];
    }

    /// <summary>Whether the studio is open then; with no hours entered it always is.</summary>
    private static bool IsOpen(HouseRules rules, DateOnly on, TimeOnly? at) =>
        rules.Opening.Count == 0
        || rules.Opening.Any(hours => hours.Day == on.DayOfWeek && (at is not { } time || (time >= hours.From && time < hours.Until)));

    private static List<DateOnly> HomePeels(KnownFacts facts, CaseFile file, HouseRules rules) =>
        [
            .. facts
                .HomePeels.Select(peel => peel.Day)
                .Concat(
                    facts.InUse.Exists(product => product.IsKit())
                        ? PathPlanner.Plan(file, rules, days: 1).Ladders.Select(ladder => ladder.NextOn).OfType<DateOnly>()
                        : []
                )
                .Distinct()
                .Order(),
        ];

    private static List<DateOnly> Nearest(
        KnownFacts facts,
        HouseRules rules,
        IReadOnlyList<Treatment> parts,
        IReadOnlyList<DateOnly> homePeels
    )
    {
        var asked = parts[0].On;
        bool Fits(DateOnly on) =>
            IsOpen(rules, on, parts[0].At)
            && Reasons(facts, rules, [.. parts.Select(part => part with { On = on })], homePeels)
                .TrueForAll(reason => reason.Outcome < BookingOutcome.Refused);
        var found = new List<DateOnly>();
        for (var on = asked.AddDays(-1); on >= facts.Today && found.Count < Earlier; on = on.AddDays(-1))
        {
            if (Fits(on))
            {
                found.Add(on);
            }
        }

        for (var on = asked.AddDays(1); on <= asked.AddDays(DaysAhead) && found.Count < Offered; on = on.AddDays(1))
        {
            if (Fits(on))
            {
                found.Add(on);
            }
        }

        return [.. found.Order()];
    }
}
