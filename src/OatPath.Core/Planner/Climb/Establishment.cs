using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Climb;

/// <summary>Which families this skin is established in.</summary>
internal sealed class Establishment(KnownFacts facts, List<Track> tracks)
{
    private const int CalmDays = 28;

    /// <summary>
    /// Whether a family counts as established: by noted word, or 4 weeks at one rung, 70 % used, no sting of 4 or more, no redness past 24
    /// h.
    /// </summary>
    public bool Is(Family family, DateOnly day)
    {
        foreach (var noted in facts.Established)
        {
            if (noted.Family == family && noted.On <= day)
            {
                return true;
            }
        }

        var seen = day < facts.Today ? day : facts.Today;
        foreach (var track in tracks)
        {
            if (
                track.Kit is null
                && track.Product.Has(family)
                && track.Evidence.CalmFrom is { } calm
                && track.Stopped is null
                && seen.DayNumber - calm.DayNumber >= CalmDays
                && track.Evidence.Planned > 0
                && track.Evidence.Uses * 10 >= track.Evidence.Planned * 7
            )
            {
                return true;
            }
        }

        return false;
    }

    public bool Is(Track track, DateOnly day)
    {
        foreach (var family in track.Irritants)
        {
            if (!Is(family, day))
            {
                return false;
            }
        }

        return true;
    }
}
