using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Clients;

/// <summary>Everybody in the book, found by name, product, answer or state.</summary>
public sealed class IndexModel(Store.Clients clients, DigestView digest) : PageModel
{
    private const int Shown = 60;
    private const int MostWords = 12;

    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    public int Total { get; private set; }

    /// <summary>How many were found; as many as fit are shown.</summary>
    public int Found { get; private set; }

    public IReadOnlyList<DigestRow> Rows { get; private set; } = [];

    public int Coming { get; private set; }

    public void OnGet()
    {
        Total = clients.Count();
        (Rows, Found) = digest.Search(
            [.. (Q ?? "").ToLowerInvariant().Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(MostWords)],
            Shown
        );
        Coming = digest.Coming;
    }

    public PartialViewResult OnGetList()
    {
        OnGet();
        return Partial("Clients/_List", this);
    }
}
