using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.Climb;

/// <summary>What a day does to a ladder by itself: gaps, the rung that a suspension costs, the hold that a stop restarts.</summary>
/// <param name="suspends">What suspends a ladder, so that a day off is no gap.</param>
/// <param name="peelRest">Resting for a peel is no gap either, but pays what is due.</param>
internal sealed class Ageing(
    KnownFacts facts,
    HouseRules rules,
    RuleSwitch rule,
    Reactions reactions,
    Suspensions suspensions,
    IKeepsOff suspends,
    IKeepsOff peelRest
)
{
    public void Age(Track track, DateOnly day)
    {
        if (track.Stopped is not null)
        {
            return;
        }

        if (suspensions.CostARung(day) && (track.Started || track.UsedBeforeStart))
        {
            track.OweARung();
        }

        if (!track.Started)
        {
            return;
        }

        var suspended = suspends.Of(track, day) is not null || track.Easing.Covers(day);
        if (reactions.IsStopped(day))
        {
            track.Evidence.RestartHold(day.AddDays(1));
        }

        if (suspended)
        {
            return;
        }

        if (track.DropDue && rule.On(RuleBook.DropAfterWindow))
        {
            track.PayTheRung(day, Because.Of(RuleBook.DropAfterWindow, ("product", track.Product.Name), ("on", day)));
        }

        if (track.Active && day <= facts.Today && peelRest.Of(track, day) is null)
        {
            Idle(track, day);
        }
    }

    private void Idle(Track track, DateOnly day)
    {
        track.Idle();
        if (!rule.On(RuleBook.Gap))
        {
            return;
        }

        if (track.IdleDays == rules.GapDownDays + track.DaysByPlan)
        {
            track.Enter(Math.Max(Math.Min(track.Rung, track.Ladder.StartRung), track.Rung - 1), day, GapOf(track));
        }
        else if (track.IdleDays == rules.GapRestartDays + track.DaysByPlan)
        {
            track.Enter(Math.Min(track.Rung, track.Ladder.StartRung), day, GapOf(track));
        }
    }

    private static Because GapOf(Track track) => Because.Of(RuleBook.Gap, ("product", track.Product.Name), ("days", track.IdleDays));
}
