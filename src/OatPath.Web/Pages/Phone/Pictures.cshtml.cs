using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Pictures;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Pages.Phone;

/// <summary>What the client agreed to have pictures used for, and taking it back. No picture is shown by a link.</summary>
public sealed class PicturesModel(
    PhoneDoor door,
    RecordRoom room,
    ViewLog views,
    PictureConsents consents,
    ProgramSettings settings,
    TimeProvider clock
) : PhonePage(door, room, views, clock)
{
    /// <summary>The latest word on each use that the client was asked about.</summary>
    public IReadOnlyList<PictureConsent> Said { get; private set; } = [];

    public int ErasedAfter => settings.Current().Choices.Pictures.ErasedAfterDays;

    public void OnGet() =>
        Said = [.. consents.Of(Device.ClientId).GroupBy(said => said.Use).Select(use => use.Last()).OrderBy(said => said.Use)];

    public IActionResult OnPost(string? use, bool given)
    {
        // What the studio never asked is not agreed to here.
        OnGet();
        if (EnumName.Find<PictureUse>(use ?? "") is { } told && Said.Any(said => said.Use == told) && !View.Record.Client.IsPractice)
        {
            if (!given || told == PictureUse.Care || consents.Given(Device.ClientId, PictureUse.Care))
            {
                consents.Say(Device.ClientId, told, given, PictureWords.ConsentVersion, Author.Client, Now);
            }
        }

        return Redirect("/my/pictures");
    }
}
