using System.Text;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Calendar;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>The client's calendar as a file, to be given along; its titles are neutral.</summary>
public sealed class CalendarModel(RecordRoom room) : WalkPage(room)
{
    public override string Station => "Care";

    public IActionResult OnGet()
    {
        if (Record.Published is null)
        {
            TempData["Done"] = "Nothing is published yet, so there is no calendar. Publish the plan first.";
            return Redirect($"/clients/{Id}/care");
        }

        Response.Headers.CacheControl = "private, no-store";
        return File(Encoding.UTF8.GetBytes(ClientCalendar.Of(Record, named: false)), CalendarFile.ContentType, "skin-plan.ics");
    }
}
