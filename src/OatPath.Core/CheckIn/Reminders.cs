using OatPath.Core.House;
using OatPath.Core.Wording;

namespace OatPath.Core.CheckIn;

/// <summary>A message that asks for an answer, and the earliest moment to send it.</summary>
/// <param name="Key">What it is about; none is written twice.</param>
public sealed record Reminder(string Key, string Text, DateTimeOffset NotBefore);

/// <summary>
/// Messages that check-ins ask for: one on the day, one on the day after while nobody answered; then it is the practitioner's.
/// </summary>
/// <remarks>Source: house default. The words name nothing of health and no treatment.</remarks>
public static class Reminders
{
    private static readonly TimeOnly At = new(10, 0);

    public static IReadOnlyList<Reminder> Of(IReadOnlyList<CheckInDue> checkIns, DateOnly today, HouseRules rules, TimeZoneInfo zone)
    {
        var studio = rules.StudioName.Length > 0 ? rules.StudioName : Said.Of("Your studio");
        var found = new List<Reminder>();
        foreach (var due in checkIns)
        {
            var key = $"check-in {due.Of} {due.Source} {due.On:yyyy-MM-dd} {due.Day}";
            if (due.State == CheckInState.Due && due.Due == today)
            {
                found.Add(
                    new(key, Said.Of($"{studio}: how is your skin today? Please open your page; it takes a minute."), Moment(today, zone))
                );
            }
            else if (due.State == CheckInState.Overdue && due.Due.AddDays(1) == today && due.Of != CheckInOf.Rung)
            {
                found.Add(
                    new(
                        $"{key} again",
                        Said.Of($"{studio}: yesterday's question on your page is still open. Please answer it, or call us."),
                        Moment(today, zone)
                    )
                );
            }
        }

        return found;
    }

    /// <summary>The moment itself, or the end of the quiet hours it falls into.</summary>
    public static DateTimeOffset OutsideQuietHours(DateTimeOffset at, HouseRules rules, TimeZoneInfo zone)
    {
        var local = TimeZoneInfo.ConvertTime(at, zone);
        var time = TimeOnly.FromDateTime(local.DateTime);
        if (!IsQuiet(time, rules))
        {
            return at;
        }

        var day = DateOnly.FromDateTime(local.DateTime);
        var wall = (time < rules.QuietUntil ? day : day.AddDays(1)).ToDateTime(rules.QuietUntil);
        // Where clocks go forward over it, the hour after.
        wall = zone.IsInvalidTime(wall) ? wall.AddHours(1) : wall;
        return new DateTimeOffset(wall, zone.GetUtcOffset(wall)).ToUniversalTime();
    }

    private static bool IsQuiet(TimeOnly time, HouseRules rules) =>
        rules.QuietFrom < rules.QuietUntil
            ? time >= rules.QuietFrom && time < rules.QuietUntil
            : time >= rules.QuietFrom || time < rules.QuietUntil;

    private static DateTimeOffset Moment(DateOnly day, TimeZoneInfo zone)
    {
        var wall = day.ToDateTime(At);
        return new DateTimeOffset(wall, zone.GetUtcOffset(wall)).ToUniversalTime();
    }
}
