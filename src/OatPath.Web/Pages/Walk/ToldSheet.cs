using OatPath.Core.Questionnaire;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>Answers of the phone as they are looked at beside Meet.</summary>
/// <param name="Lines">What nobody has settled yet.</param>
/// <param name="MayDecide">Whether an answer that acts already may be left.</param>
public sealed record ToldSheet(ToldAnswers Told, IReadOnlyList<AnswerLine> Lines, ClientRecord Record, bool MayDecide)
{
    public IReadOnlyList<AnswerLine> New => [.. Lines.Where(line => line.IsNew)];

    public int AsItStands => Lines.Count - New.Count;

    /// <summary>When the client agreed to what is kept, and to which words.</summary>
    public string Agreed =>
        Told.Answers.Consent is not { } consent
            ? ""
            : $"Agreed to what is kept on {Record.Local(consent.At)}, wording {consent.Version}"
                + (consent.Guardian is { } guardian ? $", with a parent or guardian on {Record.Local(guardian)}." : ".");
}
