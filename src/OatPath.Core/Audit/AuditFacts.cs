using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Peel;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>
/// What the auditor reads off the facts, by its own plain scans. It shares no code with the planner beyond the domain types and tables.
/// </summary>
internal sealed class AuditFacts
{
    private readonly CaseFile file;
    private readonly TimeZoneInfo zone;
    private readonly HashSet<string> takenBack;
    private readonly List<LogEntry> log;

    public AuditFacts(CaseFile file, HouseRules rules)
    {
        this.file = file;
        Rules = rules;
        zone = TimeZoneInfo.FindSystemTimeZoneById(file.Zone);
        takenBack = [.. file.Log.OfType<Retracted>().Where(Known).Where(back => back.Reason.Trim().Length > 2 && back.By != "client" || !file.Log.Any(entry => entry is CheckedIn or SessionHeld && entry.Id == back.Entry)).Select(entry => entry.Entry)];
        log = [.. file.Log.Where(entry => Known(entry) && !takenBack.Contains(entry.Id)).SelectMany(entry => entry is SessionHeld held ? AuditSessions.Read(held) : [entry])];
        Today = DayOf(file.AsOf);
        Products = file.Shelf.ToDictionary(item => item.Product.Id, item => WithBottle(item.Product));
        Uses = [.. Entries<Applied>().Where(use => Products.ContainsKey(use.Product) && Products[use.Product].IsRaised())];
        Treatments = [.. file.Treatments, .. AuditAtHome.Aftermath(this)];
        Reports = [.. Entries<CheckedIn>().Concat(AuditAtHome.NeverUses(this).Select(use => new CheckedIn { Id = $"{use.Id}-never", HappenedAt = use.HappenedAt, Day = use.Day, Report = new() { Signs = [Sign.NeverAtHome] } })).OrderBy(entry => entry.HappenedAt)];
        var again = Reports.Select(entry => entry.Replaces).OfType<string>().ToHashSet();
        Reports.RemoveAll(entry => again.Contains(entry.Id) && !IsRed(entry));
        Told = [.. Reports.SelectMany(entry => AlsoUsed.Read(entry.Report.AlsoUsed).Select(product => (entry.Day, product)))];
        Decisions = [.. file.Decisions.Where(decision => decision.RecordedAt is null || decision.RecordedAt <= file.AsOf)];
        Decisions.AddRange(NewFormulas());
        Answers = [.. Entries<Screened>().Where(entry => !Decisions.OfType<ClearScreening>().Any(clear => clear.Screening == entry.Id))
            .Select(entry => entry with { Yes = [.. entry.Yes.Where(question => !Entries<Screened>().Any(later => later.Day == entry.Day && (later.HappenedAt, later.Id).CompareTo((entry.HappenedAt, entry.Id)) > 0 && WasAsked(later, question)))] })];
        Intake = file.Intake with
        {
            Flags = [.. file.Intake.Flags, .. Answers.SelectMany(AnsweredFlags), .. Entries<Nicked>().Select(nick => OpenSince([nick.Id], nick.Day, nick.Zones)),
            .. Reports.Where(WasPicked).GroupBy(told => (told.Day, Where: string.Join(' ', told.Report.Where.Order()))).Select(place => OpenSince([.. place.Select(told => told.Id)], place.Key.Day, place.First().Report.Where))]
        };
        Suns = [.. file.Intake.Flags.Where(flag => flag is { Kind: FlagKind.StrongSun or FlagKind.Sunburn, From: not null }).Select(flag => new Sun(flag.From!.Value, flag.Until ?? flag.From!.Value, flag.Kind == FlagKind.Sunburn, Ahead: true)),
            .. Answers.Where(entry => entry.Yes.Contains(DayQuestion.Sunburn)).Select(entry => new Sun(entry.Day, entry.Day, Burn: true, Ahead: false)),
            .. Reports.Where(entry => entry.Report.StrongSun).Select(entry => new Sun(entry.Day, DayOf(entry.HappenedAt), Burn: false, Ahead: false))];
    }

    public HouseRules Rules { get; }
    public DateOnly Today { get; }

    /// <summary>The moment of the case on the studio's clock.</summary>
    public DateTime WallClock => TimeZoneInfo.ConvertTime(File.AsOf, zone).DateTime;
    public Intake Intake { get; }

    /// <summary>Answers before a peel that count: the last of each day that nobody cleared.</summary>
    public List<Screened> Answers { get; }
    public CaseFile File => file;
    public Dictionary<string, Product> Products { get; }
    public List<Applied> Uses { get; }
    public List<CheckedIn> Reports { get; }
    public List<Decision> Decisions { get; }

