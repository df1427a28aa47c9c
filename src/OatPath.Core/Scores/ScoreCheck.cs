using OatPath.Core.House;

namespace OatPath.Core.Scores;

/// <summary>What is wrong with scores.</summary>
public static class ScoreCheck
{
    public static IEnumerable<Problem> Check(IReadOnlyList<ZoneScore> scores)
    {
        if (scores.Count == 0)
        {
            yield return new("scores", "score at least one zone");
        }

        if (scores.Any(score => score.Score is < 0 or > SkinScales.Most))
        {
            yield return new("scores", $"give 0 (none) to {SkinScales.Most} (very strong)");
        }

        if (scores.Any(score => !Enum.IsDefined(score.Scale) || !SkinScales.Zones.Contains(score.Zone)))
        {
            yield return new("scores", "name a zone and a scale that are scored");
        }

        if (scores.DistinctBy(score => (score.Scale, score.Zone)).Count() < scores.Count)
        {
            yield return new("scores", "score each zone once for each scale");
        }
    }
}
