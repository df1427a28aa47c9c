using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner.Climb;

/// <summary>The evidence for a step up: what is still missing, what the estimate expects, and the step itself.</summary>
/// <param name="sunscreen">Sunscreen left out too often.</param>
/// <param name="spacing">The distance from the last change.</param>
/// <param name="season">Times in which nothing is raised.</param>
/// <param name="paused">What suspends the active itself.</param>
/// <param name="asked">An open question about the active, and a rest for a booking that is near.</param>
/// <param name="answered">Whether the client has told of a use since being asked.</param>
internal sealed class StepsUp(
    HouseRules rules,
    RuleSwitch rule,
    Standing standing,
    ToleranceRecord tolerances,
    KitRestarts kits,
    IKeepsOff sunscreen,
    IKeepsOff spacing,
    IKeepsOff season,
    IKeepsOff paused,
    IKeepsOff asked,
    Func<WaitBeforeStep, bool> answered,
    bool climbs
)
{
    /// <summary>Takes an approved step if it is due; else nothing changes.</summary>
    public bool Take(Track track, StepUp step, DateOnly day)
    {
        if (
            !track.Started
            || track.Stopped is not null
            || step.Rung != track.Rung + 1
            || step.Rung > track.Ladder.Top
            || track.Easing.Covers(day)
            || Missing(track, day).Exists(missing => !(step.DespiteEstimate && StepAdvices.IsAJudgement(missing)))
        )
        {
            return false;
        }

        Up(track, day);
        return true;
    }

    /// <summary>In a projection every step up is approved on the day it may be asked.</summary>
    public void TakeAllDue(DateOnly day)
    {
        foreach (var track in standing.Tracks)
        {
            if (
                track.Active
                && track.Started
                && !track.Level
                && track.Stopped is null
                && track.Rung < track.Ladder.Top
                && track.Ladder.Climbs
                && !track.Easing.Covers(day)
                && Missing(track, day).Count == 0
            )
            {
                Up(track, day);
            }
        }
    }

    public static Because NotDue(Track track, StepUp step) =>
        Because.Of(RuleBook.StepNotDue, ("product", track.Product.Name), ("on", step.On));

    /// <summary>What still stands between an active and its next rung on a day; empty when a step up may be asked.</summary>
    public List<Because> Missing(Track track, DateOnly day)
    {
        var missing = new List<Because>();
        if (track.Evidence.HoldFrom is not { } from)
        {
            return missing;
        }

        void Add(Because? because)
        {
            if (because is not null)
            {
                missing.Add(because);
            }
        }

        var due = from.AddDays(track.Ladder.HoldDays);
        Add(day < due && rule.On(RuleBook.Hold) ? Because.Of(RuleBook.Hold, ("until", due), ("days", track.Ladder.HoldDays)) : null);
        Add(TooFew(track) ?? Untold(track));
        Add(TooSilent(track, day));
        Add(sunscreen.Of(track, day)?.Because);
        Add(
            track.Evidence.Uses * 100 < track.Evidence.Planned * rules.StepUpSharePercent && rule.On(RuleBook.SeventyPercent)
                ? Because.Of(RuleBook.SeventyPercent, ("uses", track.Evidence.Uses), ("planned", track.Evidence.Planned))
                : null
        );
        Add(spacing.Of(track, day)?.Because);
        Add(season.Of(track, day)?.Because);
        Add(paused.Of(track, day)?.Because);
        Add(asked.Of(track, day)?.Because);
        Add(ByChoice(track, day));
        Add(missing.Count == 0 ? TooLikely(track, day) : null);
        return missing;
    }

    /// <summary>What the estimate expects on a rung, measured by the house's limit.</summary>
    public Expected? Expects(Track track, int rung, DateOnly day) => tolerances.At(track, rung, day, rules.StepUpChancePercent / 100.0);

    private void Up(Track track, DateOnly day)
    {
        track.Enter(track.Rung + 1, day);
        standing.Changed(day);
        kits.Raised(track, day);
    }

    private Because? TooFew(Track track)
    {
        var needed = track.Ladder.PerUse ? 1 : rules.StepUpUses;
        return track.Evidence.Uses < needed && rule.On(RuleBook.EnoughUses)
            ? Because.Of(
                RuleBook.EnoughUses,
                ("more", needed - track.Evidence.Uses),
                ("need", needed),
                ("by", Said.Later(() => Said.Of("as they are planned")))
            )
            : null;
    }

    /// <summary>A use nobody told about is not calm, only silent: some reports since the last step, one of them of the last days.</summary>
    private Because? TooSilent(Track track, DateOnly day)
    {
        var told = track.Evidence.ToldOn.Where(on => on <= day).ToList();
        return
            climbs
            || track.Ladder.PerUse
            || !rule.On(RuleBook.FewReports)
            || (told.Count >= HouseRules.ReportsForAStep && told.Max() >= day.AddDays(-HouseRules.ReportDays))
            ? null
            : Because.Of(
                RuleBook.FewReports,
                ("product", track.Product.Name),
                ("count", told.Count),
                ("need", HouseRules.ReportsForAStep),
                ("days", HouseRules.ReportDays),
                ("last", Said.Later(() => told.Count == 0 ? Said.Of("none yet") : Said.Of($"the last on {Words.Day(told.Max())}")))
            );
    }

    /// <summary>Where each use is weighed by itself, nothing is raised before the latest was told of on a later day.</summary>
    private Because? Untold(Track track) =>
        track.Ladder.PerUse
        && !climbs
        && track.Evidence.UsedOn is [.., var last]
        && !(track.Peels.ToldOn >= last)
        && rule.On(RuleBook.PeelTold)
            ? Because.Of(RuleBook.PeelTold, ("product", track.Product.Name), ("on", last))
            : null;

    /// <summary>The practitioner chose to wait, or asked the client, who has not answered yet.</summary>
    private Because? ByChoice(Track track, DateOnly day)
    {
        if (track.Waits is not { } wait || day >= wait.Until)
        {
            return null;
        }

        var rule = wait.AsksClient ? RuleBook.FeltAsked : RuleBook.WaitChosen;
        return wait.AsksClient && answered(wait) ? null : Because.Of(rule, ("product", track.Product.Name), ("until", wait.Until));
    }

    /// <summary>The step up waits while the estimate is sure enough that a strong reaction is too likely there.</summary>
    private Because? TooLikely(Track track, DateOnly day)
    {
        if (
            !rule.On(RuleBook.Tolerance)
            || track.Rung >= track.Ladder.Top
            || Expects(track, track.Rung + 1, day) is not { } expected
            || expected.SureOver <= HouseRules.SureEnough
        )
        {
            return null;
        }

        return Because.Of(
            RuleBook.Tolerance,
            ("product", track.Product.Name),
            ("frequency", track.Ladder.Rungs[track.Rung + 1].SaidLater(standing.MomentOf(track) == Moment.Morning)),
            ("chance", Math.Round(expected.Chance * 100)),
            ("sure", Math.Round(expected.SureOver * 100)),
            ("limit", rules.StepUpChancePercent)
        );
    }
}
