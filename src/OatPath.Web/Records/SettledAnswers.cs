using OatPath.Core.Questionnaire;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>What is written down as answers of the phone are taken over or left.</summary>
public static class SettledAnswers
{
    /// <summary>
    /// The answers of Meet as they are then, and which of the phone's are settled; the second is what an undo takes back. Once nothing of
    /// them says anything else than Meet, all of them are settled, and pregnancy, medicines and sun count as asked on that day.
    /// </summary>
    public static IReadOnlyList<Fact> Of(
        RecordRoom room,
        ClientRecord record,
        ToldAnswers told,
        IReadOnlyList<AnswerKey> taken,
        IReadOnlyList<AnswerKey> left,
        string by
    )
    {
        var met = AnswersAtMeet.TakeOver(record.MetIntake, told.Answers, taken);
        var rest = told.Open(met, record.Today).Where(line => !taken.Contains(line.Key) && !left.Contains(line.Key)).ToList();
        var isAll = rest.TrueForAll(line => !line.IsNew);
        var asked = isAll && AnswersAtMeet.AskedForSafety(told.Answers);
        var day = Core.House.CareDay.Of(told.At, record.Zone);
        return
        [
            room.Make(
                record.Client.Id,
                FactKind.Intake,
                met with
                {
                    FromAFile = record.Met is null && !asked,
                    SafetyAskedOn = asked && !(met.SafetyAskedOn > day) ? day : met.SafetyAskedOn,
                },
                by
            ),
            room.Make(
                record.Client.Id,
                FactKind.AnswersSettled,
                new AnswersSettled(told.Id, [.. taken, .. isAll ? rest.Select(line => line.Key) : []], left),
                by
            ),
        ];
    }

    /// <summary>What takes a step back: Meet stands as before, and the answers are open again.</summary>
    /// <returns>Null where Meet was changed since, or there is no such step.</returns>
    public static IReadOnlyList<Fact>? Undo(RecordRoom room, ClientRecord record, string settled, string by)
    {
        var step = record.Live(FactKind.AnswersSettled).FirstOrDefault(fact => fact.Id == settled)?.StepId;
        var met = record.Facts.Where(fact => fact.Kind == FactKind.Intake).TakeLast(2).ToList();
        if (step is null || met.Count == 0 || met[^1].StepId != step)
        {
            return null;
        }

        var before = met.Count > 1 ? CaseAssembly.Body<Core.Skin.Intake>(met[0]) : new() { FromAFile = true };
        return
        [
            room.Make(record.Client.Id, FactKind.Intake, before, by),
            room.Make(record.Client.Id, FactKind.Retract, settled, by, supersedes: settled),
        ];
    }
}
