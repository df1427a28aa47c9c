using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>The demo's clients with one to four things changed: what life adds to a tidy record.</summary>
internal static class MutatedCase
{
    private static readonly CaseFile[] Demo =
    [
        .. Directory
            .GetFiles(Path.Combine(Repository.Root, "demo", "cases"), "*.json")
            .Order(StringComparer.Ordinal)
            .Select(file => CaseJson.ReadCase(File.ReadAllText(file)).Case!),
    ];

    private static readonly Product[] Extra =
    [
        CaseBuilder.WeakKit,
        CaseBuilder.Retinol,
        CaseBuilder.Salicylic,
        CaseBuilder.Glycolic,
        CaseBuilder.Azelaic,
        new()
        {
            Id = "patches",
            Name = "Dot patches",
            Kind = ProductKind.SpotPatch,
            Actives = [new(Substance.Salicylic, 0.5m)],
        },
        new()
        {
            Id = "acidwash",
            Name = "Mill wash",
            Kind = ProductKind.ExfoliatingCleanser,
            Actives = [new(Substance.Glycolic, 5)],
            Ph = 4m,
        },
        new()
        {
            Id = "blank",
            Name = "Nameless liquid",
            Kind = ProductKind.LeaveOnAcidLiquid,
        },
        new()
        {
            Id = "clinic",
            Name = "Cream from the clinic",
            Kind = ProductKind.Retinoid,
            Actives = [new(Substance.PrescriptionRetinoid, 0.025m)],
        },
        new()
        {
            Id = "razors",
            Name = "Reed razors",
            Kind = ProductKind.Razor,
            Dispenser = Dispenser.SingleUse,
            Pieces = 2,
        },
    ];

    private static readonly string[] Told =
    [
        "retinol",
        "a home peel",
        "glycolic acid",
        "a scrub",
        "only water",
        "something strong",
        "tca",
        "sugar scrub, picked a flake",
    ];

    public static CaseFile Build(int seed)
    {
        var random = new Random(seed);
        var file = Demo[random.Next(Demo.Length)];
        var today = CareDay.Of(file.AsOf, CareDay.FindZone(file.Zone)!);
        for (var i = random.Next(1, 5); i > 0; i--)
        {
            file = Change(random, file, today, $"m{i}");
        }

        return file;
    }

