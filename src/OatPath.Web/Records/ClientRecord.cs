using System.Collections.Concurrent;
using System.Text.Json;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Questionnaire;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Upgrade;
using OatPath.Core.Wording;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>Everything a page shows of one client, derived afresh from facts.</summary>
public sealed class ClientRecord
{
    public required Client Client { get; init; }
    public required IReadOnlyList<Fact> Facts { get; init; }
    public required HouseRules Rules { get; init; }

    /// <summary>Guided sessions that were begun, practice among them.</summary>
    public IReadOnlyList<SessionHeld> Sessions { get; init; } = [];
    public required TimeZoneInfo Zone { get; init; }

    public required DateTimeOffset AsOf { get; init; }

    /// <summary>With drafts: what the practitioner works on.</summary>
    public CaseFile Draft => draft ??= CaseAssembly.Draft(Facts, AsOf, Rules.Zone, Sessions);

    /// <summary>Published decisions and everything that happened: what the client follows.</summary>
    public CaseFile Followed => followed ??= EngineUpgrade.Hold(FollowedAsDecided, Raises);

    /// <summary>The same, without what a change of the engine holds back.</summary>
    public CaseFile FollowedAsDecided => followedAsDecided ??= CaseAssembly.Client(Facts, AsOf, Rules.Zone, Sessions);

    /// <summary>What the engine of today would raise; it waits for the next publication.</summary>
    public IReadOnlyList<EngineRaise> Raises => raises ??= EngineChanges.Of(Published);

    public required Publication? Published { get; init; }

    /// <summary>The record as it would be with facts that are not written down.</summary>
    public ClientRecord With(IReadOnlyList<Fact> told, DateTimeOffset asOf) =>
        new()
        {
            Client = Client,
            Facts = [.. Facts, .. told],
            Rules = Rules,
            Zone = Zone,
            AsOf = asOf,
            Sessions = Sessions,
            Published = Published,
        };

    /// <summary>Facts that wait for the next publication.</summary>
    public IReadOnlyList<Fact> Waiting => waiting ??= CaseAssembly.Waiting(Facts);

    /// <summary>
    /// The house choices the client's plan was published with; what clients are told (name, numbers, hours) is always the house's newest,
    /// and so are margin and bites with which the estimate holds steps back. A changed choice reaches a client only by publishing.
    /// </summary>
    public HouseRules PublishedRules =>
        publishedRules ??= Published is null
            ? Rules
            : RulesRead.Of(Published.Rules) with
            {
                StudioName = Rules.StudioName,
                Zone = Rules.Zone,
                Contacts = Rules.Contacts,
                Opening = Rules.Opening,
                QuietFrom = Rules.QuietFrom,
                QuietUntil = Rules.QuietUntil,
                Currency = Rules.Currency,
                EstimateMarginPercent = Rules.EstimateMarginPercent,
                EstimateMargins = Rules.EstimateMargins,
                MarginGrows = Rules.MarginGrows,
                BitesHold = Rules.BitesHold,
                ProductBites = Rules.ProductBites,
            };

    public bool RulesWait => Published is not null && PublishedRules != Rules;

    /// <summary>What happened and stands, sessions read.</summary>
    public IReadOnlyList<LogEntry> Lived => lived ??= [.. LiveLog.Read(Followed)];

    private IReadOnlyList<LogEntry>? lived;

    /// <summary>The latest answers at Meet; null where nobody asked yet.</summary>
    public Fact? Met =>
        Facts.LastOrDefault(fact => fact.Kind == FactKind.Intake) is { } last && !CaseAssembly.Body<Intake>(last).FromAFile ? last : null;

    /// <summary>The answers of Meet as they stand, without what was only told on the phone.</summary>
    public Intake MetIntake =>
        Facts.LastOrDefault(fact => fact.Kind == FactKind.Intake) is { } last ? CaseAssembly.Body<Intake>(last) : new Intake();

    /// <summary>What was told on the phone and has not been looked at, the oldest first.</summary>
    public IReadOnlyList<(ToldAnswers Told, IReadOnlyList<AnswerLine> Lines)> ToldAhead =>
        toldAhead ??= [
            .. ToldAnswers.Of(NotTakenBack).Select(told => (told, told.Open(MetIntake, Today))).Where(open => open.Item2.Count > 0),
        ];

    private IReadOnlyList<(ToldAnswers Told, IReadOnlyList<AnswerLine> Lines)>? toldAhead;

