using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Bench;

/// <summary>
/// Two years of a made-up client: a shelf, actives raised in the first months and kept, ticks, a report after the uses of every other week,
/// facials. One in twenty ends with a question.
/// </summary>
internal static class Life
{
    public const int Days = 730;
    public const int QuestionOneIn = 20;
    private const int DaysBetweenReports = 14;
    private const int DaysBetweenFacials = 60;

    private static readonly Product[] Everyday =
    [
        new()
        {
            Id = "brook-gel",
            Name = "Brook gel",
            Kind = ProductKind.GelCleanser,
        },
        new()
        {
            Id = "ferry-cream",
            Name = "Ferry cream",
            Kind = ProductKind.Moisturiser,
        },
        new()
        {
            Id = "towpath-fluid",
            Name = "Towpath fluid",
            Kind = ProductKind.SunscreenFluid,
            Spf = 50,
            BroadSpectrum = true,
        },
    ];

    private static readonly (Product Product, int Every, Moment Moment)[] Actives =
    [
        (
            new()
            {
                Id = "reed-water",
                Name = "Reed water",
                Kind = ProductKind.ExfoliatingToner,
                Actives = [new(Substance.Glycolic, 7)],
                Ph = 3.6m,
            },
            4,
            Moment.Evening
        ),
        (
            new()
            {
                Id = "sedge-serum",
                Name = "Sedge serum",
                Kind = ProductKind.LeaveOnAcidLiquid,
                Actives = [new(Substance.Lactic, 5)],
                Ph = 3.8m,
            },
            4,
            Moment.Evening
        ),
        (
            new()
            {
                Id = "heron-drops",
                Name = "Heron drops",
                Kind = ProductKind.Retinoid,
                Actives = [new(Substance.Retinol, 0.3m)],
            },
            4,
            Moment.Evening
        ),
        (
            new()
            {
                Id = "chalk-cream",
                Name = "Chalk cream",
                Kind = ProductKind.AzelaicSuspension,
                Actives = [new(Substance.Azelaic, 10)],
                Ph = 4.6m,
            },
            3,
            Moment.Evening
        ),
    ];

    /// <summary>The case of a client by number, as of a moment.</summary>
    public static CaseFile Of(int number, DateTimeOffset asOf, string zone)
    {
        var today = DateOnly.FromDateTime(asOf.Date);
        var first = today.AddDays(-Days + (number % 11));
        var (active, every, moment) = Actives[number % Actives.Length];
        var asks = number % QuestionOneIn == 0;
        DateTimeOffset At(DateOnly day, int hour) => new(day.ToDateTime(new TimeOnly(hour, number % 60)), TimeSpan.Zero);
        var log = new List<LogEntry>();
        for (var day = first; day < today; day = day.AddDays(1))
        {
            if ((day.DayNumber - first.DayNumber) % every == 0)
            {
                log.Add(
                    new Applied
                    {
                        Id = Id("a", number, log.Count),
                        Product = active.Id,
                        Day = day,
                        Moment = moment,
                        HappenedAt = At(day, 20),
                        By = "client",
                    }
                );
            }

            if ((day.DayNumber - first.DayNumber) % DaysBetweenReports == every)
            {
                log.Add(
                    new CheckedIn
                    {
                        Id = Id("r", number, log.Count),
                        Day = day,
                        HappenedAt = At(day, 21),
                        By = "client",
                        Report = new SkinReport { Sting = number % 3, StingSeconds = 20 * (number % 3) },
                    }
                );
            }
        }

        if (asks)
        {
            log.Add(
                new CheckedIn
                {
                    Id = Id("q", number, log.Count),
                    Day = today.AddDays(-1),
                    HappenedAt = At(today.AddDays(-1), 22),
                    By = "client",
                    Report = new SkinReport
                    {
                        Sting = 7,
                        StingSeconds = 1200,
                        Redness = 2,
                    },
                }
            );
        }

        return new CaseFile
        {
            Format = CaseFile.FormatName,
            Version = 1,
            AsOf = asOf,
            Zone = zone,
            Intake = new Intake
            {
                BirthDate = new DateOnly(1980 + (number % 20), 1 + (number % 12), 3),
                SafetyAskedOn = today.AddDays(-20),
            },
            Shelf = [.. Everyday.Append(active).Select(product => new ShelfItem { Product = product })],
            Decisions =
            [
                new StartActive
                {
                    Id = Id("s", number, 0),
                    Product = active.Id,
                    On = first,
                    AlreadyInUse = true,
                    Rung = 2,
                    Reason = "in use for long",
                },
                new KeepLevel
                {
                    Id = Id("k", number, 0),
                    Product = active.Id,
                    On = first.AddDays(1),
                    Reason = "this is the level",
                },
            ],
            Log = log,
            Treatments =
            [
                .. Enumerable
                    .Range(1, (Days / DaysBetweenFacials) - 1)
                    .Select(n => new Core.Care.Treatment
                    {
                        Id = Id("t", number, n),
                        Kind = Core.Care.TreatmentKind.HydratingFacial,
                        On = first.AddDays(n * DaysBetweenFacials),
                        At = new TimeOnly(10, 0),
                    }),
            ],
        };
    }

    private static string Id(string kind, int number, int n) => $"{kind}-{number}-{n}";
}
