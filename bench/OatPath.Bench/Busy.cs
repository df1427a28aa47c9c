using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

/// <summary>A made-up client with five actives and a long log.</summary>
internal static class Busy
{
    private static readonly DateOnly First = new(2026, 4, 6);

    private static readonly Product[] Shelf =
    [
        new()
        {
            Id = "cleanser",
            Name = "Brook gel",
            Kind = ProductKind.GelCleanser,
        },
        new()
        {
            Id = "cream",
            Name = "Ferry cream",
            Kind = ProductKind.Moisturiser,
        },
        new()
        {
            Id = "sun",
            Name = "Towpath fluid",
            Kind = ProductKind.SunscreenFluid,
            Spf = 50,
            BroadSpectrum = true,
        },
        new()
        {
            Id = "glycolic",
            Name = "Reed water",
            Kind = ProductKind.ExfoliatingToner,
            Actives = [new(Substance.Glycolic, 7)],
            Ph = 3.6m,
        },
        new()
        {
            Id = "retinol",
            Name = "Heron drops",
            Kind = ProductKind.Retinoid,
            Actives = [new(Substance.Retinol, 0.3m)],
        },
        new()
        {
            Id = "azelaic",
            Name = "Chalk cream",
            Kind = ProductKind.AzelaicSuspension,
            Actives = [new(Substance.Azelaic, 10)],
            Ph = 4.6m,
        },
        new()
        {
            Id = "vitc",
            Name = "Dawn serum",
            Kind = ProductKind.AntioxidantSerum,
            Actives = [new(Substance.LAscorbic, 10)],
        },
        new()
        {
            Id = "enzyme",
            Name = "Fig powder",
            Kind = ProductKind.Enzyme,
            Actives = [new(Substance.Papain)],
        },
    ];

    public static CaseFile Case()
    {
        var log = new List<LogEntry>();
        (string Product, int Every, Moment Moment)[] habits =
        [
            ("glycolic", 3, Moment.Evening),
            ("retinol", 4, Moment.Evening),
            ("azelaic", 2, Moment.Morning),
            ("vitc", 1, Moment.Morning),
            ("enzyme", 7, Moment.Evening),
        ];
        for (var day = 0; log.Count < 200; day++)
        {
            foreach (var (product, every, moment) in habits.Where(habit => day % habit.Every == 0))
            {
                log.Add(
                    new Applied
                    {
                        Id = $"a{log.Count}",
                        Product = product,
                        Day = First.AddDays(day),
                        Moment = moment,
                        HappenedAt = At(day, moment == Moment.Morning ? 7 : 21),
                    }
                );
            }

            if (day % 5 == 0)
            {
                log.Add(
                    new CheckedIn
                    {
                        Id = $"c{log.Count}",
                        Day = First.AddDays(day),
                        HappenedAt = At(day, 22),
                        Report = new SkinReport { Sting = 1, StingSeconds = 20 },
                    }
                );
            }
        }

        return new CaseFile
        {
            Format = CaseFile.FormatName,
            Version = 1,
            AsOf = log[^1].HappenedAt.AddHours(2),
            Zone = "Europe/Vienna",
            Intake = new Intake { BirthDate = new DateOnly(1990, 5, 1) },
            Shelf = [.. Shelf.Select(product => new ShelfItem { Product = product })],
            Decisions =
            [
                .. habits.Select(
                    (habit, i) =>
                        new StartActive
                        {
                            Id = $"s{i}",
                            Product = habit.Product,
                            On = First,
                            AlreadyInUse = true,
                            Rung = 1,
                            Reason = "in use for long",
                        }
                ),
            ],
            Log = log,
        };
    }

    private static DateTimeOffset At(int day, int hour) => new(First.AddDays(day).ToDateTime(new TimeOnly(hour, 0)), TimeSpan.FromHours(2));
}
