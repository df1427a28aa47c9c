using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Store;
using OatPath.Web.Messages;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

[Authorize(Policy = People.Roles.Decides)]
public sealed class LinkModel(
    RecordRoom room,
    Links links,
    CalendarFeeds feeds,
    Outbox outbox,
    MailAddresses addresses,
    IMessageGateway gateway,
    ViewLog views,
    ServeOptions options,
    TimeProvider clock
) : WalkPage(room)
{
    public override string Station => "Phone link";

    public OpenLink? Current { get; private set; }

    /// <summary>When a phone was last seen, as far as is known.</summary>
    public DateTimeOffset? LastSeen(LinkedPhone phone) => waiting.TryGetValue(phone.Id, out var at) ? at : phone.LastSeen;

    // Asked before the link is read: what is written down in between is then in either.
    private readonly IReadOnlyDictionary<long, DateTimeOffset> waiting = views.SeenAndWaiting();

    /// <summary>The new link's address; shown once, because only its hash is kept.</summary>
    public string? Address { get; private set; }

    /// <summary>Since when a calendar subscription is open, and whether its titles are named.</summary>
    public (DateTimeOffset Since, bool Named)? Feed => feeds.Open(Id);

    /// <summary>Since when, and by whose word, the client wants no messages.</summary>
    public (DateTimeOffset Since, string ToldBy)? NoMessages => outbox.OptedOut(Id);

    /// <summary>Where the client agreed to be written to.</summary>
    public MailAddress? Mail => addresses.Of(Id);

    /// <summary>Whether the studio sends messages at all.</summary>
    public bool SendsMessages => gateway.IsSet;

    /// <summary>An address that could not be noted.</summary>
    public string TypedMail { get; private set; } = "";

    /// <summary>Notes where the client agreed to be written to.</summary>
    public IActionResult OnPostMail(string? address, bool agreed)
    {
        TypedMail = (address ?? "").Trim();
        if (!MailGateway.IsAddress(TypedMail))
        {
            Problems.Add(new("Mail address", "write one address, such as name@example.org"));
        }

        if (!agreed)
        {
            Problems.Add(new("The client agreed", "ask, and tick it; nobody is written to without it"));
        }

        if (Record.Client.IsPractice)
        {
            Problems.Add(new("Mail address", "leave it: a practice client is written to by nobody"));
        }

        if (Problems.Count > 0)
        {
            OnGet();
            return Page();
        }

        addresses.Set(Id, TypedMail, By, clock.GetUtcNow());
        TempData["Done"] = $"Messages go to {TypedMail}, at most one a day.";
        return Redirect($"/clients/{Id}/link");
    }

    public IActionResult OnPostNoMail()
    {
        addresses.Remove(Id);
        TempData["Done"] = "The address is forgotten; nothing is sent there.";
        return Redirect($"/clients/{Id}/link");
    }

    public void OnGet() => Current = links.Open(Id, clock.GetUtcNow());

    public IActionResult OnPostNew()
    {
        if (Record.Published is null)
        {
            Problems.Add(new("Phone link", "publish a plan first; a client is never shown an unpublished one"));
            return Page();
        }

        var token = links.Create(Id, By, clock.GetUtcNow());
        Address = PhoneLink.Address(options, token);
        Current = links.Open(Id, clock.GetUtcNow());
        return Page();
    }

    public IActionResult OnPostRevoke()
    {
        links.Revoke(Id, clock.GetUtcNow());
        feeds.Revoke(Id, clock.GetUtcNow());
        TempData["Done"] = "The link, every phone that used it and the calendar subscription are shut out.";
        return Redirect($"/clients/{Id}/link");
    }

    public IActionResult OnPostShutOut(long phone)
    {
        TempData["Done"] = links.ShutOut(Id, phone, clock.GetUtcNow())
            ? "That phone is shut out. The link may be opened by another in its place."
            : "That phone is not in any more.";
        return Redirect($"/clients/{Id}/link");
    }

    public IActionResult OnPostOneMore()
    {
        TempData["Done"] = links.AllowOneMore(Id)
            ? "The link lets in one phone more."
            : $"A link lets in {Links.MostPhones} phones at most.";
        return Redirect($"/clients/{Id}/link");
    }

    public IActionResult OnPostEndCalendar()
    {
        feeds.Revoke(Id, clock.GetUtcNow());
        TempData["Done"] = "The calendar subscription is ended. The client can make a new one on the phone.";
        return Redirect($"/clients/{Id}/link");
    }

    public IActionResult OnPostMessages(bool wanted)
    {
        if (wanted)
        {
            outbox.OptIn(Id);
        }
        else
        {
            outbox.OptOut(Id, By, clock.GetUtcNow());
        }

        TempData["Done"] = wanted
            ? "Messages go out again."
            : "No message goes out to this client; the phone still asks when it is opened.";
        return Redirect($"/clients/{Id}/link");
    }
}
