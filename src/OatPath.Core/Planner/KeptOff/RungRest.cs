using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Ramp;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>The rung held: its smallest gap and its most uses in a rolling 7 days.</summary>
internal sealed class RungRest(RuleSwitch rule, Standing standing) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day)
    {
        if (!rule.On(RuleBook.RungFrequency))
        {
            return null;
        }

        var frequency = track.Frequency;
        if (
            track.Placed.Last is { } last
            && ((rule.On(RuleBook.HomeFacial) ? track.FacialDays(last) : null) ?? frequency.MinGapDays()) is var gap
            && day.DayNumber - last.DayNumber < gap
        )
        {
            return track.Words.RestOf(standing.MomentOf(track) == Moment.Morning, last.AddDays(gap - 1));
        }

        // A day that has its morning is not counted against its evening.
        return track.Placed.In7(day) - (track.Placed.On(day) ? 1 : 0) >= frequency.MaxPer7Days()
            ? track.Words.RestOf(standing.MomentOf(track) == Moment.Morning, day)
            : null;
    }
}
