using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.Care;
using OatPath.Store;

namespace OatPath.Web.Pages.Treatments;

/// <summary>Treatments as they ship and as the house does them.</summary>
public sealed class IndexModel(HouseTreatments house) : PageModel
{
    public IReadOnlyList<HouseTreatment> Own { get; private set; } = [];

    public static IReadOnlyList<CareTemplate> Ships => CareTemplates.All;

    public void OnGet() => Own = house.All();

    /// <summary>Takes one off the list, or puts it back. Bookings keep the one they were made with.</summary>
    public IActionResult OnPost(string template, bool back)
    {
        if (!User.IsInRole(People.Roles.Owner))
        {
            return Forbid();
        }

        if (!house.Archive(template, !back))
        {
            TempData["Done"] = "Its name was given to another meanwhile, so it stays off the list.";
            return Redirect("/treatments");
        }

        TempData["Done"] = back ? "Back on the list." : "Off the list; what is booked with it stays as it is.";
        if (!back)
        {
            TempData["UndoUrl"] = $"/treatments?template={Uri.EscapeDataString(template)}&back=true";
        }

        return Redirect("/treatments");
    }
}
