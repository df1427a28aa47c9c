using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Clients in whose plan just one rule decides, by that rule.</summary>
internal static class RareCases
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static Product Asked(string id) => StarterShelf.All.Single(product => product.Id == $"kind-{id}");

    private static Product Liquid(Substance substance, decimal percent, decimal ph) =>
        new()
        {
            Id = "liquid",
            Name = "Sedge liquid",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(substance, percent)],
            Ph = ph,
        };

    private static Product Peroxide =>
        new()
        {
            Id = "peroxide",
            Name = "Flint gel",
            Kind = ProductKind.BenzoylPeroxide,
            Actives = [new(Substance.BenzoylPeroxide, 2.5m)],
        };
    private static Product Lactic =>
        new()
        {
            Id = "lactic",
            Name = "Sedge serum",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Lactic, 5)],
            Ph = 3.8m,
        };

    private static Product Scrub =>
        new()
        {
            Id = "scrub",
            Name = "Sand scrub",
            Kind = ProductKind.Scrub,
        };
    private static Product AcidWash =>
        new()
        {
            Id = "wash",
            Name = "Mill wash",
            Kind = ProductKind.ExfoliatingCleanser,
            Actives = [new(Substance.Gluconolactone, 5)],
            Ph = 4,
        };

    public static IReadOnlyDictionary<string, Func<CaseFile>> All { get; } =
        new Dictionary<string, Func<CaseFile>>
        {
            [RuleBook.SalicylicLimit] = () => Begun(Liquid(Substance.Salicylic, 3, 3.6m)),
            [RuleBook.LeaveOnStrength] = () => Begun(Liquid(Substance.Glycolic, 12, 3.6m)),
            [RuleBook.LeaveOnPh] = () => Begun(Liquid(Substance.Glycolic, 8, 3.2m)),
            [RuleBook.AhaPh] = () => Begun(Liquid(Substance.Glycolic, 8, 2.8m)),
            [RuleBook.UsedElse] = () =>
                CaseBuilder
                    .Basic()
                    .Own(CaseBuilder.Glycolic)
                    .InUse("glycolic", Monday, 1)
                    .Report(Monday, new SkinReport { AlsoUsed = "a friend's retinol" }, Monday, 17)
                    .Build(),
            [RuleBook.SunscreenSkipped] = () =>
                Enumerable
                    .Range(1, 4)
                    .Aggregate(CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", Monday, 4), (built, back) => built.Log(
                            new Skipped
                            {
                                Id = $"skip{back}",
                                Product = "sun",
                                Day = Monday.AddDays(-back),
                                Moment = Moment.Morning,
                                Reason = "no time",
                                HappenedAt = CaseBuilder.At(Monday.AddDays(-back), 8),
                            }
                        ))
                    .Build(),
            [RuleBook.BottleFirst] = () =>
                CaseBuilder.Basic().Own(Asked("mandelic-8")).Start("kind-mandelic-8", Monday).Build(),
            [RuleBook.SunscreenBottleFirst] = () =>
                new CaseBuilder()
                    .Own(CaseBuilder.Cleanser, CaseBuilder.Moisturiser, Asked("sun-50"), CaseBuilder.Glycolic)
                    .InUse("glycolic", Monday, 1)
                    .Build(),
            [RuleBook.NeedleLength] = () => Rolled(0.75m),
            [RuleBook.NeedleAge] = () =>
                Rolled(0.25m) is var file ? file with { Intake = file.Intake with { BirthDate = Monday.AddYears(-16) } } : file,
            [RuleBook.NeedleFlag] = () => Rolled(0.25m, built => built.Flag(FlagKind.BloodThinning)),
            [RuleBook.NeedleSchool] = () => Rolled(0.5m),
            [RuleBook.NeedleRest] = () => Rolled(0.25m, built => built.Own(CaseBuilder.Glycolic).InUse("glycolic", Monday, 3)),
            [RuleBook.NeedleSun] = () =>
                Rolled(0.25m, built =>
                    built.Use("roller", Monday.AddDays(-7)).Flag(FlagKind.StrongSun, Monday.AddDays(8), Monday.AddDays(9))
                ),
            [RuleBook.DeviceInterval] = () =>
                CaseBuilder
                    .Basic()
                    .Own(
                        new Product
                        {
                            Id = "light",
                            Name = "Lantern mask",
                            Kind = ProductKind.LightMask,
                            Sheet = new() { MostSeconds = 600, RestDays = 4 },
                        }
                    )
                    .Build(),
            [RuleBook.DeviceSheet] = () =>
                CaseBuilder
                    .Basic()
                    .Own(
                        new Product
                        {
                            Id = "light",
                            Name = "Lantern mask",
                            Kind = ProductKind.LightMask,
                        }
                    )
                    .Build(),
            [RuleBook.SheetForbids] = () =>
                CaseBuilder
                    .Basic()
                    .Own(
                        new Product
                        {
                            Id = "hum",
                            Name = "Hum wand",
                            Kind = ProductKind.OtherDevice,
                            Sheet = new()
                            {
                                RestDays = 3,
                                Current = false,
                                Heat = false,
                                Light = false,
                                NotWith = [FlagKind.Melasma],
                                Ways = [new("Chin", "round", [FaceZone.Chin], 30)],
                            },
                        }
                    )
                    .Flag(FlagKind.Melasma)
                    .Build(),
            [RuleBook.HalfFace] = () =>
                CaseBuilder
                    .Basic()
                    .Own(
                        new Product
                        {
                            Id = "ripple",
                            Name = "Ripple plate",
                            Kind = ProductKind.GalvanicDevice,
                        },
                        Gel("minus", GelCharge.Negative),
                        Gel("plus", GelCharge.Positive)
                    )
                    .Build(),
            [RuleBook.PeroxideWithRetinoid] = () => Together(Peroxide, CaseBuilder.Retinol),
            [RuleBook.OverAcid] = () => Together(Peroxide, CaseBuilder.Glycolic),
            [RuleBook.ByHandAlone] = () => Together(Scrub, CaseBuilder.Retinol),
            [RuleBook.AcidCleanserWithAcid] = () => Together(AcidWash, CaseBuilder.Glycolic, rung: 3),
            [RuleBook.OneExtra] = () =>
                CaseBuilder
                    .Basic()
                    .Own(
                        new()
                        {
                            Id = "clay",
                            Name = "Bank clay",
                            Kind = ProductKind.ClayMask,
                        },
                        new()
                        {
                            Id = "calm",
                            Name = "Calm mask",
                            Kind = ProductKind.SoothingMask,
                        }
                    )
                    .Build(),
            [RuleBook.HomeFacial] = () => Facial().Build(),
            [RuleBook.FamilyOnceADay] = () =>
                CaseBuilder
                    .Basic()
                    .With(intake => intake with { Sensitivity = Sensitivity.Average })
                    .Own(CaseBuilder.Glycolic, Lactic)
                    .InUse("glycolic", CaseBuilder.Monday.AddDays(-1), 4)
                    .InUse("lactic", CaseBuilder.Monday.AddDays(-1), 4)
                    .Established(Family.Aha, CaseBuilder.Monday.AddDays(-60))
                    .Decide(new ShapeLadder { Id = "m", Product = "glycolic", On = CaseBuilder.Monday.AddDays(-5), Morning = true })
                    .Build(),
            [RuleBook.FacialAlone] = () =>
                Facial()
                    .Own(CaseBuilder.Glycolic)
                    .InUse("glycolic", CaseBuilder.Monday.AddDays(-1), 4)
                    .Established(Family.Aha, CaseBuilder.Monday.AddDays(-60))
                    .Build(),
            [RuleBook.FacialTogether] = () => Facial().Use("clay", CaseBuilder.Monday.AddDays(-3)).Build(),
            [RuleBook.Gap] = () =>
                CaseBuilder
                    .Basic()
                    .Own(CaseBuilder.Glycolic)
                    .InUse("glycolic", Monday.AddDays(-90), 3)
                    .Use("glycolic", Monday.AddDays(-40))
                    .Build(),
            // All ready but for the hold, and but for the winter.
            [RuleBook.Hold] = () => Climbing(every: 1, days: 16),
            [RuleBook.WinterHold] = () =>
                Climbing(
                    every: 1,
                    days: 30,
                    change: built => built.With(intake => intake with { SkinType = SkinType.Dry }),
                    from: new DateOnly(2026, 1, 12)
                ),
            [RuleBook.FewReports] = () => Climbing(every: 1, tells: false),
            [RuleBook.OpenQuestion] = () =>
                Climbing(every: 1, change: built => built.Use("glycolic", Monday.AddDays(-1)).Use("glycolic", Monday.AddDays(-2))),
            [RuleBook.BookedSoon] = () =>
                Climbing(every: 1, change: built => built.Treat(Core.Care.TreatmentKind.SuperficialPeel, Monday.AddDays(12))),
            [RuleBook.TooSoon] = () => Peeled().Use("glycolic", Monday.AddDays(-1)).Build(),
            [RuleBook.RestAgain] = () => Peeled().Use("glycolic", Monday.AddDays(-1)).Build(),
            [RuleBook.NeedleSerum] = () =>
                Rolled(0.25m) is var file ? file with { Shelf = [.. file.Shelf.Where(item => item.Product.Id != "glide")] } : file,
            [RuleBook.EnoughUses] = () => Climbing(every: 1, skip: 1, days: 28, rung: 0),
            [RuleBook.SeventyPercent] = () =>
                Climbing(every: 3, days: 60, change: built => built.Report(Monday.AddDays(-2), new SkinReport())),
            [RuleBook.DrySpell] = () =>
                Climbing(every: 1, change: built => built.Flag(FlagKind.DrySpell, Monday.AddDays(-3), Monday.AddDays(9))),
            [RuleBook.PeelWax] = () => Kit().Flag(FlagKind.HairRemoval, Monday.AddDays(1), null, FaceZone.UpperLip).Build(),

            [RuleBook.PeelScreened] = () =>
                Kit()
                    .Log(
                        new Screened
                        {
                            Id = "asked",
                            Product = "kit",
                            Day = Monday,
                            HappenedAt = CaseBuilder.At(Monday, 9),
                            Yes = [DayQuestion.UsedElse],
                        }
                    )
                    .Build(),

            // A retinoid begun between two peels at a longer contact.
            [RuleBook.PeelAgain] = () =>
                Peels(
                        Kit()
                            .Own(CaseBuilder.Retinol)
                            .StepUp("kit", 1, Monday.AddDays(-40))
                            .Start("retinol", Monday.AddDays(-9))
                            .Patched("retinol", Monday.AddDays(-9))
                            .Use("retinol", Monday.AddDays(-6)),
                        -56,
                        -42,
                        -28,
                        -14
                    )
                    .Build(),

            // More contact approved while the last peel is still to be told of.
            [RuleBook.PeelTold] = () => Peels(Kit(), -42, -28).Log(Peel(-14, "untold")).StepUp("kit", 1, Monday).Build(),
        };

    private static Product Gel(string id, GelCharge charge) =>
        new()
        {
            Id = id,
            Name = id,
            Kind = ProductKind.ConductiveGel,
            MadeFor = ProductKind.GalvanicDevice,
            Charge = charge,
        };

    /// <summary>A roller that was signed off.</summary>
    private static CaseFile Rolled(decimal length, Func<CaseBuilder, CaseBuilder>? with = null) =>
        (with ?? (built => built))(
            CaseBuilder
                .Basic()
                .Own(
                    CaseBuilder.Glide,
                    new Product
                    {
                        Id = "roller",
                        Name = "Burr roller",
                        Kind = ProductKind.NeedleRoller,
                        NeedleMm = length,
                    }
                )
                .Decide(
                    new StartActive
                    {
                        Id = "signed",
                        Product = "roller",
                        On = Monday.AddDays(-8),
                        Reason = "shown in the salon",
                    }
                )
        )
            .Build();

    /// <summary>A light peel in the salon four days ago, with an acid that waits for the end of its rest.</summary>
    private static CaseBuilder Peeled() =>
        CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday.AddDays(-60), 3)
            .Treat(Core.Care.TreatmentKind.SuperficialPeel, Monday.AddDays(-4));

    private static CaseFile Begun(Product product) =>
        CaseBuilder.Basic().Own(product).Start(product.Id, Monday.AddDays(-10)).Patched(product.Id, Monday.AddDays(-9)).Build();

    /// <summary>Both established and used every evening, so that only their clash keeps them apart.</summary>
    private static CaseFile Together(Product one, Product other, int rung = 4)
    {
        var built = CaseBuilder.Basic().Own(one, other).InUse(one.Id, Monday, rung).InUse(other.Id, Monday, rung);
        foreach (var family in one.Families().Concat(other.Families()).Distinct())
        {
            built.Established(family, Monday.AddDays(-60));
        }

        return built.Build();
    }

    /// <summary>A step up approved today, after so many days at a rung in which every so many planned uses were made.</summary>
    /// <param name="skip">Planned uses left out at the beginning.</param>
    /// <param name="tells">Whether each use is reported.</param>
    /// <param name="from">The day of the step, where it is not the usual Monday.</param>
    private static CaseFile Climbing(
        int every,
        int skip = 0,
        int days = 30,
        int rung = 1,
        Func<CaseBuilder, CaseBuilder>? change = null,
        bool tells = true,
        DateOnly? from = null
    )
    {
        var on = from ?? Monday;
        return Climb(every, skip, rung, change ?? (built => built), tells, on.AddDays(-days), on);
    }

    private static CaseFile Climb(
        int every,
        int skip,
        int rung,
        Func<CaseBuilder, CaseBuilder> change,
        bool tells,
        DateOnly from,
        DateOnly on
    )
    {
        var days = on.DayNumber - from.DayNumber;
        CaseBuilder Built() =>
            CaseBuilder
                .Basic()
                .With(intake => intake with { SkinType = SkinType.Oily })
                .Own(CaseBuilder.Glycolic)
                .InUse("glycolic", from, rung);
        var planned = Built().Now(from).Plan(days).DaysOf("glycolic");
        var built = Built();
        foreach (var day in planned.Where((_, i) => i % every == 0).Skip(skip))
        {
            built.Use("glycolic", day);
            if (tells)
            {
                built.Report(day, new SkinReport());
            }
        }

        return change(built).StepUp("glycolic", rung + 1, on).Now(on).Build();
    }

    private static CaseBuilder Facial() =>
        CaseBuilder.Basic().Own(CaseBuilder.Steamer, CaseBuilder.Clay).Tie(CaseBuilder.Monday.AddDays(-10), 14, "steamer", "clay");

    private static CaseBuilder Kit() =>
        CaseBuilder
            .Basic()
            .Own(CaseBuilder.WeakKit)
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "kit",
                    On = Monday.AddDays(-90),
                    Reason = "knows the kit",
                }
            )
            .Patched("kit", Monday.AddDays(-90));

    private static CaseBuilder Peels(CaseBuilder built, params int[] days)
    {
        foreach (var day in days)
        {
            built
                .Log(Peel(day, built.Id()))
                .Report(Monday.AddDays(day), new SkinReport { Sting = 1, StingSeconds = 10 }, Monday.AddDays(day + 1), 20);
        }

        return built;
    }

    private static Applied Peel(int day, string id) =>
        new()
        {
            Id = id,
            Product = "kit",
            Day = Monday.AddDays(day),
            Moment = Moment.Evening,
            HappenedAt = CaseBuilder.At(Monday.AddDays(day), 20),
            ContactSeconds = 300,
        };
}
