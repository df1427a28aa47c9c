using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>Everything that keeps something with a ladder off a day, whatever its rung and its company.</summary>
/// <param name="actives">What keeps an active off that was started and not stopped.</param>
/// <param name="starts">What an active waits for besides before its first use.</param>
/// <param name="extras">What keeps off whatever is no active.</param>
/// <param name="devices">What keeps a device off besides.</param>
internal sealed class Obstacles(Verdicts verdicts, FlagRest flags, IKeepsOff actives, IKeepsOff starts, IKeepsOff extras, IKeepsOff devices)
    : IKeepsOff
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

        return actives.Of(track, day) ?? (track.Started ? null : starts.Of(track, day));
    }

    /// <summary>Masks, scrubs and devices have no ladder to climb: fewer things concern them.</summary>
    private Off? OfExtra(Track track, DateOnly day) =>
        extras.Of(track, day) ?? (track.Product.IsDevice() ? devices.Of(track, day) : flags.Sunburn(day));
}
