using OatPath.Core.House;
using OatPath.Core.LookBack;
using OatPath.Core.Scores;
using OatPath.Core.Skin;

namespace OatPath.Web.Wording;

/// <summary>Scores in the practitioner's words.</summary>
public static class ScoreWords
{
    /// <summary>"left cheek 2; nose Maren Holt 1, client 3; none at 6 more"; empty where nobody scored this scale.</summary>
    public static string Of(ScoredDay day, SkinScale scale)
    {
        var places = day.Places.Where(place => place.Scale == scale).ToList();
        var seen = places.Where(place => place.Most > 0).OrderByDescending(place => place.Most).Select(Of).ToList();
        var none = places.Count - seen.Count;
        return string.Join("; ", none == 0 ? seen : [.. seen, $"none at {Words.Count(none, "place")}"]);
    }

    /// <summary>One score where all agree, else each person's own.</summary>
    private static string Of(ScoredPlace place) =>
        place.Apart == 0
            ? $"{FaceZones.TitleOf(place.Zone)} {place.Most}"
            : $"{FaceZones.TitleOf(place.Zone)} {string.Join(", ", place.By.Select(one => $"{one.By} {one.Score}"))}";

    /// <summary>"3 to 1 at the studio, 2 to 3 by the client", the most in any zone; null where nobody scored it on two days.</summary>
    /// <param name="days">In order.</param>
    public static string? Between(IReadOnlyList<ScoredDay> days, SkinScale scale)
    {
        var parts = new List<string>();
        foreach (var (byClient, whose) in Sides)
        {
            var scores = days.Select(day => day.Most(scale, byClient)).OfType<int>().ToList();
            if (scores.Count > 1)
            {
                parts.Add($"{scores[0]} to {scores[^1]} {whose}");
            }
        }

        return parts.Count == 0 ? null : string.Join(", ", parts);
    }

    private static readonly (bool ByClient, string Whose)[] Sides = [(false, "at the studio"), (true, "by the client")];

    /// <summary>Who looked on a day.</summary>
    public static string Who(ScoredDay day) =>
        Words.List([.. day.Places.SelectMany(place => place.By).Select(one => one.By).Distinct().Order(StringComparer.Ordinal)]);
}
