using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Sessions as phones might tell of them: mostly calm, sometimes too long, sometimes hurt, now and then with water only.</summary>
internal static class RandomSession
{
    private static readonly FaceZone[] Zones = [FaceZone.LeftCheek, FaceZone.RightCheek, FaceZone.Chin, FaceZone.Forehead];

    public static SessionScript Script(int target) =>
        new()
        {
            Kind = SessionKind.Peel,
            Product = "kit",
            Name = "Kit",
            On = CaseBuilder.Monday,
            Strength = KitStrength.Weak,
            TargetSeconds = target,
            LimitSeconds = 600,
            StingEverySeconds = 60,
            StingEnds = 5,
            StingCalm = 1,
            CalmSeconds = 600,
            StopSeconds = 1200,
            SlowestSeconds = 60,
            Kit = [],
            Asks =
            [
                .. new[]
                {
                    DayQuestion.Sunburn,
                    DayQuestion.OpenSkin,
                    DayQuestion.ColdSore,
                    DayQuestion.NewMedicine,
                    DayQuestion.Current,
                    DayQuestion.Light,
                    DayQuestion.Filler,
                    DayQuestion.Changed,
                    DayQuestion.Pregnant,
                    DayQuestion.Stings,
                }.Select(question => new SessionAsk(EnumName.Of(question), "", false, "")),
            ],
            Groups = [new([.. Zones.Select(zone => new ZoneStep(zone, 20, 20))])],
            Ending = new(PeelEnding.Rinse, []),
            WaterSeconds = 600,
            LongWaterSeconds = 1200,
            EyeSeconds = 900,
            BurnWords = [],
            After = [],
        };

    public static SessionHeld Held(string id, Random random, string product, DateOnly day, DateTimeOffset at, int target)
    {
        var events = new List<SessionEvent>();
        void Add(long seconds, SessionEventKind kind, FaceZone? zone = null, int? value = null, string? item = null) =>
            events.Add(new($"e{events.Count}", seconds * 1000, kind, item, zone, value));
        foreach (var ask in Script(target).Asks.Where(_ => random.Next(3) == 0))
        {
            Add(1, SessionEventKind.Answered, value: random.Next(60) == 0 ? 1 : 0, item: ask.Id);
        }

        var together = random.Next(4) == 0;
        var over = random.Next(8) == 0 ? random.Next(1, 400) : -random.Next(0, 20);
        for (var i = 0; i < Zones.Length; i++)
        {
            if (!together || i == 0)
            {
                Add(10 + (i * 15), together ? SessionEventKind.TouchedTogether : SessionEventKind.Touched, Zones[i]);
            }

            Add(Math.Max(20 + (i * 15), 10 + (i * 15) + target + over), SessionEventKind.Off, Zones[i]);
        }

        if (random.Next(5) > 0)
        {
            Add(70, SessionEventKind.Stung, value: random.Next(12) == 0 ? random.Next(5, 9) : random.Next(0, 4));
        }

        switch (random.Next(40))
        {
            case 0:
                Add(80, SessionEventKind.Burns);
                Add(random.Next(700, 2000), SessionEventKind.StillBurns);
                break;
            case 1:
                Add(80, SessionEventKind.InEye);
                break;
            case 2:
                Add(80, SessionEventKind.Frosted);
                break;
        }

        if (random.Next(12) == 0)
        {
            Add(target + 400, SessionEventKind.Reddened, value: random.Next(0, 5));
        }

        Add(target + 500, SessionEventKind.Ended);
        Add(
            target + 520 + random.Next(0, 1800),
            SessionEventKind.Stung,
            value: random.Next(40) == 0 ? 8
                : random.Next(20) == 0 ? 3
                : random.Next(0, 2)
        );
        return new SessionHeld
        {
            Id = id,
            Product = product,
            Day = day,
            HappenedAt = at,
            Script = Script(target),
            Events = events,
            Practice = random.Next(12) == 0,
        };
    }
}
