using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Known;

namespace OatPath.Core.Booking;

/// <summary>When a treatment may be done again: one date wherever it is said.</summary>
/// <remarks>
/// Source: trade convention; the strictest of the kind's interval, layers of high strength, and what skin that marks easily asks for before
/// it.
/// </remarks>
public static class NextDate
{
    /// <param name="file">The client as known today.</param>
    /// <param name="done">Done, booked or only asked about.</param>
    /// <returns>The first day, never before today; null where a clinician says.</returns>
    public static DateOnly? Of(CaseFile file, Treatment done) => Of(new KnownFacts(file), file, done);

    /// <summary>Of each treatment, by its id.</summary>
    public static IReadOnlyDictionary<string, DateOnly?> Each(CaseFile file, IEnumerable<Treatment> done)
    {
        var facts = new KnownFacts(file);
        return done.ToDictionary(treatment => treatment.Id, treatment => Of(facts, file, treatment));
    }

    /// <summary>Of a sitting, the latest of its parts; null where a clinician says for one of them.</summary>
    public static DateOnly? Of(CaseFile file, Sitting sitting)
    {
        var dates = Each(file, sitting.Parts).Values.ToList();
        return dates.Contains(null) ? null : dates.Max();
    }

    private static DateOnly? Of(KnownFacts facts, CaseFile file, Treatment done)
    {
        if (TreatmentTimes.Of(done).AgainDays is not { } own)
        {
            return null;
        }

        var next = done.On.AddDays(own);
        var before = file.Treatments.Where(other => other.Id != done.Id && other.On <= done.On);
        foreach (var other in before.Where(other => BookingCalendar.Alike(done.Counts, other.Counts)))
        {
            next = Later(next, other.On.AddDays(TreatmentTimes.Of(other).AgainDays ?? 0));
        }

        next = Later(next, facts.Today);
        return PigmentLead.Asks(facts, done.Counts, next) ? Later(next, PigmentLead.ReadyOn(facts)) : next;
    }

    private static DateOnly Later(DateOnly one, DateOnly other) => one > other ? one : other;
}
