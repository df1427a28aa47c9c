using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>
/// What holds a step up and keeps no use off: a question that is open about the product, a booking or an occasion before which it will stop
/// soon, a peel it rests for.
/// </summary>
/// <param name="questioned">Whether something about a product's uses is to be looked at, up to a day.</param>
/// <remarks>Source: trade convention. How near a booking holds a step: house default.</remarks>
internal sealed class StepsHeld(RuleSwitch rule, KnownFacts facts, PeelRest peelRest, Func<Product, DateOnly, DateOnly?> questioned)
    : IKeepsOff
{
    /// <summary>Days before the rest for a booking in which nothing goes up: a new rung could not be told from its effect.</summary>
    public const int SoonDays = 7;

    /// <summary>Days for which a question about a product's uses stays open.</summary>
    public const int OpenDays = 7;

    public Off? Of(Track track, DateOnly day) => Open(track, day) ?? Booked(track, day) ?? peelRest.Of(track, day);

    private Off? Open(Track track, DateOnly day) =>
        rule.On(RuleBook.OpenQuestion) && questioned(track.Product, day) is { } on
            ? Off.Through(
                on.AddDays(OpenDays),
                Because.Of(RuleBook.OpenQuestion, ("product", track.Product.Name), ("on", on), ("until", on.AddDays(OpenDays)))
            )
            : null;

    private Off? Booked(Track track, DateOnly day)
    {
        if (!rule.On(RuleBook.BookedSoon))
        {
            return null;
        }

        // What was written down later was not known on the day: a step that was taken stays.
        bool Known(DateTimeOffset? recorded) => recorded is not { } at || facts.DayOf(at) <= day;
        foreach (var treatment in facts.File.Treatments.Where(treatment => treatment.On > day && Known(treatment.RecordedAt)))
        {
            if (
                CareSpan
                    .Of(treatment, facts.Zone)
                    .Any(span =>
                        span.Before
                        && span.From > day
                        && span.From <= day.AddDays(SoonDays)
                        && Restrictions.On(track.Product).Contains(span.Kind)
                    )
            )
            {
                return Off.Through(
                    treatment.On,
                    Because.Of(
                        RuleBook.BookedSoon,
                        ("product", track.Product.Name),
                        ("title", TreatmentTimes.Of(treatment).Title),
                        ("on", treatment.On)
                    )
                );
            }
        }

        foreach (var occasion in facts.File.Occasions.Where(occasion => Known(occasion.RecordedAt)))
        {
            if (occasion.On >= day && occasion.On.AddDays(-OccasionRest.DaysBefore) <= day.AddDays(SoonDays))
            {
                return Off.Through(
                    occasion.On,
                    Because.Of(
                        RuleBook.BookedSoon,
                        ("product", track.Product.Name),
                        ("title", OccasionRest.TitleOf(occasion)),
                        ("on", occasion.On)
                    )
                );
            }
        }

        return null;
    }
}
