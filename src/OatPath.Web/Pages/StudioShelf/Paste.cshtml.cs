using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Store;

namespace OatPath.Web.Pages.StudioShelf;

/// <summary>Many labels at once: read, looked over and corrected in place, and put on the shelf together or in part.</summary>
[RequestSizeLimit(Most), RequestFormLimits(ValueCountLimit = 16_000, ValueLengthLimit = Most)]
public sealed class PasteModel(Store.StudioShelf shelf, ShelfImports imports, Studio studio, TimeProvider clock) : PageModel
{
    private const int Most = 6_000_000;

    public List<Problem> Problems { get; } = [];

    public string Text { get; private set; } = "";

    /// <summary>What was read and is not on the shelf yet; empty before anything was pasted.</summary>
    public IReadOnlyList<PastedRow> Rows { get; private set; } = [];

    /// <summary>How many of the last press are on the shelf, and the address that takes them back.</summary>
    public (int Count, string Undo)? Kept { get; private set; }

    public void OnGet() { }

    public IActionResult OnPostRead(string? text)
    {
        Text = text ?? "";
        var (products, problem) = PastedProducts.Read(Text);
        if (problem is not null)
        {
            Problems.Add(problem);
        }

        var known = shelf.All();
        var formulas = new SameFormula(known);
        Rows = [.. products.Select(read => PastedRow.Of(read, known, formulas))];
        return Page();
    }

    /// <summary>Puts on the shelf what is ticked and right; what is not stays here as it was typed.</summary>
    public IActionResult OnPostKeep(int rows)
    {
        var known = shelf.All();
        var all = Enumerable
            .Range(0, Math.Clamp(rows, 0, PastedProducts.Most))
            .Select(i => PastedRow.From(Request.Form, $"r{i}.", known))
            .Where(row => row.Form.Name.Length > 0 || row.Form.Label.Length > 0 || row.Taken)
            .ToList();
        var today = studio.Today(clock.GetUtcNow());
        var products = new List<Product>();
        var left = new List<PastedRow>();
        foreach (var row in all)
        {
            if (!row.Taken)
            {
                left.Add(row);
            }
            else if (row.ToProduct($"p-{Fact.NewId()}", today) is not { } product)
            {
                left.Add(row);
            }
            else if (products.Exists(other => other.Name.Equals(product.Name, StringComparison.OrdinalIgnoreCase)))
            {
                row.Problems.Add(new("Name", $"{product.Name} stands here twice; give this one another name, or leave it out"));
                left.Add(row);
            }
            else
            {
                products.Add(product);
            }
        }

        if (products.Count > 0)
        {
            var id = imports.Keep("pasted labels", "", clock.GetUtcNow(), User.Identity?.Name ?? "");
            if (imports.Apply(id, products) is { } changed)
            {
                Kept = (changed, $"/shelf/import/{id}?handler=Undo");
            }
        }
        else if (left.TrueForAll(row => row.Problems.Count == 0))
        {
            Problems.Add(new("Labels", "tick at least one"));
        }

        if (Kept is { } kept && left.TrueForAll(row => !row.Taken))
        {
            TempData["Done"] = $"{Words.Count(kept.Count, "product")} put on the shelf.";
            TempData["UndoUrl"] = kept.Undo;
            return Redirect("/shelf");
        }

        ModelState.Clear();
        Rows = left;
        return Page();
    }
}
