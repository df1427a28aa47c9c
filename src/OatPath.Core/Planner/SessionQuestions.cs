using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Session;

namespace OatPath.Core.Planner;

/// <summary>What the practitioner has to look at of the guided sessions of the last days.</summary>
internal static class SessionQuestions
{
    private const int SessionDays = 14;

    public static IEnumerable<Question> Of(KnownFacts facts)
    {
        foreach (var held in facts.Sessions.Where(held => held.Day >= facts.Today.AddDays(-SessionDays)))
        {
            var reading = SessionReading.Of(held.Script, held.Events);
            IReadOnlyList<string> late =
                held.AfterShutOut.Count > 0 ? ["part of it was sent after the phone was shut out, and is not taken for off"] : [];
            IReadOnlyList<string> faults = SessionReading.RefusedBy(held.Script, reading.Last) is { } refused
                ? [$"not begun, the answer spoke against it: {refused.Text}"]
                : SessionReading.Faults(held.Script, reading.Last);
            if (faults.Count + late.Count > 0)
            {
                yield return new(
                    QuestionKind.SessionFaults,
                    held.Product,
                    held.Day,
                    Because.Of(
                        RuleBook.SessionFaults,
                        ("product", facts.NameOf(held.Product)),
                        ("on", held.Day),
                        ("what", string.Join(", ", [.. faults, .. late]))
                    ),
                    Report: held.Id
                );
            }
        }
    }
}
