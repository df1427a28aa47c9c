using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>Steam reaches the whole face: with a zone to leave out, other than the closed eyes, there is none.</summary>
internal sealed class SteamWhole(ZonesLeftOut leftOut, RuleSwitch rule) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day)
    {
        if (track.Product.Kind != ProductKind.FacialSteamer || !rule.On(RuleBook.SteamWhole))
        {
            return null;
        }

        var zones = leftOut.Of(track.Product, day).Where(zone => !FaceZones.AreEyes(zone)).ToList();
        return zones.Count == 0
            ? null
            : Off.Through(
                day,
                Because.Of(
                    RuleBook.SteamWhole,
                    ("product", track.Product.Name),
                    ("on", day),
                    ("zones", Said.Later(() => Words.List([.. zones.Select(FaceZones.TitleOf)])))
                )
            );
    }
}
