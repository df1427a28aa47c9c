using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Care;

/// <summary>One layer of a peel in the salon, put on over those before it.</summary>
/// <param name="What">The product or acid, as the practitioner calls it.</param>
/// <param name="OnSeconds">When it first touched, seconds since the first layer did.</param>
/// <param name="OffSeconds">When it came off; null where it came off with everything else.</param>
public sealed record SalonLayer(string What, decimal? Percent, decimal? Ph, int OnSeconds, int? OffSeconds)
{
    private const decimal HighPercent = 30;
    private const decimal LowPh = 3.0m;

    /// <summary>Beyond what a home kit may ever be; what is not known is.</summary>
    public bool HighStrength => Percent is null or > HighPercent || Ph is null or < LowPh;
}

/// <summary>What was done at a peel in the salon. The first layer goes on working under the second, so each is counted from its own touch until it came off.</summary>
/// <param name="OffSeconds">When everything was off, seconds since the first touch; null where the last layer was left on.</param>
public sealed record SalonPeel(IReadOnlyList<SalonLayer> Layers, int? OffSeconds, IReadOnlyList<FaceZone> Zones, string By)
{
    public const int MostLayers = 4;

    /// <summary>Two or more of high strength over each other.</summary>
    public bool Stacked => Layers.Count(layer => layer.HighStrength) > 1;

    /// <summary>Contact of each layer, seconds; null where it was left on.</summary>
    public IReadOnlyList<int?> Contacts => [.. Layers.Select(layer => (layer.OffSeconds ?? OffSeconds) - layer.OnSeconds)];

    public string InWords => string.Join(", ", Layers.Zip(Contacts, (layer, contact) =>
        $"{layer.What}{(layer.Percent is { } percent ? FormattableString.Invariant($" {percent:0.##} %") : "")}{(layer.Ph is { } ph ? FormattableString.Invariant($" pH {ph:0.##}") : "")} {(contact is { } seconds ? Words.Clock(seconds * 1000L) : "left on")}"));

    /// <summary>Says what is wrong with it, each field with its remedy.</summary>
    public static IReadOnlyList<Problem> Check(SalonPeel peel)
    {
        var problems = new List<Problem>();
        void Need(bool ok, string field, string remedy)
        {
            if (!ok)
            {
                problems.Add(new(field, remedy));
            }
        }

        Need(peel.Layers.Count is >= 1 and <= MostLayers, "layers", $"give 1 to {MostLayers} layers");
        for (var i = 0; i < peel.Layers.Count; i++)
        {
            var layer = peel.Layers[i];
            var off = layer.OffSeconds ?? peel.OffSeconds;
            Need(layer.What.Trim().Length is > 0 and <= 80, $"layers[{i}].what", "name the product or acid in 1 to 80 characters");
            Need(layer.Percent is null or (> 0 and <= 100), $"layers[{i}].percent", "give more than 0 and at most 100 percent, or leave it empty");
            Need(layer.Ph is null or (>= 0 and <= 14), $"layers[{i}].ph", "give a pH from 0 to 14, or leave it empty");
            Need(layer.OnSeconds is >= 0 and <= 7200 && (i == 0 || layer.OnSeconds >= peel.Layers[i - 1].OnSeconds), $"layers[{i}].on", "give when it went on, not before the layer under it, at most 120 minutes");
            Need(off is null || off > layer.OnSeconds, $"layers[{i}].off", "must be later than when it went on");
        }

        Need(peel.OffSeconds is null or (> 0 and <= 7200), "off", "give when all was off, at most 120 minutes, or leave it empty where it was left on");
        Need(peel.By.Length <= 80, "by", "keep it under 80 characters");
        return problems;
    }
}
