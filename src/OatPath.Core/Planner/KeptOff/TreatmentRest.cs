using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>A salon treatment: what stops before it, the repair routine after it, and what rests longer than that.</summary>
internal sealed class TreatmentRest(CareCalendar care, RuleSwitch rule) : IKeepsOff
{
    public bool Never => care.IsEmpty;

    public Off? Of(Track track, DateOnly day) => Of(track.Product, day);

    public Off? Of(Product product, DateOnly day) =>
        care.Off(product, day) is { } span && rule.On(RuleOf(span)) ? Off.Through(span.Until, Say(span)) : null;

    /// <summary>Why the whole skin gets the repair routine, or null.</summary>
    public Off? Repair(DateOnly day) =>
        care.Repairs(day) is { } one && rule.On(RuleBook.TreatmentAfter)
            ? Off.Through(one.Treatment.On.AddDays(one.Times.AfterDays), After(one.Treatment, one.Times))
            : null;

    /// <summary>Why the skin is open and gets nothing but water and ointment, or null.</summary>
    public Because? Closes(DateOnly day, Moment moment) =>
        !care.IsEmpty && care.Closed(day, moment) is { } open && rule.On(RuleBook.OpenAfterTreatment)
            ? Because.Of(RuleBook.OpenAfterTreatment, ("treatment", open.Treatment), ("on", open.On), ("until", open.Until))
            : null;

    /// <summary>One restriction in words.</summary>
    public static Because Say(CareSpan span) =>
        RuleOf(span) switch
        {
            RuleBook.TreatmentBefore => Because.Of(
                RuleBook.TreatmentBefore,
                ("treatment", span.Treatment),
                ("on", span.On),
                ("what", Said.Later(() => Restrictions.TitleOf(span.Kind))),
                ("from", span.From)
            ),
            RuleBook.TreatmentAfter => Because.Of(
                RuleBook.TreatmentAfter,
                ("treatment", span.Treatment),
                ("on", span.On),
                ("until", span.Until)
            ),
            _ => Because.Of(
                RuleBook.TreatmentRests,
                ("treatment", span.Treatment),
                ("on", span.On),
                ("what", Said.Later(() => Restrictions.TitleOf(span.Kind))),
                (
                    "until",
                    Said.Later(() =>
                        span.EndsAt is { } ends ? $"{Words.Day(DateOnly.FromDateTime(ends))}, {ends:HH:mm}" : Words.Day(span.Until)
                    )
                )
            ),
        };

    private static string RuleOf(CareSpan span) =>
        span.Before ? RuleBook.TreatmentBefore
        : span.Kind == RestrictionKind.Irritants ? RuleBook.TreatmentAfter
        : RuleBook.TreatmentRests;

    private static Because After(Treatment treatment, TreatmentTimes times) =>
        Because.Of(
            RuleBook.TreatmentAfter,
            ("treatment", times.Title),
            ("on", treatment.On),
            ("until", treatment.On.AddDays(times.AfterDays))
        );
}
