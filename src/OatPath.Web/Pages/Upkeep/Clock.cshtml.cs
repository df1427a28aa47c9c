using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Clock;

namespace OatPath.Web.Pages.Upkeep;

/// <summary>
/// After a jump of the machine's clock the owner writes today's date, and is not led to either: what fits the machine confirms it, what
/// fits the record waits.
/// </summary>
[Authorize(Policy = People.Roles.KeepsHouse)]
public sealed class ClockModel(
    TimeProvider clock,
    MachineClock machine,
    ClockTable table,
    Studio studio,
    DataFolder folder,
    IServiceProvider services
) : PageModel
{
    public List<Problem> Problems { get; } = [];

    public ClockJump? Jump => (clock as RecordClock)?.Jump;

    public DateTimeOffset Now => machine.Now;

    public string Folder => folder.Folder;

    public string? Given { get; private set; }

    /// <summary>Whether the date given is the record's: then the machine's clock is to be set right.</summary>
    public bool Waits { get; private set; }

    public IReadOnlyList<ClockPair> Confirmed => [.. table.Pairs().Where(pair => pair.ConfirmedBy is not null).Reverse()];

    private TimeZoneInfo Zone => CareDay.ZoneOf(studio.Current().Rules.Zone);

    public string Said(DateTimeOffset at) =>
        TimeZoneInfo.ConvertTime(at, Zone).ToString("dddd d MMMM yyyy, HH:mm", CultureInfo.InvariantCulture);

    public void OnGet() { }

    public IActionResult OnPost(DateOnly? today)
    {
        if (Jump is not { } jump)
        {
            return RedirectToPage();
        }

        Given = today?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
        if (today == DayOf(jump.Machine))
        {
            services.GetRequiredService<ClockRounds>().Confirm(User.Identity?.Name ?? "");
            TempData["Done"] = $"It is {Said(machine.Now)}; the record goes on from there.";
            return Redirect("/");
        }

        Waits = today == DayOf(jump.Record);
        if (!Waits)
        {
            Problems.Add(
                new(
                    "Today's date",
                    today is null
                        ? "write it as on a calendar, such as 29 November 2026"
                        : "that is neither the machine's day nor the record's; set the machine's clock right first, then write it again"
                )
            );
        }

        return Page();
    }

    private DateOnly DayOf(DateTimeOffset at) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(at, Zone).DateTime);
}
