using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Store;

namespace OatPath.Web.Pages.Clients;

public sealed class IndexModel(Store.Clients clients, Publications publications) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    public int Total { get; private set; }

    public IReadOnlyList<(Client Client, string State)> Rows { get; private set; } = [];

    public void OnGet()
    {
        Total = clients.Count();
        Rows = [.. clients.Search((Q ?? "").Trim(), 100).Select(client => (client, State(client)))];
    }

    public PartialViewResult OnGetList()
    {
        OnGet();
        return Partial("Clients/_List", this);
    }

    private string State(Client client) => publications.Latest(client.Id) is { } latest
        ? $"published {latest.PublishedAt:d MMM yyyy} by {latest.PublishedBy}"
        : "nothing published yet";
}
