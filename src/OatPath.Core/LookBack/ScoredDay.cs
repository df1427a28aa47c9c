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

    /// <summary>By how much the highest and the lowest lie apart.</summary>
    public int Apart => Most - By.Min(one => one.Score);
}

/// <summary>All scores of one care day.</summary>
public sealed record ScoredDay(DateOnly Day, IReadOnlyList<ScoredPlace> Places)
{
    /// <summary>Days with a score, in order; of one person, scale and zone the last of a day counts.</summary>
    /// <param name="log">Entries that stand, in the order in which they were written down.</param>
    public static IReadOnlyList<ScoredDay> Of(IEnumerable<LogEntry> log) =>
        [
            .. log.OfType<Scored>()
                .GroupBy(entry => entry.Day)
                .OrderBy(day => day.Key)
                .Select(day => new ScoredDay(
                    day.Key,
                    [
                        .. day.SelectMany(entry => entry.Scores.Select(score => (entry.By, Score: score)))
                            .GroupBy(one => (one.Score.Scale, one.Score.Zone))
                            .OrderBy(place => place.Key.Scale)
                            .ThenBy(place => SkinScales.Zones.ToList().IndexOf(place.Key.Zone))
                            .Select(place => new ScoredPlace(
                                place.Key.Scale,
                                place.Key.Zone,
                                [.. place.GroupBy(one => one.By).Select(person => new ScoredBy(person.Key, person.Last().Score.Score))]
                            )),
                    ]
                )),
        ];

    /// <summary>By how much people lie apart at most on a scale; 0 where they agree, or one alone looked.</summary>
    public int Apart(SkinScale scale) => Places.Where(place => place.Scale == scale).Select(place => place.Apart).DefaultIfEmpty().Max();

    /// <summary>The highest score of a scale over all zones, of one side of the desk; null where nobody of it scored.</summary>
    public int? Most(SkinScale scale, bool byClient) => Of(scale, byClient).Max();

    /// <summary>How many zones one side of the desk looked at on a scale.</summary>
    public int Looked(SkinScale scale, bool byClient) => Of(scale, byClient).Count();

    /// <summary>The highest score of each zone that one side of the desk looked at.</summary>
    private IEnumerable<int?> Of(SkinScale scale, bool byClient) =>
        Places
            .Where(place => place.Scale == scale)
            .Select(place => place.By.Where(one => one.By == Author.Client == byClient).Max(one => (int?)one.Score))
            .Where(score => score is not null);
}
