using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.Days;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Peels;

/// <summary>
/// The evenings of wash-off kits: the earliest one that everything allows, and what stops before it and stays off after it.
/// </summary>
internal sealed class PeelEvenings(KnownFacts facts, HouseRules rules, RuleSwitch rule, DayRestrictions restrictions, RampWalk walk)
{
    /// <summary>How far ahead an evening is looked for.</summary>
    private const int LooksAheadDays = 200;

    /// <summary>Fewer evenings than this between two peels leave an active no steady use.</summary>
    /// <remarks>House default.</remarks>
    private const int LeastFreeEvenings = 3;

    private readonly List<(Track Kit, DateOnly On)> peels = [];
    private readonly Dictionary<(KitStrength, string), PeelStop?> stops = [];
    private readonly Dictionary<string, DateOnly> everydayUse = [];
    private readonly List<Product> everyday = [.. facts.File.Shelf.Where(item => item.State == ShelfState.InUse && item.Product.Traits.Use == KindUse.Daily && !item.Product.IsActive()).Select(item => item.Product)
        .Where(product => PeelStop.Of(KitStrength.Strong, product) is not null)];

    /// <summary>Patches and whatever else is kept on hand or for a session and holds an active: planned on no day, but a use of it moves a kit.</summary>
    private readonly List<Product> onHand = [.. facts.File.Shelf.Where(item => (item.State != ShelfState.InUse && !item.Product.Exfoliates()) || (item.Product.Traits.Use is KindUse.OnHand or KindUse.Session && !item.Product.IsKit()))
        .Select(item => item.Product).Where(product => PeelStop.Of(KitStrength.Strong, product) is { Before: > 0 })];

    private readonly DateOnly firstDay = facts.EarliestDay();

    private readonly List<Track> kits = [.. walk.Tracks.Where(track => track.Kit is not null)];

    /// <summary>Whether there is anything here to ask at all.</summary>
    public bool None => kits.Count == 0 && peels.Count == 0;

    /// <summary>Takes in the evening of a peel, planned or done.</summary>
    public void Note(Track kit, DateOnly day)
    {
        if (!peels.Contains((kit, day)))
        {
            peels.Add((kit, day));
            restrictions.PeelSun.Add((day, day.AddDays(KitTimes.Of(kit.Kit!.Value).SunAfterDays)));
        }
    }

    /// <summary>Finds each kit's next evening, seen from a day before anything is placed on it.</summary>
    public void Schedule(DateOnly day)
    {
        foreach (var kit in kits)
        {
            Find(kit, day);
        }

        foreach (var product in everyday)
        {
            if (kits.Count > 0 && (Off(product, day) is null || facts.WasApplied(product.Id, day)))
            {
                everydayUse[product.Id] = day;
            }
        }
    }

    /// <summary>Looks again once a day is placed: a patch test may just have found its day, a peel just been done.</summary>
    public void Settle(DateOnly day)
    {
        // What was used today counts from tomorrow on.
        foreach (var kit in kits.Where(kit => kit.NextOn != day || facts.WasApplied(kit.Product.Id, day)))
        {
            Find(kit, day.AddDays(1));
        }
    }

    /// <summary>Why a kit is not used on a day, or null on its evening.</summary>
    public static Because? Tonight(Track kit, DateOnly day) =>
        kit.NextOn == day ? null : kit.NextOn is { } next ? Because.Of(RuleBook.PeelNext, ("product", kit.Product.Name), ("on", next)) : kit.NotSooner;

    /// <summary>Why a product rests for the sake of a peel, or null.</summary>
    public Because? Off(Product product, DateOnly day)
    {
        if (None || !rule.On(RuleBook.PeelOff))
        {
            return null;
        }

        // Peels are noted in order of days, so those out of reach end the look back.
        for (var i = peels.Count - 1; i >= 0 && day <= peels[i].On.AddDays(PeelStop.MostDays); i--)
        {
            var (kit, on) = peels[i];
            if (kit.Product.Id != product.Id && day >= on && StopOf(kit, product) is { } stop && day <= on.AddDays(stop.After))
            {
                return Rests(product, kit, on, stop);
            }
        }

        foreach (var kit in kits)
        {
            if (kit.NextOn is { } on && day <= on && day >= on.AddDays(-PeelStop.MostDays) && kit.Product.Id != product.Id && StopOf(kit, product) is { } stop && day >= on.AddDays(-stop.Before))
            {
                return Rests(product, kit, on, stop);
            }
        }

        return null;
    }

