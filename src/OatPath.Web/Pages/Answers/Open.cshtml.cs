using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Limits;

namespace OatPath.Web.Pages.Answers;

/// <summary>
/// The page of a link to the questions. Only its button takes the link for this phone, and it says nothing of the client.
/// </summary>
[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Strict)]
public sealed class OpenModel(AnswerLinks links, AnswerDoor door, TimeProvider clock) : PageModel
{
    private const int LongestToken = 100;

    [FromRoute]
    public string Token { get; set; } = "";

    public bool IsOpen { get; private set; }

    public bool IsTaken { get; private set; }

    public void OnGet()
    {
        IsOpen = Token.Length < LongestToken && links.IsOpen(Token, clock.GetUtcNow());
        if (!IsOpen)
        {
            Response.StatusCode = StatusCodes.Status410Gone;
        }
    }

    public IActionResult OnPost()
    {
        var (outcome, cookie) =
            Token.Length < LongestToken
                ? links.Admit(Token, AnswerDoor.CookieOf(HttpContext), clock.GetUtcNow())
                : (Admission.Ended, null);
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

        return Redirect("/answers/ask");
    }
}
