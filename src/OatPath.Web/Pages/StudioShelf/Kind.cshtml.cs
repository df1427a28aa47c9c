using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Store;

namespace OatPath.Web.Pages.StudioShelf;

/// <summary>What a studio asks for before it has a bottle: made, changed, taken off the shelf.</summary>
public sealed class KindModel(Store.StudioShelf shelf, Studio studio, TimeProvider clock) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Id { get; set; } = "";

    [BindProperty]
    public long Version { get; set; }

    public KindForm Form { get; private set; } = KindForm.From(new Product { Id = "", Name = "", Kind = ProductKind.Moisturiser });

    public List<Problem> Problems { get; } = [];

    public bool IsNew => Id == "new";

    public IActionResult OnGet()
    {
        if (IsNew)
        {
            return Page();
        }

        if (Find() is not { } found)
        {
            return NotFound();
        }

        (Form, Version) = (KindForm.From(found.Product), found.Version);
        return Page();
    }

    public IActionResult OnPost()
    {
        Form = KindForm.From(Request.Form);
        var before = Find()?.Product;
        if (!IsNew && before is null)
        {
            return NotFound();
        }

        if (Form.ToProduct(before?.Id ?? $"p-{Fact.NewId()}", studio.Today(clock.GetUtcNow()), Problems, before) is not { } product)
        {
            return Page();
        }

        try
        {
            shelf.Save(product, IsNew ? 0 : Version);
        }
        catch (ConflictException conflict)
        {
            Problems.Add(
                new(
                    product.Name,
                    "was changed by somebody else while you were here. What you typed is kept below; look at it and save again."
                )
            );
            Version = conflict.CurrentVersion;
            ModelState.Remove(nameof(Version));
            return Page();
        }

        TempData["Done"] = $"{product.Name} is saved. Clients who have it keep it as it was.";
        return Redirect("/shelf");
    }

    private (Product Product, long Version)? Find() =>
        IsNew ? null
        : shelf.Find(Id) is { Product.Spec: not null } found ? found
        : null;
}
