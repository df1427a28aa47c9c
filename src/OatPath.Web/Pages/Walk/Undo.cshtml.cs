using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>Takes one change back. Both stay in the record.</summary>
public sealed class UndoModel(RecordRoom room, ViewLog views, Stock stock, IAuthorizationService authorization) : WalkPage(room)
{
    public override string Station => "Undo";

    [BindProperty(SupportsGet = true, Name = "fact")]
    public string FactId { get; set; } = "";

    [BindProperty(SupportsGet = true, Name = "back")]
    public string? From { get; set; }

    /// <summary>Facts named as saved in the same step.</summary>
    [BindProperty(SupportsGet = true, Name = "with")]
    public List<string> With { get; set; } = [];

    public IActionResult OnGet() => Redirect($"/clients/{Id}/ramp");

    public async Task<IActionResult> OnPostAsync()
    {
        var fact = Record.Facts.FirstOrDefault(found => found.Id == FactId);
        if (fact is null || fact.Kind is "retract" or "intake" || (fact.Kind == "log" && !MayGo(CaseAssembly.Body<LogEntry>(fact))))
        {
            return NotFound();
        }

        var decides = (await authorization.AuthorizeAsync(User, People.Roles.Decides)).Succeeded;
        var decision = fact.Kind == "decision" ? CaseAssembly.Body<Decision>(fact) : null;

        // What was saved in one step goes out in one: a shelf line with its start, a replacement with what it replaced.
        var together = Record.Facts.Where(other => (fact.Kind is "shelf" or "decision" ? other.Kind is "shelf" or "decision" : fact.Kind == "visit" ? other.Kind == "visit" : fact.Kind == "treatment" && other.Kind == "treatment" && With.Contains(other.Id)) && other.RecordedAt == fact.RecordedAt && other.RecordedBy == fact.RecordedBy);
        var undone = together.Append(fact).DistinctBy(other => other.Id).ToList();
        if (!decides && undone.Exists(NeedsADecider))
        {
            return Forbid();
        }

        Version = Record.Client.Version;
        if (decision is StepUp && fact.Published)
        {
            if (views.ShownSince(Id, fact.RecordedAt))
            {
                TempData["Done"] = "The client has opened the new plan already, so it is not taken back silently. Change it and publish.";
                return Redirect(Target());
            }

            try
            {
                Room.PublishUndo(Record, By, Version, fact.Id);
            }
            catch (UnsafePlanException unsafePlan)
            {
                TempData["Done"] = unsafePlan.Message;
                return Redirect(Target());
            }
        }
        else
        {
            if (Save([.. undone.Select(other => Room.Make(Id, "retract", other.Id, By, supersedes: other.Id))]))
            {
                stock.BringBack(undone.Select(other => other.Id), Id, Room.Now, By);
            }
        }

        TempData["Done"] = "Taken back.";
        return Redirect(Target());
    }

    /// <summary>What a role may not decide it may not undo, nor an occasion that somebody else set.</summary>
    private bool NeedsADecider(Fact fact) => fact.Published || fact.Kind is "decision" or "treatment" || (fact.Kind == "occasion" && fact.RecordedBy != By);

    /// <summary>What a practitioner wrote down; what a client told stays.</summary>
    private static bool MayGo(LogEntry entry) => entry is BottleSeen || (entry is Applied { ContactSeconds: not null } && entry.By != "client");

    private string Target() => From == "desk" ? "/" : From is "shelf" or "routine" or "ramp" or "peel" or "care" or "visit" ? $"/clients/{Id}/{From}" : $"/clients/{Id}/ramp";
}
