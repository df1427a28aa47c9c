using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Made-up clients with shelves, flags and a history that follows their plan more or less.</summary>
internal static class RandomCase
{
    private static readonly Product[] Everyday =
    [
        CaseBuilder.Cleanser,
        CaseBuilder.Moisturiser,
        CaseBuilder.Sunscreen,
        new()
        {
            Id = "oil",
            Name = "Lock oil",
            Kind = ProductKind.OilCleanser,
        },
        new()
        {
            Id = "toner",
            Name = "Rain toner",
            Kind = ProductKind.CalmingToner,
        },
        new()
        {
            Id = "hydra",
            Name = "Dew serum",
            Kind = ProductKind.HydratingSerum,
            Contains = [Allergen.Fragrance],
        },
        new()
        {
            Id = "glide",
            Name = "Still serum",
            Kind = ProductKind.HydratingSerum,
            MadeFor = ProductKind.NanoTip,
            Dispenser = Dispenser.Pipette,
            ContentMl = 15,
        },
        new()
        {
            Id = "scentedglide",
            Name = "Rose serum",
            Kind = ProductKind.HydratingSerum,
            MadeFor = ProductKind.NeedleRoller,
            Contains = [Allergen.Fragrance],
        },
        new()
        {
            Id = "eye",
            Name = "Wren gel",
            Kind = ProductKind.EyeGel,
        },
        new()
        {
            Id = "clay",
            Name = "Bank clay",
            Kind = ProductKind.ClayMask,
        },
        new()
        {
            Id = "gel",
            Name = "Ripple gel, minus",
            Kind = ProductKind.ConductiveGel,
            MadeFor = ProductKind.GalvanicDevice,
            Charge = GelCharge.Negative,
        },
        new()
        {
            Id = "gelplus",
            Name = "Ripple gel, plus",
            Kind = ProductKind.ConductiveGel,
            MadeFor = ProductKind.GalvanicDevice,
            Charge = GelCharge.Positive,
        },
        new()
        {
            Id = "gelplain",
            Name = "Eddy gel",
            Kind = ProductKind.ConductiveGel,
            MadeFor = ProductKind.MicrocurrentDevice,
            Charge = GelCharge.None,
        },
        new()
        {
            Id = "patch",
            Name = "Dot patches",
            Kind = ProductKind.SpotPatch,
            Actives = [new(Substance.Salicylic, 0.5m)],
        },
        new()
        {
            Id = "galvanic",
            Name = "Ripple plate",
            Kind = ProductKind.GalvanicDevice,
        },
        new()
        {
            Id = "current",
            Name = "Eddy wand",
            Kind = ProductKind.MicrocurrentDevice,
        },
        new()
        {
            Id = "light",
            Name = "Lantern mask",
            Kind = ProductKind.LightMask,
            Sheet = new() { MostSeconds = 600, RestDays = 3 },
        },
        new()
        {
            Id = "lamp",
            Name = "Unread lamp",
            Kind = ProductKind.LightMask,
        },
        new()
        {
            Id = "plate",
            Name = "Ember plate",
            Kind = ProductKind.WarmColdPlate,
        },
        new()
        {
            Id = "plategel",
            Name = "Ember gel",
            Kind = ProductKind.ConductiveGel,
            MadeFor = ProductKind.WarmColdPlate,
            Charge = GelCharge.None,
            ContentMl = 16,
        },
        new()
        {
            Id = "tips",
            Name = "Pin tips",
            Kind = ProductKind.DeviceTip,
            MadeFor = ProductKind.NanoTip,
            Pieces = 4,
        },
        new()
        {
            Id = "hum",
            Name = "Hum wand",
            Kind = ProductKind.OtherDevice,
            Sheet = new()
            {
                RestDays = 4,
                Current = false,
                Heat = false,
                Light = false,
                NotOn = [FaceZone.Neck],
                NotWith = [FlagKind.Melasma],
                Ways = [new("Cheeks", "out and up", [FaceZone.LeftCheek, FaceZone.RightCheek], 60)],
            },
        },
        new()
        {
            Id = "soothe",
            Name = "Oat mask",
            Kind = ProductKind.SoothingMask,
        },
        new()
        {
            Id = "balm",
            Name = "Wax balm",
            Kind = ProductKind.OcclusiveBalm,
        },
        new()
        {
            Id = "steam",
            Name = "Kettle steamer",
            Kind = ProductKind.FacialSteamer,
        },
        new()
        {
            Id = "tinted",
            Name = "Towpath tint",
            Kind = ProductKind.SunscreenTinted,
            Spf = 30,
            BroadSpectrum = true,
        },
    ];