    /// <summary>What reports say was used besides the plan.</summary>
    public List<(DateOnly Day, Product Product)> Told { get; }

    /// <summary>Strong sun and sunburn, from Meet and from reports.</summary>
    public List<Sun> Suns { get; }

    public DateOnly DayOf(DateTimeOffset instant) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(instant, zone).DateTime.AddHours(-4));

    public IEnumerable<T> Entries<T>()
        where T : LogEntry =>
        log.OfType<T>();

    /// <summary>A nick is open skin until the day before somebody said that it had closed.</summary>
    private Flag OpenSince(string[] ids, DateOnly day, IReadOnlyList<FaceZone> zones)
    {
        var closed = Entries<NickClosed>().Where(said => ids.Contains(said.Nick) && said.Day >= day).MinBy(said => said.Day);
        return new Flag { Kind = FlagKind.OpenSkin, From = day, Until = closed is null ? null : closed.Day == day ? day : closed.Day.AddDays(-1), Zones = zones };
    }

    /// <summary>Ticked, or told in words.</summary>
    private static bool WasPicked(CheckedIn told) => told.Report.Signs.Contains(Sign.Picked) || AlsoUsed.TellsOfPicking(told.Report.AlsoUsed);

    /// <summary>Salon treatments, and what a use at home asks for as if it had been a medium peel.</summary>
    public List<Treatment> Treatments { get; }

    /// <summary>What an answer before a peel says besides, as answers at Meet; what ends it is the first later no.</summary>
    private IEnumerable<Flag> AnsweredFlags(Screened entry)
    {
        foreach (var (question, kind) in new[] { (DayQuestion.OpenSkin, FlagKind.OpenSkin), (DayQuestion.ColdSore, FlagKind.ColdSoreActive), (DayQuestion.Pregnant, FlagKind.Pregnancy), (DayQuestion.Ill, FlagKind.Illness), (DayQuestion.Filler, FlagKind.RecentFiller) })
        {
            if (entry.Yes.Contains(question))
            {
                var no = question == DayQuestion.Pregnant ? null : Answers.Where(later => later.Day > entry.Day && WasAsked(later, question) && !later.Yes.Contains(question)).MinBy(later => later.Day);
                yield return new Flag { Kind = kind, From = entry.Day, Until = kind == FlagKind.RecentFiller ? entry.Day : no?.Day.AddDays(-1), Zones = kind == FlagKind.OpenSkin ? entry.Zones : [] };
            }
        }
    }

    /// <summary>The eight questions of a peel day, or those that a session put.</summary>
    private static bool WasAsked(Screened entry, DayQuestion question) => entry.Asked is null ? question <= DayQuestion.Stings : entry.Asked.Contains(question);

    /// <summary>Whether a sunscreen was ever found empty, so that a pause may have been planned.</summary>
    public bool SunscreenRanOut => Entries<LogEntry>().Any(entry =>
        (entry is BottleSeen { Share: 0 } seen && Products.TryGetValue(seen.Product, out var bottle) && bottle.Spf is not null) || entry is Skipped { Reason: Skipped.RanOut });

    /// <summary>Mornings of the 7 up to a day on which sunscreen was said to be left out and was not ticked.</summary>
    public int SunscreenLeftOut(DateOnly day) => Enumerable.Range(0, 7).Count(back => day.AddDays(-back) is var morning
        && Entries<Skipped>().Any(skip => skip.Day == morning && skip.Moment == Moment.Morning && (skip.Product is null || (Products.TryGetValue(skip.Product, out var left) && left.Spf is not null)))
        && !Entries<Applied>().Any(use => use.Day == morning && use.Moment == Moment.Morning && Products.TryGetValue(use.Product, out var used) && used.Spf is not null));

    public bool UsedOn(string product, DateOnly day) => Uses.Exists(use => use.Product == product && use.Day == day);

    /// <summary>A kit that stays within the weak class; what is not known does not.</summary>
    public static bool IsWeakKit(Product kit) => kit.AhaPercent() <= 15 && kit.Ph >= 3.5m;

    /// <summary>Whether the log has a use of any product on a day.</summary>
    public bool WasUsed(string product, DateOnly day) => Entries<Applied>().Any(use => use.Product == product && use.Day == day);

    /// <summary>The start in force, as it may be planned: one that contradicts Meet is a new start, or begins at the first rung.</summary>
    public StartActive? StartOf(string product, DateOnly day)
    {
        var start = Decisions.OfType<StartActive>().Where(start => start.Product == product && start.On <= day)
            .OrderBy(start => start.On).ThenBy(start => start.RecordedAt ?? DateTimeOffset.MinValue).ThenBy(start => start.Id, StringComparer.Ordinal).LastOrDefault();
        if (start is not { AlreadyInUse: true } || !Products.TryGetValue(product, out var bottle) || SpokenFor(bottle))
        {
            return start;
        }

        if (bottle.IsAcid() && Intake.Flags.Any(flag => flag.Kind == FlagKind.NeverUsedAcid && flag.Covers(start.On)))
        {
            return start with { AlreadyInUse = false, Rung = null };
        }

        return Intake.Sensitivity is Sensitivity.Sensitive or Sensitivity.Reactive && Ladder.For(bottle, Intake, Rules) is { } ladder
            ? start with { Rung = Math.Min(start.Rung ?? ladder.StartRung, ladder.StartRung) } : start;
    }

    /// <summary>Somebody noted every irritant family of it as established.</summary>
    private bool SpokenFor(Product product) => product.Families().Where(family => FamilyTraits.Of(family).Irritant != Degree.No).ToList() is { Count: > 0 } families
        && families.TrueForAll(family => Decisions.OfType<NoteEstablished>().Any(note => note.Family == family));

    public bool InUse(string product) => file.Shelf.Any(item => item.Product.Id == product && item.State == ShelfState.InUse);

    public IEnumerable<Product> OnShelf => file.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => Products[item.Product.Id]);

    /// <summary>Whether a product was started, not stopped since, and is in use on the shelf.</summary>
    public bool InPlan(string product, DateOnly day) => StartOf(product, day) is { } start && InUse(product) && !IsStopped(start, day);

    /// <summary>Whether a stop came after a start, in the order in which they came into force, were written down and are named.</summary>
    public bool IsStopped(StartActive start, DateOnly day) => Decisions.OfType<StopActive>().Any(stop => stop.Product == start.Product && stop.On <= day
        && (stop.On, stop.RecordedAt ?? DateTimeOffset.MinValue).CompareTo((start.On, start.RecordedAt ?? DateTimeOffset.MinValue)) is var order && (order > 0 || (order == 0 && string.CompareOrdinal(stop.Id, start.Id) > 0)));

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
    public IReadOnlyList<(DateOnly From, DateOnly Until, bool Medical)> RedSpans => redSpans ??=
    [
        .. Reports.Where(IsRed).Select(report => (DayOf(report.HappenedAt),
            Decisions.OfType<ClearRed>().Where(decision => decision.At > report.HappenedAt).OrderBy(decision => decision.At).FirstOrDefault() is { } clear ? DayOf(clear.At) : DateOnly.MaxValue, IsMedical(report))),
    ];

    private List<(DateOnly From, DateOnly Until, bool Medical)>? redSpans;

    public bool IsRed(CheckedIn entry)
    {
        var report = entry.Report;
        if (report.Sting >= 7 || report.Pain >= 8 || report.Signs.Any(sign => sign is not (Sign.OutsideCourse or Sign.Picked)) || AlsoUsed.Read(report.AlsoUsed).Any(AuditAtHome.IsNever) || (report.Redness >= 3 && report.RednessPast24h))
        {
            return true;
        }

        return report.Sting >= 5 && (report.StingSeconds > 3600 || (report.StingSeconds is null && !WithinFirstHour(entry)) || NeighbourStrong(entry));
    }

    public static bool IsMedical(CheckedIn entry) => entry.Report.Pain >= 8 || entry.Report.Signs.Any(sign => sign is not (Sign.MoisturiserStings or Sign.Raw or Sign.Shiny or Sign.DryCracks or Sign.DarkOrPalePatch or Sign.Bleeding or Sign.OutsideCourse or Sign.Picked or Sign.NeverAtHome or Sign.StingsAfterPeel));

    /// <summary>Days on which a report asks for repair: the day it was given, and the next one when it was about that same day.</summary>
    public IReadOnlySet<DateOnly> RepairDays => repairDays ??= [.. Strong.Concat(Reports.Where(WasPicked)).SelectMany(entry => DayOf(entry.HappenedAt) is var given && given == entry.Day ? new[] { given, given.AddDays(1) } : [given])];

    private HashSet<DateOnly>? repairDays;

    /// <summary>Reports that ease off or worse.</summary>
    public IReadOnlyList<CheckedIn> Strong => strong ??= [.. Reports.Where(entry => IsRed(entry) || IsAmber(entry))];

    private List<CheckedIn>? strong;

    public bool IsAmber(CheckedIn entry)
    {
        var report = entry.Report;
        var course = Treatments.Any(treatment => AuditCare.Course(treatment) is > 0 and var days && entry.Day >= treatment.On && entry.Day <= treatment.On.AddDays(days));
        var needled = Uses.Exists(use => Products[use.Product] is { Kind: ProductKind.NeedleRoller, NeedleMm: null or > 0.3m } && use.Day <= entry.Day && entry.Day <= use.Day.AddDays(2));
        var pink = report.Redness <= 2 && (needled || Treatments.Any(treatment => AuditCare.Pink(treatment, entry.Day)));
        course |= Uses.Exists(use => Products[use.Product].Kind == ProductKind.WashOffPeel && use.Day <= entry.Day
            && entry.Day <= use.Day.AddDays(AuditAtHome.WasWeak(this, Products[use.Product], use.Day) ? 7 : 10));
        var lasted = report.StingSeconds > 3600 || (report.StingSeconds is null && !WithinFirstHour(entry) && Uses.Exists(use => use.Day == entry.Day && use.HappenedAt <= entry.HappenedAt));
        return report.Sting >= 5 || report.Redness >= 3 || report.Signs.Contains(Sign.OutsideCourse) || (report.Redness >= 1 && report.RednessPast24h && !pink)
            || (report.Sting >= 1 && lasted) || ((report.TightOrDry || report.Flaking) && !course);
    }

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

    /// <summary>A product whose make changed under the same id begins anew on that day.</summary>
    private List<StartActive> NewFormulas()
    {
        var anew = new List<StartActive>();
        foreach (var item in file.Shelf)
        {
            for (var i = 0; i < item.Was.Count; i++)
            {
                var (was, at) = (item.Was[i], item.Was[i].Until);
                var (kind, actives, ph) = i + 1 < item.Was.Count ? (item.Was[i + 1].Kind, item.Was[i + 1].Actives, item.Was[i + 1].Ph) : (item.Product.Kind, item.Product.Actives, item.Product.Ph);
                var changed = at <= file.AsOf && !(was.Kind == kind && was.Ph == ph && was.Actives.SequenceEqual(actives));
                if (changed && Decisions.OfType<StartActive>().Where(start => start.Product == item.Product.Id && start.On <= DayOf(at) && !(start.RecordedAt > at)).MaxBy(start => start.On) is { } before)
                {
                    anew.Add(new() { Id = $"anew-{item.Product.Id}-{i}", Product = item.Product.Id, On = DayOf(at), RecordedAt = at, BoosterFor = before.BoosterFor, EveryDays = before.EveryDays, Reason = item.Product.Kind == ProductKind.WashOffPeel ? "" : "changed" });
                }
            }
        }

        return anew;
    }

    /// <summary>The latest day on which a product's make changed, or null.</summary>
    public DateOnly? ChangedOn(string product) => Decisions.OfType<StartActive>().Where(start => start.Product == product && !file.Decisions.Contains(start)).Select(start => (DateOnly?)start.On).Max();

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

    private bool WithinFirstHour(CheckedIn entry)
    {
        var last = Uses.Where(use => use.Day == entry.Day && use.HappenedAt <= entry.HappenedAt).Select(use => (DateTimeOffset?)use.HappenedAt).Max();
        return last is { } at && entry.HappenedAt - at < TimeSpan.FromHours(1);
    }

    private bool NeighbourStrong(CheckedIn entry)
    {
        var days = Uses.Select(use => use.Day).Concat(Reports.Where(told => AlsoUsed.Read(told.Report.AlsoUsed).Count > 0).Select(told => told.Day)).Distinct().Order().ToList();
        DateOnly? before = days.Where(day => day < entry.Day).Select(day => (DateOnly?)day).Max();
        DateOnly? after = days.Where(day => day > entry.Day).Select(day => (DateOnly?)day).Min();
        return Reports.Exists(other => other.Report.Sting >= 5 && other.HappenedAt <= entry.HappenedAt && other != entry && (other.Day == before || other.Day == after));
    }

    private bool Known(LogEntry entry) => entry.RecordedAt is null || entry.RecordedAt <= file.AsOf;
}

/// <summary>Days of strong sun or of sunburn.</summary>
/// <param name="Ahead">Known before it came, so that days before it count too.</param>
internal sealed record Sun(DateOnly From, DateOnly Until, bool Burn, bool Ahead)
{
    public DateOnly Before(int days) => Ahead ? From.AddDays(-days) : From;
}
