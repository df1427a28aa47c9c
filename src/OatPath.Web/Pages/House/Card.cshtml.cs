using Microsoft.AspNetCore.Mvc.RazorPages;

namespace OatPath.Web.Pages.House;

/// <summary>The reference card, to print.</summary>
public sealed class CardModel : PageModel
{
    public void OnGet() { }
}
