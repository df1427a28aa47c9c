using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Messages;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>The client's calendar: a file, or a private address that keeps itself up to date.</summary>
public sealed class CalendarModel(
    PhoneDoor door,
    RecordRoom room,
    ViewLog views,
    CalendarFeeds feeds,
    Outbox outbox,
    MailAddresses addresses,
    ProgramSettings settings,
    IMessageGateway gateway,
    ServeOptions options,
    TimeProvider clock
) : PhonePage(door, room, views, clock)
{
    public (DateTimeOffset Since, bool Named)? Feed { get; private set; }

    /// <summary>The new address, shown once.</summary>
    public string? Address { get; private set; }

    public DateTimeOffset? NoMessagesSince { get; private set; }

    /// <summary>Whether the studio sends messages at all, and whether by mail.</summary>
    public bool SendsMessages => gateway.IsSet;

    public bool ByMail => settings.Current().Choices.Mail is not null;

    /// <summary>Where the client agreed to be written to.</summary>
    public MailAddress? Mail { get; private set; }

    /// <summary>An address that could not be kept, and why.</summary>
    public string TypedMail { get; private set; } = "";

    public string? MailProblem { get; private set; }

    public void OnGet() => Fill();

    /// <summary>The client gives an address, and agrees by it to be written to there.</summary>
    public IActionResult OnPostMail(string? address)
    {
        TypedMail = (address ?? "").Trim();
        if (!MailGateway.IsAddress(TypedMail))
        {
            MailProblem = Said.Of("Write one mail address, such as name@example.org.");
            Fill();
            return Page();
        }

        if (!View.Record.Client.IsPractice)
        {
            addresses.Set(Device.ClientId, TypedMail, Author.Client, Now);
        }

        return Redirect("/my/calendar");
    }

    public IActionResult OnPostNoMail()
    {
        addresses.Remove(Device.ClientId);
        return Redirect("/my/calendar");
    }

    public IActionResult OnPostSubscribe(string? titles)
    {
        var token = feeds.Create(Device.ClientId, titles == "named", Now);
        Address = $"{options.Origin}/calendar/{token}.ics";
        Fill();
        return Page();
    }

    public IActionResult OnPostEnd()
    {
        feeds.Revoke(Device.ClientId, Now);
        return Redirect("/my/calendar");
    }

    public IActionResult OnPostMessages(bool wanted)
    {
        if (wanted)
        {
            outbox.OptIn(Device.ClientId);
        }
        else
        {
            outbox.OptOut(Device.ClientId, Author.Client, Now);
        }

        return Redirect("/my/calendar");
    }

    private void Fill()
    {
        Feed = feeds.Open(Device.ClientId);
        Mail = addresses.Of(Device.ClientId);
        NoMessagesSince = outbox.OptedOut(Device.ClientId)?.Since;
    }
}
