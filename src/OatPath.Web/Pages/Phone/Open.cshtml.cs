using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Store;
using OatPath.Web.Phone;

namespace OatPath.Web.Pages.Phone;

/// <summary>A link's page. Only its button lets a device in, so that a preview of the address by a messenger changes nothing.</summary>
[AllowAnonymous]
[EnableRateLimiting(OatPathApp.StrictLimit)]
public sealed class OpenModel(Links links, PhoneDoor door, TimeProvider clock) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Token { get; set; } = "";

    public bool IsOpen { get; private set; }

    public void OnGet()
    {
        IsOpen = Token.Length < 100 && links.IsOpen(Token);
        if (!IsOpen)
        {
            Response.StatusCode = StatusCodes.Status410Gone;
        }
    }

    public IActionResult OnPost()
    {
        if (Token.Length >= 100 || links.Admit(Token, clock.GetUtcNow()) is not { } cookie)
        {
            Response.StatusCode = StatusCodes.Status410Gone;
            return Page();
        }

        door.Remember(HttpContext, cookie);
        return Redirect("/my");
    }
}
