using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Core.House;
using OatPath.Core.Questionnaire;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Limits;

namespace OatPath.Web.Pages.Answers;

/// <summary>
/// A page on which a client answers Meet before a visit. It knows the phone, and shows nothing but what was answered on it.
/// </summary>
[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Strict)]
public abstract class AnswersPage(AnswerDoor door, AnswerLinks links, Studio studio, TimeProvider clock) : PageModel
{
    public AnsweringPhone Phone { get; private set; } = null!;

    public MeetAnswers Answers => Phone.Answers;

    public HouseRules Rules { get; private set; } = null!;

    public List<Problem> Problems { get; } = [];

    public DateOnly Today => CareDay.Of(Now, CareDay.ZoneOf(Rules.Zone));

    protected DateTimeOffset Now => clock.GetUtcNow();

    protected AnswerLinks Links => links;

    protected string Cookie => AnswerDoor.CookieOf(HttpContext)!;

    /// <summary>Whether the page is there also once nothing more is taken.</summary>
    protected virtual bool StaysOpen => false;

    [NonHandler]
    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (door.Who(HttpContext) is not { } phone)
        {
            context.Result = new RedirectResult("/no-plan");
            return;
        }

        (Phone, Rules) = (phone, studio.Current().Rules);
        ViewData["Title"] = $"{Title} · {(Rules.StudioName.Length > 0 ? Rules.StudioName : "Oat Path")}";
        if (!phone.Open && !StaysOpen)
        {
            context.Result = new RedirectResult("/answers/send");
        }
        else if (phone.Open && phone.Answers.Consent is null && this is not ConsentModel)
        {
            context.Result = new RedirectResult("/answers/consent");
        }
    }

    protected abstract string Title { get; }

    /// <summary>Keeps an answer and goes on to what is not answered yet.</summary>
    protected IActionResult Keep(Func<MeetAnswers, MeetAnswers> change)
    {
        Links.Keep(Cookie, Now, change);
        return Redirect("/answers/ask");
    }
}
