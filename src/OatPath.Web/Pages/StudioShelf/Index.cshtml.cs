using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.Shelf;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.StudioShelf;

public sealed class IndexModel(Store.StudioShelf shelf) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    public int Total { get; private set; }

    public IReadOnlyList<Product> Rows { get; private set; } = [];

    public void OnGet()
    {
        var all = shelf.All();
        Total = all.Count;
        var words = (Q ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        Rows = [.. all.Where(product => Array.TrueForAll(words, word => $"{product.Name} {product.Line} {ProductWords.Describe(product)}".Contains(word, StringComparison.OrdinalIgnoreCase))).Take(200)];
    }

    public PartialViewResult OnGetList()
    {
        OnGet();
        return Partial("StudioShelf/_List", this);
    }
}
