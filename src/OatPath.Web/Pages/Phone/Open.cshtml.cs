using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Limits;
using OatPath.Web.Phone;

namespace OatPath.Web.Pages.Phone;

/// <summary>A link's page. Only its button lets a device in, so that a preview of the address by a messenger changes nothing.</summary>
[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Strict)]
public sealed class OpenModel(Links links, PhoneDoor door, TimeProvider clock) : PageModel
{
    [FromRoute]
    public string Token { get; set; } = "";

    public bool IsOpen { get; private set; }

    /// <summary>Whether the link is in use on another phone.</summary>
    public bool IsTaken { get; private set; }

    public void OnGet()
    {
        IsOpen = Token.Length < 100 && links.IsOpen(Token, clock.GetUtcNow());
        if (!IsOpen)
        {
            Response.StatusCode = StatusCodes.Status410Gone;
        }
    }

    public IActionResult OnPost()
    {
        var (outcome, cookie) =
            Token.Length < 100 ? links.Admit(Token, PhoneDoor.CookieOf(HttpContext), clock.GetUtcNow()) : (Admission.Ended, null);
        if (outcome != Admission.In)
        {
            IsTaken = outcome == Admission.TakenByAnother;
            Response.StatusCode = StatusCodes.Status410Gone;
            return Page();
        }

        if (cookie is not null)
        {
            door.Remember(HttpContext, cookie);
        }

        return Redirect("/my");
    }
}
