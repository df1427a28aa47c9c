using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Path;

/// <summary>
/// What the auditor reads off the facts, by its own plain scans. It shares no code with the planner beyond the domain types and tables.
/// </summary>
internal sealed class AuditFacts
{
    private readonly CaseFile file;
    private readonly TimeZoneInfo zone;
    private readonly HashSet<string> takenBack;

    public AuditFacts(CaseFile file, HouseRules rules)
    {
        this.file = file;
        Rules = rules;
        zone = TimeZoneInfo.FindSystemTimeZoneById(file.Zone);
        takenBack = [.. file.Log.OfType<Retracted>().Where(Known).Select(entry => entry.Entry)];
        Today = DayOf(file.AsOf);
        Products = file.Shelf.ToDictionary(item => item.Product.Id, item => WithBottle(item.Product));
        Uses = [.. Entries<Applied>().Where(use => Products.ContainsKey(use.Product) && Products[use.Product].IsRaised())];
        Reports = [.. Entries<CheckedIn>().OrderBy(entry => entry.HappenedAt)];
        Decisions = [.. file.Decisions.Where(decision => decision.RecordedAt is null || decision.RecordedAt <= file.AsOf)];
    }

    public HouseRules Rules { get; }
    public DateOnly Today { get; }
    public Intake Intake => file.Intake;
    public CaseFile File => file;
    public Dictionary<string, Product> Products { get; }
    public List<Applied> Uses { get; }
    public List<CheckedIn> Reports { get; }
    public List<Decision> Decisions { get; }

