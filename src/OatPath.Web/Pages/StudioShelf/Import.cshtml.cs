using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Pages.StudioShelf;

/// <summary>Takes a shelf file and keeps it to be looked over.</summary>
[RequestSizeLimit(Most), RequestFormLimits(MultipartBodyLengthLimit = Most)]
public sealed class ImportModel(ShelfImports imports, TimeProvider clock) : PageModel
{
    private const int Most = ShelfCsv.MostBytes + 2_000_000;

    public List<Problem> Problems { get; } = [];

    public void OnGet() { }

    public async Task<IActionResult> OnPostAsync(IFormFile? file)
    {
        if (file is null || file.Length == 0)
        {
            Problems.Add(new("File", "choose a CSV file that is not empty"));
            return Page();
        }

        using var copy = new MemoryStream();
        await file.CopyToAsync(copy, HttpContext.RequestAborted);
        var (text, problem) = ShelfCsv.Decode(copy.ToArray());
        if (text is null)
        {
            Problems.Add(problem!);
            return Page();
        }

        var name = System.IO.Path.GetFileName(file.FileName);
        return Redirect(
            $"/shelf/import/{imports.Keep(name.Length <= 120 ? name : name[..120], text, clock.GetUtcNow(), User.Identity?.Name ?? "")}"
        );
    }
}
