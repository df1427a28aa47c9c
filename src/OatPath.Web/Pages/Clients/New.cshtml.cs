using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Pages.Clients;

public sealed class NewModel(Store.Clients clients, TimeProvider clock) : PageModel
{
    [BindProperty]
    public string? Name { get; set; }

    [BindProperty]
    public string? Phone { get; set; }

    public IReadOnlyList<Problem> Problems { get; private set; } = [];

    public void OnGet() { }

    /// <param name="then">The station to go to.</param>
    public IActionResult OnPost(string? then)
    {
        var problems = new List<Problem>();
        if (TypedName.Problem(Name, Client.MostName) is { } wrong)
        {
            problems.Add(new("Name", wrong));
        }

        if (Phone?.Length > 40)
        {
            problems.Add(new("Phone number", "give at most 40 characters"));
        }

        if (problems.Count > 0)
        {
            Problems = problems;
            return Page();
        }

        var client = clients.Add(Fact.NewId(), Name!.Trim(), Phone?.Trim() ?? "", clock.GetUtcNow());
        return Redirect($"/clients/{client.Id}/{(then == "ask-ahead" ? then : "meet")}");
    }
}
