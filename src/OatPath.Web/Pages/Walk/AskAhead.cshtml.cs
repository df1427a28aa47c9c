using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>The link by which a client answers Meet on the phone before a visit.</summary>
public sealed class AskAheadModel(RecordRoom room, AnswerLinks links, AnswerDoor door, TimeProvider clock) : WalkPage(room)
{
    public override string Station => "Questions before the visit";

    public AnswerLink? Latest { get; private set; }

    /// <summary>The new link's address; shown once, because only its hash is kept.</summary>
    public string? Address { get; private set; }

    public bool IsOpen => Latest?.IsOpen(clock.GetUtcNow()) == true;

    /// <summary>How far the link is, in words.</summary>
    public string State =>
        Latest switch
        {
            null => "No link was made yet.",
            { SentAt: { } sent } => $"Sent by the client on {Record.Local(sent)}; the link is used up.",
            { ClosedAt: { } closed } => $"The last link ended on {Record.Local(closed)} without being sent.",
            _ when !IsOpen => $"The last link ran out on {Record.Local(Latest.EndsAt)} without being sent.",
            { OpenedAt: null } => $"A link is open since {Record.Local(Latest.Since)}; no phone has opened it. Its text is not kept. "
                + $"It ends by itself on {Record.Local(Latest.EndsAt)}.",
            { OpenedAt: { } opened } => $"Opened on {Record.Local(opened)}, {Words.Count(Latest.Answered, "question")} answered so far, "
                + $"not sent. What the answers are is seen when they are sent. It ends by itself on {Record.Local(Latest.EndsAt)}; a new "
                + "link begins anew.",
        };

    public void OnGet() => Latest = links.Latest(Id);

    public IActionResult OnPostNew()
    {
        Address = door.Address(links.Create(Id, By, clock.GetUtcNow()));
        Latest = links.Latest(Id);
        return Page();
    }

    public IActionResult OnPostWithdraw()
    {
        links.Withdraw(Id, clock.GetUtcNow());
        return Back("ask-ahead", "The link is withdrawn; what was answered and not sent is forgotten.");
    }
}
