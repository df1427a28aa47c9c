using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.StudioShelf;

public sealed class IndexModel(Store.StudioShelf shelf, ShelfSearch search, Stock stock, ShelfImports imports, TimeProvider clock)
    : PageModel
{
    private const int MostRows = 100;

    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Kind { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Role { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Active { get; set; }

    [BindProperty(SupportsGet = true)]
    public bool Archived { get; set; }

    public int Total { get; private set; }

    public int Matching { get; private set; }

    public IReadOnlyList<Product> Rows { get; private set; } = [];

    public IReadOnlyDictionary<string, StockLevel> Levels { get; private set; } = new Dictionary<string, StockLevel>();

    public int Low { get; private set; }

    /// <summary>Kinds to begin with that are not on the shelf.</summary>
    public int KindsMissing { get; private set; }

    public ShelfQuery Query =>
        new(
            (Q ?? "").Length <= 80 ? Q ?? "" : Q![..80],
            EnumName.Find<ProductKind>(Kind ?? ""),
            EnumName.Find<ShelfRole>(Role ?? ""),
            EnumName.Find<Substance>(Active ?? ""),
            Archived
        );

    public void OnGet()
    {
        var (found, matching, total) = search.Find(Query, MostRows);
        (Rows, Matching, Total) = ([.. found.Select(item => item.Product)], matching, total);
        Levels = stock.Levels();
        Low = Levels.Values.Count(level => level.IsLow);
        KindsMissing = MissingKinds().Count;
    }

    /// <summary>Puts the kinds on the shelf that are not there, in one step that is undone in one.</summary>
    public IActionResult OnPostKinds()
    {
        var id = imports.Keep("kinds", "", clock.GetUtcNow(), User.Identity?.Name ?? "");
        if (imports.Apply(id, MissingKinds()) is > 0 and var count)
        {
            TempData["Done"] = $"{Words.Count(count, "kind")} put on the shelf. Plan with them; bind a bottle when there is one.";
            TempData["UndoUrl"] = $"/shelf/import/{id}?handler=Undo";
        }

        return Redirect("/shelf");
    }

    public PartialViewResult OnGetList()
    {
        OnGet();
        return Partial("StudioShelf/_List", this);
    }

    private List<Product> MissingKinds()
    {
        var there = shelf.All().Select(product => product.Id).ToHashSet();
        return [.. StarterShelf.All.Where(product => !there.Contains(product.Id))];
    }

    /// <summary>The whole shelf as a CSV file that reads back to the same shelf.</summary>
    public FileContentResult OnGetExport() =>
        File(Encoding.UTF8.GetBytes(ShelfCsv.Write(shelf.All())), "text/csv; charset=utf-8", "shelf.csv");
}
