using OatPath.Core.House;
using OatPath.Core.Wording;

namespace OatPath.Core.Care;

/// <summary>What is done in one visit to the studio: one treatment, or two that share a sitting and are one booking.</summary>
/// <param name="Id">The sitting's own id, or that of its only treatment.</param>
/// <param name="Parts">At least one, by kind; of what they ask for the strictest holds.</param>
public sealed record Sitting(string Id, IReadOnlyList<Treatment> Parts)
{
    public DateOnly On => Parts[0].On;
    public TimeOnly? At => Parts[0].At;

    /// <summary>"radio-frequency needling with ablative laser", in the middle of a sentence.</summary>
    public string Title =>
        Parts.Select(part => Said.Of(TreatmentTimes.Of(part).Title)).Aggregate((title, next) => Said.Of($"{title} with {next}"));

    /// <summary>Days after it on which the client is asked, each once.</summary>
    public IReadOnlyList<int> CheckIns => [.. Parts.SelectMany(part => TreatmentTimes.Of(part).Template.CheckIns).Distinct().Order()];

    /// <summary>What the client does before it, for phone and calendar; each sentence once.</summary>
    public IReadOnlyList<string> Preparation => Preparations.Of(Parts);

    public bool Equals(Sitting? other) => other is not null && Id == other.Id && Parts.SequenceEqual(other.Parts);

    public override int GetHashCode() => HashCode.Combine(Id, Parts.Count);
}

/// <summary>Which treatments are one booking, and which may be.</summary>
public static class Sittings
{
    /// <summary>The most treatments of one sitting.</summary>
    /// <remarks>House default.</remarks>
    public const int MostParts = 3;

    /// <summary>Whether two kinds may be done in one sitting: one needling with an ablative laser, or two facials.</summary>
    /// <remarks>Source: trade convention for needling with laser; that nothing else is, no peel, razor or wax: house default.</remarks>
    public static bool MayShare(TreatmentKind one, TreatmentKind other) =>
        (one.IsNeedling() && other == TreatmentKind.AblativeLaser)
        || (other.IsNeedling() && one == TreatmentKind.AblativeLaser)
        || (one != other && !one.Irritates() && !other.Irritates());

    /// <summary>Whether two treatments are parts of one booking.</summary>
    public static bool Together(Treatment one, Treatment other) =>
        one.Sitting is not null && one.Sitting == other.Sitting && one.On == other.On && MayShare(one.Counts, other.Counts);

    /// <summary>Treatments by sitting, by day and hour.</summary>
    public static IReadOnlyList<Sitting> Of(IEnumerable<Treatment> treatments) =>
        [
            .. treatments
                .GroupBy(treatment => (Key: treatment.Sitting ?? treatment.Id, treatment.On))
                .Select(group => new Sitting(
                    group.Key.Key,
                    [.. group.OrderBy(part => part.Kind).ThenBy(part => part.Id, StringComparer.Ordinal)]
                ))
                .OrderBy(sitting => sitting.On)
                .ThenBy(sitting => sitting.At ?? TimeOnly.MaxValue)
                .ThenBy(sitting => sitting.Id, StringComparer.Ordinal),
        ];
}
