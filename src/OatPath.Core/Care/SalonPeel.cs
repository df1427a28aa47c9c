using System.Text.Json.Serialization;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Care;

/// <summary>One layer of a peel in the salon, put on over those before it.</summary>
/// <param name="What">The product or acid, as the practitioner calls it.</param>
/// <param name="OnSeconds">When it first touched, seconds since the first layer did.</param>
/// <param name="Percent">Of its acid, or of all acids of a blend together; null where it is not known.</param>
/// <param name="OffSeconds">When it came off; null where it came off with everything else.</param>
public sealed record SalonLayer(
    string What,
    [property: Between(0, 100, Above = true)] decimal? Percent,
    [property: Between(0, 14)] decimal? Ph,
    [property: Between(0, 7200)] int OnSeconds,
    [property: Between(1, 28800)] int? OffSeconds
)
{
    private const decimal HighPercent = 30;
    private const decimal LowPh = 3.0m;
    private const int MostAcids = 8;

    /// <summary>The acids of a blend, each with its percent; empty for a layer of one acid.</summary>
    public IReadOnlyList<Active> Acids { get; init; } = [];

    /// <summary>Percent of acid in all, as it is known.</summary>
    [JsonIgnore]
    public decimal? Together =>
        Percent ?? (Acids.Count > 0 && Acids.All(acid => acid.Percent is not null) ? Acids.Sum(acid => acid.Percent) : null);

    /// <summary>Beyond what a home kit may ever be; what is not known is.</summary>
    [JsonIgnore]
    public bool HighStrength => Together is null or > HighPercent || Ph is null or < LowPh;

    /// <summary>"Mixed peel (mandelic 20 %, pyruvic 10 %) pH 2.8".</summary>
    [JsonIgnore]
    public string InWords =>
        $"{What}{Blend}{(Acids.Count == 0 ? PercentOf(Percent) : "")}{(Ph is { } ph ? FormattableString.Invariant($" pH {ph:0.##}") : "")}";

    private string Blend =>
        Acids.Count == 0
            ? ""
            : $" ({string.Join(", ", Acids.Select(acid => SubstanceTraits.Of(acid.Substance).Title + PercentOf(acid.Percent)))})";

    private static string PercentOf(decimal? percent) => percent is null ? "" : FormattableString.Invariant($" {percent:0.##} %");

    internal IEnumerable<Problem> Check(string field)
    {
        if (What.Trim().Length is 0 or > 80)
        {
            yield return new($"{field}.what", "name the product or acid in 1 to 80 characters");
        }

        if (Percent is <= 0 or > 100)
        {
            yield return new($"{field}.percent", "give more than 0 and at most 100 percent, or leave it empty");
        }

        if (Ph is < 0 or > 14)
        {
            yield return new($"{field}.ph", "give a pH from 0 to 14, or leave it empty");
        }

        if (
            Acids.Count > MostAcids
            || Acids.Any(acid => acid.Percent is <= 0 or > 100)
            || Acids.Select(acid => acid.Substance).Distinct().Count() < Acids.Count
        )
        {
            yield return new($"{field}.acids", $"give at most {MostAcids} acids, each once, with more than 0 and at most 100 percent");
        }

        if (Acids.Sum(acid => acid.Percent ?? 0) is var sum && (sum > 100 || sum > Percent))
        {
            yield return new(
                $"{field}.acids",
                "together they pass the percent of the layer; check the label, or leave the percent of the layer empty"
            );
        }
    }

    public bool Equals(SalonLayer? other) =>
        other is not null
        && (What, Percent, Ph, OnSeconds, OffSeconds) == (other.What, other.Percent, other.Ph, other.OnSeconds, other.OffSeconds)
        && Acids.SequenceEqual(other.Acids);

    public override int GetHashCode() => HashCode.Combine(What, Percent, Ph, OnSeconds, OffSeconds);
}

/// <summary>
/// What was done at a peel in the salon. The first layer goes on working under the second, so each is counted from its own touch until it
/// came off.
/// </summary>
/// <param name="OffSeconds">When everything was off, seconds since the first touch; null where the last layer was left on.</param>
public sealed record SalonPeel(
    IReadOnlyList<SalonLayer> Layers,
    [property: Between(1, 28800)] int? OffSeconds,
    IReadOnlyList<FaceZone> Zones,
    string By
)
{
    public const int MostLayers = 4;

    /// <summary>A peel that is left on comes off after so many hours at the latest.</summary>
    /// <remarks>Source: trade convention.</remarks>
    public const int LongestHours = 8;

    private const int MostSeconds = LongestHours * 3600;

    /// <summary>Whether nobody has written yet when it came off.</summary>
    [JsonIgnore]
    public bool LeftOn => OffSeconds is null && Layers.Any(layer => layer.OffSeconds is null);

    /// <summary>Two or more of high strength over each other.</summary>
    public bool Stacked => Layers.Count(layer => layer.HighStrength) > 1;

    /// <summary>Contact of each layer, seconds; null where it was left on.</summary>
    public IReadOnlyList<int?> Contacts => [.. Layers.Select(layer => (layer.OffSeconds ?? OffSeconds) - layer.OnSeconds)];

    public string InWords =>
        string.Join(
            ", ",
            Layers.Zip(Contacts, (layer, contact) => $"{layer.InWords} {(contact is { } seconds ? Lasting(seconds) : "left on")}")
        );

    private static string Lasting(int seconds) =>
        seconds < 3600 ? Words.Clock(seconds * 1000L)
        : seconds % 3600 < 60 ? $"{seconds / 3600} h"
        : $"{seconds / 3600} h {seconds % 3600 / 60} min";

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
            problems.AddRange(layer.Check($"layers[{i}]"));
            Need(
                layer.OnSeconds is >= 0 and <= 7200 && (i == 0 || layer.OnSeconds >= peel.Layers[i - 1].OnSeconds),
                $"layers[{i}].on",
                "give when it went on, not before the layer under it, at most 120 minutes"
            );
            Need(off is null || off > layer.OnSeconds, $"layers[{i}].off", "must be later than when it went on");
        }

        Need(
            peel.OffSeconds is null or (> 0 and <= MostSeconds),
            "off",
            $"give when all was off, at most {LongestHours} hours, or leave it empty until it is known"
        );
        Need(peel.By.Length <= 80, "by", "keep it under 80 characters");
        return problems;
    }
}
