using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Store;
using OatPath.Web.Drawing;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Clients;

/// <summary>A client as listed: the state in a word, and a small strip where a plan is followed.</summary>
public sealed record ClientRow(Client Client, ClientState State, StripDrawing? Strip);

/// <summary>Everybody in the book, found by name, product, answer or state.</summary>
public sealed class IndexModel(Store.Clients clients, RecordRoom room) : PageModel
{
    private const int Shown = 60;
    private const int EveryClient = 100_000;

    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    public int Total { get; private set; }

    /// <summary>How many were found; as many as fit are shown.</summary>
    public int Found { get; private set; }

    public IReadOnlyList<ClientRow> Rows { get; private set; } = [];

    public void OnGet()
    {
        Total = clients.Count();
        var words = (Q ?? "").ToLowerInvariant().Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (words.Length == 0)
        {
            var all = clients.Search("", EveryClient);
            Found = all.Count;
            Rows = [.. all.Take(Shown).Select(client => Row(room.Derive(client.Id)!))];
            return;
        }

        var found = clients.Search("", EveryClient).Select(client => room.Derive(client.Id)!).Select(record => (Record: record, State: ClientState.Of(record)))
            .Where(pair => Array.TrueForAll(words, word => pair.State.Found.Contains(word, StringComparison.Ordinal)))
            .OrderByDescending(pair => Array.TrueForAll(words, word => pair.Record.Client.Name.Contains(word, StringComparison.OrdinalIgnoreCase))).ToList();
        Found = found.Count;
        Rows = [.. found.Take(Shown).Select(pair => Row(pair.Record, pair.State))];
    }

    public PartialViewResult OnGetList()
    {
        OnGet();
        return Partial("Clients/_List", this);
    }

    private static ClientRow Row(ClientRecord record, ClientState? state = null) =>
        new(record.Client, state ?? ClientState.Of(record), record.Published is null ? null : StripDrawing.Mini(DeskRows.PathOf(record), record.NameOf));
}
