using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>Everything that keeps something with a ladder off a day, whatever its rung and its company.</summary>
internal sealed class Obstacles(Verdicts verdicts, FlagRest flags, IKeepsOff calendar, IKeepsOff peelRest, IKeepsOff waits, IKeepsOff bottle, IKeepsOff gel, IKeepsOff told, IKeepsOff reaction, IKeepsOff strengths, IKeepsOff ready) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day) => verdicts.Of(track, day) ?? (track.Active ? OfActive(track, day) : OfExtra(track, day));

    private Off? OfActive(Track track, DateOnly day)
    {
        if (track.Stopped is not null)
        {
            return Off.ByHand(track.Stopped);
        }

        if (track.Start is null || track.Start.On > day)
        {
            return Off.ByHand(Because.Of(track.Kit is null ? RuleBook.NotStarted : RuleBook.SessionOnly, ("product", track.Product.Name)));
        }

        return calendar.Of(track, day) ?? peelRest.Of(track, day) ?? waits.Of(track, day) ?? bottle.Of(track, day) ?? told.Of(track, day) ?? reaction.Of(track, day)
            ?? strengths.Of(track, day) ?? (track.Started ? null : ready.Of(track, day));
    }

    /// <summary>Masks, scrubs and devices have no ladder to climb: fewer things concern them.</summary>
    private Off? OfExtra(Track track, DateOnly day) =>
        bottle.Of(track, day) ?? peelRest.Of(track, day) ?? (track.Product.IsDevice() ? calendar.Of(track, day) ?? gel.Of(track, day) : flags.Sunburn(day));
}
