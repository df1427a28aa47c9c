using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Shelf;

namespace OatPath.Core.Known;

/// <summary>The facts of a case known at its <see cref="CaseFile.AsOf"/>, sorted for the run.</summary>
internal sealed class KnownFacts
{
    public KnownFacts(CaseFile file)
    {
        Zone = CareDay.FindZone(file.Zone) ?? throw new ArgumentException($"Unknown time zone {file.Zone}.", nameof(file));
        Today = CareDay.Of(file.AsOf, Zone);
        bool IsKnown(DateTimeOffset? recorded) => recorded is null || recorded <= file.AsOf;

        var log = LiveLog.Of(file).ToList();
        Log =
        [
            .. NeverAtHome
                .Mark(HeldSessions.Expand(log), file.Shelf)
                .OrderBy(entry => entry.HappenedAt)
                .ThenBy(entry => entry.Id, StringComparer.Ordinal),
        ];
        Sessions = [.. log.OfType<SessionHeld>().Where(held => !held.Practice).OrderBy(held => held.HappenedAt)];
        Bottles = [.. BottleEvents()];
        Reports = [.. Log.OfType<CheckedIn>()];
        Replaced = [.. Reports.Select(entry => entry.Replaces).OfType<string>()];
        Told = ToldUses.Of(Reports);
        var decided = file.Decisions.Where(decision => IsKnown(decision.RecordedAt)).ToList();
        Screened = Screenings.Standing(Log, decided);
        Nicks = Known.Nicks.Of(Log);
        contacts = Contacts();
        File = file with
        {
            Shelf = [.. file.Shelf.Select(item => item with { Product = AsSeen(item.Product) })],
            Treatments = [.. file.Treatments, .. NeverAtHome.Aftermath(Log, file.Shelf, ContactOf)],
            Intake = file.Intake with
            {
                Flags =
                [
                    .. file.Intake.Flags,
                    .. Reports.Where(entry => entry.Report.StrongSun).Select(SunOf),
                    .. Screenings.Flags(Screened),
                    .. Known.Nicks.Flags(Nicks),
                ],
            },
        };
        InUse = [.. File.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => item.Product)];
        Sunscreen = new(Log, File.Shelf);
        Decisions =
        [
            .. decided
                .Concat(ChangedFormulas.Restarts(file.Shelf, decided, file.AsOf, Zone))
                .OrderBy(decision => decision.On)
                .ThenBy(decision => decision.RecordedAt ?? DateTimeOffset.MinValue)
                .ThenBy(decision => decision.Id, StringComparer.Ordinal),
        ];
        ToldBy = Told.GroupBy(told => told.Product.Id)
            .ToDictionary(group => group.Key, group => group.Select(told => told.Report.Day).ToHashSet());
        AppliedBy = Log.OfType<Applied>()
            .GroupBy(entry => entry.Product)
            .ToDictionary(group => group.Key, group => group.Select(entry => entry.Day).ToHashSet());
        var shelf = File.Shelf.ToDictionary(item => item.Product.Id, item => item.Product);
        usedOn = Log.OfType<Applied>()
            .Where(use => shelf.ContainsKey(use.Product))
            .Select(use => (use.Day, Product: shelf[use.Product]))
            .Concat(Told.Select(told => (told.Report.Day, told.Product)))
            .GroupBy(use => use.Day, use => use.Product)
            .ToDictionary(group => group.Key, group => group.DistinctBy(product => product.Id).ToList());
        tickedOn = Log.OfType<Applied>().GroupBy(use => use.Day).ToDictionary(group => group.Key, group => group.ToList());
        firstUses = Log.OfType<Applied>()
            .Select(use => (use.Product, use.Day, use.HappenedAt))
            .Concat(Told.Select(told => (Product: told.Product.Id, told.Report.Day, told.Report.HappenedAt)))
            .GroupBy(use => (use.Product, use.Day))
            .ToDictionary(group => group.Key, group => group.Min(use => use.HappenedAt));
        LeftOut =
        [
            .. Log.OfType<Skipped>()
                .Where(skip => skip.Moment == Moment.Evening && skip.Reason != Skipped.FeelsSore)
                .Select(skip => (skip.Product, skip.Day)),
        ];
        Halves = [.. Log.OfType<Applied>().Select(entry => (entry.Product, entry.Day, entry.Moment))];
        Patches = [.. Log.Where(entry => entry is PatchApplied or PatchRead).Select(entry => (DayOf(entry.HappenedAt), entry))];
        var active = File.Shelf.Where(item => item.Product.IsRaised()).Select(item => item.Product.Id).ToHashSet();
        Established = [.. Decisions.OfType<NoteEstablished>()];
        ParkedStarts = [.. PastStarts()];
        irritantDays =
        [
            .. Log.OfType<Applied>()
                .Where(entry => active.Contains(entry.Product))
                .Select(entry => entry.Day)
                .Concat(Told.Select(told => told.Report.Day))
                .Distinct()
                .Order(),
        ];
    }

    public CaseFile File { get; }

    /// <summary>What is in use, in the order of the shelf.</summary>
    public List<Product> InUse { get; }
    public TimeZoneInfo Zone { get; }
    public DateOnly Today { get; }
    public LogEntry[] Log { get; }
    public Decision[] Decisions { get; }
    public CheckedIn[] Reports { get; }

    /// <summary>Reports that were sent again with other answers.</summary>
    public HashSet<string> Replaced { get; }

    /// <summary>What reports say was used besides the plan.</summary>
    public IReadOnlyList<(Product Product, CheckedIn Report)> Told { get; }

    public SunscreenMornings Sunscreen { get; }

    /// <summary>Guided sessions, without practice.</summary>
    public IReadOnlyList<SessionHeld> Sessions { get; }

    /// <summary>Peels at home that were done, by day.</summary>
    public IReadOnlyList<(string Product, DateOnly Day)> HomePeels => homePeels ??= FindHomePeels();

    private IReadOnlyList<(string Product, DateOnly Day)>? homePeels;

    public string NameOf(string product) => File.Shelf.FirstOrDefault(item => item.Product.Id == product)?.Product.Name ?? product;

    public IReadOnlyList<Nick> Nicks { get; }

    /// <summary>Answers before a peel that still count, by day.</summary>
    public IReadOnlyList<Screened> Screened { get; }

    /// <summary>Patch tests put on and read, with their care days.</summary>
    public (DateOnly Day, LogEntry Entry)[] Patches { get; }

    /// <summary>Looks at bottles, by time; a step skipped because the bottle ran out is one.</summary>
    public BottleSeen[] Bottles { get; }

    public NoteEstablished[] Established { get; }

    /// <summary>
    /// Days on which an active was begun that has left the plan since: a change is a change even when it was parked soon after.
    /// </summary>
    public HashSet<DateOnly> ParkedStarts { get; }

    /// <summary>Days on which an active was applied, ascending.</summary>
    private readonly DateOnly[] irritantDays;

    private Dictionary<string, HashSet<DateOnly>> AppliedBy { get; }

    private HashSet<(string, DateOnly, Moment)> Halves { get; }

    /// <summary>Evenings on which a product was left out; null for everything.</summary>
    private HashSet<(string?, DateOnly)> LeftOut { get; }

    private Dictionary<string, HashSet<DateOnly>> ToldBy { get; }

    /// <summary>What was used on a day: of the shelf, whatever its state, and what a report told besides.</summary>
    public IReadOnlyList<Product> UsedOrToldOn(DateOnly day) => usedOn.TryGetValue(day, out var products) ? products : [];

    private readonly Dictionary<DateOnly, List<Product>> usedOn;

    /// <summary>Whether an active was ticked on a day that has left the plan since.</summary>
    public bool UsedWhatIsGone(DateOnly day) =>
        UsedOrToldOn(day)
            .Any(product => product.IsRaised() && WasApplied(product.Id, day) && !InUse.Exists(other => other.Id == product.Id));

    /// <summary>When a product was first used on a day, or told of; null where it was not.</summary>
    public DateTimeOffset? FirstUseOn(string product, DateOnly day) => firstUses.TryGetValue((product, day), out var at) ? at : null;

    private readonly Dictionary<(string Product, DateOnly Day), DateTimeOffset> firstUses;

    /// <summary>What was ticked on a day, by time.</summary>
    public IReadOnlyList<Applied> TickedOn(DateOnly day) => tickedOn.TryGetValue(day, out var ticks) ? ticks : [];

    private readonly Dictionary<DateOnly, List<Applied>> tickedOn;

    /// <summary>The last day before another on which an active was applied, or null.</summary>
    public DateOnly? IrritantBefore(DateOnly day) => FirstNotBefore(day) is var next and > 0 ? irritantDays[next - 1] : null;

    /// <summary>The first day after another on which an active was applied, or null.</summary>
    public DateOnly? IrritantAfter(DateOnly day)
    {
        var next = FirstNotBefore(day);
        next += next < irritantDays.Length && irritantDays[next] == day ? 1 : 0;
        return next < irritantDays.Length ? irritantDays[next] : null;
    }

    /// <summary>The place of the first day with an active on or after another.</summary>
    private int FirstNotBefore(DateOnly day)
    {
        var found = Array.BinarySearch(irritantDays, day);
        return found >= 0 ? found : ~found;
    }

    public bool WasToldOf(string product) => ToldBy.ContainsKey(product);

    public bool WasUsedOrTold(string product, DateOnly day) => WasApplied(product, day) || WasTold(product, day);

    /// <summary>Whether a report says that a product nobody saw was used on a day.</summary>
    public bool WasTold(string product, DateOnly day) => ToldBy.TryGetValue(product, out var days) && days.Contains(day);

    /// <summary>The day on which what stands under a product's id last changed, or null.</summary>
    public DateOnly? ChangedOn(string product) =>
        File.Shelf.FirstOrDefault(item => item.Product.Id == product) is { } item
        && ChangedFormulas.ChangesOf(item).Select(at => (DateTimeOffset?)at).LastOrDefault() is { } changed
            ? DayOf(changed)
            : null;

    /// <summary>
    /// Whether somebody said that a product was left out on an evening, by itself or with everything, and not because the skin felt sore.
    /// </summary>
    public bool WasSkipped(string product, DateOnly evening) =>
        (LeftOut.Contains((product, evening)) || LeftOut.Contains((null, evening))) && !WasUsedOrTold(product, evening);

    public bool WasApplied(string product, DateOnly day, Moment moment) =>
        WasApplied(product, day) && Halves.Contains((product, day, moment));

    public bool WasApplied(string product, DateOnly day) => AppliedBy.TryGetValue(product, out var days) && days.Contains(day);

    /// <summary>
    /// The longest contact of any zone on a day, seconds, over everything that was told of that evening; null where nobody noted one.
    /// </summary>
    public int? ContactOf(string product, DateOnly day) => contacts.TryGetValue((product, day), out var seconds) ? seconds : null;

    /// <summary>
    /// Contact of a zone adds up over the evening: that of guided sessions zone by zone, and what was written down by hand to every zone.
    /// </summary>
    private Dictionary<(string, DateOnly), int> Contacts()
    {
        var guided = Sessions.ToLookup(held => (held.Product, held.Day));
        var sum = new Dictionary<(string, DateOnly), int>();
        foreach (
            var day in Log.OfType<Applied>().Where(entry => entry.ContactSeconds is not null).GroupBy(entry => (entry.Product, entry.Day))
        )
        {
            var held = guided[day.Key].ToList();
            var several = held.Count > 0 && day.Count() > 1;
            // The same moment sent twice is one use.
            var byHand = day.Where(entry => !several || !held.Exists(session => entry.Id == HeldSessions.UseOf(session)))
                .GroupBy(entry => entry.HappenedAt)
                .Sum(same => (long)same.Max(entry => entry.ContactSeconds!.Value));
            sum[day.Key] = (int)
                Math.Min(CaseCheck.MaxContactSeconds, byHand + ((several ? SessionContacts.Longest(held) + 999 : 0) / 1000));
        }

        return sum;
    }

    private readonly Dictionary<(string, DateOnly), int> contacts;

    /// <summary>Whether the client has told how the skin is since being asked.</summary>
    public bool IsAnswered(WaitBeforeStep asked) =>
        Array.Exists(Reports, report => asked.RecordedAt is { } at ? report.HappenedAt >= at : DayOf(report.HappenedAt) > asked.On);

    public DateOnly DayOf(DateTimeOffset instant) => CareDay.Of(instant, Zone);

    /// <summary>Strong sun ticked in a report, like the answer at Meet but from its day on.</summary>
    private Skin.Flag SunOf(CheckedIn entry) =>
        new()
        {
            Kind = Skin.FlagKind.StrongSun,
            From = entry.Day,
            Until = DayOf(entry.HappenedAt),
            Told = true,
        };

    private IEnumerable<DateOnly> PastStarts()
    {
        var parked = File
            .Shelf.Where(item => item.State != ShelfState.InUse && item.Product.IsRaised())
            .ToDictionary(item => item.Product.Id, item => item.Product);
        foreach (
            var start in Decisions
                .OfType<StartActive>()
                .Where(start =>
                    parked.TryGetValue(start.Product, out var product)
                    && (!start.AlreadyInUse || DoubtedStarts.IsFirstAcid(start, product, File.Intake, Established))
                )
        )
        {
            var used = Log.OfType<Applied>()
                .Where(entry => entry.Product == start.Product && entry.Day >= start.On)
                .Select(entry => (DateOnly?)entry.Day)
                .Min();
            if (used is { } first)
            {
                yield return first;
            }
        }
    }

    private List<(string Product, DateOnly Day)> FindHomePeels()
    {
        var kits = File.Shelf.Where(item => item.Product.IsKit()).Select(item => item.Product.Id).ToHashSet();
        return kits.Count == 0
            ? []
            :
            [
                .. Log.OfType<Applied>()
                    .Where(use => kits.Contains(use.Product))
                    .Select(use => (use.Product, use.Day))
                    .Distinct()
                    .OrderBy(use => use.Day),
            ];
    }

    private IEnumerable<BottleSeen> BottleEvents()
    {
        foreach (var entry in Log)
        {
            if (entry is BottleSeen seen)
            {
                yield return seen;
            }
            else if (entry is Skipped { Product: { } product, Reason: Skipped.RanOut })
            {
                yield return new BottleSeen
                {
                    Id = entry.Id,
                    HappenedAt = entry.HappenedAt,
                    Product = product,
                    Share = 0,
                };
            }
        }
    }

    /// <summary>The product with what was seen of its bottle: empty since, or opened anew.</summary>
    private Product AsSeen(Product product)
    {
        var spans = new List<(DateOnly, DateOnly)>();
        foreach (var seen in Bottles)
        {
            if (seen.Product != product.Id)
            {
                continue;
            }

            var day = DayOf(seen.HappenedAt);
            if (seen.Share == 0)
            {
                product = product with { EmptyOn = product.EmptyOn < day ? product.EmptyOn : day };
                continue;
            }

            if (product.EmptyOn is { } empty && empty < day)
            {
                spans.Add((empty, day));
            }

            product = product with
            {
                EmptyOn = null,
                OpenedOn = seen.Opened ? day : product.OpenedOn,
                Batch = seen is { Opened: true, Batch.Length: > 0 } ? seen.Batch : product.Batch,
            };
        }

        return spans.Count == 0 ? product : product with { EmptySpans = spans };
    }

    public DateOnly EarliestDay()
    {
        var first = Today;
        foreach (var decision in Decisions)
        {
            first = decision.On < first ? decision.On : first;
        }

        // What is written down late may be about an earlier day.
        foreach (var entry in Log)
        {
            var day = entry switch
            {
                Applied applied => applied.Day,
                CheckedIn report => report.Day,
                Skipped skipped => skipped.Day,
                Nicked nick => nick.Day,
                _ => DayOf(entry.HappenedAt),
            };
            first = day < first ? day : first;
        }

        return first;
    }
}