    private static CaseFile Change(Random random, CaseFile file, DateOnly today, string id)
    {
        var product = file.Shelf[random.Next(file.Shelf.Count)].Product;
        DateOnly Near(int before, int after) => today.AddDays(random.Next(-before, after + 1));
        DateTimeOffset At(DateOnly day, int hour) => Earlier(CaseBuilder.At(day, hour), file.AsOf);
        CaseFile Log(params LogEntry[] entries) => file with { Log = [.. file.Log, .. entries] };
        switch (random.Next(14))
        {
            case 0:
                var kind = (FlagKind)random.Next(Enum.GetValues<FlagKind>().Length);
                var from = Near(20, 20);
                return file with
                {
                    Intake = file.Intake with
                    {
                        Flags =
                        [
                            .. file.Intake.Flags,
                            new Flag
                            {
                                Kind = kind,
                                From = from,
                                Until = random.Next(2) == 0 ? from.AddDays(random.Next(0, 15)) : null,
                                Zones = random.Next(2) == 0 ? [FaceZone.Chin] : [],
                            },
                        ],
                    },
                };
            case 1:
                return file with
                {
                    Treatments =
                    [
                        .. file.Treatments,
                        new Treatment
                        {
                            Id = id,
                            Kind = (TreatmentKind)random.Next(9),
                            On = Near(25, 30),
                        },
                    ],
                };
            case 2:
                return file with
                {
                    Occasions =
                    [
                        .. file.Occasions,
                        new Occasion
                        {
                            Id = id,
                            On = Near(3, 30),
                            Title = "market day",
                        },
                    ],
                };
            case 3 or 4:
                var about = Near(6, 0);
                return Log(
                    new CheckedIn
                    {
                        Id = id,
                        Day = about,
                        HappenedAt = At(random.Next(2) == 0 || about == today ? about : about.AddDays(1), 22),
                        Report = Report(random),
                    }
                );
            case 5:
                var used = Near(9, 0);
                return Log(
                    new Applied
                    {
                        Id = id,
                        Product = product.Id,
                        Day = used,
                        Moment = random.Next(4) == 0 ? Moment.Morning : Moment.Evening,
                        HappenedAt = At(used, 21),
                    }
                );
            case 6:
                return Log([
                    .. Enumerable
                        .Range(0, random.Next(1, 6))
                        .Select(i => today.AddDays(-i))
                        .Select(day =>
                            (LogEntry)
                                new Skipped
                                {
                                    Id = $"{id}-{day.DayNumber}",
                                    Day = day,
                                    Moment = Moment.Morning,
                                    Reason = "no time",
                                    HappenedAt = At(day, 7),
                                }
                        ),
                ]);
            case 7:
                return Log(
                    new BottleSeen
                    {
                        Id = id,
                        Product = product.Id,
                        Share = random.Next(2),
                        HappenedAt = At(Near(5, 0), 8),
                    }
                );
            case 8 or 9:
                var added =
                    Extra[random.Next(Extra.Length)] is var extra && file.Shelf.Any(item => item.Product.Id == extra.Id)
                        ? extra with
                        {
                            Id = $"{extra.Id}-{id}",
                        }
                        : extra;
                return file with
                {
                    Shelf = [.. file.Shelf, new ShelfItem { Product = added }],
                    Decisions =
                        random.Next(4) == 0
                            ? file.Decisions
                            :
                            [
                                .. file.Decisions,
                                random.Next(3) == 0
                                    ? new StartActive
                                    {
                                        Id = id,
                                        Product = added.Id,
                                        On = Near(40, 0),
                                        AlreadyInUse = true,
                                        Rung = random.Next(0, 3),
                                        Reason = "used for long",
                                    }
                                    : new StartActive
                                    {
                                        Id = id,
                                        Product = added.Id,
                                        On = Near(30, 5),
                                    },
                            ],
                };
            case 10:
                return file with
                {
                    Intake = file.Intake with
                    {
                        BirthDate = random.Next(3) switch
                        {
                            0 => null,
                            1 => today.AddYears(-18).AddDays(random.Next(-5, 40)),
                            _ => today.AddYears(-12),
                        },
                    },
                };
            case 11:
                return file with
                {
                    Intake = file.Intake with
                    {
                        Sensitivity = (Sensitivity)random.Next(4),
                        SkinType = (SkinType)random.Next(4),
                        Phototype = (Phototype)random.Next(1, 7),
                    },
                };
            case 12:
                return file with
                {
                    Shelf =
                    [
                        .. file.Shelf.Select(item =>
                            item.Product.Id != product.Id
                                ? item
                                : random.Next(3) switch
                                {
                                    0 => item with { State = ShelfState.Parked },
                                    1 => item with { Product = product with { Actives = [] } },
                                    _ => item with
                                    {
                                        Was = [new(CaseBuilder.At(Near(30, -1), 9), product.Kind, [new(Substance.Lactic, 2)], 4)],
                                    },
                                }
                        ),
                    ],
                };
            default:
                return file.Log.OfType<CheckedIn>().LastOrDefault() is { } told
                        ? Log(
                            told with
                            {
                                Id = id,
                                Asked = null,
                                Replaces = told.Id,
                                Report = Report(random),
                                HappenedAt = Earlier(told.HappenedAt.AddMinutes(5), file.AsOf),
                            }
                        )
                    : file.Decisions.OfType<StartActive>().FirstOrDefault() is { } start
                        ? file with
                        {
                            Decisions =
                            [
                                .. file.Decisions,
                                new StopActive
                                {
                                    Id = id,
                                    Product = start.Product,
                                    On = Near(10, 2),
                                },
                            ],
                        }
                    : file;
        }
    }

    private static SkinReport Report(Random random) =>
        new()
        {
            Sting = random.Next(0, 8),
            StingSeconds = random.Next(4) == 0 ? null : random.Next(0, 5000),
            Redness = random.Next(0, 4),
            RednessPast24h = random.Next(4) == 0,
            Flaking = random.Next(4) == 0,
            TightOrDry = random.Next(4) == 0,
            StrongSun = random.Next(4) == 0,
            Pain = random.Next(4) == 0 ? random.Next(0, 11) : null,
            Signs = random.Next(5) == 0 ? [(Sign)random.Next(16)] : [],
            AlsoUsed = random.Next(3) == 0 ? Told[random.Next(Told.Length)] : "",
        };

    private static DateTimeOffset Earlier(DateTimeOffset a, DateTimeOffset b) => a < b ? a : b;
}
