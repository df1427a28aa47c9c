using OatPath.Core.House;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>
/// What an active that was started still waits for before its first use: a milder strength, its patch test, quiet times, the last change.
/// </summary>
internal sealed class ReadyToStart(
    RuleSwitch rule,
    IKeepsOff milder,
    PatchTests patches,
    IKeepsOff quiet,
    IKeepsOff sunscreen,
    ChangeSpacing spacing
) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day) =>
        milder.Of(track, day) ?? Untested(track, day) ?? quiet.Of(track, day) ?? sunscreen.Of(track, day) ?? spacing.Of(track, day);

    private Off? Untested(Track track, DateOnly day) =>
        track.NeedsPatch && rule.On(RuleBook.PatchFirst) && !patches.IsClear(track, day)
            ? Off.ByHand(Because.Of(RuleBook.PatchFirst, ("product", track.Product.Name)))
            : null;
}
