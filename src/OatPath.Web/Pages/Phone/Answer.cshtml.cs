using Microsoft.AspNetCore.Mvc;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>The answer to a report that was kept.</summary>
public sealed class AnswerModel(PhoneDoor door, RecordRoom room, ViewLog views, TimeProvider clock) : PhonePage(door, room, views, clock)
{
    public ReportAnswer Answer { get; private set; } = null!;

    public IActionResult OnGet(string id)
    {
        if (ReportAnswer.Of(View, id) is not { } found)
        {
            return NotFound();
        }

        Answer = found;
        return Page();
    }
}
