using OatPath.Core.Care;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.Days;

/// <summary>Whether tightness and flaking belong to the course of a treatment, or of a peel that was done.</summary>
internal static class ExpectedCourse
{
    public static bool Includes(IReadOnlyList<Treatment> treatments, PeelDays peels, DateOnly day) =>
        treatments.Any(treatment => TreatmentTimes.Of(treatment) is { CourseDays: > 0 } times && TreatmentRest.Within(treatment, day, times.CourseDays)) || peels.InCourse(day);
}
