using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>A light-sensitising active is held where sunscreen was left out on so many of the last 7 mornings.</summary>
/// <param name="from">Mornings left out from which it is held.</param>
internal sealed class SkippedSunscreen(KnownFacts facts, HouseRules rules, RuleSwitch rule, int from) : IKeepsOff
{
    public bool Never => facts.Sunscreen.None;

    public Off? Of(Track track, DateOnly day)
    {
        if (!track.LightSensitising || facts.Sunscreen.None || !rule.On(RuleBook.SunscreenSkipped))
        {
            return null;
        }

        var count = facts.Sunscreen.In7(day).Count();
        return count < from
            ? null
            : Off.Through(
                day,
                Because.Of(
                    RuleBook.SunscreenSkipped,
                    ("product", track.Product.Name),
                    ("count", count),
                    ("ask", rules.SunscreenSkipsAsk),
                    ("wait", rules.SunscreenSkipsWait)
                )
            );
    }
}
