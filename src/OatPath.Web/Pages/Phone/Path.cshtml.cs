using OatPath.Store;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

public sealed class PathModel(PhoneDoor door, RecordRoom room, Links links, TimeProvider clock) : PhonePage(door, room, links, clock)
{
    public void OnGet()
    {
    }
}