    /// <summary>Whether tightness and flaking belong to the course of a peel that was done.</summary>
    public bool InCourse(DateOnly day) => peels.Exists(peel =>
        peel.On <= day && day <= peel.On.AddDays(KitTimes.Of(peel.Kit.Kit!.Value).CourseDays) && facts.WasApplied(peel.Kit.Product.Id, peel.On));

    /// <summary>The days that each peel, done or next, asks for; for the path's ribbons.</summary>
    public IEnumerable<PathWindow> Windows()
    {
        foreach (var (kit, on) in peels.Concat(kits.Where(kit => kit.NextOn is not null && !peels.Contains((kit, kit.NextOn.Value))).Select(kit => (kit, kit.NextOn!.Value))))
        {
            var course = on.AddDays(KitTimes.Of(kit.Kit!.Value).CourseDays);
            yield return new("peel", on, course, kit.Product.Id, Because.Of(RuleBook.PeelEvening, ("product", kit.Product.Name), ("on", on), ("until", course)));
        }
    }

    /// <summary>What the practitioner should see: a kit left on too long, and a rhythm that leaves the others no room.</summary>
    public IEnumerable<Because> Warnings()
    {
        foreach (var kit in kits)
        {
            if (kit.UsedOn is [.., var last] && kit.Overrun is { } over && over.Day == last)
            {
                yield return Because.Of(RuleBook.PeelOverrun, ("product", kit.Product.Name), ("on", last), ("time", Words.Duration(over.Seconds)), ("limit", Words.Duration(over.Limit)));
            }

            if (kit.Start is null || kit.Stopped is not null)
            {
                continue;
            }

            foreach (var other in walk.Tracks)
            {
                if (other != kit && other.Active && other is { Start: not null, Stopped: null } && StopOf(kit, other.Product) is { } stop && kit.EveryDays - 1 - stop.Before - stop.After < LeastFreeEvenings)
                {
                    yield return Because.Of(RuleBook.PeelWeekly, ("product", kit.Product.Name), ("days", kit.EveryDays), ("other", other.Product.Name), ("free", Math.Max(0, kit.EveryDays - 1 - stop.Before - stop.After)));
                    break;
                }
            }
        }
    }

    /// <summary>More retinoid than at the last peel: contact begins anew.</summary>
    public void RetinoidCame(Track retinoid, DateOnly day)
    {
        foreach (var kit in kits)
        {
            if (kit is { Started: true, Rung: > 0 } && rule.On(RuleBook.PeelAgain))
            {
                kit.EnterRung(0, day, Because.Of(RuleBook.PeelAgain, ("product", kit.Product.Name), ("other", retinoid.Product.Name)));
            }
        }
    }

    private static Because Rests(Product product, Track kit, DateOnly on, PeelStop stop) =>
        Because.Of(RuleBook.PeelOff, ("product", product.Name), ("other", kit.Product.Name), ("on", on), ("until", on.AddDays(stop.After)));

    private PeelStop? StopOf(Track kit, Product product)
    {
        var key = (kit.Kit!.Value, product.Id);
        if (!stops.TryGetValue(key, out var stop))
        {
            stops[key] = stop = PeelStop.Of(key.Value, product);
        }

        return stop;
    }

    private void Find(Track kit, DateOnly day)
    {
        kit.NextOn = null;
        kit.NotSooner = null;
        if (kit.Start is null || kit.Stopped is not null)
        {
            return;
        }

        if (kit.LookAgainOn > day)
        {
            kit.NotSooner = Hindered(kit, day, day);
            return;
        }

        for (var on = Soonest(kit, day); on < day.AddDays(LooksAheadDays); on = on.AddDays(1))
        {
            if (Hindered(kit, on, day) is not { } because)
            {
                kit.NextOn = on;
                return;
            }

            kit.NotSooner = because;
            if (HopelessFor(because, on))
            {
                return;
            }
        }

        // In all that time nothing is free: a week later is soon enough to look again.
        kit.LookAgainOn = day.AddDays(7);
    }

