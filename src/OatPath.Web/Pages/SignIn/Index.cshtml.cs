using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Web.People;

namespace OatPath.Web.Pages.SignIn;

[AllowAnonymous]
[EnableRateLimiting(OatPathApp.StrictLimit)]
public sealed class IndexModel(SignInDesk desk, Store.People people) : PageModel
{
    [BindProperty]
    public string Name { get; set; } = "";

    [BindProperty]
    public string Password { get; set; } = "";

    [BindProperty(SupportsGet = true, Name = "ReturnUrl")]
    public string? Back { get; set; }

    public string? Refusal { get; private set; }

    public IActionResult OnGet() => people.Any() ? Page() : Redirect("/first-run");

    public async Task<IActionResult> OnPostAsync()
    {
        var (person, refusal) = desk.Check(Name ?? "", Password ?? "");
        if (person is null)
        {
            Refusal = refusal;
            return Page();
        }

        await SignInDesk.SignIn(HttpContext, person);
        return LocalRedirect(Url.IsLocalUrl(Back) ? Back! : "/");
    }
}
