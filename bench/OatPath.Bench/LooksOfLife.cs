using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Meter;
using OatPath.Core.Scores;
using OatPath.Core.Skin;

namespace OatPath.Bench;

/// <summary>What was scored and metered in a life: by the client every week, at the studio every month.</summary>
internal static class LooksOfLife
{
    private const int Week = 7;
    private const int Month = 28;
    private static readonly FaceZone[] Metered = [FaceZone.Forehead, FaceZone.LeftCheek, FaceZone.RightCheek];

    public static CaseFile On(CaseFile life)
    {
        var first = life.Log.OfType<Applied>().Min(use => use.Day);
        var last = life.Log.OfType<Applied>().Max(use => use.Day);
        var log = life.Log.ToList();
        for (var day = first; day <= last; day = day.AddDays(Week))
        {
            var (n, at) = (day.DayNumber - first.DayNumber, new DateTimeOffset(day.ToDateTime(new(20, 30)), TimeSpan.Zero));
            log.Add(
                new Scored
                {
                    Id = $"sc-{n}",
                    HappenedAt = at,
                    By = Author.Client,
                    Day = day,
                    Scores = Scores(SkinScales.ForClient, n),
                }
            );
            if (n % Month == 0)
            {
                log.Add(
                    new Scored
                    {
                        Id = $"ss-{n}",
                        HappenedAt = at,
                        By = "Maren Holt",
                        Day = day,
                        Scores = Scores(SkinScales.All, n + 1),
                    }
                );
                log.Add(
                    new Metered
                    {
                        Id = $"me-{n}",
                        HappenedAt = at,
                        By = "Maren Holt",
                        Day = day,
                        Serial = "bench",
                        Readings = Readings(n),
                    }
                );
            }
        }

        return life with
        {
            Log = log,
        };
    }

    private static List<ZoneScore> Scores(IReadOnlyList<SkinScale> scales, int n) =>
        [
            .. from scale in scales
            from zone in SkinScales.Zones
            select new ZoneScore
            {
                Scale = scale,
                Zone = zone,
                Score = (n + (int)scale + (int)zone) % (SkinScales.Most + 1),
            },
        ];

    private static List<MeterReading> Readings(int n) =>
        [
            .. from quantity in Enum.GetValues<MeterQuantity>()
            from zone in Metered
            from k in Enumerable.Range(0, MeterReading.Fewest)
            select new MeterReading
            {
                Quantity = quantity,
                Zone = zone,
                Value = 30 + (n % 40) + k,
            },
        ];
}
