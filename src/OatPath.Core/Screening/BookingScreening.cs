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

    /// <param name="treatment">Booked, or only asked about; where it has the id of one in the case it stands in its place.</param>
    public static BookingAnswer Of(CaseFile file, HouseRules rules, Treatment treatment)
    {
        var others = file with { Treatments = [.. file.Treatments.Where(other => other.Id != treatment.Id)] };
        var facts = new KnownFacts(others);
        var homePeels = HomePeels(facts, others, rules);
        var reasons = BookingRules.Of(facts, treatment, homePeels);
        var outcome = reasons.Select(reason => reason.Outcome).DefaultIfEmpty().Max();
        if (treatment.On < facts.Today)
        {
            // What happened is recorded; the reasons are said, and refuse nothing.
            return new(reasons.Count == 0 ? BookingOutcome.Fits : BookingOutcome.Warned, reasons, []);
        }

        return new(outcome, reasons, outcome == BookingOutcome.Refused ? Nearest(facts, treatment, homePeels) : []);
    }

    private static List<DateOnly> HomePeels(KnownFacts facts, CaseFile file, HouseRules rules) => [.. facts.HomePeels.Select(peel => peel.Day)
        .Concat(facts.InUse.Exists(product => product.IsKit()) ? PathPlanner.Plan(file, rules, days: 1).Ladders.Select(ladder => ladder.NextOn).OfType<DateOnly>() : []).Distinct().Order()];

    private static List<DateOnly> Nearest(KnownFacts facts, Treatment treatment, IReadOnlyList<DateOnly> homePeels)
    {
        bool Fits(DateOnly on) => BookingRules.Of(facts, treatment with { On = on }, homePeels).All(reason => reason.Outcome < BookingOutcome.Refused);
        var found = new List<DateOnly>();
        for (var on = treatment.On.AddDays(-1); on >= facts.Today && found.Count < Earlier; on = on.AddDays(-1))
        {
            if (Fits(on))
            {
                found.Add(on);
            }
        }

        for (var on = treatment.On.AddDays(1); on <= treatment.On.AddDays(DaysAhead) && found.Count < Offered; on = on.AddDays(1))
        {
            if (Fits(on))
            {
                found.Add(on);
            }
        }

        return [.. found.Order()];
    }
}
