using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Climb;

/// <summary>More retinoid than at the last peel: the contact of every kit begins anew.</summary>
internal sealed class KitRestarts(RuleSwitch rule, Standing standing)
{
    /// <summary>Takes in that a product was begun or raised; only a retinoid matters.</summary>
    public void Raised(Track track, DateOnly day)
    {
        if (!track.Product.Has(Family.Retinoid) || !rule.On(RuleBook.PeelAgain))
        {
            return;
        }

        foreach (var kit in standing.Kits)
        {
            if (kit is { Started: true, Rung: > 0 })
            {
                kit.Enter(0, day, Because.Of(RuleBook.PeelAgain, ("product", kit.Product.Name), ("other", track.Product.Name)));
            }
        }
    }
}
