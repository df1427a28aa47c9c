using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>The rest of one active after a strong reaction to it.</summary>
internal sealed class ReactionRest(RuleSwitch rule) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day) =>
        track.Easing.Covers(day) && rule.On(RuleBook.Skip7) ? Off.Through(track.Easing.Until!.Value, track.Easing.Because!) : null;
}
