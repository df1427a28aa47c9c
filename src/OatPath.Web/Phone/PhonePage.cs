using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Limits;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>A page of the client's phone: knows the device, shows only what was published, logs what was shown.</summary>
[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Strict)]
public abstract class PhonePage(PhoneDoor door, RecordRoom room, ViewLog views, TimeProvider clock) : PageModel
{
    public const int DaysShown = 14;

    /// <summary>Whether more is sent than is kept for now.</summary>
    private bool isCrowded;

    public PhoneView View { get; private set; } = null!;

    /// <summary>Whether opening it is a look of the client; a page that the phone fetches by itself is none.</summary>
    protected virtual bool IsLookedAt => true;

    /// <summary>Whether what is told here is judged and answered also where it is not kept.</summary>
    protected virtual bool AnswersUnkept => false;

    protected Device Device { get; private set; } = null!;

    protected RecordRoom Room => room;

    protected DateTimeOffset Now => clock.GetUtcNow();

    [NonHandler]
    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (door.Who(HttpContext) is not { } device || room.Derive(device.ClientId) is not { Published: not null } record)
        {
            context.Result = new RedirectResult("/no-plan");
            return;
        }

        if (HttpMethods.IsPost(Request.Method) && (!Request.HasFormContentType || Request.Form["phone"] != PhoneDoor.TagOf(HttpContext)))
        {
            // A page of another link: its words belong in no other record.
            TempData["Hint"] = Said.Of(
                "That page belonged to another link on this phone, and nothing of it was kept. Tell it again here, if it is about you."
            );
            context.Result =
                Request.HasFormContentType && Request.Form.ContainsKey("told")
                    ? new StatusCodeResult(StatusCodes.Status409Conflict)
                    : new RedirectResult("/my");
            return;
        }

        Device = device;
        Show(record);
        isCrowded =
            HttpMethods.IsPost(Request.Method)
            && !HttpContext.RequestServices.GetRequiredService<PhoneLimit>().Takes(device.Id, context.ActionDescriptor.ViewEnginePath);
        if (isCrowded && !AnswersUnkept)
        {
            context.Result = new StatusCodeResult(StatusCodes.Status429TooManyRequests);
            return;
        }

        if (HttpMethods.IsGet(Request.Method) && IsLookedAt)
        {
            views.LogShown(device, View.Record.HashOf(View.Path), Now);
        }
    }

    /// <summary>Writes down what the client told; the id of its form is its own, so that one sent twice is kept once.</summary>
    protected void Tell(LogEntry entry) =>
        room.Append(Device.ClientId, null, room.Make(Device.ClientId, FactKind.Log, entry, Author.Client, entry.Id));

    /// <summary>Takes back what the client told.</summary>
    /// <param name="key">The form's id.</param>
    protected void TakeBack(string key, string entry) =>
        Tell(
            new Retracted
            {
                Id = key,
                HappenedAt = Now,
                RecordedAt = Now,
                By = Author.Client,
                Entry = entry,
            }
        );

    protected void Reload() => Show(room.Derive(Device.ClientId)!);

    /// <summary>The answer to what could not be kept; set where the page shows it in the place of the form.</summary>
    public ReportAnswer? Unkept { get; private set; }

    /// <summary>
    /// Writes down what was told and shows the answer. Where it cannot be written it is judged and answered all the same, and the phone
    /// goes on sending it.
    /// </summary>
    /// <param name="id">The report's id.</param>
    /// <param name="key">The form's id, which the phone knows it by.</param>
    protected IActionResult KeepAndAnswer(string id, string key, IReadOnlyList<Fact> told)
    {
        if (isCrowded)
        {
            return Unwritten(id, told, StatusCodes.Status429TooManyRequests);
        }

        try
        {
            if (told.Count > 0)
            {
                room.Append(Device.ClientId, null, told);
            }

            return Redirect(id == key ? $"/my/answer/{id}" : $"/my/answer/{id}?of={key}");
        }
        catch (StoreException)
        {
            return Unwritten(id, told, StatusCodes.Status503ServiceUnavailable);
        }
    }

    private PageResult Unwritten(string id, IReadOnlyList<Fact> told, int status)
    {
        Response.StatusCode = status;
        Unkept = ReportAnswer.Of(Seen(View.Record.With(told, Now)), id, kept: false);
        return Page();
    }

    /// <summary>
    /// When something was first told, as the phone says where it had to send it again; a phone's clock is believed for some days back and
    /// never ahead.
    /// </summary>
    /// <param name="milliseconds">Of the Unix epoch.</param>
    protected DateTimeOffset FirstTold(long? milliseconds)
    {
        var earliest = Now - MostLate;
        return milliseconds is { } at && at > earliest.ToUnixTimeMilliseconds() && at < Now.ToUnixTimeMilliseconds() - SameMoment
            ? DateTimeOffset.FromUnixTimeMilliseconds(at)
            : Now;
    }

    private static readonly TimeSpan MostLate = TimeSpan.FromDays(7);
    private const long SameMoment = 60_000;

    private void Show(ClientRecord record) => View = Seen(record);

    private PhoneView Seen(ClientRecord record) =>
        new()
        {
            Record = record,
            Path = record.ClientPath(0, DaysShown),
            Moment = CareDay.MomentOf(Now, record.Zone),
            Preview = false,
            Now = Now,
        };
}
