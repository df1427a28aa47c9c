using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.Shelf;
using OatPath.Store;

namespace OatPath.Web.Pages.StudioShelf;

/// <summary>Shows what a shelf file would change, puts it in place, and takes it back.</summary>
public sealed class LookOverModel(Store.StudioShelf shelf, ShelfImports imports, Studio studio, TimeProvider clock) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Id { get; set; } = "";

    public string FileName { get; private set; } = "";

    public IReadOnlyList<RowProblem> Broken { get; private set; } = [];

    public IReadOnlyList<(Product Product, ImportChange Change)> Rows { get; private set; } = [];

    public int Count(ImportChange change) => Rows.Count(row => row.Change == change);

    public IActionResult OnGet() => Read() is null ? NotFound() : Page();

    public IActionResult OnPost()
    {
        if (Read() is not { } products)
        {
            return NotFound();
        }

        if (Broken.Count > 0)
        {
            return Page();
        }

        if (imports.Apply(Id, products) is { } changed)
        {
            TempData["Done"] = $"{changed} {(changed == 1 ? "product" : "products")} put in place from {FileName}.";
            TempData["UndoUrl"] = $"/shelf/import/{Id}?handler=Undo";
        }

        return Redirect("/shelf");
    }

    public IActionResult OnPostUndo()
    {
        if (imports.Undo(Id) is { } undone)
        {
            TempData["Done"] =
                $"{undone.PutBack} put back as before.{(undone.Left > 0 ? $" {undone.Left} changed since and stay as they are now." : "")}";
        }

        return Redirect("/shelf");
    }

    private IReadOnlyList<Product>? Read()
    {
        if (imports.Find(Id, clock.GetUtcNow()) is not { State: "waiting" } waiting)
        {
            return null;
        }

        FileName = waiting.FileName;
        (var products, Broken) = ShelfCsv.Read(waiting.Content, studio.Today(clock.GetUtcNow()));
        Rows = ShelfImports.Compare(products, shelf.Everything());
        return products;
    }
}
