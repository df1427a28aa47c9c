using Microsoft.AspNetCore.Mvc;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>The client's calendar: a file, or a private address that keeps itself up to date.</summary>
public sealed class CalendarModel(
    PhoneDoor door,
    RecordRoom room,
    ViewLog views,
    CalendarFeeds feeds,
    Outbox outbox,
    ServeOptions options,
    TimeProvider clock
) : PhonePage(door, room, views, clock)
{
    public (DateTimeOffset Since, bool Named)? Feed { get; private set; }

    /// <summary>The new address, shown once.</summary>
    public string? Address { get; private set; }

    public DateTimeOffset? NoMessagesSince { get; private set; }

    public void OnGet() => Fill();

    public IActionResult OnPostSubscribe(string? titles)
    {
        var token = feeds.Create(Device.ClientId, titles == "named", Now);
        Address = $"{options.Origin}/calendar/{token}.ics";
        Fill();
        return Page();
    }

    public IActionResult OnPostEnd()
    {
        feeds.Revoke(Device.ClientId, Now);
        return Redirect("/my/calendar");
    }

    public IActionResult OnPostMessages(bool wanted)
    {
        if (wanted)
        {
            outbox.OptIn(Device.ClientId);
        }
        else
        {
            outbox.OptOut(Device.ClientId, "client", Now);
        }

        return Redirect("/my/calendar");
    }

    private void Fill()
    {
        Feed = feeds.Open(Device.ClientId);
        NoMessagesSince = outbox.OptedOut(Device.ClientId)?.Since;
    }
}
