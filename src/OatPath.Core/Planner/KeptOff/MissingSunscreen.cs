using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>Nothing that makes skin tender to light without a sunscreen that counts.</summary>
internal sealed class MissingSunscreen(KnownFacts facts, RuleSwitch rule, Verdicts verdicts, SpfNeeded needed) : IKeepsOff
{
    private (DateOnly Day, bool Usable) found;

    public Off? Of(Track track, DateOnly day) =>
        track.LightSensitising && rule.On(RuleBook.SunscreenRequired) && !IsThere(day)
            ? Off.ByHand(Because.Of(RuleBook.SunscreenRequired, ("product", track.Product.Name), ("spf", needed.On(day))))
            : null;

    /// <summary>Asked often, so the day's answer is kept.</summary>
    private bool IsThere(DateOnly day)
    {
        if (found.Day != day)
        {
            var spf = needed.On(day);
            found = (day, facts.InUse.Exists(product => product.IsUsableSunscreen(spf, day) && verdicts.Refusal(product, day) is null));
        }

        return found.Usable;
    }
}
