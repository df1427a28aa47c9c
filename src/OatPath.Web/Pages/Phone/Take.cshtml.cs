using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Pictures;
using OatPath.Core.Wording;
using OatPath.Pictures;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Pages.Phone;

/// <summary>A client takes a picture at home and sends it. It is looked over before it is kept, and never shown by the link.</summary>
[RequestSizeLimit(Most), RequestFormLimits(MultipartBodyLengthLimit = Most)]
public sealed class TakeModel(
    PhoneDoor door,
    RecordRoom room,
    ViewLog views,
    PictureStore pictures,
    PictureConsents consents,
    PicturesAsked asked,
    PictureIntake intake,
    TimeProvider clock
) : PhonePage(door, room, views, clock)
{
    private const int Most = PictureFile.MostBytes + 1_000_000;

    /// <summary>Pictures that one client may have waiting to be looked over.</summary>
    private const int MostWaiting = 6;

    public bool IsAgreed => consents.Given(Device.ClientId, PictureUse.Care) && !View.Record.Client.IsPractice;

    public PictureAsked? Asked { get; private set; }

    /// <summary>What was sent and neither kept nor let go, without the pictures themselves.</summary>
    public IReadOnlyList<Picture> Waiting { get; private set; } = [];

    public List<Problem> Problems { get; } = [];

    public void OnGet() => Fill();

    public async Task<IActionResult> OnPostAsync(string? view, IFormFile? picture)
    {
        Fill();
        if (!IsAgreed)
        {
            Problems.Add(new(Said.Of("Picture"), Said.Of("nothing is taken without your word; give it at Pictures of me")));
            return Page();
        }

        var from = EnumName.Find<PictureView>(view ?? "");
        var wrong =
            from is null ? Said.Of("choose what it shows")
            : picture is null || picture.Length == 0 ? Said.Of("take or choose one")
            : Waiting.Count >= MostWaiting ? Said.Of("send or let go those below first")
            : await Add(from.Value, picture);
        if (wrong is not null)
        {
            Problems.Add(new(Said.Of("Picture"), wrong));
            return Page();
        }

        return Redirect("/my/pictures/new");
    }

    public IActionResult OnPostKeep(string? one)
    {
        if (Own(one))
        {
            pictures.Keep(Device.ClientId, [one!], Now);
            TempData["Hint"] = Said.Of("It is kept. Only your studio sees it.");
        }

        return Redirect("/my/pictures/new");
    }

    public IActionResult OnPostLetGo(string? one)
    {
        if (Own(one))
        {
            pictures.Discard(Device.ClientId, [one!]);
            TempData["Hint"] = Said.Of("It is gone.");
        }

        return Redirect("/my/pictures/new");
    }

    /// <returns>Why it was not taken, or null.</returns>
    private async Task<string?> Add(PictureView view, IFormFile file)
    {
        var (read, refusal) = await intake.Read(file, view, View.Day, HttpContext.RequestAborted);
        return read is null ? PictureWords.Of(refusal!.Value)
            : pictures.Add(Device.ClientId, read, Author.Client, Now) is null ? Said.Of("there is no room, or you took your word back")
            : null;
    }

    private bool Own(string? one)
    {
        Fill();
        return Waiting.Any(picture => picture.Id == one);
    }

    private void Fill()
    {
        Asked = asked.Of(View.Record);
        Waiting = [.. pictures.Of(Device.ClientId).Where(picture => picture.IsStillTheirs)];
    }
}
