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

    /// <summary>Who looked on a day.</summary>
    public static string Who(ScoredDay day) =>
        Words.List([.. day.Places.SelectMany(place => place.By).Select(one => one.By).Distinct().Order(StringComparer.Ordinal)]);
}
