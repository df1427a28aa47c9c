using OatPath.Core.Wording;

namespace OatPath.Core.Care;

/// <summary>What the client does on the day before a treatment begins.</summary>
/// <remarks>
/// Source: trade convention. Numbing: a thin layer, kept cold, all cleaned off; large areas under film only by a clinician's word.
/// </remarks>
public static class Preparations
{
    private const string Arrive = "Come with a clean face and no make-up; sunscreen and plain cream as on any morning, no actives.";
    internal const string Tell = "Tell us of sun, a cold sore, a new medicine or anything open before we begin.";
    private const string DrivenHome = "Let somebody drive you home: the face may be swollen, and you may be tired.";

    /// <summary>
    /// Each sentence once: the house's own words in place of those that ship, then the longest numbing, then what to tell.
    /// </summary>
    /// <param name="parts">The treatments of one sitting.</param>
    public static IReadOnlyList<string> Of(IReadOnlyList<Treatment> parts)
    {
        var numbing = parts.Max(part => part.NumbingMinutes ?? TreatmentTimes.Of(part).Template.NumbingMinutes);
        return [.. Said.Each(parts.SelectMany(Own).Distinct()), .. Numbing(numbing), Said.Of(Tell)];
    }

    private static IReadOnlyList<string> Own(Treatment treatment) =>
        TreatmentTimes.Of(treatment).Template.Preparation is { Count: > 0 } own ? own : CareTemplates.Of(treatment.Counts).Preparation;

    /// <summary>The sentences that a kind ships with.</summary>
    internal static IReadOnlyList<string> Of(TreatmentKind kind) =>
        kind switch
        {
            TreatmentKind.AblativeLaser => [Arrive, DrivenHome, "Have plain ointment and soft, clean pads at home."],
            TreatmentKind.RadioFrequencyNeedling or TreatmentKind.NeedlingDeep => [Arrive, DrivenHome],
            TreatmentKind.Waxing => ["Come with clean skin, nothing greasy on it."],
            _ => [Arrive],
        };

    private static IEnumerable<string> Numbing(int? minutes) =>
        minutes is null
            ? []
            :
            [
                Said.Of(
                    $"Numbing cream: a thin layer, on {minutes} minutes before it begins and kept cold, and all of it cleaned off. Never "
                        + $"under film without a clinician's word."
                ),
            ];
}
