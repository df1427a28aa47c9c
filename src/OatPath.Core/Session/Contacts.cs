using OatPath.Core.Skin;

namespace OatPath.Core.Session;

/// <summary>Which zones are on, since when and in how many layers, and how long each was on before.</summary>
internal sealed class Contacts
{
    private readonly List<FaceZone> zones = [];
    private readonly Dictionary<FaceZone, List<long>> onSince = [];
    private readonly Dictionary<FaceZone, List<long>> before = [];

    /// <summary>Every zone ever touched, in the order of first touch.</summary>
    public IReadOnlyList<FaceZone> Zones => zones;

    public bool AnyOn => onSince.Count > 0;

    /// <summary>The first touch of the zones that are on.</summary>
    public long FirstTouch => onSince.Values.Min(layers => layers[0]);

    /// <summary>When the last of what came off did; null before anything has.</summary>
    public long? LastOff { get; private set; }

    public bool IsOn(FaceZone zone) => onSince.ContainsKey(zone);

    public bool WasOff(FaceZone zone) => before.ContainsKey(zone) && !IsOn(zone);

    public long TouchOf(FaceZone zone) => onSince[zone][0];

    /// <summary>Layers that are on a zone now.</summary>
    public int LayersOn(FaceZone zone) => onSince.TryGetValue(zone, out var layers) ? layers.Count : 0;

    /// <summary>Zones that are on, in the order they went on.</summary>
    public IEnumerable<FaceZone> InOrder() =>
        onSince.OrderBy(pair => pair.Value[0]).ThenBy(pair => zones.IndexOf(pair.Key)).Select(pair => pair.Key);

    /// <summary>Only the first touch counts while a zone is on.</summary>
    public void On(FaceZone zone, long at)
    {
        onSince.TryAdd(zone, [at]);
        if (!zones.Contains(zone))
        {
            zones.Add(zone);
        }
    }

    /// <summary>One more layer over what is on.</summary>
    public void Layer(FaceZone zone, long at)
    {
        if (onSince.TryGetValue(zone, out var layers))
        {
            layers.Add(at);
        }
        else
        {
            On(zone, at);
        }
    }

    /// <summary>All layers of a zone come off together.</summary>
    public void Off(FaceZone zone, long at)
    {
        if (IsOn(zone))
        {
            before[zone] = Of(zone, at);
            onSince.Remove(zone);
            LastOff = at;
        }
    }

    public void AllOff(long at)
    {
        foreach (var zone in onSince.Keys.ToList())
        {
            Off(zone, at);
        }
    }

    /// <summary>Contact of each layer of a zone, milliseconds, all times it was on together, up to now where it still is.</summary>
    public List<long> Of(FaceZone zone, long now)
    {
        var layers = before.TryGetValue(zone, out var past) ? past.ToList() : [];
        var on = onSince.GetValueOrDefault(zone, []);
        for (var i = 0; i < on.Count; i++)
        {
            if (i < layers.Count)
            {
                layers[i] += now - on[i];
            }
            else
            {
                layers.Add(now - on[i]);
            }
        }

        return layers;
    }

    /// <summary>Contact of a zone from its first touch, milliseconds.</summary>
    public long Longest(FaceZone zone, long now) => Of(zone, now)[0];
}
