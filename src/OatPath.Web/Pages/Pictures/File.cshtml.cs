using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Pages.Pictures;

/// <summary>The file of one picture, for whoever may see it and as long as the client agrees; nothing on the way keeps it.</summary>
[Authorize(Policy = People.Roles.Decides)]
public sealed class FileModel(PictureStore pictures) : PageModel
{
    public IActionResult OnGet(string id, string picture, string size)
    {
        if (
            EnumName.Find<PictureSize>(size) is not { } wanted
            || pictures.Find(id, picture) is not { GoneAt: null, IsStillTheirs: false } found
            || pictures.Folder.Open(found.File, wanted) is not { } stream
        )
        {
            return NotFound();
        }

        Response.Headers.CacheControl = "no-store";
        return File(stream, "image/jpeg");
    }
}