    public DateOnly DayOf(DateTimeOffset instant) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(instant, zone).DateTime.AddHours(-4));

    public IEnumerable<T> Entries<T>()
        where T : LogEntry =>
        file.Log.OfType<T>().Where(entry => Known(entry) && !takenBack.Contains(entry.Id));

    /// <summary>What the last look at a bottle says of today and later: empty since its day, or opened anew.</summary>
    private Product WithBottle(Product product)
    {
        var looks = file.Log.Where(entry => Known(entry) && !takenBack.Contains(entry.Id)
            && (entry is BottleSeen seen ? seen.Product == product.Id : entry is Skipped skip && skip.Product == product.Id && skip.Reason == Skipped.RanOut)).ToList();
        if (looks.Count == 0)
        {
            return product;
        }

        var newest = looks.OrderBy(entry => entry.HappenedAt).ThenBy(entry => entry.Id, StringComparer.Ordinal).Last();
        var opened = looks.OfType<BottleSeen>().Where(seen => seen.Opened).MaxBy(seen => seen.HappenedAt);
        product = opened is null ? product : product with { OpenedOn = DayOf(opened.HappenedAt) };
        return newest is BottleSeen { Share: > 0 } ? product with { EmptyOn = null }
            : product with { EmptyOn = product.EmptyOn is { } before && looks.TrueForAll(look => look is not BottleSeen { Share: > 0 }) && before < DayOf(newest.HappenedAt) ? before : DayOf(newest.HappenedAt) };
    }

    /// <summary>Whether a sunscreen was ever found empty, so that a pause may have been planned.</summary>
    public bool SunscreenRanOut => Entries<LogEntry>().Any(entry =>
        (entry is BottleSeen { Share: 0 } seen && Products.TryGetValue(seen.Product, out var bottle) && bottle.Spf is not null) || entry is Skipped { Reason: Skipped.RanOut });

    public bool UsedOn(string product, DateOnly day) => Uses.Exists(use => use.Product == product && use.Day == day);

    /// <summary>A kit that stays within the weak class; what is not known does not.</summary>
    public static bool IsWeakKit(Product kit) => kit.AhaPercent() <= 15 && kit.Ph >= 3.5m;

    /// <summary>Whether the log has a use of any product on a day.</summary>
    public bool WasUsed(string product, DateOnly day) => Entries<Applied>().Any(use => use.Product == product && use.Day == day);

    public StartActive? StartOf(string product, DateOnly day) =>
        Decisions.OfType<StartActive>().Where(start => start.Product == product && start.On <= day).MaxBy(start => start.On);

    public bool InUse(string product) => file.Shelf.Any(item => item.Product.Id == product && item.State == ShelfState.InUse);

    /// <summary>Whether a product was started, not stopped since, and is in use on the shelf.</summary>
    public bool InPlan(string product, DateOnly day) => StartOf(product, day) is { } start && InUse(product)
        && !Decisions.OfType<StopActive>().Any(stop => stop.Product == product && stop.On >= start.On && stop.On <= day);

    /// <summary>The ladder a product is on: the usual one as the client's decisions shape it, or the booster's.</summary>
    public Ladder? LadderOf(Product product, DateOnly day)
    {
        if (StartOf(product.Id, day)?.BoosterFor is not null)
        {
            return Ladder.Booster;
        }

        var shape = Decisions.OfType<ShapeLadder>().Where(decision => decision.Product == product.Id && decision.On <= day)
            .OrderBy(decision => decision.On).ThenBy(decision => decision.RecordedAt ?? DateTimeOffset.MinValue).ThenBy(decision => decision.Id, StringComparer.Ordinal).LastOrDefault();
        var usual = Ladder.For(product, Intake, Rules);
        return shape is null ? usual : usual?.Shaped(shape.Start, shape.Top, shape.HoldDays, Intake.Sensitivity >= Sensitivity.Sensitive);
    }

    /// <summary>Red from a report's day until the day of the first clearing after it, both included.</summary>
    public IEnumerable<(DateOnly From, DateOnly Until)> RedSpans()
    {
        foreach (var report in Reports.Where(IsRed))
        {
            var clear = Decisions.OfType<ClearRed>().Where(decision => decision.At > report.HappenedAt).OrderBy(decision => decision.At).FirstOrDefault();
            yield return (DayOf(report.HappenedAt), clear is null ? DateOnly.MaxValue : DayOf(clear.At));
        }
    }

    public bool IsRed(CheckedIn entry)
    {
        var report = entry.Report;
        if (report.Sting >= 7 || report.Pain >= 8 || report.Signs.Count > 0 || (report.Redness >= 3 && report.RednessPast24h))
        {
            return true;
        }

        return report.Sting >= 5 && (report.StingSeconds > 3600 || (report.StingSeconds is null && !WithinFirstHour(entry)) || NeighbourStrong(entry));
    }

    public static bool IsMedical(CheckedIn entry) => entry.Report.Pain >= 8 || entry.Report.Signs.Any(sign => (int)sign <= (int)Sign.WhiteOrGreyBurn);

    /// <summary>Days on which a report asks for repair: the day it was given, and the next one when it was about that same day.</summary>
    public IEnumerable<DateOnly> RepairDays()
    {
        foreach (var entry in Reports.Where(entry => IsRed(entry) || IsAmber(entry)))
        {
            var given = DayOf(entry.HappenedAt);
            yield return given;
            if (given == entry.Day)
            {
                yield return given.AddDays(1);
            }
        }
    }

    public bool IsAmber(CheckedIn entry)
    {
        var report = entry.Report;
        var course = file.Treatments.Any(treatment => Care.TreatmentTimes.Of(treatment.Kind).CourseDays > 0
            && entry.Day >= treatment.On && entry.Day <= treatment.On.AddDays(Care.TreatmentTimes.Of(treatment.Kind).CourseDays));
        course |= Uses.Exists(use => Products[use.Product].Kind == ProductKind.WashOffPeel && use.Day <= entry.Day
            && entry.Day <= use.Day.AddDays(IsWeakKit(Products[use.Product]) ? 7 : 10));
        return report.Sting >= 5 || report.Redness >= 3 || (report.Redness >= 1 && report.RednessPast24h)
            || (report.Sting >= 1 && report.StingSeconds > 3600) || ((report.TightOrDry || report.Flaking) && !course);
    }

    /// <summary>
    /// Highest rung a product may hold on a day: its start, plus each step up that was due, minus each strong reaction and each care window or sunburn since.
    /// Gaps are left to the planner, which only goes lower for them.
    /// </summary>
    /// <param name="uses">Days of use, logged and planned, up to <paramref name="day"/>, ascending.</param>
    public int HighestRung(Product product, Ladder ladder, DateOnly day, IReadOnlyCollection<DateOnly> uses)
    {
        if (StartOf(product.Id, day) is not { } start)
        {
            return -1;
        }

        // An unplanned use may lie before the first planned one, so the higher of both starts counts.
        var begun = uses.Where(use => use >= start.On).DefaultIfEmpty(day).Min();
        var rung = start.AlreadyInUse ? Math.Min(start.Rung ?? ladder.StartRung, Ladder.For(product, Intake, Rules)?.Top ?? ladder.Top) : Math.Max(ladder.StartRung, (LadderOf(product, begun) ?? ladder).StartRung);
        var since = start.AlreadyInUse ? start.On : Uses.Where(use => use.Product == product.Id && use.Day >= start.On).Select(use => use.Day).DefaultIfEmpty(start.On).Min();
        var downs = new HashSet<DateOnly>();
        var retinoids = ladder.PerUse ? RetinoidBeginnings() : [];
        for (var d = start.On; d <= day; d = d.AddDays(1))
        {
            if (d <= Today)
            {
                foreach (var entry in Reports.Where(entry => DayOf(entry.HappenedAt) == d && entry.Report.Sting >= 5 && UsedOn(product.Id, entry.Day) && downs.Add(entry.Day)))
                {
                    rung = start.BoosterFor is not null && entry.Day == uses.Where(use => use >= start.On).DefaultIfEmpty().Min() ? -1 : rung - 1;
                    since = entry.Day.AddDays(8);
                }
            }

            // A booster's first use is of 4 units; what follows is of 5, a rung up that nobody has to ask for.
            if (start.BoosterFor is not null && rung == 0 && UsedOn(product.Id, d))
            {
                rung = 1;
            }

            if (retinoids.Contains(d) && rung > 0 && uses.Any(use => use < d && use >= start.On))
            {
                (rung, since) = (0, d);
            }

            // Windows that overlap cost one rung in total, so the loss is counted at the first use after them.
            if (uses.Contains(d) && uses.Any(use => use < d && use >= start.On))
            {
                var last = uses.Where(use => use < d && use >= start.On).Max();
                if (WindowEndsBetween(last, d))
                {
                    rung = Math.Max(Math.Min(rung, 0), rung - 1);
                    since = d;
                }
            }

            foreach (var step in Decisions.OfType<StepUp>().Where(step => step.Product == product.Id && step.On == d))
            {
                var hold = (LadderOf(product, d) ?? ladder).HoldDays;
                var calm = Reports.TrueForAll(entry => DayOf(entry.HappenedAt) >= d || entry.Day < since || entry.Day <= d.AddDays(-hold) || entry.Report.Sting < 4 || !UsedOn(product.Id, entry.Day));
                var enough = ladder.PerUse ? TookItsLastUse(product, d) && UsesBetween(product.Id, since, d.AddDays(-1)) >= 1 : UsesBetween(product.Id, since, d) >= 4;
                if (d.DayNumber - since.DayNumber >= hold && step.Rung == rung + 1 && calm && enough)
                {
                    rung++;
                    since = d;
                }
            }
        }

        return Math.Min(rung, ladder.Top);
    }

    /// <summary>Whether the last use of a kit before a day was told of on a later day, and calmly.</summary>
    private bool TookItsLastUse(Product product, DateOnly day)
    {
        var last = Uses.Where(use => use.Product == product.Id && use.Day < day).Select(use => (DateOnly?)use.Day).Max();
        var told = Reports.Where(entry => last is { } used && entry.Day >= used && entry.Day <= used.AddDays(7)).ToList();
        return told.Exists(entry => DayOf(entry.HappenedAt) > last) && told.TrueForAll(entry => entry.Day != last || entry.Report.Sting < 4);
    }

    /// <summary>Days on which a retinoid was used for the first time, of those not in use for long.</summary>
    private HashSet<DateOnly> RetinoidBeginnings() =>
        [.. Products.Values.Where(product => product.Has(Family.Retinoid) && StartOf(product.Id, DateOnly.MaxValue) is not { AlreadyInUse: true })
            .Select(product => Uses.Where(use => use.Product == product.Id).Select(use => use.Day).DefaultIfEmpty(DateOnly.MaxValue).Min())];

    /// <summary>A noted word, or 28 days without sting of 4 or more or lasting redness in which it was used again and again.</summary>
    public bool Established(Product product, DateOnly day)
    {
        foreach (var family in product.Families().Where(family => FamilyTraits.Of(family).Irritant != Degree.No))
        {
            var noted = Decisions.OfType<NoteEstablished>().Any(note => note.Family == family && note.On <= day);
            if (!noted && !Products.Values.Any(other => other.Families().Contains(family) && CalmFor28(other, day)))
            {
                return false;
            }
        }

        return true;
    }

    private bool CalmFor28(Product product, DateOnly day)
    {
        if (product.Kind == ProductKind.WashOffPeel)
        {
            // A peel now and then makes nobody established.
            return false;
        }

        var end = day < Today ? day : Today;
        var start = StartOf(product.Id, end);
        return start is not null && start.On <= end.AddDays(-28)
            && Reports.TrueForAll(entry => entry.Day < end.AddDays(-27) || !UsedOn(product.Id, entry.Day) || (entry.Report.Sting < 4 && !(entry.Report.Redness > 0 && entry.Report.RednessPast24h)));
    }

    private int UsesBetween(string product, DateOnly from, DateOnly until) =>
        Uses.Where(use => use.Product == product && use.Day >= from && use.Day <= until).Select(use => use.Day).Distinct().Count();

    private bool WindowEndsBetween(DateOnly after, DateOnly before)
    {
        var ends = file.Treatments.Where(treatment => Care.TreatmentTimes.Of(treatment.Kind).AfterDays > 0)
            .Select(treatment => treatment.On.AddDays(Care.TreatmentTimes.Of(treatment.Kind).AfterDays))
            .Concat(file.Intake.Flags.Where(flag => flag.Kind == FlagKind.Sunburn && flag.From is not null).Select(flag => (flag.Until ?? flag.From)!.Value.AddDays(7)))
            .Concat(file.Intake.Flags.Where(flag => flag.Kind is FlagKind.ColdSoreActive or FlagKind.SkinFlare or FlagKind.Illness && flag.From is not null && flag.Until is not null).Select(flag => flag.Until!.Value));
        return ends.Any(end => end >= after && end < before);
    }

    private bool WithinFirstHour(CheckedIn entry)
    {
        var last = Uses.Where(use => use.Day == entry.Day && use.HappenedAt <= entry.HappenedAt).Select(use => (DateTimeOffset?)use.HappenedAt).Max();
        return last is { } at && entry.HappenedAt - at < TimeSpan.FromHours(1);
    }

    private bool NeighbourStrong(CheckedIn entry)
    {
        var days = Uses.Select(use => use.Day).Distinct().Order().ToList();
        DateOnly? before = days.Where(day => day < entry.Day).Select(day => (DateOnly?)day).Max();
        DateOnly? after = days.Where(day => day > entry.Day).Select(day => (DateOnly?)day).Min();
        return Reports.Exists(other => other.Report.Sting >= 5 && other.HappenedAt <= entry.HappenedAt && other != entry && (other.Day == before || other.Day == after));
    }

    private bool Known(LogEntry entry) => entry.RecordedAt is null || entry.RecordedAt <= file.AsOf;
}
