using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Pages.StudioShelf;

public sealed class EditModel(Store.StudioShelf shelf, TimeProvider clock) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Id { get; set; } = "";

    [BindProperty]
    public long Version { get; set; }

    public ProductForm Form { get; private set; } = new();

    public List<Problem> Problems { get; } = [];

    public bool IsNew => Id == "new";

    public IActionResult OnGet()
    {
        if (IsNew)
        {
            return Page();
        }

        if (shelf.Find(Id) is not { } found)
        {
            return NotFound();
        }

        Form = ProductForm.From(found.Product);
        Version = found.Version;
        return Page();
    }

    public IActionResult OnPost()
    {
        Form = ProductForm.From(Request.Form);
        var before = IsNew ? null : shelf.Find(Id)?.Product;
        if (!IsNew && before is null)
        {
            return NotFound();
        }

        var today = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime);
        if (Form.ToProduct(before?.Id ?? $"p-{Fact.NewId()[..14]}", today, Problems, before) is not { } product)
        {
            return Page();
        }

        try
        {
            shelf.Save(product, IsNew ? 0 : Version);
        }
        catch (ConflictException conflict)
        {
            Problems.Add(new(product.Name, "was changed by somebody else while you were here. What you typed is kept below; look at it and save again to put it in place."));
            Version = conflict.CurrentVersion;
            ModelState.Remove(nameof(Version));
            return Page();
        }

        TempData["Done"] = $"{product.Name} is saved.";
        return Redirect("/shelf");
    }

    public IActionResult OnPostArchive()
    {
        if (shelf.Find(Id) is not { } found)
        {
            return NotFound();
        }

        shelf.Archive(Id, archived: true);
        TempData["Done"] = $"{found.Product.Name} is off the shelf. Clients who have it keep it.";
        TempData["UndoUrl"] = $"/shelf/{Id}?handler=Restore";
        return Redirect("/shelf");
    }

    public IActionResult OnPostRestore()
    {
        shelf.Archive(Id, archived: false);
        TempData["Done"] = "Back on the shelf.";
        return Redirect("/shelf");
    }
}
