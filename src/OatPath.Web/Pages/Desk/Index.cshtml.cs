using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.Case;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Web.People;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Desk;

public sealed class IndexModel(Store.Clients clients, RecordRoom room, IAuthorizationService authorization) : PageModel
{
    public IReadOnlyList<DeskLine> Lines { get; private set; } = [];

    public IReadOnlyList<ClientRecord> Unpublished { get; private set; } = [];

    public IReadOnlyList<(DateOnly Day, string What)> Ahead { get; private set; } = [];

    public int Total { get; private set; }

    public bool ContactsMissing { get; private set; }

    public void OnGet() => Fill();

    /// <summary>The one-click yes: decides and publishes just this step.</summary>
    public async Task<IActionResult> OnPostStepUpAsync(string client, string product, int rung, long version)
    {
        if (!(await authorization.AuthorizeAsync(User, Roles.Decides)).Succeeded)
        {
            return Forbid();
        }

        if (room.Open(client, User, "Desk") is not { } record)
        {
            return NotFound();
        }

        var path = record.ClientPath();
        if (path.Ladders.FirstOrDefault(ladder => ladder.Product == product) is { } ladder && StepAdvices.Of(ladder, record.PublishedRules) == StepAdvice.AskFirst)
        {
            TempData["Done"] = $"{record.NameOf(product)}: a strong reaction is rather likely at the next rung, so this yes needs its reason; it is given here, under Step up all the same. Nothing was changed.";
            return Redirect($"/clients/{client}/ramp");
        }

        if (!path.Questions.Any(question => question.Kind == QuestionKind.StepUp && question.Product == product && question.Rung == rung))
        {
            TempData["Done"] = $"{record.NameOf(product)} is not due for a step up any more. Nothing was changed.";
            return Redirect("/");
        }

        var by = User.Identity?.Name ?? "";
        var fact = room.Decide(client, by, (id, now) => new StepUp { Id = id, On = record.Today, RecordedAt = now, By = by, Product = product, Rung = rung });
        try
        {
            room.PublishOne(record, by, version, fact);
        }
        catch (UnsafePlanException unsafePlan)
        {
            TempData["Done"] = $"{record.Client.Name}: {unsafePlan.Message}";
            return Redirect("/");
        }

        TempData["Done"] = $"{record.Client.Name}: {record.NameOf(product)} goes up from today.";
        TempData["UndoUrl"] = $"/clients/{client}/undo/{fact.Id}?back=desk";
        return Redirect("/");
    }

    /// <summary>Asks the client how the last uses felt, or waits a week, before the step up.</summary>
    public async Task<IActionResult> OnPostWaitAsync(string client, string product, bool ask, long version)
    {
        if (!(await authorization.AuthorizeAsync(User, Roles.Decides)).Succeeded)
        {
            return Forbid();
        }

        if (room.Open(client, User, "Desk") is not { } record)
        {
            return NotFound();
        }

        if (!record.ClientPath().Questions.Any(question => question.Kind == QuestionKind.StepUp && question.Product == product))
        {
            TempData["Done"] = $"{record.NameOf(product)} is not due for a step up any more. Nothing was changed.";
            return Redirect("/");
        }

        var by = User.Identity?.Name ?? "";
        var until = record.Today.AddDays(StepAdvices.WaitDays);
        var fact = room.WaitBeforeStep(record, by, product, ask);
        room.Append(client, version, fact);
        TempData["Done"] = ask ? $"{record.Client.Name}: the phone asks how the last uses felt." : $"{record.Client.Name}: asked again from {Core.House.Words.Day(until)}.";
        TempData["UndoUrl"] = $"/clients/{client}/undo/{fact.Id}?back=desk";
        return Redirect("/");
    }

    /// <summary>Notes that a line was read that asks for nothing more; what it started goes on.</summary>
    public IActionResult OnPostSeen(string client, string key, long version)
    {
        if (room.Open(client, User, "Desk") is not { } record || DeskLine.Of(record) is not { } line || !DeskLine.IsOnlyRead(line.Question.Kind) || line.Key != key)
        {
            TempData["Done"] = "That line has changed in the meantime.";
            return Redirect("/");
        }

        room.Append(client, version, room.Make(client, "note", key, User.Identity?.Name ?? ""));
        TempData["Done"] = $"{record.Client.Name}: noted as read by you. The plan goes on as it stands.";
        return Redirect("/");
    }

    private void Fill()
    {
        var records = clients.Search("", 10_000).Select(client => room.Derive(client.Id)!).ToList();
        Total = records.Count;
        Lines = [.. records.Select(DeskLine.Of).OfType<DeskLine>().OrderBy(line => line.Question.Kind).ThenByDescending(line => line.Question.Since).ThenBy(line => line.Record.Client.Name, StringComparer.OrdinalIgnoreCase)];
        Unpublished = [.. records.Where(record => record.Published is null || record.Changes > 0)];
        ContactsMissing = records.Count == 0 ? !room.ContactsComplete() : !records[0].Rules.Contacts.Complete;
        Ahead = [.. records.Where(record => record.Published is not null).SelectMany(Coming).GroupBy(entry => entry).OrderBy(group => group.Key.Day)
            .Select(group => (group.Key.Day, group.Count() == 1 ? group.Key.What : $"{group.Count()} times: {group.Key.What}"))];
    }

    private static IEnumerable<(DateOnly Day, string What)> Coming(ClientRecord record)
    {
        var path = record.ClientPath(4, 14);
        var until = record.Today.AddDays(7);
        foreach (var day in path.Days.Where(day => day.Date > record.Today && day.Date <= until))
        {
            if (day.Evening.Steps.Any(step => step.Action == StepAction.ReadPatch))
            {
                yield return (day.Date, "a patch test is read");
            }
        }

        foreach (var window in path.Windows.Where(window => window.Until > record.Today && window.Until <= until))
        {
            yield return (window.Until!.Value, window.Kind switch { WindowKind.EaseOff => "rest days end", WindowKind.Occasion => "an occasion", WindowKind.Peel => "the course of a peel ends", WindowKind.PeelStops => "what stopped for a peel is back", _ => "a window ends" });
        }

        foreach (var ladder in path.Ladders.Where(ladder => ladder.NextOn > record.Today && ladder.NextOn <= until))
        {
            yield return (ladder.NextOn!.Value, "a peel evening");
        }

        foreach (var ladder in path.Ladders.Where(ladder => ladder.NextDecision > record.Today && ladder.NextDecision <= until))
        {
            yield return (ladder.NextDecision!.Value, "a rung to decide");
        }
    }
}
