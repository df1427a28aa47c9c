using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Store;

namespace OatPath.Web.Pages.Templates;

/// <summary>Routines kept for later clients.</summary>
public sealed class IndexModel(Store.Templates templates) : PageModel
{
    public IReadOnlyList<StoredTemplate> Kept { get; private set; } = [];

    public void OnGet() => Kept = templates.All();

    /// <summary>Takes one off the list, or puts it back.</summary>
    public IActionResult OnPost(string template, bool back)
    {
        if (User.IsInRole(People.Roles.Assistant))
        {
            return Forbid();
        }

        if (!templates.Archive(template, !back))
        {
            TempData["Done"] = "Its name was given to another template meanwhile, so it stays off the list.";
            return Redirect("/templates");
        }

        TempData["Done"] = back ? "Back on the list." : "Off the list.";
        if (!back)
        {
            TempData["UndoUrl"] = $"/templates?template={Uri.EscapeDataString(template)}&back=true";
        }

        return Redirect("/templates");
    }
}
