using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Routine;

/// <summary>What is said of a step that is on the skin for its minutes and then comes off: as it begins, and as its time is up.</summary>
/// <param name="Begins">The press with which its time begins.</param>
/// <param name="Ends">What is done as its time is up, a sentence.</param>
/// <param name="Burns">What is done where it burns before that, a sentence.</param>
public sealed record HeldWords(string Begins, string Ends, string Burns)
{
    /// <summary>Null for what has no such time, or is led zone by zone or way by way.</summary>
    /// <remarks>Source: trade convention.</remarks>
    public static HeldWords? Of(Step step)
    {
        if (!step.TakesItsTime() || step.HoldSeconds == 0 || step.ContactSeconds is not null)
        {
            return null;
        }

        var time = Words.Duration(step.HoldSeconds);
        return step.Kind switch
        {
            ProductKind.FacialSteamer => new(
                Said.Of($"I begin: count {time}"),
                Said.Of("Step back from the steam."),
                Said.Of("Step back at once, cool water on what is hot.")
            ),
            ProductKind.LightMask => new(
                Said.Of($"I begin: count {time}"),
                Said.Of("Switch it off and take it off."),
                Said.Of("Switch it off and take it off at once. Nothing else tonight.")
            ),
            ProductKind.Scrub or ProductKind.Mitt => new(
                Said.Of($"I begin: count {time}"),
                Said.Of("Rinse until every grain is off."),
                Rinse
            ),
            ProductKind.ScrubMask => new(
                Said.Of($"It is on: count {time}"),
                Said.Of($"Loosen it with wet circles, no pressure, then {KindWords.RemovalOf(step)}."),
                Rinse
            ),
            ProductKind.ClayMask => new(
                Said.Of($"It is on: count {time}"),
                Said.Of($"Before it cracks, {KindWords.RemovalOf(step)}."),
                Rinse
            ),
            _ => new(Said.Of($"It is on: count {time}"), $"{Words.Capital(KindWords.RemovalOf(step))}.", Rinse),
        };
    }

    private static string Rinse => Said.Of("Off with it at once, cool water in plenty until it is calm. Nothing else tonight.");
}
