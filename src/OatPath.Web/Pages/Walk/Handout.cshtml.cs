using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Path;
using OatPath.Core.Routine;
using OatPath.Store;
using OatPath.Web.Drawing;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>The published plan on paper: one sheet for the morning, one for the evening.</summary>
[Authorize(Policy = People.Roles.Decides)]
public sealed class HandoutModel(RecordRoom room, Links links, TimeProvider clock) : WalkPage(room)
{
    private const int Days = 14;

    public override string Station => "Handout";

    public CarePath Path { get; private set; } = null!;

    /// <summary>Each moment with all its lines over the next two weeks.</summary>
    public IReadOnlyList<(Moment Moment, IReadOnlyList<SheetLine> Lines, bool Repair)> Sheets { get; private set; } = [];

    /// <summary>The phone link's address, only on the sheet that made it.</summary>
    public string? Address { get; private set; }

    public IActionResult OnGet()
    {
        if (Record.Published is null)
        {
            TempData["Done"] = "Publish a plan first; only what was published goes on paper.";
            return Redirect($"/clients/{Id}/publish");
        }

        Fill();
        return Page();
    }

    /// <summary>Makes a new phone link for this sheet; the old one stops.</summary>
    public IActionResult OnPost()
    {
        if (Record.Published is null)
        {
            return OnGet();
        }

        Address = PhoneLink.Address(Request, links.Create(Id, By, clock.GetUtcNow()));
        Fill();
        return Page();
    }

    /// <summary>How often a line is done: nothing for what belongs to every day; an active by its rung, with its next days.</summary>
    public static string WhenOf(SheetLine line, Moment moment)
    {
        if (line.Days.Count >= Days - 1)
        {
            return "";
        }

        var often = line.Step.Frequency?.InWords(moment == Moment.Morning) is { } words ? $"Only {words}: " : "Only on ";
        return $"{often}{string.Join(", ", line.Days.Take(7).Select(day => day.ToString("ddd d", System.Globalization.CultureInfo.InvariantCulture)))}. ";
    }

    private void Fill()
    {
        Path = Record.LivePath(days: Days);
        Sheets = [.. new[] { Moment.Morning, Moment.Evening }.Select(moment => (moment, MomentSheet.Of(Path.Days, moment), Path.Days[0][moment].Repair))];
    }
}
