using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Pictures;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Pictures;

/// <summary>What was taken, with what is amiss and what to change, before it is kept.</summary>
public sealed class LookOverModel(RecordRoom room, PictureStore pictures, PictureConsents consents, TimeProvider clock)
    : PicturePage(room, pictures, consents, "Look pictures over")
{
    public IReadOnlyList<Picture> Waiting { get; private set; } = [];

    public string? Refused => TempData["Refused"] as string;

    public IActionResult OnGet()
    {
        Waiting = [.. Store.Of(Id).Where(picture => picture.IsWaiting).OrderBy(picture => picture.View)];
        return Waiting.Count == 0 ? Redirect($"/clients/{Id}/pictures") : Page();
    }

    public IActionResult OnPostKeep(List<string> picture)
    {
        if (picture.Count == 0)
        {
            Problems.Add(new("Pictures", "tick those to keep"));
            OnGet();
            return Page();
        }

        var own = Store.Of(Id).Where(one => one.IsWaiting).Select(one => one.Id).Intersect(picture).ToList();
        var kept = Store.Keep(Id, own, clock.GetUtcNow());
        var all = Store.Of(Id);
        TempData["Done"] = $"{Words.Count(kept, "picture")} kept.";
        return all.Where(one => own.Contains(one.Id)).OrderBy(one => one.View).FirstOrDefault(NeedsEyes) is { } next
            ? Redirect($"/clients/{Id}/pictures/{next.Id}/eyes")
            : Redirect($"/clients/{Id}/pictures");
    }

    public IActionResult OnPostLetGo(string? one)
    {
        var own = Store.Of(Id).Where(picture => picture.IsWaiting && (one is null || picture.Id == one)).Select(picture => picture.Id);
        var count = Store.Discard(Id, [.. own]);
        TempData["Done"] = $"{Words.Count(count, "picture")} let go.";
        return Redirect($"/clients/{Id}/pictures/look-over");
    }

    /// <summary>Whether numbers could be read from it once eyes and mouth are set.</summary>
    internal static bool NeedsEyes(Picture picture) =>
        picture.IsShown && picture is { Marks: null, View: not PictureView.Close } && picture.Found.Faults.Count == 0;
}
