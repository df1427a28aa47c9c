using System.Text.Json.Serialization;
using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Routine;
using OatPath.Core.Supply;

namespace OatPath.Core.Plan;

/// <summary>The day-by-day plan with a reason on every line. What it holds is committed: no rung is in it that nobody approved.</summary>
public sealed record CarePath
{
    public const string FormatName = "oatpath/path";

    public string Format { get; init; } = FormatName;

    [Between(1, 1)]
    public int Version { get; init; } = 1;
    public string Engine { get; init; } = EngineVersion.Current;
    public required DateTimeOffset AsOf { get; init; }

    /// <summary>The care day <see cref="AsOf"/> falls in.</summary>
    public required DateOnly Today { get; init; }

    public required IReadOnlyList<DayPath> Days { get; init; }
    public required IReadOnlyList<PathWindow> Windows { get; init; }
    public required IReadOnlyList<LadderStatus> Ladders { get; init; }
    public required IReadOnlyList<SupplyLine> Supply { get; init; }
    public required IReadOnlyList<Question> Questions { get; init; }
    public required IReadOnlyList<Because> Warnings { get; init; }

    /// <summary>Families this skin is established in today, by evidence or by noted word.</summary>
    public IReadOnlyList<Skin.Family> Established { get; init; } = [];

    /// <summary>When the client is asked how the skin is, past and to come, by day.</summary>
    public IReadOnlyList<CheckIn.CheckInDue> CheckIns { get; init; } = [];

    /// <summary>Every report known and what it meant, oldest first.</summary>
    public required IReadOnlyList<ReportOutcome> Reports { get; init; }

    /// <summary>Whether this skin is established in every irritant family of a product.</summary>
    public bool IsEstablished(Shelf.Product product) =>
        Shelf
            .ProductRoles.Families(product)
            .All(family => Skin.FamilyTraits.Of(family).Irritant == Skin.Degree.No || Established.Contains(family));

    /// <summary>The first use of a product from today on, with its step; null where the path has none.</summary>
    public (DateOnly On, Step Step)? NextUse(string product) =>
        Days.Where(day => day.Date >= Today)
            .SelectMany(day =>
                day.Evening.Steps.Concat(day.Morning.Steps)
                    .Where(step => step.Product == product && step.Action == StepAction.Apply)
                    .Select(step => ((DateOnly, Step)?)(day.Date, step))
            )
            .FirstOrDefault();

    public DayPath? On(DateOnly day) => Days.Count == 0 ? null : Days.ElementAtOrDefault(day.DayNumber - Days[0].Date.DayNumber);
}

/// <summary>One care day.</summary>
/// <param name="Avoid">What to leave out that day, each with its rule.</param>
/// <param name="Load">Planning index of the day's actives; a planning aid, never a medical measure.</param>
public sealed record DayPath(DateOnly Date, HalfDay Morning, HalfDay Evening, IReadOnlyList<Because> Avoid, double Load, DayLog? Log = null)
{
    public HalfDay this[Moment moment] => moment == Moment.Morning ? Morning : Evening;
}

/// <summary>One half of a day: its steps in order and what is left out, with reasons.</summary>
public sealed record HalfDay(IReadOnlyList<Step> Steps, IReadOnlyList<Omission> Omitted, bool Repair = false)
{
    /// <summary>The parts of its home facial in their order; empty where it has none.</summary>
    [JsonIgnore]
    public IReadOnlyList<Step> Facial => [.. Steps.Where(step => step.InFacial)];

    /// <summary>How many things it asks for, by which people stop doing it; a home facial is one.</summary>
    [JsonIgnore]
    public int Tasks => Steps.Count(step => step is { Action: StepAction.Apply, InFacial: false }) + (Facial.Count > 0 ? 1 : 0);
}

/// <summary>What the log says of a day, by product.</summary>
public sealed record DayLog(
    IReadOnlyList<string> Applied,
    IReadOnlyList<string> Skipped,
    [property: Between(0, 10)] int? Sting = null,
    CheckIn.Outcome? Outcome = null
);

/// <summary>What opened a window.</summary>
public enum WindowKind
{
    BeforeTreatment,

    /// <summary>After a treatment.</summary>
    Care,

    /// <summary>An active rests after a reaction.</summary>
    EaseOff,
    Occasion,

    /// <summary>A peel at home and its course.</summary>
    Peel,

    /// <summary>What stops before the next peel and returns after it.</summary>
    PeelStops,

    /// <summary>Everything that irritates rests until somebody clears it.</summary>
    Stop,
    Sun,

    /// <summary>Zones left out since a nick.</summary>
    Nick,

    /// <summary>Something around a treatment that is not the irritants, with its own end.</summary>
    CareRests,
}

/// <summary>A span of days with one restriction; both ends included.</summary>
/// <param name="Until">Last day, or null while it is open.</param>
public sealed record PathWindow(WindowKind Kind, DateOnly From, DateOnly? Until, string? Product, Because Because)
{
    /// <summary>What rests around a treatment; null for every other window.</summary>
    public RestrictionKind? Restriction { get; init; }

    /// <summary>
    /// Wall-clock time at the studio at which it ends, and the calendar day of that time; null where the whole of its last care day is in.
    /// </summary>
    public TimeOnly? EndsAt { get; init; }
    public DateOnly? EndsOn { get; init; }
}

public enum LadderState
{
    WaitingForStart,
    PatchTest,
    Climbing,
    Off,
    Paused,
    Stopped,
    Level,
    Blocked,
}

