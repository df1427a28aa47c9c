using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>One change at a time over all actives: a start or a step up keeps its distance from the last.</summary>
internal sealed class ChangeSpacing(HouseRules rules, RuleSwitch rule, Standing standing) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day) =>
        standing.LastChange is { } changed && day < changed.AddDays(rules.ChangeSpacingDays) && rule.On(RuleBook.ChangeSpacing)
            ? Off.Through(
                changed.AddDays(rules.ChangeSpacingDays - 1),
                Because.Of(RuleBook.ChangeSpacing, ("until", changed.AddDays(rules.ChangeSpacingDays)))
            )
            : null;
}
