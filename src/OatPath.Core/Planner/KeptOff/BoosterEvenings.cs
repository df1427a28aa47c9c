using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>
/// A booster evening: the next strength for one evening in place of the usual serum. It stands alone; other irritants are off the day
/// before, the day itself and the day after.
/// </summary>
/// <param name="otherwise">Everything else that could keep a booster off a day.</param>
internal sealed class BoosterEvenings(RuleSwitch rule, Standing standing, IKeepsOff otherwise) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day)
    {
        if (!rule.On(RuleBook.BoosterEvening))
        {
            return null;
        }

        foreach (var booster in standing.Tracks)
        {
            if (booster.BoosterFor is not { } serum || booster == track || !track.Active)
            {
                continue;
            }

            var near = track.Product.Id == serum ? 0 : 1;
            for (var on = day.AddDays(-near); on <= day.AddDays(near); on = on.AddDays(1))
            {
                if (booster.Placed.On(on) || (on >= day && IsDue(booster, serum, on)))
                {
                    return Off.Through(on.AddDays(near), Say(track, booster, on));
                }
            }
        }

        return track.BoosterFor is { } own && Near(track, own, day) is { } used ? Off.Through(day, Say(track, used, day)) : null;
    }

    private bool IsDue(Track booster, string serum, DateOnly day) =>
        otherwise.Of(booster, day) is null && Near(booster, serum, day) is null;

    /// <summary>Another irritant already placed on the day or the one before.</summary>
    private Track? Near(Track booster, string serum, DateOnly day) =>
        standing.Tracks.Find(other =>
            other != booster && other.Active && (other.Placed.On(day) || (other.Product.Id != serum && other.Placed.On(day.AddDays(-1))))
        );

    private static Because Say(Track track, Track other, DateOnly on) =>
        Because.Of(RuleBook.BoosterEvening, ("product", track.Product.Name), ("other", other.Product.Name), ("on", on));
}
