using OatPath.Core.House;
using OatPath.Core.Planner.Climb;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>
/// A booster evening: the next strength for one evening in place of the usual serum. It stands alone; other irritants are off the day before, the day itself and the day after.
/// </summary>
/// <param name="mayStand">Whether nothing else keeps a booster off a day.</param>
internal sealed class BoosterEvenings(RuleSwitch rule, List<Track> tracks, Func<Track, DateOnly, bool> mayStand)
{
    /// <summary>Why an active rests for the sake of a booster, or null.</summary>
    public Because? Of(Track track, DateOnly day)
    {
        foreach (var booster in tracks)
        {
            if (booster.BoosterFor is not { } serum || booster == track || !track.Active || !rule.On(RuleBook.BoosterEvening))
            {
                continue;
            }

            var near = track.Product.Id == serum ? 0 : 1;
            for (var on = day.AddDays(-near); on <= day.AddDays(near); on = on.AddDays(1))
            {
                if (booster.PlacedOn(on) || (on >= day && IsDue(booster, serum, on)))
                {
                    return Because.Of(RuleBook.BoosterEvening, ("product", track.Product.Name), ("other", booster.Product.Name), ("on", on));
                }
            }
        }

        if (track.BoosterFor is { } own && rule.On(RuleBook.BoosterEvening) && Near(track, own, day) is { } used)
        {
            return Because.Of(RuleBook.BoosterEvening, ("product", track.Product.Name), ("other", used.Product.Name), ("on", day));
        }

        return null;
    }

    private bool IsDue(Track booster, string serum, DateOnly day) => mayStand(booster, day) && Near(booster, serum, day) is null;

    /// <summary>Another irritant already placed on the day or the one before.</summary>
    private Track? Near(Track booster, string serum, DateOnly day) =>
        tracks.Find(other => other != booster && other.Active && (other.PlacedOn(day) || (other.Product.Id != serum && other.PlacedOn(day.AddDays(-1)))));
}
