using OatPath.Core.Care;
using OatPath.Core.CheckIn;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.Days;

/// <summary>What belongs on a day to the course of a treatment, or of a peel or of needles that were used.</summary>
internal sealed class ExpectedCourse(CareCalendar care, PeelDays peels, NeedleDays needles)
{
    /// <summary>Whether tightness and flaking do.</summary>
    public bool Includes(DateOnly day) => care.InCourse(day) || peels.InCourse(day);

    /// <summary>Whether a little redness does.</summary>
    public bool IncludesPink(DateOnly day) => care.IsUsual(CourseSign.Pink, day) || needles.InCourse(day);
}
