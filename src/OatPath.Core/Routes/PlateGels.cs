using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Routes;

/// <summary>Several gels under one plate, each on its zones, cleaned off between them.</summary>
/// <remarks>Source: trade convention.</remarks>
public static class PlateGels
{
    /// <summary>The gel for some zones: the one that names all of them, else one that names none; null where no gel goes there.</summary>
    public static Product? For(IEnumerable<FaceZone> zones, IReadOnlyList<Product> gels)
    {
        var needed = zones.ToList();
        return gels.FirstOrDefault(gel => gel.GelZones.Count > 0 && Covers(gel, needed))
            ?? gels.FirstOrDefault(gel => gel.GelZones.Count == 0);
    }

    /// <summary>The guide with the gel of each part named, where there is more than one; what changes is wiped off first.</summary>
    public static DeviceGuide On(DeviceGuide guide, IReadOnlyList<Product> gels)
    {
        if (gels.Count < 2 || gels.All(gel => gel.GelZones.Count == 0))
        {
            return guide;
        }

        var passes = new List<DevicePass>();
        foreach (var pass in guide.Passes)
        {
            var gel = pass.Gel is null ? null : For(pass.Strokes.SelectMany(stroke => stroke.Zones), gels);
            var changes = passes.Count > 0 && gel is not null && passes[^1].GelId != gel.Id;
            passes.Add(
                gel is null
                    ? pass
                    : pass with
                    {
                        GelId = gel.Id,
                        GelName = gel.Name,
                        Before = changes ? Said.Of($"Wipe skin and plate clean first. {pass.Before}") : pass.Before,
                    }
            );
        }

        return guide with
        {
            Passes = passes,
        };
    }

    private static bool Covers(Product gel, List<FaceZone> zones)
    {
        var named = gel.GelZones.SelectMany(FaceZones.Covered).ToHashSet();
        return zones.TrueForAll(named.Contains);
    }
}