    /// <summary>Reasons that end with a date of their own; what is left comes from the answers at Meet and ends with them.</summary>
    private static readonly HashSet<string> DateRules =
    [
        RuleBook.PeelInterval, RuleBook.PeelSteady, RuleBook.PeelStops, RuleBook.PeelCourse, RuleBook.PeelSun, RuleBook.PeelNear, RuleBook.PeelWax, RuleBook.PeelPigment, RuleBook.PeelWished,
        RuleBook.PatchRead, RuleBook.Skip7, RuleBook.RepairTonight, RuleBook.TreatmentBefore, RuleBook.TreatmentAfter, RuleBook.Occasion, RuleBook.Sunburn, RuleBook.StrongSun, RuleBook.ZoneUnknown,
        RuleBook.RestEvening, RuleBook.NeverOnDay, RuleBook.FlagRepair, RuleBook.SunscreenSkipped, RuleBook.PrescriptionUnknown, RuleBook.EssentialsFirst,
    ];

    /// <summary>Why a kit's next evening is not sooner, seen from a day; null when it is that day's.</summary>
    public Because? NotSooner(Track kit, DateOnly day) => kit.NextOn is { } next && next > day ? Hindered(kit, next.AddDays(-1), day.AddDays(1)) : null;

    /// <summary>Reasons that no later day of the search would lift.</summary>
    private bool HopelessFor(Because because, DateOnly on) =>
        because.Rule is RuleBook.PeelSchool or RuleBook.RedPause or RuleBook.MedicalPause or RuleBook.PatchFirst or RuleBook.Replaced or RuleBook.SunscreenRequired
        || (!walk.FlagsChangeAfter(on) && !DateRules.Contains(because.Rule));

    /// <summary>Why a peel with a kit that is started and not stopped cannot be on an evening as seen from a day, or null.</summary>
    private Because? Hindered(Track kit, DateOnly on, DateOnly day) => School(kit) ?? Newer(kit) ?? Refused(kit, on) ?? walk.RepairReason(on) ?? restrictions.For(kit.Product, on) ?? Resting(kit, on) ?? walk.Waits(kit, on) ?? walk.SunscreenLeftOut(kit, on)
            ?? (kit.NeedsPatch && !kit.Started && rule.On(RuleBook.PatchFirst) && !walk.Patches.IsClear(kit, on) ? Patch(kit, day) : null)
            ?? Wished(kit, on) ?? Interval(kit, on) ?? Steady(kit, on) ?? Sun(kit, on) ?? Near(kit, on) ?? Pigment(kit, on) ?? WeekWishes.Of(walk.Week, kit, on, Moment.Evening) ?? Stops(kit, on, day);

    private static Because? Resting(Track kit, DateOnly on) => kit.OffUntil >= on ? kit.Off : null;

    private static Because Patch(Track kit, DateOnly day) => kit.PatchOn is { } put && put.AddDays(PatchTests.PatchDays) > day
        ? Because.Of(RuleBook.PatchRead, ("product", kit.Product.Name), ("on", put)) : Because.Of(RuleBook.PatchFirst, ("product", kit.Product.Name));

    private static Because? Wished(Track kit, DateOnly on) =>
        !kit.Started && kit.Start!.FirstOn is { } wished && on < wished ? Because.Of(RuleBook.PeelWished, ("product", kit.Product.Name), ("on", wished)) : null;

    private Because? School(Track kit)
    {
        var signedOff = kit.Start!.Reason.Trim().Length >= CaseCheck.ShortestReason;
        var allowed = rules.HomePeels switch
        {
            HomePeels.SalonOnly => false,
            HomePeels.WeakKits => kit.Kit == KitStrength.Weak,
            _ => kit.Kit == KitStrength.Weak || signedOff,
        };
        return allowed || !rule.On(RuleBook.PeelSchool) ? null : Because.Of(RuleBook.PeelSchool, ("product", kit.Product.Name), ("school", rules.HomePeels switch
        {
            HomePeels.SalonOnly => "no peel",
            HomePeels.WeakKits => "weak kits only",
            _ => "strong kits only when signed off with the reason",
        }));
    }

