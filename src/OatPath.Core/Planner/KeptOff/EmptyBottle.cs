using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>An empty or spoiled package is not planned, nor a piece that is not there; what was ticked happened.</summary>
internal sealed class EmptyBottle(KnownFacts facts, RuleSwitch rule) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day) =>
        !rule.On(RuleBook.Empty) || track.Placed.On(day) ? null
        : !track.Product.UsableOn(day) ? Off.ByHand(Because.Of(RuleBook.Empty, ("product", track.Product.Name)))
        : PiecesUsedUp(track, day) ? Off.ByHand(Because.Of(RuleBook.UsedUp, ("product", track.Product.Name)))
        : null;

    private bool PiecesUsedUp(Track track, DateOnly day) =>
        day >= facts.Today
        && track.PiecesLeft is { } left
        && track.Placed.CountFrom(facts.Today) >= left + (facts.WasApplied(track.Product.Id, facts.Today) ? 1 : 0);
}
