using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner.Climb;

/// <summary>When the estimate is as sure of the rung held as would hold a step to it, the practitioner is asked to take it back.</summary>
/// <remarks>
/// Derived, with the constants of the step up. Only once a use of this very rung was told of as mild or worse: what only the intake lets
/// expect takes nothing away from a skin that shows no sign. Nothing comes down by itself for it.
/// </remarks>
/// <param name="answered">Whether the client has told of a use since being asked.</param>
internal sealed class StepsDown(
    HouseRules rules,
    RuleSwitch rule,
    Standing standing,
    ToleranceRecord tolerances,
    Func<WaitBeforeStep, bool> answered
)
{
    /// <summary>The day of the latest sign, and why a rung down is advised; null where none is.</summary>
    public (DateOnly Since, Because Because)? Advised(Track track, DateOnly today)
    {
        if (!rule.On(RuleBook.Tolerance) || track.BoosterFor is not null || !track.Ladder.Climbs)
        {
            return null;
        }

        var signs = track.Evidence.FeltOn.Where(felt => felt.Key >= track.Since && felt.Value >= Felt.Mild).Select(felt => felt.Key);
        if (
            signs.Select(on => (DateOnly?)on).Max() is not { } last
            || Waits(track, last, today)
            || tolerances.At(track, track.Rung, today.AddDays(1), rules.StepUpChancePercent / 100.0) is not { } expected
            || expected.SureOver <= HouseRules.SureEnough
        )
        {
            return null;
        }

        var morning = standing.MomentOf(track) == Moment.Morning;
        return (
            last,
            Because.Of(
                RuleBook.AskStepDown,
                ("product", track.Product.Name),
                ("frequency", track.Ladder.Rungs[track.Rung].SaidLater(morning)),
                ("on", last),
                ("chance", Math.Round(expected.Chance * 100)),
                ("sure", Math.Round(expected.SureOver * 100)),
                ("limit", rules.StepUpChancePercent),
                (
                    "then",
                    track.Rung > 0
                        ? Said.Later(() => Said.Of($"One rung down: {track.Ladder.Rungs[track.Rung - 1].InWords(morning)}."))
                        : Said.Later(() => Said.Of("It is the first rung: stop it, and choose something gentler."))
                )
            )
        );
    }

    /// <summary>A wait was chosen with all signs so far in sight; a later sign ends it.</summary>
    private bool Waits(Track track, DateOnly last, DateOnly today) =>
        track.Waits is { } wait && last <= wait.On && today < wait.Until && !(wait.AsksClient && answered(wait));
}
