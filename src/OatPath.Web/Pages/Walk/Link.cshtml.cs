using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

[Authorize(Policy = People.Roles.Decides)]
public sealed class LinkModel(RecordRoom room, Links links, TimeProvider clock) : WalkPage(room)
{
    public override string Station => "Phone link";

    public (DateTimeOffset Since, int Devices)? Current { get; private set; }

    /// <summary>The new link's address; shown once, because only its hash is kept.</summary>
    public string? Address { get; private set; }

    public void OnGet() => Current = links.Open(Id);

    public IActionResult OnPostNew()
    {
        if (Record.Published is null)
        {
            Problems.Add(new("Phone link", "publish a plan first; a client is never shown an unpublished one"));
            return Page();
        }

        var token = links.Create(Id, By, clock.GetUtcNow());
        Address = PhoneLink.Address(Request, token);
        Current = links.Open(Id);
        return Page();
    }

    public IActionResult OnPostRevoke()
    {
        links.Revoke(Id, clock.GetUtcNow());
        TempData["Done"] = "The link and every phone that used it are shut out.";
        return Redirect($"/clients/{Id}/link");
    }
}
