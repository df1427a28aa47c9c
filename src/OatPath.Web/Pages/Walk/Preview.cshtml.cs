using OatPath.Core.House;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>The draft as the client would see it; read-only.</summary>
public sealed class PreviewModel(RecordRoom room, TimeProvider clock) : WalkPage(room)
{
    public override string Station => "Preview";

    public PhoneView View { get; private set; } = null!;

    public string Show { get; private set; } = "now";

    public void OnGet(string? show, Moment? half)
    {
        Show = show is "path" or "cautions" or "report" ? show : "now";
        var now = clock.GetUtcNow();
        View = new PhoneView
        {
            Record = Record,
            Path = Record.NextPath(PhonePage.DaysShown),
            Moment = half ?? CareDay.MomentOf(now, Record.Zone),
            Preview = true,
            Now = now,
        };
    }
}
