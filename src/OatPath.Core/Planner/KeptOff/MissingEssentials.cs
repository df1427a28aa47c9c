using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>An active waits while there is no gentle cleanser or plain moisturiser to go with it.</summary>
internal sealed class MissingEssentials(KnownFacts facts, RuleSwitch rule, Verdicts verdicts) : IKeepsOff
{
    private readonly List<Product> essentials = facts.InUse.FindAll(product => product.IsGentleCleanser() || product.IsNightMoisturiser());
    private (DateOnly Day, IReadOnlyList<string> What) lackingOn = (DateOnly.MinValue, []);

    public Off? Of(Track track, DateOnly day)
    {
        if (!track.NeedsEssentials || !rule.On(RuleBook.EssentialsFirst))
        {
            return null;
        }

        if (lackingOn.Day != day)
        {
            lackingOn = (
                day,
                Essentials.Lacking(essentials.Where(product => product.UsableOn(day) && verdicts.RefusalAhead(product, day) is null))
            );
        }

        return lackingOn.What.Count > 0
            ? Off.Through(
                day,
                Because.Of(RuleBook.EssentialsFirst, ("product", track.Product.Name), ("what", string.Join(" and ", lackingOn.What)))
            )
            : null;
    }
}
