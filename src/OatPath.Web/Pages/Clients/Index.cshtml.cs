using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Clients;

/// <summary>Everybody in the book, found by name, product, answer or state.</summary>
public sealed class IndexModel(
    Store.Clients clients,
    DigestView digest,
    PracticeClients practice,
    Studio studio,
    TimeProvider clock
) : PageModel
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

    /// <summary>Made-up clients to try things out with.</summary>
    public IReadOnlyList<Client> Practice { get; private set; } = [];

    public void OnGet()
    {
        Total = clients.Count();
        Practice = practice.All();
        (Rows, Found) = digest.Search(
            [.. (Q ?? "").ToLowerInvariant().Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(MostWords)],
            Shown
        );
        Coming = digest.Coming;
    }

    /// <summary>Makes a practice client, who has answered everything and has nothing in the way.</summary>
    public IActionResult OnPostPractice()
    {
        var now = clock.GetUtcNow();
        var today = CareDay.Of(now, CareDay.ZoneOf(studio.Current().Rules.Zone));
        if (practice.Make(now, today, User.Identity?.Name ?? "") is { } made)
        {
            return Redirect($"/clients/{made.Id}/start");
        }

        TempData["Done"] = $"There are {PracticeClients.Most} practice clients already; remove one first.";
        return Redirect("/clients");
    }

    public IActionResult OnPostRemovePractice(string client)
    {
        TempData["Done"] = practice.Remove(client)
            ? "The practice client is gone, with everything that was tried."
            : "It was gone already.";
        return Redirect("/clients");
    }

    public PartialViewResult OnGetList()
    {
        OnGet();
        return Partial("Clients/_List", this);
    }
}
