using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>The week agreed with the client: evenings that rest, days a product is never used on.</summary>
internal sealed class WeekRest(RuleSwitch rule, Standing standing, Moment moment) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day) =>
        WeekWishes.Of(standing.Week, track, day, moment) is { } wish && rule.On(wish.Rule) ? Off.Through(day, wish) : null;
}
