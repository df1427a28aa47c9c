using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Writes cases the way a practitioner tells them: a day, a client, what is on the shelf, what happened.</summary>
internal sealed class CaseBuilder
{
    /// <summary>A Monday.</summary>
    public static readonly DateOnly Monday = new(2026, 3, 2);

    private readonly List<ShelfItem> shelf = [];
    private readonly List<Decision> decisions = [];
    private readonly List<LogEntry> log = [];
    private readonly List<Core.Care.Treatment> treatments = [];
    private readonly List<Core.Care.Occasion> occasions = [];
    private Intake intake = new() { BirthDate = new DateOnly(1990, 5, 1) };
    private DateTimeOffset asOf = At(Monday);
    private int next;

    public static HouseRules Rules { get; } = new();
    public static HouseRules StrongKitRules { get; } = new() { HomePeels = HomePeels.StrongSignedOff };

    public static DateTimeOffset At(DateOnly day, int hour = 18, int minute = 0) =>
        new(day.Year, day.Month, day.Day, hour, minute, 0, TimeSpan.Zero);

    public static Product Cleanser =>
        new()
        {
            Id = "cleanser",
            Name = "Brook gel",
            Kind = ProductKind.GelCleanser,
        };
    public static Product Moisturiser =>
        new()
        {
            Id = "cream",
            Name = "Ferry cream",
            Kind = ProductKind.Moisturiser,
        };
    public static Product Sunscreen =>
        new()
        {
            Id = "sun",
            Name = "Towpath fluid",
            Kind = ProductKind.SunscreenFluid,
            Spf = 50,
            BroadSpectrum = true,
        };
    public static Product Glycolic =>
        new()
        {
            Id = "glycolic",
            Name = "Reed water",
            Kind = ProductKind.ExfoliatingToner,
            Actives = [new(Substance.Glycolic, 7)],
            Ph = 3.6m,
        };
    public static Product Salicylic =>
        new()
        {
            Id = "salicylic",
            Name = "Willow drops",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Salicylic, 2)],
            Ph = 3.4m,
        };
    public static Product Azelaic =>
        new()
        {
            Id = "azelaic",
            Name = "Chalk cream",
            Kind = ProductKind.AzelaicSuspension,
            Actives = [new(Substance.Azelaic, 10)],
            Ph = 4.6m,
        };
    public static Product Retinol =>
        new()
        {
            Id = "retinol",
            Name = "Heron drops",
            Kind = ProductKind.Retinoid,
            Actives = [new(Substance.Retinol, 0.3m)],
        };

    /// <summary>A step with a product of a kind, as its traits have it.</summary>
    public static Step StepOf(ProductKind kind) =>
        new()
        {
            Key = "x",
            Action = StepAction.Apply,
            Product = "x",
            Kind = kind,
            Slot = RoutineSlots.Of(kind),
            SkinState = KindTraits.Of(kind).Wants,
            Removal = KindTraits.Of(kind).Removal,
            HoldSeconds = KindTraits.Of(kind).HoldSeconds,
        };

    public static Product Steamer =>
        new()
        {
            Id = "steamer",
            Name = "Mist bowl",
            Kind = ProductKind.FacialSteamer,
        };
    public static Product Clay =>
        new()
        {
            Id = "clay",
            Name = "Bank clay",
            Kind = ProductKind.ClayMask,
        };
    public static Product Enzyme =>
        new()
        {
            Id = "enzyme",
            Name = "Papaya dust",
            Kind = ProductKind.Enzyme,
            Actives = [new(Substance.Papain)],
        };

    public static Product WeakKit =>
        new()
        {
            Id = "kit",
            Name = "Weir wash-off",
            Kind = ProductKind.WashOffPeel,
            Actives = [new(Substance.Glycolic, 12)],
            Ph = 3.6m,
        };
    public static Product StrongKit =>
        new()
        {
            Id = "strongkit",
            Name = "Weir deep",
            Kind = ProductKind.WashOffPeel,
            Actives = [new(Substance.Glycolic, 28)],
            Ph = 3.1m,
        };

    /// <summary>What needles glide on.</summary>
    public static Product Glide =>
        new()
        {
            Id = "glide",
            Name = "Still serum",
            Kind = ProductKind.HydratingSerum,
            MadeFor = ProductKind.NeedleRoller,
        };

    /// <summary>A cleanser, a moisturiser, a sunscreen.</summary>
    public static CaseBuilder Basic() => new CaseBuilder().Own(Cleanser, Moisturiser, Sunscreen);

    public CaseBuilder Own(params Product[] products)
    {
        shelf.AddRange(products.Select(product => new ShelfItem { Product = product }));
        return this;
    }

    public CaseBuilder Park(Product product)
    {
        shelf.Add(new ShelfItem { Product = product, State = ShelfState.Parked });
        return this;
    }

    public CaseBuilder With(Func<Intake, Intake> change)
    {
        intake = change(intake);
        return this;
    }

    public CaseBuilder Flag(FlagKind kind, DateOnly? from = null, DateOnly? until = null, params FaceZone[] zones) =>
        With(old =>
            old with
            {
                Flags =
                [
                    .. old.Flags,
                    new Flag
                    {
                        Kind = kind,
                        From = from,
                        Until = until,
                        Zones = zones,
                    },
                ],
            }
        );

    public CaseBuilder Now(DateOnly day, int hour = 18)
    {
        asOf = At(day, hour);
        return this;
    }

    public CaseBuilder Decide(Decision decision)
    {
        decisions.Add(decision);
        return this;
    }

    public CaseBuilder Start(string product, DateOnly on) =>
        Decide(
            new StartActive
            {
                Id = Id(),
                Product = product,
                On = on,
            }
        );

    public CaseBuilder InUse(string product, DateOnly on, int rung) =>
        Decide(
            new StartActive
            {
                Id = Id(),
                Product = product,
                On = on,
                AlreadyInUse = true,
                Rung = rung,
                Reason = "used for months",
            }
        );

    /// <summary>Ties a home facial; without products it is untied.</summary>
    public CaseBuilder Tie(DateOnly on, int everyDays, params string[] products) =>
        Decide(
            new TieFacial
            {
                Id = Id(),
                On = on,
                EveryDays = everyDays,
                Products = products,
            }
        );

    public CaseBuilder StepUp(string product, int rung, DateOnly on) =>
        Decide(
            new StepUp
            {
                Id = Id(),
                Product = product,
                Rung = rung,
                On = on,
            }
        );

    public CaseBuilder Clear(DateOnly day, int hour = 12) =>
        Decide(
            new ClearRed
            {
                Id = Id(),
                On = day,
                At = At(day, hour),
                Reason = "looked at it, calm",
            }
        );

    public CaseBuilder Established(Family family, DateOnly on) =>
        Decide(
            new NoteEstablished
            {
                Id = Id(),
                Family = family,
                On = on,
                Reason = "a year of use",
            }
        );

    public CaseBuilder Patched(string product, DateOnly on, bool clear = true, int readAfter = 2)
    {
        log.Add(
            new PatchApplied
            {
                Id = Id(),
                Product = product,
                HappenedAt = At(on, 20),
            }
        );
        log.Add(
            new PatchRead
            {
                Id = Id(),
                Product = product,
                Clear = clear,
                HappenedAt = At(on.AddDays(readAfter), 20),
            }
        );
        return this;
    }

    public CaseBuilder Log(LogEntry entry)
    {
        log.Add(entry);
        return this;
    }

    public CaseBuilder Use(string product, DateOnly day, Moment moment = Moment.Evening)
    {
        log.Add(
            new Applied
            {
                Id = Id(),
                Product = product,
                Day = day,
                Moment = moment,
                HappenedAt = At(day, moment == Moment.Morning ? 7 : 21),
            }
        );
        return this;
    }

    /// <summary>Uses a product on each day on which it is planned, as seen that evening, and tells of it.</summary>
    /// <param name="sting">The sting told after each use; null where nobody tells.</param>
    public CaseBuilder Follow(string product, DateOnly from, DateOnly until, int? sting = 0)
    {
        var now = asOf;
        for (var day = from; day < until; day = day.AddDays(1))
        {
            if (Now(day).Plan(1).DaysOf(product).Contains(day))
            {
                Use(product, day);
                if (sting is { } felt)
                {
                    Report(day, new SkinReport { Sting = felt, StingSeconds = felt == 0 ? 0 : 20 });
                }
            }
        }

        asOf = now;
        return this;
    }

    public CaseBuilder Report(DateOnly about, SkinReport report, DateOnly? given = null, int hour = 21, int minute = 30)
    {
        log.Add(
            new CheckedIn
            {
                Id = Id(),
                Day = about,
                Report = report,
                HappenedAt = At(given ?? about, hour, minute),
            }
        );
        return this;
    }

    public CaseBuilder Treat(Core.Care.TreatmentKind kind, DateOnly on, Func<Core.Care.Treatment, Core.Care.Treatment>? change = null)
    {
        Core.Care.Treatment treatment = new()
        {
            Id = Id(),
            Kind = kind,
            On = on,
        };
        treatments.Add(change?.Invoke(treatment) ?? treatment);
        return this;
    }

    public CaseBuilder Celebrate(string title, DateOnly on)
    {
        occasions.Add(
            new()
            {
                Id = Id(),
                Title = title,
                On = on,
            }
        );
        return this;
    }

    public string Id() => $"f{next++}";

    public CaseFile Build() =>
        new()
        {
            Format = CaseFile.FormatName,
            Version = 1,
            AsOf = asOf,
            Zone = "UTC",
            Intake = intake,
            Shelf = shelf,
            Decisions = decisions,
            Log = log,
            Treatments = treatments,
            Occasions = occasions,
        };

    public CarePath Plan(int days = 84, DateOnly? from = null) => PathPlanner.Plan(Build(), Rules, from, days);
}

internal static class PathReading
{
    /// <summary>Days on which a product is planned.</summary>
    public static List<DateOnly> DaysOf(this CarePath path, string product) =>
        [.. path.Days.Where(day => day.Morning.Has(product) || day.Evening.Has(product)).Select(day => day.Date)];

    public static bool Has(this HalfDay half, string product) =>
        half.Steps.Any(step => step.Product == product && step.Action == Core.Routine.StepAction.Apply);

    /// <summary>The rule that leaves a product out of an evening.</summary>
    public static string? WhyNot(this HalfDay half, string product) =>
        half.Omitted.FirstOrDefault(omission => omission.Product == product)?.Because.Rule;
}
