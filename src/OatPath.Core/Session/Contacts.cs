using OatPath.Core.Skin;

namespace OatPath.Core.Session;

/// <summary>Which zones are on, since when, and how long each was on before.</summary>
internal sealed class Contacts
{
    private readonly List<FaceZone> zones = [];
    private readonly Dictionary<FaceZone, long> onSince = [];
    private readonly Dictionary<FaceZone, long> before = [];

    /// <summary>Every zone ever touched, in the order of first touch.</summary>
    public IReadOnlyList<FaceZone> Zones => zones;

    public bool AnyOn => onSince.Count > 0;

    /// <summary>The first touch of the zones that are on.</summary>
    public long FirstTouch => onSince.Values.Min();

    public bool IsOn(FaceZone zone) => onSince.ContainsKey(zone);

    public bool WasOff(FaceZone zone) => before.ContainsKey(zone) && !IsOn(zone);

    public long TouchOf(FaceZone zone) => onSince[zone];

    /// <summary>Zones that are on, in the order they went on.</summary>
    public IEnumerable<FaceZone> InOrder() => onSince.OrderBy(pair => pair.Value).ThenBy(pair => zones.IndexOf(pair.Key)).Select(pair => pair.Key);

    /// <summary>Only the first touch counts while a zone is on.</summary>
    public void On(FaceZone zone, long at)
    {
        onSince.TryAdd(zone, at);
        if (!zones.Contains(zone))
        {
            zones.Add(zone);
        }
    }

    public void Off(FaceZone zone, long at)
    {
        if (onSince.Remove(zone, out var since))
        {
            before[zone] = before.GetValueOrDefault(zone) + at - since;
        }
    }

    public void AllOff(long at)
    {
        foreach (var zone in onSince.Keys.ToList())
        {
            Off(zone, at);
        }
    }

    /// <summary>All contacts of a zone together, milliseconds, up to now where it still is on.</summary>
    public long Of(FaceZone zone, long now) => before.GetValueOrDefault(zone) + (onSince.TryGetValue(zone, out var since) ? now - since : 0);
}
