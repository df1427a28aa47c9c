using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Course;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Wording;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>What a report means, what to do now, and which number applies; the same whether the report could be kept or not.</summary>
public sealed class ReportAnswer
{
    public required PhoneView View { get; init; }

    public required ReportOutcome Outcome { get; init; }

    public required ContactNow Contact { get; init; }

    /// <summary>Actives that rest, and until when.</summary>
    public required IReadOnlyList<(string Name, DateOnly Until)> Resting { get; init; }

    /// <summary>What was used beside the plan on that day.</summary>
    public required IReadOnlyList<Because> Beside { get; init; }

    /// <summary>Uses of that day inside a rest, and kits left on past their most.</summary>
    public IReadOnlyList<Because> TooSoon { get; init; } = [];

    /// <summary>Whether a flake or spot was picked.</summary>
    public bool Picked { get; init; }

    /// <summary>Whether something was used that is never used at home, and nobody has said for how long.</summary>
    public bool AsksMinutes { get; init; }

    /// <summary>The answer to "is this normal?"; null for a report of how a use went.</summary>
    public NormalAnswer? Normal { get; init; }

    /// <summary>Whether it stands in the place of a report sent before.</summary>
    public bool Replaced { get; init; }

    /// <summary>False where it was judged and answered, but could not be written down.</summary>
    public bool Kept { get; init; } = true;

    public string Title =>
        Normal?.Verdict
        ?? Outcome.Outcome switch
        {
            Core.CheckIn.Outcome.CarryOn => TooSoon.Count > 0 ? Said.Of("That was too soon") : Said.Of("Carry on"),
            Core.CheckIn.Outcome.EaseOff => Said.Of("Ease off"),
            Core.CheckIn.Outcome.Stop => Said.Of("Stop, call the studio"),
            _ => Said.Of("Medical help now"),
        };

    public string Icon =>
        Outcome.Outcome switch
        {
            Core.CheckIn.Outcome.CarryOn => TooSoon.Count > 0 ? "ease" : "leaf",
            Core.CheckIn.Outcome.EaseOff => "ease",
            _ => "stop",
        };

    /// <summary>The answer to a report of the record, or null where it has none of that id.</summary>
    public static ReportAnswer? Of(PhoneView view, string id, bool kept = true)
    {
        if (view.Path.Reports.FirstOrDefault(report => report.Id == id) is not { } found)
        {
            return null;
        }

        var log = view.Record.Followed.Log.OfType<CheckedIn>().ToList();
        return new()
        {
            View = view,
            Kept = kept,
            Outcome = found,
            Contact = ContactNow.At(view.Now, found.Outcome == Core.CheckIn.Outcome.MedicalHelp, view.Record.Rules, view.Record.Zone),
            Normal = log.Find(entry => entry.Id == id && entry.Asked is not null) is { } question
                ? IsThisNormal.Of(view.Record.Followed, view.Record.PublishedRules, question)
                : null,
            Replaced = log.Exists(entry => entry.Id == id && entry.Replaces is not null),
            TooSoon =
            [
                .. view
                    .Path.Questions.Where(question =>
                        question.Kind is QuestionKind.TooSoon or QuestionKind.KitTooLong
                        && (question.Since == found.Day || question.Report == id)
                    )
                    .Select(question => question.Because),
            ],
            Picked = Nicks.Of(view.Record.Followed).Any(nick => nick.Id == id),
            AsksMinutes =
                OutcomeTable.IsFor(found.Because, Sign.NeverAtHome) && log.Find(entry => entry.Id == id)?.Report.AlsoUsedMinutes is null,
            Beside =
            [
                .. view
                    .Path.Questions.Where(question =>
                        (question.Kind == QuestionKind.UsedElse && question.Report == id)
                        || (question.Kind == QuestionKind.Overuse && question.Since == found.Day)
                    )
                    .Select(question => question.Because),
            ],
            Resting =
            [
                .. view
                    .Path.Ladders.Where(ladder => ladder.OffUntil is not null)
                    .Select(ladder => (view.NameOf(ladder.Product), ladder.OffUntil!.Value)),
            ],
        };
    }
}
