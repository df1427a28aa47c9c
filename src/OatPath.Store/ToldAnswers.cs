using OatPath.Core.Questionnaire;
using OatPath.Core.Skin;

namespace OatPath.Store;

/// <summary>Answers that a client sent from the phone, and which of them somebody has looked at since.</summary>
/// <param name="Id">The entry they stand in.</param>
public sealed record ToldAnswers(string Id, DateTimeOffset At, MeetAnswers Answers, IReadOnlySet<AnswerKey> Settled)
{
    /// <summary>Everything that was sent, the oldest first.</summary>
    /// <param name="live">Entries that were not taken back.</param>
    public static IReadOnlyList<ToldAnswers> Of(IReadOnlyList<Fact> live)
    {
        List<ToldAnswers>? told = null;
        foreach (var fact in live)
        {
            if (fact.Kind == FactKind.Answers)
            {
                (told ??= []).Add(
                    new(fact.Id, fact.RecordedAt, CaseAssembly.Body<MeetAnswers>(fact), SettledOf(fact.Id, live))
                );
            }
        }

        return told ?? (IReadOnlyList<ToldAnswers>)[];
    }

    /// <summary>The answers of Meet with what acts of these before somebody has looked at them.</summary>
    public Intake Gentler(Intake met) => AnswersAtMeet.Gentler(met, Answers, Settled);

    /// <summary>What nobody has looked at yet.</summary>
    /// <param name="met">The answers of Meet as they stand.</param>
    public IReadOnlyList<AnswerLine> Open(Intake met, DateOnly today) =>
        [.. AnswerLines.Of(Answers, met, today).Where(line => !Settled.Contains(line.Key))];

    private static HashSet<AnswerKey> SettledOf(string id, IReadOnlyList<Fact> live) =>
        [
            .. live.Where(fact => fact.Kind == FactKind.AnswersSettled)
                .Select(CaseAssembly.Body<AnswersSettled>)
                .Where(settled => settled.Answers == id)
                .SelectMany(settled => settled.All),
        ];
}
