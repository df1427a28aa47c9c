using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>No current without the gel made for the device.</summary>
internal sealed class MissingGel(KnownFacts facts, RuleSwitch rule) : IKeepsOff
{
    public bool Never => !facts.InUse.Exists(product => product.IsElectrical());

    public Off? Of(Track track, DateOnly day) =>
        track.Electrical && rule.On(RuleBook.DeviceGel) && DeviceGels.Lacks(track.Product, facts.InUse, day) is { } lacks
            ? Off.ByHand(Because.Of(RuleBook.DeviceGel, ("product", track.Product.Name), ("what", lacks), ("kind", track.Product.Traits.Title))) : null;
}
