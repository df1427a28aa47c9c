using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>No device without the gel made for it.</summary>
internal sealed class MissingGel(KnownFacts facts, RuleSwitch rule) : IKeepsOff
{
    public bool Never => !facts.InUse.Exists(product => DeviceKinds.HasItsGel(product.Kind));

    public Off? Of(Track track, DateOnly day) =>
        rule.On(RuleBook.DeviceGel) && DeviceGels.Lacks(track.Product, facts.InUse, day) is { } lacks
            ? Off.ByHand(
                Because.Of(RuleBook.DeviceGel, ("product", track.Product.Name), ("what", lacks), ("kind", track.Product.Traits.Title))
            )
            : null;
}