/// <summary>Where an active stands on its ladder at <see cref="CarePath.AsOf"/>.</summary>
public sealed record LadderStatus
{
    public required string Product { get; init; }
    public required string Ladder { get; init; }
    public required LadderState State { get; init; }

    [Between(-1, 10)]
    public required int Rung { get; init; }
    public required Frequency Frequency { get; init; }

    /// <summary>How often it is used now, in words, from the interval that holds.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public string HowOften => Rungs[Rung].HowOften(Moment == Moment.Morning);

    /// <summary>The half of the day it is used in now.</summary>
    public required Moment Moment { get; init; }

    /// <summary>The client's own ladder, mildest first: its rungs, where a start begins, and the days at each.</summary>
    public required IReadOnlyList<Ramp.Rung> Rungs { get; init; }

    [Between(0, 10)]
    public required int StartRung { get; init; }

    [Between(0, 366)]
    public required int HoldDays { get; init; }
    public DateOnly? Since { get; init; }
    public DateOnly? OffUntil { get; init; }

    /// <summary>For a kit: days from one peel evening to the next, the next evening, and why it is not sooner.</summary>
    [Between(1, 366)]
    public int? EveryDays { get; init; }
    public DateOnly? NextOn { get; init; }
    public Because? NotSooner { get; init; }

    /// <summary>For a kit, everything that speaks against a peel tonight; empty on its evening.</summary>
    public IReadOnlyList<InTheWay> Tonight { get; init; } = [];

    [Between(0, 10000)]
    public int Uses { get; init; }

    [Between(0, 10000)]
    public int Planned { get; init; }

    [Between(0, 10)]
    public int WorstSting { get; init; }

    /// <summary>Earliest day the next step may be asked, or null where there is none.</summary>
    public DateOnly? NextDecision { get; init; }

    /// <summary>Estimated chance of a strong reaction at a use of the next rung, 0 to 1; null where there is none to climb to.</summary>
    [Between(0, 1)]
    public double? ChanceNext { get; init; }

    /// <summary>
    /// How sure the estimate is, 0 to 1, that <see cref="ChanceNext"/> is over the house's limit; null where there is none.
    /// </summary>
    [Between(0, 1)]
    public double? SureOverNext { get; init; }

    /// <summary>Day on which it comes down a rung when it is not used until then, or null where a gap costs nothing now.</summary>
    public DateOnly? DownOn { get; init; }

    /// <summary>What is still missing for the next step.</summary>
    public IReadOnlyList<Because> Missing { get; init; } = [];

    /// <summary>Rungs that would follow if every step were approved on its day. Shown to the practitioner only.</summary>
    public IReadOnlyList<ProjectedRung> Projected { get; init; } = [];
}

/// <summary>What one report meant.</summary>
/// <param name="Day">The care day it was about.</param>
public sealed record ReportOutcome(
    string Id,
    DateOnly Day,
    DateTimeOffset HappenedAt,
    [property: Between(0, 10)] int Sting,
    CheckIn.Outcome Outcome,
    Because Because
);

public sealed record ProjectedRung(DateOnly From, [property: Between(-1, 10)] int Rung, Frequency Frequency);

public enum QuestionKind
{
    MedicalHelp,
    ClearRed,
    EasedOff,
    StoppedAtEntry,
    PatchReaction,

    /// <summary>A booked treatment stands against the facts.</summary>
    Booking,

    /// <summary>An answer before a peel speaks against it.</summary>
    Screened,

    /// <summary>A guided session went otherwise than planned.</summary>
    SessionFaults,

    /// <summary>Something was used inside a rest.</summary>
    TooSoon,

    /// <summary>A kit stayed on past the most of its class.</summary>
    KitTooLong,

    /// <summary>The client told of something used besides the plan.</summary>
    UsedElse,

    /// <summary>More was used than planned, or together what the plan keeps apart.</summary>
    Overuse,
    NoSunscreen,
    SunscreenSkipped,

    /// <summary>Answers came from the phone that nobody has looked at.</summary>
    AnswersCame,

    /// <summary>The client sent the label of a bottle for what was asked for by kind.</summary>
    BottleFound,

    /// <summary>A check-in was not answered.</summary>
    CheckInOverdue,

    /// <summary>The same trouble again.</summary>
    Repeated,

    /// <summary>"Already in use" against the answers at Meet.</summary>
    StartDoubted,
    LowSupply,

    /// <summary>The estimate is sure that the rung held asks too much; <see cref="Question.Rung"/> is the one below, -1 for none.</summary>
    StepDown,
    StepUp,
    PatchUnread,
    AskBirthDate,
    AskSafetyAgain,
}

/// <summary>One thing that speaks against a peel on an evening.</summary>
/// <param name="Until">The last day for which it is known to hold; null until somebody acts, or an answer at Meet changes.</param>
public sealed record InTheWay(Because Because, DateOnly? Until);

/// <summary>Something only the practitioner can decide, most urgent kind first.</summary>
/// <param name="Report">The report that raised it, or null.</param>
public sealed record Question(
    QuestionKind Kind,
    string? Product,
    DateOnly Since,
    Because Because,
    [property: Between(-1, 10)] int? Rung = null,
    string? Report = null
)
{
    /// <summary>Whether it asks for the next step of an active, up or down, which may be waited with.</summary>
    [JsonIgnore]
    public bool IsAStep => Kind is QuestionKind.StepUp or QuestionKind.StepDown;

    /// <summary>Whether a booked treatment is not to be counted on, and not only in want of something for the days after it.</summary>
    public bool IsAgainst(string treatment) =>
        Kind == QuestionKind.Booking && Report == treatment && Because.Rule == RuleBook.BookingStands;
}
