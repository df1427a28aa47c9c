using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Path;
using OatPath.Store;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>What a report means, what to do now, and which number applies.</summary>
public sealed class AnswerModel(PhoneDoor door, RecordRoom room, Links links, TimeProvider clock) : PhonePage(door, room, links, clock)
{
    public ReportOutcome Outcome { get; private set; } = null!;

    public ContactNow Contact { get; private set; } = null!;

    /// <summary>Actives that rest, and until when.</summary>
    public IReadOnlyList<(string Name, DateOnly Until)> Resting { get; private set; } = [];

    public IActionResult OnGet(string id)
    {
        if (View.Path.Reports.FirstOrDefault(report => report.Id == id) is not { } found)
        {
            return NotFound();
        }

        Outcome = found;
        Contact = ContactNow.At(Now, found.Outcome == Core.CheckIn.Outcome.MedicalHelp, View.Record.Rules, View.Record.Zone);
        Resting = [.. View.Path.Ladders.Where(ladder => ladder.OffUntil is not null).Select(ladder => (View.Record.NameOf(ladder.Product), ladder.OffUntil!.Value))];
        return Page();
    }
}
