using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Shelf;

namespace OatPath.Core.Booking;

/// <summary>
/// What a booking stands against in the client's days: other treatments, the interval since the last, peels at home, occasions, what was
/// used too near before it.
/// </summary>
/// <remarks>Source: trade convention, strictest end.</remarks>
internal static class BookingCalendar
{
    /// <param name="beside">Other treatments that are asked about with it.</param>
    public static IEnumerable<BookingReason> Of(
        KnownFacts facts,
        Treatment treatment,
        IReadOnlyList<DateOnly> homePeels,
        IReadOnlyList<Treatment> beside
    ) =>
        Others(
                [.. facts.File.Treatments.Concat(beside).Where(other => other.Id != treatment.Id && !Sittings.Together(treatment, other))],
                treatment
            )
            .Concat(HomePeels(facts, treatment, homePeels))
            .Concat(Occasions(facts, treatment))
            .Concat(Stops(facts, treatment));

    private static IEnumerable<BookingReason> Others(IReadOnlyList<Treatment> others, Treatment treatment)
    {
        var (times, on) = (TreatmentTimes.Of(treatment), treatment.On);
        if (!treatment.Kind.Irritates())
        {
            // A facial still does not touch skin that another treatment has opened or peeled.
            foreach (var other in others.Where(other => other.Kind.Irritates()))
            {
                var theirs = TreatmentTimes.Of(other);
                if (on >= other.On && on <= other.On.AddDays(theirs.QuietDays))
                {
                    yield return Near(RuleBook.BookWindow, times, theirs, other, other.On.AddDays(theirs.QuietDays + 1));
                }
            }

            yield break;
        }

        foreach (var other in others)
        {
            var theirs = TreatmentTimes.Of(other);
            if (other.On == on && (other.Kind.Irritates() || treatment.Kind.IsElectrical() || other.Kind.IsElectrical()))
            {
                yield return Near(RuleBook.BookSameDay, times, theirs, other, on.AddDays(Math.Max(theirs.QuietDays, times.BeforeDays) + 1));
                continue;
            }

            if (other.Kind.Irritates() && other.On < on && on <= other.On.AddDays(Math.Max(theirs.QuietDays, times.BeforeDays)))
            {
                yield return Near(
                    RuleBook.BookWindow,
                    times,
                    theirs,
                    other,
                    other.On.AddDays(Math.Max(theirs.QuietDays, times.BeforeDays) + 1)
                );
            }
            else if (other.On > on && other.On <= on.AddDays(Math.Max(times.QuietDays, other.Kind.Irritates() ? theirs.BeforeDays : 0)))
            {
                yield return Near(
                    RuleBook.BookWindow,
                    times,
                    theirs,
                    other,
                    other.On.AddDays(Math.Max(theirs.QuietDays, times.BeforeDays) + 1)
                );
            }

            if (other.On < on && Alike(treatment.Counts, other.Counts) && theirs.AgainDays is { } again && on < other.On.AddDays(again))
            {
                yield return new(
                    BookingOutcome.Refused,
                    Because.Of(
                        RuleBook.BookInterval,
                        ("treatment", times.Title),
                        ("other", theirs.Title),
                        ("on", other.On),
                        ("days", again),
                        ("free", other.On.AddDays(again))
                    ),
                    FreeFrom: other.On.AddDays(again)
                );
            }
            else if (other.On > on && Alike(treatment.Counts, other.Counts) && times.AgainDays is { } mine && other.On < on.AddDays(mine))
            {
                yield return new(
                    BookingOutcome.Refused,
                    Because.Of(
                        RuleBook.BookInterval,
                        ("treatment", theirs.Title),
                        ("other", times.Title),
                        ("on", on),
                        ("days", mine),
                        ("free", on.AddDays(mine))
                    ),
                    FreeFrom: other.On.AddDays(theirs.AgainDays ?? 0)
                );
            }
        }
    }

