using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Pictures;
using OatPath.Store;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Pages.Pictures;

/// <summary>All pictures of a client by day, and what they may be used for.</summary>
public sealed class IndexModel(
    RecordRoom room,
    PictureStore pictures,
    PictureConsents consents,
    ProgramSettings settings,
    TimeProvider clock
) : PicturePage(room, pictures, consents, "Pictures")
{
    /// <summary>Kept pictures by view, each in the order of days: what one place did reads from left to right.</summary>
    public IReadOnlyList<IGrouping<PictureView, Picture>> Views { get; private set; } = [];

    /// <summary>What was looked over and neither kept nor let go.</summary>
    public int Waiting { get; private set; }

    public IReadOnlyList<Picture> TakenAway { get; private set; } = [];

    public IReadOnlyList<PictureConsent> Said { get; private set; } = [];

    public int ErasedAfter => settings.Current().Choices.Pictures.ErasedAfterDays;

    /// <summary>The latest word on a use; null where nobody asked.</summary>
    public PictureConsent? Latest(PictureUse use) => Said.LastOrDefault(said => said.Use == use);

    /// <summary>The studio's day on which a picture that was taken away is erased.</summary>
    public DateOnly ErasedOn(Picture picture) =>
        DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(picture.GoneAt!.Value, Record.Zone).DateTime).AddDays(ErasedAfter);

    public void OnGet()
    {
        Said = Consents.Of(Id);
        var all = Store.Of(Id);
        Views =
        [
            .. all.Where(picture => picture.IsShown)
                .Reverse()
                .GroupBy(picture => picture.View)
                .OrderBy(view => view.Key),
        ];
        Waiting = all.Count(picture => picture.IsWaiting);
        TakenAway = [.. all.Where(picture => picture.GoneAt is not null)];
    }

    public IActionResult OnPostConsent(string? use, bool given)
    {
        if (EnumName.Find<PictureUse>(use ?? "") is not { } told)
        {
            return BadRequest();
        }

        if (given && told != PictureUse.Care && !IsAgreed)
        {
            Problems.Add(new("Consent", "ask for care first; without it there are no pictures"));
            OnGet();
            return Page();
        }

        Consents.Say(Id, told, given, PictureWords.ConsentVersion, By, clock.GetUtcNow());
        TempData["Done"] =
            given ? $"{PictureWords.Of(told)}: agreed."
            : told == PictureUse.Care
                ? $"Taken back. No picture is shown any more; in {Words.Count(ErasedAfter, "day")} they are erased, unless given again."
            : $"{PictureWords.Of(told)}: taken back.";
        return Redirect($"/clients/{Id}/pictures");
    }

    public IActionResult OnPostTakeAway(string? picture)
    {
        if (picture is not null && Store.TakeAway(Id, picture, By, clock.GetUtcNow()))
        {
            TempData["Done"] = $"Taken away. In {Words.Count(ErasedAfter, "day")} it is erased.";
            TempData["UndoUrl"] = $"/clients/{Id}/pictures?handler=PutBack&picture={picture}";
        }

        return Redirect($"/clients/{Id}/pictures");
    }

    public IActionResult OnPostPutBack(string? picture)
    {
        if (picture is not null && Store.PutBack(Id, picture))
        {
            TempData["Done"] = "It is back.";
        }

        return Redirect($"/clients/{Id}/pictures");
    }
}
