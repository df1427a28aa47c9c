using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>What others saved about a client since somebody opened the page, in words, so that both are seen side by side.</summary>
public static class SavedInBetween
{
    private const int MostSteps = 4;

    /// <param name="saves">How many saves were missed, by the client's row version.</param>
    public static string Of(ClientRecord record, long saves)
    {
        var steps = record
            .Facts.Where(fact => fact.RecordedBy != Author.Client)
            .GroupBy(fact => fact.StepId)
            .Select(step => step.ToList())
            .TakeLast((int)Math.Clamp(saves, 1, MostSteps))
            .ToList();
        return steps.Count == 0
            ? ""
            : string.Join(
                "; ",
                steps.Select(step =>
                    $"{step[0].RecordedBy} at {record.Local(step[0].RecordedAt, "HH:mm")}: "
                        + $"{Words.List([.. step.Select(fact => What(record, fact)).Distinct()])}"
                )
            );
    }

    private static string What(ClientRecord record, Fact fact) =>
        fact.Kind switch
        {
            FactKind.Intake => "answers at Meet",
            FactKind.Shelf => $"{CaseAssembly.Body<ShelfItem>(fact).Product.Name} on the shelf",
            FactKind.ShelfRemoved => $"{record.NameOf(CaseAssembly.Body<string>(fact))} off the shelf",
            FactKind.Decision => CaseAssembly.Body<Decision>(fact) switch
            {
                StartActive start => $"a start of {record.NameOf(start.Product)}",
                StopActive stop => $"a stop of {record.NameOf(stop.Product)}",
                StepUp step => $"a step up of {record.NameOf(step.Product)}",
                StepDown step => $"a step down of {record.NameOf(step.Product)}",
                WaitBeforeStep wait => $"waiting with {record.NameOf(wait.Product)}",
                ClearRed or ClearScreening => "a clearing",
                SetOrder or ShapeWeek => "the order on the Bench or the week",
                _ => "a decision on the ramp",
            },
            FactKind.Treatment => CaseAssembly.Body<Treatment>(fact) is var treatment
                ? $"{TreatmentTimes.Of(treatment).Title} on {Words.Day(treatment.On)}{(treatment.CalledOff ? ", taken out" : "")}"
                : "",
            FactKind.Occasion => CaseAssembly.Body<Occasion>(fact).Title,
            FactKind.Visit => "a visit",
            FactKind.AnswersSettled => "what was told on the phone",
            FactKind.Note => "a note",
            FactKind.Retract => "something taken back",
            _ => "an entry of the log",
        };
}
