using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>A salon treatment: what stops before it, and the repair routine after it.</summary>
internal sealed class TreatmentRest(IReadOnlyList<Treatment> treatments, RuleSwitch rule) : IKeepsOff
{
    public bool Never => treatments.Count == 0;

    public Off? Of(Track track, DateOnly day) => Of(day);

    public Off? Of(DateOnly day)
    {
        foreach (var treatment in treatments)
        {
            var times = TreatmentTimes.Of(treatment);
            if (times.BeforeDays > 0 && day < treatment.On && day >= treatment.On.AddDays(-times.BeforeDays) && rule.On(RuleBook.TreatmentBefore))
            {
                return Off.Through(treatment.On.AddDays(-1), Because.Of(RuleBook.TreatmentBefore, ("treatment", times.Title), ("on", treatment.On)));
            }

            if (times.AfterDays == 0 && day == treatment.On && rule.On(RuleBook.TreatmentAfter))
            {
                return Off.Through(day, After(treatment, times));
            }
        }

        return null;
    }

    /// <summary>Why the whole skin gets the repair routine, or null.</summary>
    public Off? Repair(DateOnly day)
    {
        foreach (var treatment in treatments)
        {
            var times = TreatmentTimes.Of(treatment);
            if (times.AfterDays > 0 && Within(treatment, day, times.AfterDays) && rule.On(RuleBook.TreatmentAfter))
            {
                return Off.Through(treatment.On.AddDays(times.AfterDays), After(treatment, times));
            }
        }

        return null;
    }

    /// <summary>Whether a day lies in the so many days from a treatment on, its own included.</summary>
    public static bool Within(Treatment treatment, DateOnly day, int days) => day >= treatment.On && day <= treatment.On.AddDays(days);

    public static Because After(Treatment treatment, TreatmentTimes times) =>
        Because.Of(RuleBook.TreatmentAfter, ("treatment", times.Title), ("on", treatment.On), ("until", treatment.On.AddDays(times.AfterDays)));
}
