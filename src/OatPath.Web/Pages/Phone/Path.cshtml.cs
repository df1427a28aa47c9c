using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

public sealed class PathModel(PhoneDoor door, RecordRoom room, ViewLog views, PictureConsents consents, TimeProvider clock)
    : PhonePage(door, room, views, clock)
{
    /// <summary>Whether the client was ever asked about pictures.</summary>
    public bool WasAskedForPictures => consents.Of(Device.ClientId).Count > 0;

    public void OnGet() { }
}
