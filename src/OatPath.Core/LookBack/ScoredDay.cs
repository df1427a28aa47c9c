using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Scores;
using OatPath.Core.Skin;

namespace OatPath.Core.LookBack;

/// <summary>What one person scored.</summary>
/// <param name="By">Who, as written down; "client" is the client.</param>
public sealed record ScoredBy(string By, int Score);

/// <summary>One zone on one scale, as everybody saw it who looked: their scores stand beside each other and are never averaged.</summary>
public sealed record ScoredPlace(SkinScale Scale, FaceZone Zone, IReadOnlyList<ScoredBy> By)
{
    public int Most => By.Max(one => one.Score);

    /// <summary>The highest of one side of the desk; null where nobody of it scored.</summary>
    public int? MostBy(bool client)
    {
        int? most = null;
        foreach (var one in By)
        {
            if (one.By == Author.Client == client && !(one.Score <= most))
            {
                most = one.Score;
            }
        }

        return most;
    }

    /// <summary>By how much the highest and the lowest lie apart.</summary>
    public int Apart => Most - By.Min(one => one.Score);
}

/// <summary>All scores of one care day.</summary>
public sealed record ScoredDay(DateOnly Day, IReadOnlyList<ScoredPlace> Places)
{
    /// <summary>Days with a score, in order; of one person, scale and zone the last of a day counts.</summary>
    /// <param name="log">Entries that stand, in the order in which they were written down.</param>
    public static IReadOnlyList<ScoredDay> Of(IEnumerable<LogEntry> log) =>
        [.. log.OfType<Scored>().GroupBy(entry => entry.Day).OrderBy(day => day.Key).Select(day => new ScoredDay(day.Key, PlacesOf(day)))];

    /// <summary>Places by scale, each scale from the top down; months of weekly scores are thousands of them.</summary>
    private static List<ScoredPlace> PlacesOf(IEnumerable<Scored> day)
    {
        var said = new Dictionary<int, (SkinScale Scale, FaceZone Zone, List<ScoredBy> By)>();
        foreach (var (by, score) in day.SelectMany(entry => entry.Scores.Select(score => (entry.By, score))))
        {
            var place = ((int)score.Scale * FaceZones.OnMap.Count) + FaceZones.PlaceOf(score.Zone);
            if (!said.TryGetValue(place, out var seen))
            {
                said[place] = seen = (score.Scale, score.Zone, []);
            }

            var earlier = seen.By.FindIndex(other => other.By == by);
            if (earlier < 0)
            {
                seen.By.Add(new(by, score.Score));
            }
            else
            {
                seen.By[earlier] = new(by, score.Score);
            }
        }

        return [.. said.OrderBy(place => place.Key).Select(place => new ScoredPlace(place.Value.Scale, place.Value.Zone, place.Value.By))];
    }

    /// <summary>By how much people lie apart at most on a scale; 0 where they agree, or one alone looked.</summary>
    public int Apart(SkinScale scale) => Places.Where(place => place.Scale == scale).Select(place => place.Apart).DefaultIfEmpty().Max();

    /// <summary>The highest score of a scale over all zones, of one side of the desk; null where nobody of it scored.</summary>
    public int? Most(SkinScale scale, bool byClient) => Places.Where(place => place.Scale == scale).Max(place => place.MostBy(byClient));
}
