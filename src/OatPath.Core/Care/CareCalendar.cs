using OatPath.Core.CheckIn;
using OatPath.Core.Shelf;

namespace OatPath.Core.Care;

/// <summary>All restrictions of all treatments of a client, asked by day.</summary>
/// <param name="now">From when on a treatment of today has begun; null where that does not matter.</param>
public sealed class CareCalendar(IReadOnlyList<Treatment> treatments, TimeZoneInfo zone, DateTimeOffset? now = null)
{
    private readonly (Treatment Treatment, CareSpan Span)[] spans =
    [
        .. treatments.SelectMany(treatment => CareSpan.Of(treatment, zone).Select(span => (treatment, span))),
    ];
    private readonly (Treatment Treatment, TreatmentTimes Times)[] all =
    [
        .. treatments.Select(treatment => (treatment, TreatmentTimes.Of(treatment))),
    ];
    private readonly Dictionary<string, IReadOnlyList<RestrictionKind>> kindsOf = [];

    public bool IsEmpty => all.Length == 0;

    public IReadOnlyList<(Treatment Treatment, TreatmentTimes Times)> All => all;

    /// <summary>What rests after each treatment, one by one.</summary>
    public IEnumerable<CareSpan> After => spans.Select(one => one.Span).Where(span => !span.Before);

    /// <summary>Every restriction, overlaps joined.</summary>
    public IReadOnlyList<CareSpan> Joined => Strictest.Of([.. spans.Select(one => one.Span)]);

    /// <summary>The strictest span that keeps a product off on a day, or null. Whatever has a ladder rests with the irritants.</summary>
    public CareSpan? Off(Product product, DateOnly day)
    {
        if (spans.Length == 0)
        {
            return null;
        }

        if (!kindsOf.TryGetValue(product.Id, out var kinds))
        {
            kindsOf[product.Id] = kinds = Restrictions.On(product);
        }

        CareSpan? strictest = null;
        foreach (var (_, span) in spans)
        {
            if (span.Covers(day) && kinds.Contains(span.Kind) && (strictest is null || span.End > strictest.End))
            {
                strictest = span;
            }
        }

        return strictest;
    }

    /// <summary>
    /// The restriction by which the skin is open in one half of a day, or null. The morning of a treatment is still before it, until its
    /// hour.
    /// </summary>
    /// <remarks>
    /// Source: trade convention: until the hour of a treatment its day follows what holds before it. At an hour nobody noted it closes all
    /// of its day: house default, the stricter reading.
    /// </remarks>
    public CareSpan? Closed(DateOnly day, House.Moment moment)
    {
        CareSpan? strictest = null;
        foreach (var (treatment, span) in spans)
        {
            if (span.Kind != RestrictionKind.Cleansing || span.Before)
            {
                continue;
            }

            if (
                !(moment == House.Moment.Morning && treatment.On == day && IsStillBefore(treatment))
                && span.Covers(day)
                && (strictest is null || span.End > strictest.End)
            )
            {
                strictest = span;
            }
        }

        return strictest;
    }

    /// <summary>
    /// Whether the morning of its day is what comes before it: its hour is known and, where that lies in the morning, has not come.
    /// </summary>
    private bool IsStillBefore(Treatment treatment)
    {
        if (treatment.At is not { } at || at.Hour < House.CareDay.StartHour)
        {
            return false;
        }

        return now is not { } instant
            || at.Hour >= House.CareDay.EveningHour
            || TimeZoneInfo.ConvertTime(instant, zone).DateTime < treatment.On.ToDateTime(at);
    }

    /// <summary>The treatment whose repair routine a day belongs to, the one that ends last, or null.</summary>
    public (Treatment Treatment, TreatmentTimes Times)? Repairs(DateOnly day)
    {
        // Asked often of one day, so its answer is kept.
        if (repairs.Day != day)
        {
            repairs = (day, FindRepairs(day));
        }

        return repairs.Latest;
    }

    private (DateOnly Day, (Treatment Treatment, TreatmentTimes Times)? Latest) repairs;

    private (Treatment Treatment, TreatmentTimes Times)? FindRepairs(DateOnly day)
    {
        (Treatment Treatment, TreatmentTimes Times)? latest = null;
        foreach (var one in all)
        {
            if (one.Times.AfterDays > 0 && Within(one, day, one.Times.AfterDays) && (latest is not { } before || Ends(one) > Ends(before)))
            {
                latest = one;
            }
        }

        return latest;
    }

    /// <summary>Whether tightness and flaking belong to the course of a treatment on a day.</summary>
    public bool InCourse(DateOnly day) => Array.Exists(all, one => one.Times.CourseDays > 0 && Within(one, day, one.Times.CourseDays));

    /// <summary>Whether a sign is usual on a day after a treatment.</summary>
    public bool IsUsual(CourseSign sign, DateOnly day) =>
        Array.Exists(all, one =>
            one.Times.Template.Course.Any(line => line.Covers(day.DayNumber - one.Treatment.On.DayNumber) && line.Usual.Contains(sign))
        );

    /// <summary>Whether a day lies in the time without strong sun after a treatment, its own day included.</summary>
    public bool WatchesSun(DateOnly day) => Array.Exists(all, one => Within(one, day, one.Times.SunDays));

    private static DateOnly Ends((Treatment Treatment, TreatmentTimes Times) one) => one.Treatment.On.AddDays(one.Times.AfterDays);

    private static bool Within((Treatment Treatment, TreatmentTimes Times) one, DateOnly day, int days) =>
        day >= one.Treatment.On && day <= one.Treatment.On.AddDays(days);
}
