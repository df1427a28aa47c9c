using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>
/// The guide at the sink: one granted session on the device it was granted to. What it does once it is loaded needs no network.
/// </summary>
public sealed class GuideModel(
    PhoneDoor door,
    RecordRoom room,
    ViewLog views,
    TimeProvider clock,
    Sessions sessions,
    SessionSigner signer,
    ServeOptions options
) : PhonePage(door, room, views, clock)
{
    public GuideData Guide { get; private set; } = null!;

    public IActionResult OnGet(string id)
    {
        if (sessions.Find(id) is not { } grant || grant.DeviceId != Device.Id)
        {
            return NotFound();
        }

        var progress = sessions.Progress(id);
        if (grant.Day != View.Day && progress.Run is null)
        {
            TempData["Hint"] = Said.Of($"That guide was for {Words.Day(grant.Day)}. A new day asks its questions anew.");
            return Redirect(grant.Script.Device is null ? "/my/peel" : $"/my/device/{grant.Product}");
        }

        Guide = GuideData.Of(grant, progress, signer.Sign(grant), View.Record, Now, options.Demo);
        return Page();
    }

    public string Json => JsonSerializer.Serialize(Guide, CaseJson.Compact);
}
