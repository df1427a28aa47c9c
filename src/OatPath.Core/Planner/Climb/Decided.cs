using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Climb;

/// <summary>Takes in what the practitioner decided, but for steps up, which wait for the evidence of their day.</summary>
internal sealed class Decided(KnownFacts facts, HouseRules rules, RuleSwitch rule, Standing standing)
{
    private readonly bool tender = facts.File.Intake.Sensitivity >= Sensitivity.Sensitive;
    private int next;

    /// <summary>Takes in everything in force by a day.</summary>
    /// <returns>The steps up among it, in order.</returns>
    public IReadOnlyList<StepUp> TakeUpTo(DateOnly day)
    {
        List<StepUp>? steps = null;
        for (; next < facts.Decisions.Length && facts.Decisions[next].On <= day; next++)
        {
            if (facts.Decisions[next] is StepUp step)
            {
                (steps ??= []).Add(step);
            }
            else
            {
                Take(facts.Decisions[next], day);
            }
        }

        return steps ?? [];
    }

    private void Take(Decision decision, DateOnly day)
    {
        switch (decision)
        {
            case StartActive start when standing.Find(start.Product) is { } track:
                Start(track, start, day);
                break;
            case StopActive stop when standing.Find(stop.Product) is { } track:
                track.Stop(Because.Of(RuleBook.StoppedByHand, ("product", track.Product.Name), ("on", stop.On)), stop.On);
                break;
            case StepDown down when standing.Find(down.Product) is { BoosterFor: null } track:
                track.LowerTo(down.Rung, day, Because.Of(RuleBook.LoweredByHand, ("product", track.Product.Name), ("on", down.On)));
                break;
            case WaitBeforeStep wait when standing.Find(wait.Product) is { } track:
                track.WaitBefore(wait);
                break;
            case KeepLevel keep when standing.Find(keep.Product) is { } track:
                track.KeepLevel();
                break;
            case ReopenLevel reopen when standing.Find(reopen.Product) is { } track:
                track.ReopenLevel();
                break;
            case ShapeLadder shape when standing.Find(shape.Product) is { BoosterFor: null } track:
                track.ShapeLadder(shape, tender, day);
                break;
            case TieFacial facial:
                standing.Tie(facial, tender);
                break;
            case ShapeWeek week:
                standing.Agree(week);
                break;
        }
    }

    private void Start(Track track, StartActive said, DateOnly day)
    {
        var (start, doubt) = rule.On(RuleBook.StartDoubted)
            ? DoubtedStarts.Weigh(said, track.Product, facts.File.Intake, rules, facts.Established)
            : (said, null);
        track.Begin(
            start,
            doubt,
            PatchCountsFrom(track, start),
            track.NeedsPatch && rule.On(RuleBook.PatchFirst) ? null : start.On,
            tender,
            day
        );
    }

    /// <summary>
    /// A patch test of the same formula read shortly before the start was decided counts too; one from before a stop does not.
    /// </summary>
    private DateOnly PatchCountsFrom(Track track, StartActive start)
    {
        var from = start.On.AddDays(-PatchTests.CountsBeforeDays);
        var stopped = track.Stopped is null ? from : track.StoppedOn.AddDays(1);
        var changed = facts.ChangedOn(track.Product.Id) ?? from;
        return new[] { from, stopped, changed }.Max();
    }
}
