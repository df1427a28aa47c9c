using OatPath.Core.House;
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
    public static HeldWords? Of(Step step) =>
        step.TakesItsTime() && step is { HoldSeconds: > 0, ContactSeconds: null, Kind: { } kind }
            ? KindWords.Of(kind).Held?.Invoke(step)
            : null;

    internal static HeldWords Steam(Step step) =>
        new(Begin(step), Said.Of("Step back from the steam."), Said.Of("Step back at once, cool water on what is hot."));

    internal static HeldWords Light(Step step) =>
        new(
            Begin(step),
            Said.Of("Switch it off and take it off."),
            Said.Of("Switch it off and take it off at once. Nothing else tonight.")
        );

    internal static HeldWords Grains(Step step) => new(Begin(step), Said.Of("Rinse until every grain is off."), Rinse);

    internal static HeldWords ScrubMask(Step step) =>
        new(IsOn(step), Said.Of($"Loosen it with wet circles, no pressure, then {KindWords.RemovalOf(step)}."), Rinse);

    internal static HeldWords Clay(Step step) => new(IsOn(step), Said.Of($"Before it cracks, {KindWords.RemovalOf(step)}."), Rinse);

    internal static HeldWords LeftOn(Step step) => new(IsOn(step), $"{Words.Capital(KindWords.RemovalOf(step))}.", Rinse);

    private static string Begin(Step step) => Said.Of($"I begin: count {Words.Duration(step.HoldSeconds)}");

    private static string IsOn(Step step) => Said.Of($"It is on: count {Words.Duration(step.HoldSeconds)}");

    private static string Rinse => Said.Of("Off with it at once, cool water in plenty until it is calm. Nothing else tonight.");
}
