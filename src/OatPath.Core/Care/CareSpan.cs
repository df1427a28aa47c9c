namespace OatPath.Core.Care;

/// <summary>One restriction of one treatment on its days; both ends included.</summary>
/// <param name="From">First care day it holds.</param>
/// <param name="Until">Last care day it holds, whole or in part.</param>
/// <param name="EndsAt">Wall-clock time at the studio at which it ends, for one given in hours; null where the whole of <paramref
/// name="Until"/> is in.</param>
/// <param name="Before">Before the treatment, or from it on.</param>
/// <param name="Treatment">Whose it is: its title; of merged spans, the one that ends last.</param>
/// <param name="On">Day of that treatment.</param>
public sealed record CareSpan(
    RestrictionKind Kind,
    bool Before,
    DateOnly From,
    DateOnly Until,
    DateTime? EndsAt,
    string Treatment,
    DateOnly On
)
{
    /// <summary>The moment it ends, wall-clock: its time, or the end of its last care day.</summary>
    public DateTime End => EndsAt ?? Until.AddDays(1).ToDateTime(new(House.CareDay.StartHour, 0));

    public bool Covers(DateOnly day) => day >= From && day <= Until;

    /// <summary>The spans of a treatment.</summary>
    /// <param name="zone">For hours over a change of clocks.</param>
    public static IEnumerable<CareSpan> Of(Treatment treatment, TimeZoneInfo zone)
    {
        var times = TreatmentTimes.Of(treatment);
        foreach (var rest in times.Before.Where(rest => rest.WholeDays > 0))
        {
            yield return new(
                rest.Kind,
                true,
                treatment.On.AddDays(-rest.WholeDays),
                treatment.On.AddDays(-1),
                null,
                times.Title,
                treatment.On
            );
        }

        foreach (var rest in times.After)
        {
            if (rest.Unit == LengthUnit.Days || treatment.At is not { } at)
            {
                yield return new(rest.Kind, false, treatment.On, treatment.On.AddDays(rest.WholeDays), null, times.Title, treatment.On);
                continue;
            }

            // An hour is an hour, also on the night the clocks change.
            var done = treatment.On.ToDateTime(at);
            var ends = TimeZoneInfo.ConvertTime(new DateTimeOffset(done, zone.GetUtcOffset(done)).AddHours(rest.Length), zone).DateTime;
            var day = DateOnly.FromDateTime(ends.AddHours(-House.CareDay.StartHour).AddTicks(-1));
            yield return new(rest.Kind, false, treatment.On, day, ends, times.Title, treatment.On);
        }
    }
}

/// <summary>Joins what overlaps: per kind of restriction the strictest wins.</summary>
public static class Strictest
{
    /// <summary>
    /// Per kind, the spans that touch or overlap become one, from the first day to the latest end. In any order and in any grouping the
    /// same.
    /// </summary>
    public static IReadOnlyList<CareSpan> Of(IEnumerable<CareSpan> spans)
    {
        var joined = new List<CareSpan>();
        foreach (
            var group in spans
                .GroupBy(span => (span.Kind, span.Before))
                .OrderBy(group => group.Key.Kind)
                .ThenByDescending(group => group.Key.Before)
        )
        {
            CareSpan? open = null;
            foreach (
                var span in group
                    .OrderBy(span => span.From)
                    .ThenBy(span => span.End)
                    .ThenBy(span => span.On)
                    .ThenBy(span => span.Treatment, StringComparer.Ordinal)
            )
            {
                if (open is null || span.From > open.Until.AddDays(1))
                {
                    if (open is not null)
                    {
                        joined.Add(open);
                    }

                    open = span;
                }
                else if (Later(span, open))
                {
                    open = span with { From = open.From };
                }
            }

            if (open is not null)
            {
                joined.Add(open);
            }
        }

        return joined;
    }

    private static bool Later(CareSpan span, CareSpan open) =>
        (span.End, span.On) != (open.End, open.On)
            ? (span.End, span.On).CompareTo((open.End, open.On)) > 0
            : string.CompareOrdinal(span.Treatment, open.Treatment) > 0;
}
