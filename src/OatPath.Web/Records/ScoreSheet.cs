using Microsoft.Extensions.Primitives;
using OatPath.Core.House;
using OatPath.Core.LookBack;
using OatPath.Core.Scores;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Web.Records;

/// <summary>The sheet that scores are written on: a row for each zone, a column for each scale; an empty place was not looked at.</summary>
/// <param name="Mirrored">The face map as clients see themselves.</param>
public sealed record ScoreSheet(IReadOnlyList<SkinScale> Scales, bool Mirrored)
{
    /// <summary>What was typed, by field; a refused sheet is shown as it was sent.</summary>
    public IReadOnlyDictionary<string, string> Typed { get; private init; } = new Dictionary<string, string>();

    /// <summary>The last scores of whoever fills it in, by field.</summary>
    public IReadOnlyDictionary<string, int> Last { get; init; } = new Dictionary<string, int>();

    /// <summary>The name of a place on the form.</summary>
    public static string FieldOf(SkinScale scale, FaceZone zone) => $"{EnumName.Of(scale)}.{EnumName.Of(zone)}";

    public string TypedAt(SkinScale scale, FaceZone zone) => Typed.GetValueOrDefault(FieldOf(scale, zone), "");

    public string LastAt(SkinScale scale, FaceZone zone) =>
        Last.TryGetValue(FieldOf(scale, zone), out var score) ? score.ToString(System.Globalization.CultureInfo.InvariantCulture) : "";

    /// <summary>The latest score of one person in each place.</summary>
    public static IReadOnlyDictionary<string, int> LastOf(IEnumerable<ScoredDay> days, string by) =>
        days.SelectMany(day => day.Places)
            .SelectMany(place => place.By.Where(one => one.By == by).Select(one => (Field: FieldOf(place.Scale, place.Zone), one.Score)))
            .GroupBy(one => one.Field)
            .ToDictionary(place => place.Key, place => place.Last().Score);

    /// <summary>Reads a sheet that was sent.</summary>
    /// <returns>The sheet as it was sent, its scores, and what is wrong with it.</returns>
    public (ScoreSheet Sheet, IReadOnlyList<ZoneScore> Scores, IReadOnlyList<Problem> Problems) Read(
        IEnumerable<KeyValuePair<string, StringValues>> form
    )
    {
        var sent = form.ToDictionary(pair => pair.Key, pair => pair.Value.ToString().Trim());
        var (typed, scores, problems) = (new Dictionary<string, string>(), new List<ZoneScore>(), new List<Problem>());
        foreach (var (scale, zone) in Scales.SelectMany(scale => SkinScales.Zones.Select(zone => (scale, zone))))
        {
            if (sent.GetValueOrDefault(FieldOf(scale, zone), "") is not { Length: > 0 } text)
            {
                continue;
            }

            typed[FieldOf(scale, zone)] = text;
            if (Field.Whole(text) is { } score and >= 0 and <= SkinScales.Most)
            {
                scores.Add(
                    new()
                    {
                        Scale = scale,
                        Zone = zone,
                        Score = score,
                    }
                );
            }
            else
            {
                problems.Add(
                    new(
                        Words.Capital($"{SkinScales.TitleOf(scale)}, {FaceZones.TitleOf(zone)}"),
                        Said.Of($"write 0 to {SkinScales.Most}, or leave it empty where you did not look")
                    )
                );
            }
        }

        if (typed.Count == 0)
        {
            problems.Add(new(Said.Of("Scores"), Said.Of("write at least one")));
        }

        return (this with { Typed = typed }, scores, problems);
    }
}