    private static BookingReason Near(string rule, TreatmentTimes times, TreatmentTimes theirs, Treatment other, DateOnly free) =>
        new(
            BookingOutcome.Refused,
            Because.Of(rule, ("treatment", times.Title), ("other", theirs.Title), ("on", other.On)),
            FreeFrom: free
        );

    internal static bool Alike(TreatmentKind one, TreatmentKind two) =>
        one == two || (one.IsPeel() && two.IsPeel()) || (one.IsNeedling() && two.IsNeedling());

    private static IEnumerable<BookingReason> HomePeels(KnownFacts facts, Treatment treatment, IReadOnlyList<DateOnly> homePeels)
    {
        var times = TreatmentTimes.Of(treatment);
        if (!treatment.Kind.Irritates())
        {
            yield break;
        }

        foreach (var peel in homePeels.Distinct().Order())
        {
            var clear = peel.AddDays(Math.Max(KitTimes.Of(KitStrength.Strong).CourseDays, times.BeforeDays) + 1);
            if (peel <= facts.Today && treatment.On >= peel && treatment.On < clear)
            {
                yield return new(
                    BookingOutcome.Refused,
                    Because.Of(RuleBook.BookHomePeel, ("treatment", times.Title), ("on", peel)),
                    FreeFrom: clear
                );
            }
            else if (
                peel > facts.Today
                && treatment.On >= facts.Today
                && peel >= treatment.On.AddDays(-times.BeforeDays - KitTimes.Of(KitStrength.Strong).CourseDays)
                && peel <= treatment.On.AddDays(times.HomePeelDays)
            )
            {
                yield return new(BookingOutcome.Warned, Because.Of(RuleBook.BookMovesPeel, ("treatment", times.Title), ("on", peel)));
            }
        }
    }

    private static IEnumerable<BookingReason> Occasions(KnownFacts facts, Treatment treatment)
    {
        var times = TreatmentTimes.Of(treatment);
        foreach (
            var occasion in facts.File.Occasions.Where(occasion =>
                occasion.On >= treatment.On && occasion.On <= treatment.On.AddDays(times.QuietDays) && times.QuietDays > 0
            )
        )
        {
            yield return new(
                BookingOutcome.Refused,
                Because.Of(
                    RuleBook.BookOccasion,
                    ("treatment", times.Title),
                    ("title", occasion.Title.Length > 0 ? occasion.Title : "the day"),
                    ("on", occasion.On),
                    ("days", times.QuietDays),
                    ("last", occasion.On.AddDays(-times.QuietDays - 1))
                ),
                FreeFrom: occasion.On.AddDays(1)
            );
        }
    }

    /// <summary>What was used already too near before it; what is still planned stops by itself.</summary>
    private static IEnumerable<BookingReason> Stops(KnownFacts facts, Treatment treatment)
    {
        var times = TreatmentTimes.Of(treatment);
        foreach (var product in facts.File.Shelf.Select(item => item.Product))
        {
            var days = Restrictions
                .On(product)
                .Select(kind => times.Before.FirstOrDefault(rest => rest.Kind == kind)?.WholeDays ?? 0)
                .DefaultIfEmpty()
                .Max();
            if (
                days == 0
                || facts
                    .Log.OfType<Applied>()
                    .Where(use => use.Product == product.Id && use.Day <= facts.Today)
                    .Select(use => (DateOnly?)use.Day)
                    .Max()
                    is not { } last
                || last < treatment.On.AddDays(-days)
                || last >= treatment.On
            )
            {
                continue;
            }

            yield return new(
                BookingOutcome.Refused,
                Because.Of(
                    RuleBook.BookStops,
                    ("treatment", times.Title),
                    ("product", product.Name),
                    ("on", last),
                    ("days", days),
                    ("free", last.AddDays(days + 1))
                ),
                FreeFrom: last.AddDays(days + 1)
            );
        }
    }
}
