using System.Text;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace OatPath.Core.Calendar;

/// <summary>A client's calendar as an iCalendar file.</summary>
/// <remarks>
/// Source: RFC 5545. Whole days are dates without a zone; times are written in UTC, so that a change of clocks moves nothing.
/// </remarks>
public static class CalendarFile
{
    public const string ContentType = "text/calendar; charset=utf-8";

    /// <summary>Length of an appointment in a calendar, where only its beginning is known.</summary>
    /// <remarks>House default.</remarks>
    private const int Minutes = 60;

    /// <param name="name">Shown as the calendar's own name.</param>
    /// <param name="madeAt">The moment the path is of.</param>
    public static string Write(IReadOnlyList<CalendarEntry> entries, string name, TimeZoneInfo zone, DateTimeOffset madeAt)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Oat Path//Care path//EN", Method = "PUBLISH" };
        calendar.AddProperty("X-WR-CALNAME", name);
        foreach (var entry in entries)
        {
            calendar.Events.Add(Event(entry, zone, madeAt));
        }

        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    private static CalendarEvent Event(CalendarEntry entry, TimeZoneInfo zone, DateTimeOffset madeAt)
    {
        var happens = new CalendarEvent
        {
            Uid = entry.Uid,
            Summary = entry.Title,
            Description = entry.Details,
            DtStamp = new CalDateTime(madeAt.UtcDateTime, "UTC"),
            Transparency = "TRANSPARENT",
        };
        if (entry.At is { } at)
        {
            var wall = entry.On.ToDateTime(at);
            var begins = new DateTimeOffset(wall, zone.GetUtcOffset(wall)).UtcDateTime;
            happens.Start = new CalDateTime(begins, "UTC");
            happens.End = new CalDateTime(begins.AddMinutes(Minutes), "UTC");
        }
        else
        {
            happens.Start = new CalDateTime(entry.On);
            happens.End = new CalDateTime(entry.On.AddDays(1));
        }

        return happens;
    }
}
