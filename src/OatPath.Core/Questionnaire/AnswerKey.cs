using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Questionnaire;

/// <summary>Names one answer that is taken over or left by itself.</summary>
/// <param name="Flag">Which of a group; null for the group as a whole and for every other question.</param>
/// <param name="Product">Place of a product in what was told, from 0; null for every other answer.</param>
public readonly record struct AnswerKey(MeetQuestion Question, FlagKind? Flag = null, int? Product = null)
{
    /// <summary>As a form carries it: "medicines.isotretinoin", "products.0".</summary>
    public string Name =>
        EnumName.Of(Question)
        + (Flag is { } kind ? $".{EnumName.Of(kind)}" : "")
        + (Product is { } place ? FormattableString.Invariant($".{place}") : "");
}

/// <summary>What a practitioner did with answers of the phone.</summary>
/// <param name="Answers">The entry they stand in.</param>
/// <param name="Taken">Taken over into the answers of Meet.</param>
/// <param name="Left">Looked at, and left as it stood.</param>
public sealed record AnswersSettled(string Answers, IReadOnlyList<AnswerKey> Taken, IReadOnlyList<AnswerKey> Left)
{
    public IEnumerable<AnswerKey> All => Taken.Concat(Left);
}
