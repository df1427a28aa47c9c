using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Core.House;
using OatPath.Web.Limits;
using OatPath.Web.People;

namespace OatPath.Web.Pages.SignIn;

[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Strict)]
public sealed class FirstRunModel(Store.People people, FirstRunCode code, SignInDesk desk) : PageModel
{
    [BindProperty]
    public string? Code { get; set; }

    [BindProperty]
    public string? Name { get; set; }

    [BindProperty]
    public string? SignInName { get; set; }

    [BindProperty]
    public string? Password { get; set; }

    public IReadOnlyList<Problem> Problems { get; private set; } = [];

    public IActionResult OnGet() => people.Any() ? Redirect("/sign-in") : Page();

    public async Task<IActionResult> OnPostAsync()
    {
        if (people.Any())
        {
            return Redirect("/sign-in");
        }

        var problems = PersonForm.Check(Name, SignInName, Password);
        if (!code.Matches(Code))
        {
            problems.Add(new("One-time code", "does not match the one on the console; copy it again"));
        }

        if (problems.Count > 0)
        {
            Problems = problems;
            return Page();
        }

        if (people.AddFirstOwner(Name!.Trim(), SignInName!.Trim(), desk.Hash(Password!)))
        {
            await desk.SignIn(HttpContext, people.Find(SignInName!.Trim())!);
        }

        return Redirect("/house");
    }
}