    private static readonly Product[] Actives =
    [
        CaseBuilder.Glycolic,
        CaseBuilder.Salicylic,
        CaseBuilder.Azelaic with
        {
            TwiceADay = true,
        },
        CaseBuilder.Retinol,
        new()
        {
            Id = "lactic",
            Name = "Sedge serum",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Lactic, 5)],
            Ph = 3.8m,
            TwiceADay = true,
        },
        new()
        {
            Id = "scrub",
            Name = "Sand scrub",
            Kind = ProductKind.Scrub,
        },
        new()
        {
            Id = "enzyme",
            Name = "Fig powder",
            Kind = ProductKind.Enzyme,
            Actives = [new(Substance.Papain)],
        },
        new()
        {
            Id = "peroxide",
            Name = "Flint gel",
            Kind = ProductKind.BenzoylPeroxide,
            Actives = [new(Substance.BenzoylPeroxide, 2.5m)],
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
            Id = "strong",
            Name = "Kiln liquid",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Glycolic, 35)],
            Ph = 2.5m,
        },
        new()
        {
            Id = "pyruvic",
            Name = "Lime drops",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Pyruvic, 5)],
            Ph = 3.6m,
        },
        new()
        {
            Id = "nolabel",
            Name = "Plain bottle",
            Kind = ProductKind.ExfoliatingToner,
            Actives = [new(Substance.Lactic)],
        },
        new()
        {
            Id = "toomuch",
            Name = "Forge wash",
            Kind = ProductKind.ExfoliatingCleanser,
            Actives = [new(Substance.Glycolic, 35)],
            Ph = 3.6m,
        },
        new()
        {
            Id = "blade",
            Name = "Reed edge",
            Kind = ProductKind.UltrasonicBlade,
        },
        new()
        {
            Id = "brush",
            Name = "Teasel brush",
            Kind = ProductKind.CleansingBrush,
        },
        new()
        {
            Id = "pha",
            Name = "Pebble liquid",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Gluconolactone, 8)],
            TwiceADay = true,
        },
        new()
        {
            Id = "scrubmask",
            Name = "Silt mask",
            Kind = ProductKind.ScrubMask,
            Actives = [new(Substance.Lactic, 4), new(Substance.Papain)],
            Ph = 3.9m,
        },
        new()
        {
            Id = "acidgel",
            Name = "Marsh gel",
            Kind = ProductKind.GelCleanser,
            Actives = [new(Substance.Salicylic, 1)],
            Ph = 4.5m,
        },
        new()
        {
            Id = "nightpad",
            Name = "Thistle night pads",
            Kind = ProductKind.PeelPad,
            Actives = [new(Substance.Retinol, 0.2m), new(Substance.Mandelic, 5)],
            Ph = 3.7m,
        },
        new()
        {
            Id = "fade",
            Name = "Fade cream",
            Kind = ProductKind.PigmentSerum,
            Actives = [new(Substance.Hydroquinone, 2)],
        },
        new()
        {
            Id = "tally",
            Name = "Tally serum",
            Kind = ProductKind.PigmentSerum,
            Actives = [new(Substance.Tranexamic, 3), new(Substance.Arbutin, 2)],
        },
        new()
        {
            Id = "razor",
            Name = "Reed razors",
            Kind = ProductKind.Razor,
            Dispenser = Dispenser.SingleUse,
            Pieces = 3,
        },
        new()
        {
            Id = "roller",
            Name = "Burr roller",
            Kind = ProductKind.NeedleRoller,
            NeedleMm = 0.25m,
        },
        new()
        {
            Id = "longroller",
            Name = "Long burr",
            Kind = ProductKind.NeedleRoller,
            NeedleMm = 0.5m,
        },
        new()
        {
            Id = "nano",
            Name = "Pin wand",
            Kind = ProductKind.NanoTip,
        },
        new()
        {
            Id = "mitt",
            Name = "Rope mitt",
            Kind = ProductKind.Mitt,
        },
        new()
        {
            Id = "dots",
            Name = "Dot gel",
            Kind = ProductKind.SpotTreatment,
            Actives = [new(Substance.Salicylic, 1)],
        },
        new()
        {
            Id = "blankretinoid",
            Name = "Nameless night drops",
            Kind = ProductKind.Retinoid,
        },
        new()
        {
            Id = "blankpad",
            Name = "Nameless pads",
            Kind = ProductKind.PeelPad,
        },
        new()
        {
            Id = "blankwash",
            Name = "Nameless wash",
            Kind = ProductKind.ExfoliatingCleanser,
        },
        new()
        {
            Id = "tretinoin",
            Name = "Cream from the clinic",
            Kind = ProductKind.Retinoid,
            Actives = [new(Substance.PrescriptionRetinoid, 0.025m)],
        },
        new()
        {
            Id = "labelled",
            Name = "Weir lotion",
            Kind = ProductKind.Moisturiser,
            Label = "Ingredients: Aqua, Lactic Acid, Glycerin, Cetearyl Alcohol, Squalane, Phenoxyethanol, Ethylhexylglycerin",
        },
        new()
        {
            Id = "acidwash",
            Name = "Mill wash",
            Kind = ProductKind.ExfoliatingCleanser,
            Actives = [new(Substance.Glycolic, 5)],
            Ph = 4m,
        },
    ];

    /// <summary>Kits of both strengths.</summary>
    private static readonly Product[] Kits =
    [
        CaseBuilder.WeakKit,
        new()
        {
            Id = "kit2",
            Name = "Delta wash-off",
            Kind = ProductKind.WashOffPeel,
            Actives = [new(Substance.Salicylic, 2), new(Substance.Lactic, 8)],
            Ph = 3.7m,
        },
        new()
        {
            Id = "kit3",
            Name = "Rill wash-off",
            Kind = ProductKind.WashOffPeel,
            Actives = [new(Substance.Gluconolactone, 10)],
            Ph = 3.6m,
        },
        CaseBuilder.StrongKit,
    ];

    /// <summary>One acid in three strengths.</summary>
    public static IReadOnlyList<Product> Mandelic { get; } =
    [
        .. new[] { 8m, 11m, 15m }.Select(percent => new Product
        {
            Id = $"mandelic{percent}",
            Name = $"Almond drops {percent}",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Mandelic, percent)],
            Ph = 3.6m,
            Dispenser = Dispenser.TreatmentPump,
        }),
    ];

    /// <summary>All that a studio might bring in.</summary>
    public static IReadOnlyList<Product> Studio { get; } =
    [
        .. Everyday.Select(product => product with { Id = "studio-" + product.Id, Price = 20, ContentMl = 50 }),
        .. Actives.Select(product => product with { Id = "studio-" + product.Id, Price = 30, ContentMl = 30 }),
    ];

    private static readonly FlagKind[] DatedFlags =
    [
        FlagKind.Sunburn,
        FlagKind.StrongSun,
        FlagKind.HairRemoval,
        FlagKind.OpenSkin,
        FlagKind.ColdSoreActive,
        FlagKind.SkinFlare,
        FlagKind.RecentFiller,
        FlagKind.DrySpell,
        FlagKind.Illness,
    ];
    private static readonly FlagKind[] StandingFlags =
    [
        FlagKind.Pregnancy,
        FlagKind.Breastfeeding,
        FlagKind.Isotretinoin,
        FlagKind.Rosacea,
        FlagKind.Melasma,
        FlagKind.NeverUsedAcid,
        FlagKind.EczemaProneZone,
        FlagKind.PrescriptionRetinoid,
        FlagKind.Diabetes,
        FlagKind.KeloidTendency,
        FlagKind.ColdSoreHistory,
        FlagKind.Isotretinoin,
        FlagKind.Pregnancy,
        FlagKind.ImplantedElectronics,
        FlagKind.Epilepsy,
        FlagKind.LightSensitiveEyes,
    ];

    /// <summary>
    /// Checks a property on many made-up clients. The same ones every time, so that a red run can be looked at;
    /// OATPATH_SEED=N in the environment draws others.
    /// </summary>
    /// <param name="rules">House rules the clients lived by; null for the usual ones.</param>
    public static void Each(int count, Action<CaseFile, int> check, HouseRules? rules = null) => Seeds(count, i =>
        {
            var file = rules is null ? Kept(i, CaseBuilder.Rules) : Build(new Random(i), rules);
            try
            {
                check(file, i);
            }
            catch (Exception failure)
            {
                throw new InvalidOperationException($"seed {i}: {failure.Message}\n{CaseJson.Write(file)}", failure);
            }
        });

    /// <summary>How many are tried: as many as a test usually does, or OATPATH_CASES in the environment.</summary>
    public static int Count(int usual) => int.TryParse(Environment.GetEnvironmentVariable("OATPATH_CASES"), out var many) ? many : usual;

    public static void Seeds(int usual, Action<int> check)
    {
        var count = Count(usual);
        var first = int.TryParse(Environment.GetEnvironmentVariable("OATPATH_SEED"), out var seed) ? seed * 1_000_000 : 0;
        Parallel.For(first, first + count, new ParallelOptions { MaxDegreeOfParallelism = 2 }, check);
    }

    private static readonly System.Collections.Concurrent.ConcurrentDictionary<(int, HomePeels), CaseFile> BuiltOnce = [];

    /// <summary>A random client that several tests look at.</summary>
    public static CaseFile Kept(int seed, HouseRules rules) =>
        BuiltOnce.GetOrAdd((seed, rules.HomePeels), _ => Build(new Random(seed), rules));

    /// <summary>Some with a time, a longer template, or a clinician's sheet, by their day.</summary>
    private static IEnumerable<Treatment> Dressed(Treatment treatment)
    {
        yield return Alone(treatment);
        if (treatment.Kind == TreatmentKind.AblativeLaser && treatment.On.DayNumber % 2 == 0)
        {
            // The laser and a needling in one sitting.
            yield return new()
            {
                Id = treatment.Id + "-with",
                Sitting = "s" + treatment.Id,
                Kind = (TreatmentKind)((int)TreatmentKind.NeedlingShallow + (treatment.On.DayNumber % 3)),
                On = treatment.On,
                At = Alone(treatment).At,
            };
        }
    }

    private static Treatment Alone(Treatment treatment)
    {
        var ships = CareTemplates.Of(treatment.Kind);
        return (treatment.On.DayNumber % 5) switch
        {
            _ when treatment.Kind == TreatmentKind.AblativeLaser && treatment.On.DayNumber % 2 == 0 => treatment with
            {
                Sitting = "s" + treatment.Id,
                At = treatment.On.DayNumber % 4 == 0 ? new(10, 0) : null,
            },
            0 => treatment with
            {
                At = new(
                    (treatment.On.DayNumber / 5 % 3) switch
                    {
                        0 => 8,
                        1 => 14,
                        _ => 17,
                    },
                    30
                ),
                Sheet = new(
                    "Dr Sandt",
                    "",
                    [new(RestrictionKind.Irritants, 9)],
                    [new(RestrictionKind.Irritants, 12), new(RestrictionKind.ByHand, 2)]
                ),
            },
            1 => treatment with
            {
                At = new(treatment.On.DayNumber / 5 % 24, 0),
                Template = ships with { Id = "ours", After = [.. ships.After.Select(rest => rest with { Length = rest.Length + 3 })] },
            },
            2 => treatment with { DepthMm = treatment.Kind.IsNeedling() ? 1.5m : null },
            _ => treatment,
        };
    }

    public static CaseFile Build(Random random, HouseRules? rules = null)
    {
        var now = CaseBuilder.Monday.AddDays(random.Next(0, 400));
        var shelf = Pick(random, Everyday, random.Next(3, Everyday.Length + 1), always: 3)
            .Concat(Pick(random, Actives, random.Next(0, 5)))
            .Concat(
                random.Next(5) == 0 ? Mandelic.Take(2).Select((product, i) => i == 1 && random.Next(3) == 0 ? Mandelic[2] : product) : []
            )
            .Concat(random.Next(3) == 0 ? Pick(random, Kits, random.Next(1, 3)) : [])
            .Concat(
                random.Next(8) == 0
                    ?
                    [
                        new()
                        {
                            Id = "dawn",
                            Name = "Dawn drops",
                            Kind = ProductKind.AntioxidantSerum,
                            Actives = [new(Substance.VitaminCDerivative, 5)],
                        },
                        new()
                        {
                            Id = "liquorice",
                            Name = "Root serum",
                            Kind = ProductKind.PigmentSerum,
                            Actives = [new(Substance.Arbutin, 2)],
                        },
                    ]
                    : []
            )
            .Select(product => Vary(random, product, now))
            .Select(product => OnShelf(random, product, now))
            .ToList();
        var file = new CaseFile
        {
            Format = CaseFile.FormatName,
            Version = 1,
            AsOf = CaseBuilder.At(now, random.Next(4, 24)),
            Zone = random.Next(3) == 0 ? "Europe/Vienna" : "UTC",
            Intake = RandomIntake(random, now),
            Shelf = shelf,
            Treatments =
                random.Next(6) == 0
                    ?
                    [
                        .. Enumerable
                            .Range(0, random.Next(1, 3))
                            .SelectMany(i =>
                                Dressed(
                                    new Treatment
                                    {
                                        Id = $"t{i}",
                                        Kind = (TreatmentKind)random.Next(9),
                                        On = now.AddDays(random.Next(-20, 40)),
                                    }
                                )
                            ),
                    ]
                    : [],
            Occasions =
                random.Next(8) == 0
                    ?
                    [
                        new Occasion
                        {
                            Id = "o",
                            On = now.AddDays(random.Next(-5, 40)),
                            Title = "ferry dance",
                        },
                    ]
                    : [],
        };
        file = file with { Decisions = Starts(random, file, now) };
        return Live(random, file, now, rules ?? CaseBuilder.Rules);
    }

    private static Product Vary(Random random, Product product, DateOnly now) =>
        product.Id switch
        {
            "sun" when random.Next(8) == 0 => product with { EmptyOn = now.AddDays(random.Next(-5, 40)) },
            "sun" when random.Next(15) == 0 => product with { Spf = random.Next(2) == 0 ? 30 : 15 },
            "cream" or "cleanser" when random.Next(40) == 0 => product with { EmptyOn = now.AddDays(random.Next(-5, 20)) },
            "roller" when random.Next(6) == 0 => product with { NeedleMm = random.Next(2) == 0 ? null : 0.75m },
            "gel" when random.Next(3) == 0 => product with { ContentMl = 12 },
            "gel" or "gelplus" when random.Next(6) == 0 => product with { Charge = null },
            _ when random.Next(60) == 0 && product.IsActive() => product with
            {
                OpenedOn = now.AddDays(-random.Next(20, 80)),
                MonthsGood = 2,
            },
            _ when random.Next(60) == 0 && product.IsActive() => product with { Actives = [] },
            _ => product,
        };

    private static ShelfItem OnShelf(Random random, Product product, DateOnly now) =>
        new()
        {
            Product = product,
            State = random.Next(15) == 0 ? ShelfState.Parked : ShelfState.InUse,
            Was =
                random.Next(25) == 0 && product.Actives.Count > 0
                    ?
                    [
                        new(
                            CaseBuilder.At(now.AddDays(-random.Next(1, 60)), 12),
                            product.Kind,
                            [.. product.Actives.Select(active => active with { Percent = random.Next(4) == 0 ? active.Percent : 1 })],
                            product.Ph
                        ),
                    ]
                    : [],
        };

    private static Intake RandomIntake(Random random, DateOnly now)
    {
        var flags = new List<Flag>();
        if (random.Next(3) == 0)
        {
            var from = now.AddDays(random.Next(-20, 40));
            var kind = DatedFlags[random.Next(DatedFlags.Length)];
            flags.Add(
                new Flag
                {
                    Kind = kind,
                    From = from,
                    Until = random.Next(2) == 0 || kind == FlagKind.StrongSun ? from.AddDays(random.Next(0, 12)) : null,
                    Zones = random.Next(2) == 0 ? [FaceZone.Chin] : [],
                }
            );
        }

        if (random.Next(3) == 0)
        {
            DateOnly? from = random.Next(3) == 0 ? now.AddDays(random.Next(-30, 30)) : null;
            flags.Add(
                new Flag
                {
                    Kind = StandingFlags[random.Next(StandingFlags.Length)],
                    From = from,
                    Until = random.Next(4) == 0 ? (from ?? now).AddDays(random.Next(0, 30)) : null,
                }
            );
        }

        return new Intake
        {
            BirthDate =
                random.Next(15) == 0 ? null
                : random.Next(10) == 0 ? now.AddYears(-18).AddDays(random.Next(-10, 60))
                : now.AddYears(-random.Next(15, 60)).AddDays(random.Next(0, 300)),
            SkinType = (SkinType)random.Next(4),
            Sensitivity = (Sensitivity)random.Next(4),
            Phototype = (Phototype)random.Next(1, 7),
            Allergies = random.Next(4) == 0 ? [(Allergen)random.Next(9)] : [],
            Flags = flags,
            Concerns = [.. Enum.GetValues<Concern>().OrderBy(_ => random.Next()).Take(random.Next(0, 4))],
            MinutesADay = random.Next(8, 41),
            BudgetAMonth = random.Next(3) == 0 ? random.Next(10, 80) : null,
            WearsMakeUp = random.Next(2) == 0,
        };
    }

    private static List<Decision> Starts(Random random, CaseFile file, DateOnly now)
    {
        var decisions = new List<Decision>();
        foreach (var item in file.Shelf.Where(item => item.Product.IsRaised() && random.Next(6) > 0))
        {
            var booster = Strength(item) > 8 && file.Shelf.Any(other => Strength(other) == 8) && random.Next(2) == 0;
            var inUse = !booster && random.Next(4) == 0;
            decisions.Add(
                new StartActive
                {
                    Id = $"s-{item.Product.Id}",
                    Product = item.Product.Id,
                    On = now.AddDays(-random.Next(0, 100)),
                    AlreadyInUse = inUse,
                    EveryDays =
                        item.Product.IsKit() && random.Next(2) == 0 ? random.Next(14, 30)
                        : item.Product.Id == "kit" && random.Next(3) == 0 ? 7
                        : null,
                    BoosterFor = booster ? file.Shelf.First(other => Strength(other) == 8).Product.Id : null,
                    Rung = inUse ? random.Next(0, 5) : null,
                    Reason =
                        inUse ? "in use for long"
                        : item.Product.IsKit() ? "knows the kit well"
                        : item.Product.Kind == ProductKind.NeedleRoller ? "shown in the salon"
                        : "",
                }
            );
            if (inUse && random.Next(2) == 0)
            {
                decisions.AddRange(
                    item.Product.Families()
                        .Select(family => new NoteEstablished
                        {
                            Id = $"e-{item.Product.Id}-{family}",
                            Family = family,
                            On = now.AddDays(-random.Next(0, 60)),
                            Reason = "long use",
                        })
                );
            }
        }

        if (random.Next(5) == 0 && decisions.OfType<StartActive>().FirstOrDefault() is { } shaped)
        {
            var top = random.Next(1, 5);
            decisions.Add(
                new ShapeLadder
                {
                    Id = "ladder",
                    Product = shaped.Product,
                    On = now.AddDays(-random.Next(0, 80)),
                    Top = random.Next(2) == 0 ? top : null,
                    Start = random.Next(2) == 0 ? random.Next(0, top + 1) : null,
                    HoldDays = random.Next(2) == 0 ? random.Next(14, 60) : null,
                }
            );
        }

        if (
            random.Next(10) == 0
            && file.Shelf.FirstOrDefault(item =>
                item.Product.Kind is ProductKind.HydratingSerum or ProductKind.MicrocurrentDevice or ProductKind.LeaveOnAcidLiquid
            )
                is { } trial
        )
        {
            decisions.Add(
                new TryHalf
                {
                    Id = "half",
                    Product = trial.Product.Id,
                    Side = (FaceSide)random.Next(2),
                    Days = random.Next(1, 29),
                    On = now.AddDays(-random.Next(0, 20)),
                }
            );
        }

        // A chance of its own, so that the seeds go on making the clients they made.
        var chance = new Random((file.Shelf.Count * 7919) + decisions.Count + file.Shelf.Sum(item => item.Product.Name.Length));
        if (decisions.FindIndex(decision => decision is ShapeLadder) is >= 0 and var at && chance.Next(2) == 0)
        {
            var ladder = (ShapeLadder)decisions[at];
            var acid = file.Shelf.First(item => item.Product.Id == ladder.Product).Product;
            decisions[at] = ladder with { Morning = acid.MayGoInTheMorning() };
        }

        var parts = file.Shelf.Where(item => HomeFacial.PartOf(item.Product) is not null).ToList();
        if (parts.Count > 1 && chance.Next(2) == 0)
        {
            decisions.Add(
                new TieFacial
                {
                    Id = "facial",
                    Products = [.. parts.OrderBy(_ => chance.Next()).Take(chance.Next(2, 4)).Select(item => item.Product.Id)],
                    EveryDays = chance.Next(7, 30),
                    On = now.AddDays(-chance.Next(0, 60)),
                }
            );
        }

        if (random.Next(4) == 0 && file.Shelf.Count > 3)
        {
            DayOfWeek[] Some(int most) => [.. Enum.GetValues<DayOfWeek>().OrderBy(_ => random.Next()).Take(random.Next(most))];
            decisions.Add(
                new ShapeWeek
                {
                    Id = "week",
                    On = now.AddDays(-random.Next(0, 50)),
                    RestEvenings = Some(3),
                    Never = [new(file.Shelf[^1].Product.Id, Some(7))],
                }
            );
        }

        return decisions;
    }

    private static decimal Strength(ShelfItem item) =>
        item.Product is { Actives: [{ Substance: Substance.Mandelic, Percent: { } percent }] } ? percent : 0;

    /// <summary>Lets the client live by the plan: mostly does it, sometimes skips, sometimes reacts, sometimes steps out of line.</summary>
    private static CaseFile Live(Random random, CaseFile file, DateOnly now, HouseRules rules)
    {
        var log = new List<LogEntry>();
        var decisions = file.Decisions.ToList();
        var diligence = random.Next(40, 101);
        var wild = random.Next(6) == 0;
        var first = decisions.Select(decision => decision.On).DefaultIfEmpty(now).Min();
        var id = 0;
        for (var day = first; day < now; day = day.AddDays(7))
        {
            var week = PathPlanner.Plan(
                file with
                {
                    AsOf = CaseBuilder.At(day, 12),
                    Log = [.. log],
                    Decisions = [.. decisions],
                },
                rules,
                day,
                7
            );
            foreach (var planned in week.Days.Where(planned => planned.Date < now))
            {
                LiveDay(random, planned, log, diligence, wild, ref id);
            }

            if (log.OfType<CheckedIn>().Any() && random.Next(3) == 0)
            {
                decisions.Add(
                    new ClearRed
                    {
                        Id = $"c{id++}",
                        On = day.AddDays(6),
                        At = CaseBuilder.At(day.AddDays(6), 2 + 3),
                        Reason = "seen and calm",
                    }
                );
            }

            foreach (var question in week.Questions.Where(question => question.Kind == QuestionKind.StepUp && random.Next(4) > 0))
            {
                decisions.Add(
                    new StepUp
                    {
                        Id = $"u{id++}",
                        Product = question.Product!,
                        Rung = question.Rung!.Value,
                        On = day.AddDays(random.Next(0, 5)),
                    }
                );
            }

            foreach (var question in week.Questions.Where(question => question is { Kind: QuestionKind.StepDown, Rung: >= 0 }))
            {
                decisions.Add(
                    new StepDown
                    {
                        Id = $"u{id++}",
                        Product = question.Product!,
                        Rung = question.Rung!.Value,
                        On = day,
                    }
                );
            }

            // Somebody in a hurry asks for the next rung before its time.
            if (random.Next(12) == 0 && week.Ladders.FirstOrDefault(ladder => ladder.State == LadderState.Climbing) is { } eager)
            {
                decisions.Add(
                    new StepUp
                    {
                        Id = $"u{id++}",
                        Product = eager.Product,
                        Rung = Math.Min(4, eager.Rung + 1),
                        On = day,
                    }
                );
            }
        }

        // Many a client writes just because last night stung.
        if (
            random.Next(5) == 0
            && log.OfType<Applied>().LastOrDefault(use => use.Moment == Moment.Evening && use.Day >= now.AddDays(-2)) is { } stung
        )
        {
            log.Add(
                new CheckedIn
                {
                    Id = $"n{id++}",
                    Day = stung.Day,
                    HappenedAt = stung.HappenedAt.AddHours(random.Next(1, 30)),
                    Report = new SkinReport { Sting = random.Next(4, 7), StingSeconds = random.Next(0, 3000) },
                }
            );
        }

        return file with
        {
            Log = [.. log.Where(entry => entry.HappenedAt <= file.AsOf)],
            Decisions =
            [
                .. decisions.Where(decision =>
                    decision.On <= now && decision is not ClearRed { At: var at } || decision is ClearRed clear && clear.At <= file.AsOf
                ),
            ],
        };
    }

    private static void LiveDay(Random random, DayPath planned, List<LogEntry> log, int diligence, bool wild, ref int id)
    {
        var used = false;
        foreach (var moment in new[] { Moment.Morning, Moment.Evening })
        {
            foreach (var step in planned[moment].Steps)
            {
                var at = CaseBuilder.At(planned.Date, moment == Moment.Morning ? 7 : 21);
                if (step.Action == Core.Routine.StepAction.PatchTest)
                {
                    log.Add(
                        new PatchApplied
                        {
                            Id = $"p{id++}",
                            Product = step.Product!,
                            HappenedAt = at,
                        }
                    );
                    log.Add(
                        new PatchRead
                        {
                            Id = $"r{id++}",
                            Product = step.Product!,
                            HappenedAt = at.AddHours(random.Next(30, 70)),
                            Clear = random.Next(12) > 0,
                        }
                    );
                }
                else if (step.Roles.Any(role => FamilyTraits.Of(role).Irritant != Degree.No) && random.Next(100) < diligence)
                {
                    used = true;
                    if (step.ContactSeconds is { } target && random.Next(2) == 0)
                    {
                        log.Add(RandomSession.Held($"s{id++}", random, step.Product!, planned.Date, at, target));
                        continue;
                    }

                    log.Add(
                        new Applied
                        {
                            Id = $"a{id++}",
                            Product = step.Product!,
                            Day = planned.Date,
                            Moment = moment,
                            HappenedAt = at,
                            ContactSeconds =
                                step.ContactSeconds is { } contact && random.Next(8) > 0
                                    ? Math.Max(5, contact + random.Next(-40, 40))
                                    : null,
                        }
                    );
                }
            }
        }

        foreach (
            var step in planned.Evening.Steps.Where(step =>
                step is { Product: not null, Kind: { } kind } && DeviceKinds.IsDevice(kind) && step.Roles.Count == 0
            )
        )
        {
            // Some use a device every evening, whatever was planned.
            if (random.Next(100) < diligence)
            {
                log.Add(
                    new Applied
                    {
                        Id = $"d{id++}",
                        Product = step.Product!,
                        Day = planned.Date,
                        Moment = Moment.Evening,
                        HappenedAt = CaseBuilder.At(planned.Date, 20),
                    }
                );
            }
        }

        if (wild && random.Next(5) == 0)
        {
            log.Add(
                new Applied
                {
                    Id = $"d{id++}",
                    Product = random.Next(2) == 0 ? "galvanic" : "roller",
                    Day = planned.Date,
                    Moment = Moment.Evening,
                    HappenedAt = CaseBuilder.At(planned.Date, 20),
                }
            );
        }

        if (random.Next(120) == 0)
        {
            var nick = new Nicked
            {
                Id = $"n{id++}",
                Day = planned.Date,
                HappenedAt = CaseBuilder.At(planned.Date, 22),
                Zones = [random.Next(2) == 0 ? FaceZone.LeftJaw : FaceZone.Chin],
            };
            log.Add(nick);
            if (random.Next(2) == 0)
            {
                log.Add(
                    new NickClosed
                    {
                        Id = $"n{id++}",
                        Nick = nick.Id,
                        Day = planned.Date.AddDays(random.Next(0, 6)),
                        HappenedAt = CaseBuilder.At(planned.Date.AddDays(6), 9),
                    }
                );
            }
        }

        if (random.Next(40) == 0)
        {
            log.Add(
                new BottleSeen
                {
                    Id = $"b{id++}",
                    Product = "sun",
                    Share = random.Next(3) / 2m,
                    HappenedAt = CaseBuilder.At(planned.Date, 8),
                }
            );
        }

        if (random.Next(25) == 0)
        {
            log.Add(
                new Skipped
                {
                    Id = $"k{id++}",
                    Product = random.Next(3) == 0 ? null : "sun",
                    Day = planned.Date,
                    Moment = Moment.Morning,
                    Reason = "no time",
                    HappenedAt = CaseBuilder.At(planned.Date, 7),
                }
            );
        }

        if (random.Next(planned.Evening.Steps.Any(step => step.ContactSeconds is not null) ? 3 : 30) == 0)
        {
            log.Add(
                new Skipped
                {
                    Id = $"l{id++}",
                    Product =
                        random.Next(3) == 0 ? null
                        : random.Next(3) == 0 ? "strongkit"
                        : "kit",
                    Day = planned.Date,
                    Moment = Moment.Evening,
                    Reason = random.Next(4) == 0 ? Skipped.FeelsSore : "no time",
                    HappenedAt = CaseBuilder.At(planned.Date, 22),
                }
            );
        }

        if (random.Next(40) == 0)
        {
            log.Add(
                new Applied
                {
                    Id = $"a{id++}",
                    Product = "patch",
                    Day = planned.Date,
                    Moment = Moment.Evening,
                    HappenedAt = CaseBuilder.At(planned.Date, 22),
                }
            );
        }

        if (random.Next(150) == 0)
        {
            var yes = Enum.GetValues<DayQuestion>().Where(_ => random.Next(6) == 0).ToList();
            log.Add(
                new Screened
                {
                    Id = $"q{id++}",
                    Product = "kit",
                    Day = planned.Date,
                    HappenedAt = CaseBuilder.At(planned.Date, 20),
                    Yes = yes,
                    Zones = yes.Contains(DayQuestion.OpenSkin) && random.Next(3) > 0 ? [FaceZone.Chin, FaceZone.LeftCheek] : [],
                }
            );
        }

        if (random.Next(60) == 0)
        {
            log.Add(
                new Skipped
                {
                    Id = $"b{id++}",
                    Product = "sun",
                    Day = planned.Date,
                    Moment = Moment.Morning,
                    Reason = Skipped.RanOut,
                    HappenedAt = CaseBuilder.At(planned.Date, 7),
                }
            );
        }

        if (wild && random.Next(20) == 0 && planned.Evening.Omitted.Count > 0)
        {
            log.Add(
                new Applied
                {
                    Id = $"a{id++}",
                    Product = planned.Evening.Omitted[0].Product,
                    Day = planned.Date,
                    Moment = Moment.Evening,
                    HappenedAt = CaseBuilder.At(planned.Date, 22),
                }
            );
            used = true;
        }

        // Now and then somebody uses what rests.
        if (random.Next(45) == 0 && planned.Morning.Omitted.Concat(planned.Evening.Omitted).ToList() is { Count: > 0 } resting)
        {
            log.Add(
                new Applied
                {
                    Id = $"i{id++}",
                    Product = resting[random.Next(resting.Count)].Product,
                    Day = planned.Date,
                    Moment = random.Next(4) == 0 ? Moment.Morning : Moment.Evening,
                    HappenedAt = CaseBuilder.At(planned.Date, random.Next(6, 23)),
                    ContactSeconds = random.Next(3) == 0 ? random.Next(30, 900) : null,
                }
            );
            used = true;
        }

        if (used && random.Next(3) == 0)
        {
            log.Add(
                new CheckedIn
                {
                    Id = $"c{id++}",
                    Day = planned.Date,
                    HappenedAt = CaseBuilder.At(planned.Date.AddDays(random.Next(2)), 23),
                    Report = RandomReport(random),
                }
            );
        }
    }

    private static readonly string[] Told =
    [
        "my sister's retinol",
        "a peel from the drawer",
        "lemon juice",
        "sugar scrub",
        "salicylic pads",
        "a mask",
        "nothing",
        "benzoyl peroxide on one spot",
        "papaya enzyme mask",
        "something strong from the pharmacy",
        "tca pads from the internet",
        "a phenol pen",
        "picked a flake",
    ];

    private static SkinReport RandomReport(Random random)
    {
        var bad = random.Next(12) == 0;
        return new SkinReport
        {
            Sting = bad ? random.Next(4, 8) : random.Next(0, 4),
            StingSeconds =
                random.Next(20) == 0 ? null
                : bad ? random.Next(0, 4000)
                : random.Next(0, 70),
            Redness = bad ? random.Next(0, 4) : random.Next(0, 2),
            RednessPast24h = random.Next(25) == 0,
            Flaking = random.Next(25) == 0,
            TightOrDry = random.Next(30) == 0,
            StrongSun = random.Next(40) == 0,
            Pain = random.Next(200) == 0 ? random.Next(0, 11) : null,
            AlsoUsed = random.Next(30) == 0 ? Told[random.Next(Told.Length)] : "",
            Signs =
                random.Next(80) == 0 ? [(Sign)random.Next(16)]
                : random.Next(80) == 0 ? [Sign.Picked]
                : [],
            Where = random.Next(12) == 0 ? [FaceZone.Chin] : [],
        };
    }

    private static IEnumerable<Product> Pick(Random random, Product[] from, int count, int always = 0) =>
        from.Take(always).Concat(from.Skip(always).OrderBy(_ => random.Next()).Take(Math.Max(0, count - always)));
}
