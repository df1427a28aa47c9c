using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace OatPath.Web.Pages.SignIn;

public sealed class OutModel(People.SignInDesk desk) : PageModel
{
    public IActionResult OnGet() => Redirect("/");

    public async Task<IActionResult> OnPostAsync()
    {
        await desk.SignOut(HttpContext);
        return Redirect("/sign-in");
    }
}
