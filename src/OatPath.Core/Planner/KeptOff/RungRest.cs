using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Ramp;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>The rung held: its smallest gap and its most uses in a rolling 7 days.</summary>
internal sealed class RungRest(RuleSwitch rule, Standing standing, TrackWords words) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day)
    {
        if (!rule.On(RuleBook.RungFrequency))
        {
            return null;
        }

        var frequency = track.Frequency;
        var tooSoon = track.Placed.Last is { } last && day.DayNumber - last.DayNumber < frequency.MinGapDays();
        return tooSoon || track.Placed.In7(day) >= frequency.MaxPer7Days()
            ? Off.Through(day, words.RestOf(track, standing.MomentOf(track) == Moment.Morning)) : null;
    }
}
