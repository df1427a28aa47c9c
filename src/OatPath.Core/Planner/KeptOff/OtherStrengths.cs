using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>A stronger one of the same acid has begun in this one's place; a booster takes only evenings.</summary>
internal sealed class StrongerInUse(RuleSwitch rule) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day)
    {
        foreach (var other in track.Stronger)
        {
            if (other.Started && other.Stopped is null && other.BoosterFor is null && rule.On(RuleBook.Replaced))
            {
                return Off.ByHand(Because.Of(RuleBook.Replaced, ("product", track.Product.Name), ("other", other.Product.Name)));
            }
        }

        return null;
    }
}

/// <summary>A booster waits while the serum it takes the place of is not in steady use.</summary>
internal sealed class BoosterWithoutSerum(RuleSwitch rule, Standing standing) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day)
    {
        if (track.BoosterFor is not { } serum || !rule.On(RuleBook.BoosterNeedsSerum))
        {
            return null;
        }

        var usual = standing.Find(serum);
        return usual is { Started: true, Stopped: null }
            ? null
            : Off.ByHand(
                Because.Of(RuleBook.BoosterNeedsSerum, ("product", track.Product.Name), ("other", usual?.Product.Name ?? "its serum"))
            );
    }
}

/// <summary>The milder strength has not been held calm for long enough, or was not borne.</summary>
internal sealed class MilderFirst(HouseRules rules, RuleSwitch rule, Verdicts verdicts) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day)
    {
        foreach (var other in track.Milder)
        {
            if (
                other.Start is null
                || other.Start.On > day
                || other.BoosterFor is not null
                || other.Stopped is { Rule: RuleBook.StoppedByHand }
                || !rule.On(RuleBook.StrengthHold)
                || verdicts.Refusal(other.Product, day) is not null
            )
            {
                continue;
            }

            if (other.Stopped is not null)
            {
                return Off.ByHand(Say(track, other, "you decide about that one"));
            }

            if (other.Evidence.HoldFrom is not { } from)
            {
                return Off.Through(day, Say(track, other, "that one has begun"));
            }

            if (day < from.AddDays(rules.StrengthHoldDays))
            {
                return Off.Through(from.AddDays(rules.StrengthHoldDays - 1), Say(track, other, from.AddDays(rules.StrengthHoldDays)));
            }
        }

        return null;
    }

    private Because Say(Track track, Track other, object until) =>
        Because.Of(
            RuleBook.StrengthHold,
            ("product", track.Product.Name),
            ("other", other.Product.Name),
            ("days", rules.StrengthHoldDays),
            ("until", until)
        );
}
