using OatPath.Core.Case;

namespace OatPath.Core.LookBack;

/// <summary>What a span of days held, in plain counts.</summary>
/// <param name="From">First day.</param>
/// <param name="Until">Last day, that one included.</param>
/// <param name="Uses">Days with an active.</param>
/// <param name="Told">Those of them of which something was told.</param>
/// <param name="Reactions">Those of them that were reacted to.</param>
/// <param name="LoadAWeek">What the actives asked in seven days, in the planning index.</param>
/// <param name="WorstSting">0 to 10; null where nobody reported.</param>
/// <param name="WorstRedness">0 to 4; null where nobody reported.</param>
public sealed record Stretch(
    DateOnly From,
    DateOnly Until,
    int Uses,
    int Told,
    int Reactions,
    double LoadAWeek,
    int? WorstSting,
    int? WorstRedness
)
{
    /// <summary>Days looked at before a change and after it.</summary>
    /// <remarks>House default.</remarks>
    public const int Span = 28;

    public int Days => Until.DayNumber - From.DayNumber + 1;

    internal static Stretch Of(IReadOnlyList<UseDay> days, IReadOnlyList<CheckedIn> reports, DateOnly from, DateOnly until)
    {
        var used = days.Where(day => day.Date >= from && day.Date <= until).ToList();
        var told = reports.Where(entry => entry.Day >= from && entry.Day <= until).Select(entry => entry.Report).ToList();
        return new(
            from,
            until,
            used.Count,
            used.Count(day => day.Took != Took.Untold),
            used.Count(day => day.Took == Took.Reaction),
            used.Sum(day => day.Lived.Load) * 7 / (until.DayNumber - from.DayNumber + 1),
            told.Count == 0 ? null : told.Max(report => report.Sting),
            told.Count == 0 ? null : told.Max(report => report.Redness)
        );
    }
}
