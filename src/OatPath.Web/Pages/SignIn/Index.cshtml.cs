using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Web.Limits;
using OatPath.Web.People;

namespace OatPath.Web.Pages.SignIn;

[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Strict)]
public sealed class IndexModel(SignInDesk desk, SecondFactor factor, Store.People people) : PageModel
{
    [BindProperty]
    public string Name { get; set; } = "";

    [BindProperty]
    public string Password { get; set; } = "";

    [BindProperty(SupportsGet = true, Name = "ReturnUrl")]
    public string? Back { get; set; }

    public string? Refusal { get; private set; }

    /// <summary>Set where the password was right and the code is asked for.</summary>
    public string? Ticket { get; private set; }

    public IActionResult OnGet() => people.Any() ? Page() : Redirect("/first-run");

    public async Task<IActionResult> OnPostAsync()
    {
        var (person, refusal) = desk.Check(HttpContext, Name ?? "", Password ?? "");
        if (person is null)
        {
            Refusal = refusal;
            return Page();
        }

        var back = Url.IsLocalUrl(Back) ? Back! : "/";
        if (person.Factor is not null)
        {
            Ticket = factor.Ticket(person);
            Back = back;
            ModelState.Clear();
            return Page();
        }

        await desk.SignIn(HttpContext, person);
        return LocalRedirect(back);
    }

    /// <summary>The second factor of somebody whose password was right.</summary>
    public async Task<IActionResult> OnPostCodeAsync(string? ticket, string? code)
    {
        if (factor.WhoseTicket(ticket) is not { } person)
        {
            Refusal = "That took longer than five minutes. Sign in again.";
            return Page();
        }

        var (isRight, refusal) = desk.CheckCode(HttpContext, person, code);
        if (!isRight)
        {
            (Ticket, Refusal) = (ticket, refusal);
            return Page();
        }

        await desk.SignIn(HttpContext, person);
        return LocalRedirect(Url.IsLocalUrl(Back) ? Back! : "/");
    }
}
