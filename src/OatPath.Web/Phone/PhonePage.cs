using System.Text.Json;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>A page of the client's phone: knows the device, shows only what was published, logs what was shown.</summary>
[AllowAnonymous]
[EnableRateLimiting(OatPathApp.StrictLimit)]
public abstract class PhonePage(PhoneDoor door, RecordRoom room, Links links, TimeProvider clock) : PageModel
{
    public const int DaysShown = 14;

    public PhoneView View { get; private set; } = null!;

    protected Device Device { get; private set; } = null!;

    protected RecordRoom Room => room;

    protected DateTimeOffset Now => clock.GetUtcNow();

    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (door.Who(HttpContext) is not { } device || room.Derive(device.ClientId) is not { Published: not null } record)
        {
            context.Result = new RedirectResult("/no-plan");
            return;
        }

        Device = device;
        Show(record);
        if (HttpMethods.IsGet(Request.Method))
        {
            links.LogShown(device, Publication.HashOf(JsonSerializer.Serialize(View.Path.Days, CaseJson.Compact)), Now);
        }
    }

    protected void Reload() => Show(room.Derive(Device.ClientId)!);

    private void Show(ClientRecord record) => View = new PhoneView
    {
        Record = record,
        Path = record.ClientPath(0, DaysShown),
        Moment = CareDay.MomentOf(Now, record.Zone),
        Preview = false,
        Now = Now,
    };
}
