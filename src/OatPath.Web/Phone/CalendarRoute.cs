using System.Text;
using OatPath.Core.Calendar;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Limits;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>A client's calendar: as a private subscription by its own address, and as a download on the phone.</summary>
public static class CalendarRoute
{
    public static void Map(WebApplication app)
    {
        app.MapGet("/calendar/{token}.ics", (string token, CalendarFeeds feeds, RecordRoom room, HttpContext http) =>
                feeds.Find(token) is { } feed && room.Derive(feed.ClientId) is { Published: not null } record
                    ? Send(record, feed.Named, http)
                    : Results.NotFound()
            )
            .AllowAnonymous()
            .RequireRateLimiting(RequestLimits.Feed);

        app.MapGet("/my/calendar.ics", (string? titles, PhoneDoor door, RecordRoom room, HttpContext http) =>
                door.Who(http) is { } device && room.Derive(device.ClientId) is { Published: not null } record
                    ? Send(record, titles == "named", http)
                    : Results.Redirect("/no-plan")
            )
            .AllowAnonymous()
            .RequireRateLimiting(RequestLimits.Feed);
    }

    private static IResult Send(ClientRecord record, bool named, HttpContext http)
    {
        http.Response.Headers.CacheControl = "private, no-store";
        http.Response.Headers.Append("X-Robots-Tag", "noindex");
        return Results.File(Encoding.UTF8.GetBytes(ClientCalendar.Of(record, named)), CalendarFile.ContentType, "skin-plan.ics");
    }
}
