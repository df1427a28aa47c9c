namespace OatPath.Core.House;

/// <summary>
/// The studio's day of care: 04:00 to 04:00 wall-clock time, so that an evening step at 00:40 belongs to the day before.
/// </summary>
/// <remarks>Source: house default. Wall-clock time decides, so a day may last 23 or 25 hours where clocks change.</remarks>
public static class CareDay
{
    /// <summary>The hour at which a care day begins, local time.</summary>
    public const int StartHour = 4;

    /// <summary>The hour from which the evening half of the day is offered, local time.</summary>
    public const int EveningHour = 15;

    /// <summary>The care day that <paramref name="instant"/> falls in, seen from <paramref name="zone"/>.</summary>
    public static DateOnly Of(DateTimeOffset instant, TimeZoneInfo zone)
    {
        var local = TimeZoneInfo.ConvertTime(instant, zone);
        var day = DateOnly.FromDateTime(local.DateTime);
        return local.Hour < StartHour ? day.AddDays(-1) : day;
    }

    /// <summary>Morning from 04:00 until 15:00, evening from 15:00 until 04:00.</summary>
    public static Moment MomentOf(DateTimeOffset instant, TimeZoneInfo zone)
    {
        var hour = TimeZoneInfo.ConvertTime(instant, zone).Hour;
        return hour is >= StartHour and < EveningHour ? Moment.Morning : Moment.Evening;
    }

    /// <summary>Finds a time zone by its IANA name.</summary>
    /// <returns>The zone, or null when this machine does not know the name.</returns>
    public static TimeZoneInfo? FindZone(string? name) =>
        !string.IsNullOrWhiteSpace(name) && TimeZoneInfo.TryFindSystemTimeZoneById(name, out var zone) ? zone : null;

    /// <summary>The zone of a name; UTC where this machine does not know it.</summary>
    public static TimeZoneInfo ZoneOf(string? name) => FindZone(name) ?? TimeZoneInfo.Utc;
}
