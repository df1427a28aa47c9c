using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>
/// Takes one step back, with everything that was saved in it: a shelf line with its start, a replacement with what it replaced. All stays
/// in the record.
/// </summary>
public sealed class UndoModel(RecordRoom room, ViewLog views, IAuthorizationService authorization) : WalkPage(room)
{
    /// <summary>Pages of a client that an undo leads back to.</summary>
    private static readonly HashSet<string?> Places =
    [
        "shelf",
        "routine",
        "ramp",
        "peel",
        "care",
        "visit",
        "look-back",
        "scores",
        "meter",
    ];

    public override string Station => "Undo";

    [BindProperty(SupportsGet = true, Name = "fact")]
    public string FactId { get; set; } = "";

    [BindProperty(SupportsGet = true, Name = "back")]
    public string? From { get; set; }

    public IActionResult OnGet() => Redirect($"/clients/{Id}/ramp");

    public async Task<IActionResult> OnPostAsync()
    {
        var fact = Record.Facts.FirstOrDefault(found => found.Id == FactId);
        if (fact is null || !MayGo(fact))
        {
            return NotFound();
        }

        var decides = (await authorization.AuthorizeAsync(User, People.Roles.Decides)).Succeeded;
        var undone = Record.Facts.Where(other => other.StepId == fact.StepId && MayGo(other)).ToList();
        if (!decides && undone.Exists(NeedsADecider))
        {
            return Forbid();
        }

        Version = Record.Client.Version;
        if (fact is { Kind: FactKind.Decision, Published: true } && CaseAssembly.Body<Decision>(fact) is StepUp)
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
            Save([.. undone.Select(other => Room.Make(Id, FactKind.Retract, other.Id, By, supersedes: other.Id))]);
        }

        TempData["Done"] = "Taken back.";
        return Redirect(Target());
    }

    /// <summary>What a role may not decide it may not undo, nor an occasion that somebody else set.</summary>
    private bool NeedsADecider(Fact fact) =>
        fact.Published
        || fact.Kind is FactKind.Decision or FactKind.Treatment
        || (fact.Kind == FactKind.Log && CaseAssembly.Body<LogEntry>(fact) is Retracted)
        || (fact.Kind == FactKind.Occasion && fact.RecordedBy != By);

    /// <summary>What a practitioner wrote down; answers are changed at Meet, and what a client told stays.</summary>
    private static bool MayGo(Fact fact) =>
        fact.Kind is not (FactKind.Retract or FactKind.Intake or FactKind.Answers)
        && (fact.Kind != FactKind.Log || MayGo(CaseAssembly.Body<LogEntry>(fact)));

    private static bool MayGo(LogEntry entry) =>
        entry is BottleSeen
        || (entry is Scored or Metered or JudgedBlind && entry.By != Author.Client)
        || (entry is Retracted && entry.By != Author.Client)
        || (entry is Applied { ContactSeconds: not null } && entry.By != Author.Client);

    private string Target() =>
        From == "desk" ? "/"
        : Places.Contains(From) ? $"/clients/{Id}/{From}"
        : $"/clients/{Id}/ramp";
}
