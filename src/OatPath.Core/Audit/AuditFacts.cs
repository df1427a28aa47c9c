using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Peel;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>
/// What the auditor reads off the facts, by its own plain scans. It shares no code with the planner beyond the domain types and tables.
/// </summary>
internal sealed partial class AuditFacts
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
        takenBack =
        [
            .. file
                .Log.OfType<Retracted>()
                .Where(Known)
                .Where(back =>
                    back.Reason.Trim().Length > 2 && back.By != Author.Client
                    || !file.Log.Any(entry => entry is CheckedIn or SessionHeld && entry.Id == back.Entry)
                )
                .Select(entry => entry.Entry),
        ];
        log =
        [
            .. file
                .Log.Where(entry => Known(entry) && !takenBack.Contains(entry.Id))
                .SelectMany(entry => entry is SessionHeld held ? AuditSessions.Read(held) : [entry]),
        ];
        Today = DayOf(file.AsOf);
        Products = file.Shelf.ToDictionary(item => item.Product.Id, item => WithBottle(item.Product));
        Uses = [.. Entries<Applied>().Where(use => Products.ContainsKey(use.Product) && Products[use.Product].IsRaised())];
        Treatments = [.. file.Treatments, .. AuditAtHome.Aftermath(this)];
        Reports =
        [
            .. Entries<CheckedIn>()
                .Concat(
                    AuditAtHome
                        .NeverUses(this)
                        .Select(use => new CheckedIn
                        {
                            Id = $"{use.Id}-never",
                            HappenedAt = use.HappenedAt,
                            Day = use.Day,
                            Report = new() { Signs = [Sign.NeverAtHome] },
                        })
                )
                .OrderBy(entry => entry.HappenedAt),
        ];
        var again = Reports.Select(entry => entry.Replaces).OfType<string>().ToHashSet();
        Reports.RemoveAll(entry => again.Contains(entry.Id) && !IsRed(entry));
        Told = [.. Reports.SelectMany(entry => AlsoUsed.Read(entry.Report.AlsoUsed).Select(product => (entry.Day, product)))];
        Decisions = [.. file.Decisions.Where(decision => decision.RecordedAt is null || decision.RecordedAt <= file.AsOf)];
        Decisions.AddRange(NewFormulas());
        Answers =
        [
            .. Entries<Screened>()
                .Where(entry => !Decisions.OfType<ClearScreening>().Any(clear => clear.Screening == entry.Id))
                .Select(entry =>
                    entry with
                    {
                        Yes =
                        [
                            .. entry.Yes.Where(question =>
                                !Entries<Screened>()
                                    .Any(later =>
                                        later.Day == entry.Day
                                        && (later.HappenedAt, later.Id).CompareTo((entry.HappenedAt, entry.Id)) > 0
                                        && WasAsked(later, question)
                                    )
                            ),
                        ],
                    }
                ),
        ];
        Intake = file.Intake with
        {
            Flags =
            [
                .. file.Intake.Flags,
                .. Answers.SelectMany(AnsweredFlags),
                .. Entries<Nicked>().Select(nick => OpenSince([nick.Id], nick.Day, nick.Zones)),
                .. Reports
                    .Where(WasPicked)
                    .GroupBy(told => (told.Day, Where: string.Join(' ', told.Report.Where.Order())))
                    .Select(place => OpenSince([.. place.Select(told => told.Id)], place.Key.Day, place.First().Report.Where)),
            ],
        };
        Suns =
        [
            .. file
                .Intake.Flags.Where(flag => flag is { Kind: FlagKind.StrongSun or FlagKind.Sunburn, From: not null })
                .Select(flag => new Sun(flag.From!.Value, flag.Until ?? flag.From!.Value, flag.Kind == FlagKind.Sunburn, Ahead: true)),
            .. Answers
                .Where(entry => entry.Yes.Contains(DayQuestion.Sunburn))
                .Select(entry => new Sun(entry.Day, entry.Day, Burn: true, Ahead: false)),
            .. Reports
                .Where(entry => entry.Report.StrongSun)
                .Select(entry => new Sun(entry.Day, DayOf(entry.HappenedAt), Burn: false, Ahead: false)),
        ];
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
        where T : LogEntry => log.OfType<T>();

    /// <summary>A nick is open skin until the day before somebody said that it had closed.</summary>
    private Flag OpenSince(string[] ids, DateOnly day, IReadOnlyList<FaceZone> zones)
    {
        var closed = Entries<NickClosed>().Where(said => ids.Contains(said.Nick) && said.Day >= day).MinBy(said => said.Day);
        return new Flag
        {
            Kind = FlagKind.OpenSkin,
            From = day,
            Until =
                closed is null ? null
                : closed.Day == day ? day
                : closed.Day.AddDays(-1),
            Zones = zones,
        };
    }

    /// <summary>Ticked, or told in words.</summary>
    private static bool WasPicked(CheckedIn told) =>
        told.Report.Signs.Contains(Sign.Picked) || AlsoUsed.TellsOfPicking(told.Report.AlsoUsed);

    /// <summary>Salon treatments, and what a use at home asks for as if it had been a medium peel.</summary>
    public List<Treatment> Treatments { get; }

    /// <summary>What an answer before a peel says besides, as answers at Meet; what ends it is the first later no.</summary>
    private IEnumerable<Flag> AnsweredFlags(Screened entry)
    {
        foreach (
            var (question, kind) in new[]
            {
                (DayQuestion.OpenSkin, FlagKind.OpenSkin),
                (DayQuestion.ColdSore, FlagKind.ColdSoreActive),
                (DayQuestion.Pregnant, FlagKind.Pregnancy),
                (DayQuestion.Ill, FlagKind.Illness),
                (DayQuestion.Filler, FlagKind.RecentFiller),
            }
        )
        {
            if (entry.Yes.Contains(question))
            {
                var no =
                    question == DayQuestion.Pregnant
                        ? null
                        : Answers
                            .Where(later => later.Day > entry.Day && WasAsked(later, question) && !later.Yes.Contains(question))
                            .MinBy(later => later.Day);
                yield return new Flag
                {
                    Kind = kind,
                    From = entry.Day,
                    Until = kind == FlagKind.RecentFiller ? entry.Day : no?.Day.AddDays(-1),
                    Zones = kind == FlagKind.OpenSkin ? entry.Zones : [],
                };
            }
        }
    }

    /// <summary>The eight questions of a peel day, or those that a session put.</summary>
    private static bool WasAsked(Screened entry, DayQuestion question) =>
        entry.Asked is null ? question <= DayQuestion.Stings : entry.Asked.Contains(question);

    /// <summary>Whether a sunscreen was ever found empty, so that a pause may have been planned.</summary>
    public bool SunscreenRanOut =>
        Entries<LogEntry>()
            .Any(entry =>
                (entry is BottleSeen { Share: 0 } seen && Products.TryGetValue(seen.Product, out var bottle) && bottle.Spf is not null)
                || entry is Skipped { Reason: Skipped.RanOut }
            );

    /// <summary>Mornings of the 7 up to a day on which sunscreen was said to be left out and was not ticked.</summary>
    public int SunscreenLeftOut(DateOnly day) =>
        Enumerable
            .Range(0, 7)
            .Count(back =>
                day.AddDays(-back) is var morning
                && Entries<Skipped>()
                    .Any(skip =>
                        skip.Day == morning
                        && skip.Moment == Moment.Morning
                        && (skip.Product is null || (Products.TryGetValue(skip.Product, out var left) && left.Spf is not null))
                    )
                && !Entries<Applied>()
                    .Any(use =>
                        use.Day == morning
                        && use.Moment == Moment.Morning
                        && Products.TryGetValue(use.Product, out var used)
                        && used.Spf is not null
                    )
            );

    public bool UsedOn(string product, DateOnly day) => Uses.Exists(use => use.Product == product && use.Day == day);

    /// <summary>A kit that stays within the weak class; what is not known does not.</summary>
    public static bool IsWeakKit(Product kit) => kit.AhaPercent() <= 15 && kit.Ph >= 3.5m;

    /// <summary>Whether the log has a use of any product on a day.</summary>
    public bool WasUsed(string product, DateOnly day) => Entries<Applied>().Any(use => use.Product == product && use.Day == day);

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
        return start is not null
            && start.On <= end.AddDays(-28)
            && Reports.TrueForAll(entry =>
                entry.Day < end.AddDays(-27)
                || !UsedOn(product.Id, entry.Day)
                || (entry.Report.Sting < 4 && !(entry.Report.Redness > 0 && entry.Report.RednessPast24h))
            );
    }

    private bool Known(LogEntry entry) => entry.RecordedAt is null || entry.RecordedAt <= file.AsOf;
}

/// <summary>Days of strong sun or of sunburn.</summary>
/// <param name="Ahead">Known before it came, so that days before it count too.</param>
internal sealed record Sun(DateOnly From, DateOnly Until, bool Burn, bool Ahead)
{
    public DateOnly Before(int days) => Ahead ? From.AddDays(-days) : From;
}
