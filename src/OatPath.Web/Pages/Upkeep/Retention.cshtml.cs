using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Upkeep;

/// <summary>Records without an entry for years, looked through once a year.</summary>
[Authorize(Policy = People.Roles.KeepsHouse)]
public sealed class RetentionModel(Retention retention, ProgramSettings settings, ClientDigests digests, TimeProvider clock) : PageModel
{
    public int Years { get; private set; }

    public IReadOnlyList<QuietRecord> Quiet { get; private set; } = [];

    public DateOnly? AskedOn { get; private set; }

    public void OnGet()
    {
        Years = settings.Current().Choices.RetentionYears;
        Quiet = retention.Since(clock.GetUtcNow().AddYears(-Years));
        AskedOn = retention.AskedOn();
    }

    public IActionResult OnPost()
    {
        retention.Asked(digests.Now().Day, User.Identity?.Name ?? "");
        TempData["Done"] = "Looked through; asked again in a year.";
        return Redirect("/");
    }
}