    /// <summary>Facts of a kind that were not taken back, without those that a later one stands in place of.</summary>
    public IReadOnlyList<Fact> Live(FactKind kind)
    {
        var live = NotTakenBack.Where(fact => fact.Kind == kind).ToList();
        var replaced = live.Select(fact => fact.Supersedes).ToHashSet();
        return [.. live.Where(fact => !replaced.Contains(fact.Id))];
    }

    private List<Fact> NotTakenBack
    {
        get
        {
            var gone = Facts.Where(fact => fact.Kind == FactKind.Retract).Select(fact => fact.Supersedes).ToHashSet();
            return [.. Facts.Where(fact => !gone.Contains(fact.Id))];
        }
    }

    public int Changes => Waiting.Count + (RulesWait ? 1 : 0) + Raises.Count;

    private HouseRules? publishedRules;

    public DateOnly Today => CareDay.Of(AsOf, Zone);

    private readonly ConcurrentDictionary<string, object> derived = [];

    /// <summary>What a page derives from this record and from what the name says, kept as long as the record is.</summary>
    public T Derived<T>(string name, Func<T> derive)
        where T : class => (T)derived.GetOrAdd(name, _ => derive());

    /// <summary>What is waited for at home and after a needling, by the day on which it may be judged.</summary>
    public IReadOnlyList<HonestWait> Waits => Derived("waits", () => HonestWait.Of(Followed));

    private CaseFile? draft;
    private CaseFile? followed;
    private CaseFile? followedAsDecided;
    private IReadOnlyList<EngineRaise>? raises;
    private IReadOnlyList<Fact>? waiting;

    // A record may be read by several requests at once.
    private readonly ConcurrentDictionary<(bool Client, DateOnly From, int Days), CarePath> planned = [];
    private readonly ConcurrentDictionary<CarePath, string> hashes = new(ReferenceEqualityComparer.Instance);

    /// <summary>Names what the days of a path show, so that it is known which path a phone was shown.</summary>
    public string HashOf(CarePath path) =>
        hashes.GetOrAdd(path, shown => Publication.HashOf(JsonSerializer.Serialize(shown.Days, CaseJson.Compact)));

    public CarePath DraftPath(int daysBefore = 0, int days = 84) => Path(false, daysBefore, days);

    /// <summary>What the phone would follow once everything that waits is published.</summary>
    public CarePath NextPath(int days) =>
        Draft.OnThePhone() is var next && ReferenceEquals(next, Draft)
            ? DraftPath(0, days)
            : Derived($"next path, {days} days", () => PathPlanner.Plan(next, Rules, Today, days));

    public CarePath ClientPath(int daysBefore = 0, int days = 84) => Path(true, daysBefore, days);

    /// <summary>A product as the practitioner's plan has it, published or still a draft.</summary>
    public Product? Product(string id) => In(Draft, id) ?? In(Followed, id);

    /// <summary>A product as the client follows it.</summary>
    public Product? ShownProduct(string id) => In(Followed, id) ?? In(Draft, id);

    private static Product? In(CaseFile file, string id) => file.Shelf.FirstOrDefault(item => item.Product.Id == id)?.Product;

    /// <summary>A product of the draft shelf with what was seen of its bottle: empty since, opened, batch.</summary>
    public Product Seen(string product) => (seen ??= BottleReading.Of(Draft))[product];

    private IReadOnlyDictionary<string, Product>? seen;

    public string NameOf(string? product) => product is null ? "" : Product(product)?.Name ?? product;

    public string ShownNameOf(string? product) => product is null ? "" : ShownProduct(product)?.Name ?? product;

    public string Local(DateTimeOffset at, string format = "ddd d MMM HH:mm") => Said.At(TimeZoneInfo.ConvertTime(at, Zone), format);

    /// <summary>Whether the client follows exactly what the practitioner works on: then both are planned once.</summary>
    private bool IsFollowedAsDrafted =>
        Published is not null && Changes == 0 && ReferenceEquals(Followed, FollowedAsDecided) && ReferenceEquals(Draft.OnThePhone(), Draft);

    private CarePath Path(bool client, int daysBefore, int days)
    {
        var followed = client && !IsFollowedAsDrafted;
        return planned.GetOrAdd((followed, Today.AddDays(-daysBefore), days), key =>
            PathPlanner.Plan(followed ? Followed : Draft, followed ? PublishedRules : Rules, key.From, days)
        );
    }
}