    /// <summary>One kit at a time: the one started last, for good; going back to the other is a new start.</summary>
    private Because? Newer(Track kit) =>
        kits.Find(other => other != kit && other.Start is { } start && (start.On > kit.Start!.On || (start.On == kit.Start.On && other.Index > kit.Index))) is { } newer
            ? Because.Of(RuleBook.Replaced, ("product", kit.Product.Name), ("other", newer.Product.Name)) : null;

    private Because? Refused(Track kit, DateOnly on)
    {
        if (walk.RefusalAhead(kit.Product, on) is { } refused)
        {
            return refused;
        }

        if (!rule.On(RuleBook.SunscreenRequired))
        {
            return null;
        }

        var spf = rules.WindowSpf;
        var until = on.AddDays(1);
        return facts.File.Shelf.Any(item => item.State == ShelfState.InUse && item.Product.IsUsableSunscreen(spf, until) && walk.RefusalAhead(item.Product, on) is null)
            ? null : Because.Of(RuleBook.SunscreenRequired, ("product", kit.Product.Name), ("spf", spf));
    }

    /// <summary>A day before which nothing is free: the search begins there.</summary>
    private DateOnly Soonest(Track kit, DateOnly day)
    {
        var soonest = day;
        void NotBefore(DateOnly? until) => soonest = until > soonest ? until.Value : soonest;
        NotBefore(Between(kit).Until);
        NotBefore(SteadyUntil(kit));
        NotBefore(kit.Started ? null : kit.Start!.FirstOn);
        NotBefore(kit.OffUntil);
        return soonest < day.AddDays(LooksAheadDays) ? soonest : day;
    }

    private Because? Interval(Track kit, DateOnly on)
    {
        var (last, until) = Between(kit);
        return on < until ? Because.Of(RuleBook.PeelInterval, ("product", kit.Product.Name), ("on", last!.Value), ("until", until.Value)) : null;
    }

    /// <summary>The evening that counts for the interval, and the first after it that may be; nothing before the first peel.</summary>
    private (DateOnly? Last, DateOnly? Until) Between(Track kit)
    {
        if (!rule.On(RuleBook.PeelInterval))
        {
            return (null, null);
        }

        DateOnly? until = null;
        DateOnly? last = null;
        var done = 0;
        foreach (var (other, day) in peels)
        {
            done += other == kit ? 1 : 0;
            last = last > day ? last : day;
        }

        var least = KitTimes.Of(kit.Kit!.Value).IntervalDays;
        var days = Math.Max(kit.EveryDays, done < KitTimes.NewPeels && !kit.Start!.AlreadyInUse ? Math.Max(least, KitTimes.NewIntervalDays) : least);
        if (last is { } peeled)
        {
            until = peeled.AddDays(days);
        }

        if (kit.LastPlaced is { } passed && passed > last.GetValueOrDefault() && passed.AddDays(KitTimes.OfferAgainDays) > until.GetValueOrDefault())
        {
            until = passed.AddDays(KitTimes.OfferAgainDays);
            last = passed;
        }

        return (last, until);
    }

    private Because? Steady(Track kit, DateOnly on) =>
        on < SteadyUntil(kit) ? Because.Of(RuleBook.PeelSteady, ("product", kit.Product.Name), ("until", SteadyUntil(kit)!.Value)) : null;

    private DateOnly? SteadyUntil(Track kit)
    {
        if (kit.Started || !rule.On(RuleBook.PeelSteady))
        {
            return null;
        }

        var since = walk.LastChange is { } change && change > firstDay ? change : firstDay;
        return since.AddDays(KitTimes.SteadyDays);
    }

    private Because? Sun(Track kit, DateOnly on)
    {
        var times = KitTimes.Of(kit.Kit!.Value);
        foreach (var flag in facts.File.Intake.Flags)
        {
            if (flag.Kind is FlagKind.StrongSun or FlagKind.Sunburn && flag.From is { } from && on >= flag.Since(times.SunAfterDays) && on <= (flag.Until ?? from).AddDays(times.SunBeforeDays) && rule.On(RuleBook.PeelSun))
            {
                return Because.Of(RuleBook.PeelSun, ("product", kit.Product.Name), ("from", from), ("until", flag.Until ?? from));
            }

            if (flag.Kind == FlagKind.HairRemoval && flag.From is { } waxed && on >= waxed.AddDays(-times.WaxDays) && on <= (flag.Until ?? waxed).AddDays(times.WaxDays) && rule.On(RuleBook.PeelWax))
            {
                return Because.Of(RuleBook.PeelWax, ("product", kit.Product.Name), ("on", waxed), ("days", times.WaxDays));
            }
        }

        return null;
    }

