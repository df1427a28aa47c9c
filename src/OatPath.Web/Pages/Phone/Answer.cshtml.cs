using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.Course;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>What a report means, what to do now, and which number applies.</summary>
public sealed class AnswerModel(PhoneDoor door, RecordRoom room, Links links, TimeProvider clock) : PhonePage(door, room, links, clock)
{
    public ReportOutcome Outcome { get; private set; } = null!;

    public ContactNow Contact { get; private set; } = null!;

    /// <summary>Actives that rest, and until when.</summary>
    public IReadOnlyList<(string Name, DateOnly Until)> Resting { get; private set; } = [];

    /// <summary>What was used beside the plan on that day.</summary>
    public IReadOnlyList<Because> Beside { get; private set; } = [];

    /// <summary>The answer to "is this normal?"; null for a report of how a use went.</summary>
    public NormalAnswer? Normal { get; private set; }

    /// <summary>Whether it stands in the place of a report sent before.</summary>
    public bool Replaced { get; private set; }

    public IActionResult OnGet(string id)
    {
        if (View.Path.Reports.FirstOrDefault(report => report.Id == id) is not { } found)
        {
            return NotFound();
        }

        Outcome = found;
        Contact = ContactNow.At(Now, found.Outcome == Core.CheckIn.Outcome.MedicalHelp, View.Record.Rules, View.Record.Zone);
        Normal = View.Record.Followed.Log.OfType<CheckedIn>().FirstOrDefault(entry => entry.Id == id && entry.Asked is not null) is { } question ? IsThisNormal.Of(View.Record.Followed, View.Record.PublishedRules, question) : null;
        Replaced = View.Record.Followed.Log.OfType<CheckedIn>().Any(entry => entry.Id == id && entry.Replaces is not null);
        Beside = [.. View.Path.Questions.Where(question => (question.Kind == QuestionKind.UsedElse && question.Report == id) || (question.Kind == QuestionKind.Overuse && question.Since == found.Day)).Select(question => question.Because)];
        Resting = [.. View.Path.Ladders.Where(ladder => ladder.OffUntil is not null).Select(ladder => (View.Record.NameOf(ladder.Product), ladder.OffUntil!.Value))];
        return Page();
    }
}
