using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>A station of a client's walk: opens the record, logs who reads it, answers 404 for nobody.</summary>
public abstract class WalkPage(RecordRoom room) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Id { get; set; } = "";

    /// <summary>Row version the page was made from; a save from an older one is refused with a message.</summary>
    [BindProperty]
    public long Version { get; set; }

    public ClientRecord Record { get; private set; } = null!;

    public List<Problem> Problems { get; } = [];

    public abstract string Station { get; }

    protected RecordRoom Room => room;

    protected string By => User.Identity?.Name ?? "";

    [NonHandler]
    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (room.Open(Id, User, Station) is { } record)
        {
            Record = record;

            // Where, and for whom: several clients stand open side by side.
            ViewData["Title"] = $"{Station}, {record.Client.Name}";
            ViewData["Here"] = "Clients";
        }
        else
        {
            context.Result = NotFound();
        }
    }

    /// <summary>Whether whoever is signed in may only look, write down and tell.</summary>
    protected async Task<bool> MayNotDecide(IAuthorizationService authorization) =>
        !(await authorization.AuthorizeAsync(User, People.Roles.Decides)).Succeeded;

    /// <summary>
    /// What was typed into a field of the form that could not be saved, so that nothing is lost; null on a page just opened.
    /// </summary>
    /// <param name="product">The product the form is about, where the page has one such form for each.</param>
    public string? Typed(string field, string? product = null) =>
        Request.HasFormContentType
        && Request.Form.TryGetValue(field, out var text)
        && (product is null || Request.Form["product"] == product)
            ? text.ToString()
            : null;

    protected void Reopen() => Record = room.Derive(Id)!;

    /// <summary>Saves, or adds the problem that somebody else saved first and keeps what was typed.</summary>
    protected bool Save(params IReadOnlyList<Fact> facts)
    {
        try
        {
            room.Append(Id, Version, facts);
            return true;
        }
        catch (ConflictException)
        {
            SayConflict();
            return false;
        }
    }

    /// <summary>Says who saved first, and opens the record as it is now; what was typed stays in the form.</summary>
    protected void SayConflict()
    {
        var seen = Version;
        Reopen();
        var last =
            Record.Facts.LastOrDefault(fact => fact.RecordedBy != Author.Client)
            ?? (Record.Facts.Count > 0 ? Record.Facts[^1] : null);
        var saved = SavedInBetween.Of(Record, Record.Client.Version - seen);
        Problems.Add(
            new(
                "This client",
                $"was changed by {last?.RecordedBy ?? "somebody"} while you were here{(saved.Length > 0 ? $" ({saved})" : "")}. What you "
                    + $"typed is kept below; look at both, and save again to put yours in place."
            )
        );
        Version = Record.Client.Version;
        ModelState.Remove(nameof(Version));
    }

    /// <param name="undoFact">A fact of the step that an undo takes back.</param>
    protected IActionResult Back(string station, string done, string? undoFact = null)
    {
        TempData["Done"] = done;
        if (undoFact is not null)
        {
            TempData["UndoUrl"] = $"/clients/{Id}/undo/{undoFact}?back={station.Split('?')[0]}";
        }

        return Redirect($"/clients/{Id}/{station}");
    }
}