    /// <summary>Occasions and treatments in the course of a peel, and treatments it follows too soon.</summary>
    private Because? Near(Track kit, DateOnly on)
    {
        var course = KitTimes.Of(kit.Kit!.Value).CourseDays;
        Because Falls(string title, DateOnly day) => Because.Of(RuleBook.PeelCourse, ("product", kit.Product.Name), ("title", title), ("on", day), ("days", course));
        foreach (var occasion in facts.File.Occasions)
        {
            if (on <= occasion.On && occasion.On <= on.AddDays(course) && rule.On(RuleBook.PeelCourse))
            {
                return Falls(occasion.Title.Length > 0 ? occasion.Title : "the day", occasion.On);
            }
        }

        foreach (var treatment in facts.File.Treatments)
        {
            var times = TreatmentTimes.Of(treatment.Kind);
            if (on <= treatment.On && treatment.On <= on.AddDays(course) && rule.On(RuleBook.PeelCourse))
            {
                return Falls(times.Title, treatment.On);
            }

            if (on >= treatment.On && on <= treatment.On.AddDays(times.HomePeelDays) && rule.On(RuleBook.PeelNear))
            {
                return Because.Of(RuleBook.PeelNear, ("product", kit.Product.Name), ("treatment", times.Title), ("on", treatment.On), ("until", treatment.On.AddDays(times.HomePeelDays)));
            }
        }

        return null;
    }

    private Because? Pigment(Track kit, DateOnly on)
    {
        var needed = kit.Kit != KitStrength.Weak && facts.File.Intake.MarksEasily(on) && rule.On(RuleBook.PeelPigment);
        return needed && !walk.Tracks.Exists(track => track.Product.Has(Family.PigmentInhibitor) && track is { Started: true, Stopped: null } && track.IdleDays < rules.GapDownDays
            && track.InUseSince(facts.Today) is { } since && since.AddDays(KitTimes.PigmentDays) <= on)
            ? Because.Of(RuleBook.PeelPigment, ("product", kit.Product.Name)) : null;
    }

    /// <summary>The latest use of anything that has not stopped for long enough.</summary>
    private Because? Stops(Track kit, DateOnly on, DateOnly day)
    {
        if (!rule.On(RuleBook.PeelStops))
        {
            return null;
        }

        Because? found = null;
        foreach (var track in walk.AllTracks)
        {
            if (track != kit && (UsedOn(track.Product, day) ?? track.LastPlacedBefore(day)) is { } last)
            {
                Check(track.Product, last);
            }
        }

        foreach (var product in everyday)
        {
            if ((UsedOn(product, day) ?? (everydayUse.TryGetValue(product.Id, out var told) && told < day ? told : null)) is { } last)
            {
                Check(product, last);
            }
        }

        foreach (var product in onHand)
        {
            if (LastUse(product, day) is { } last)
            {
                Check(product, last);
            }
        }

        return found;

        DateOnly? LastUse(Product product, DateOnly until)
        {
            for (var date = until; date >= until.AddDays(-PeelStop.MostDays); date = date.AddDays(-1))
            {
                if (UsedOn(product, date) is not null)
                {
                    return date;
                }
            }

            return null;
        }

        // What was ticked on the very day counts; what is only planned on it gives way.
        DateOnly? UsedOn(Product product, DateOnly date) => date <= facts.Today && facts.WasApplied(product.Id, date) ? date : null;

        void Check(Product product, DateOnly last)
        {
            if (StopOf(kit, product) is { Before: > 0 } stop && on <= last.AddDays(stop.Before))
            {
                found ??= Because.Of(RuleBook.PeelStops, ("product", kit.Product.Name), ("other", product.Name), ("on", last), ("days", stop.Before), ("until", last.AddDays(stop.Before + 1)));
            }
        }
    }
}
