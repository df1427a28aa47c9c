using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Course;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Screening;
using OatPath.Core.Wording;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Phone;

/// <summary>What a client sees now: this half of the day, step by step. Also used, read-only, for the practitioner's preview.</summary>
public sealed class PhoneView
{
    /// <summary>Days for which the page says that something was too soon.</summary>
    private const int SaidDays = 1;

    /// <summary>What was used inside a rest, or stayed on too long, yesterday or today.</summary>
    public IEnumerable<Question> TooSoon =>
        Path.Questions.Where(question =>
            question.Kind is QuestionKind.TooSoon or QuestionKind.KitTooLong && question.Since >= Day.AddDays(-SaidDays)
        );

    public required ClientRecord Record { get; init; }
    public required CarePath Path { get; init; }
    public required Moment Moment { get; init; }
    public required bool Preview { get; init; }
    public required DateTimeOffset Now { get; init; }

    public DateOnly Day => Path.Today;

    public DayPath Today => Path.On(Day)!;

    public HalfDay Half => Today[Moment];

    public bool IsEvening => Moment == Moment.Evening;

    /// <summary>An address that leads nowhere in a preview.</summary>
    public string To(string address) => Preview ? "#" : address;

    /// <summary>The key of a press, so that the same press counts once.</summary>
    public static string NewKey() => Guid.NewGuid().ToString("n");

    public IReadOnlyList<Step> Steps => Half.Steps;

    public bool SkippedAll => Here.Exists(entry => entry is Skipped { Product: null });

    public Step? Current => SkippedAll ? null : Steps.FirstOrDefault(step => !IsDone(step));

    public Step? After(Step current) =>
        Steps.SkipWhile(step => step != current).Skip(1).FirstOrDefault(step => !IsDone(step) && step.Action == StepAction.Apply);

    /// <summary>Whether the evening's home facial is still to be laid out: nothing of the evening is done.</summary>
    public bool LaysOut => Half.Facial.Count > 0 && !SkippedAll && !Steps.Any(IsDone);

    /// <summary>Parts of the home facial that are neither done nor left out.</summary>
    public IReadOnlyList<Step> FacialLeft => [.. Half.Facial.Where(step => !IsDone(step))];

    public string Studio => Record.Rules.StudioName.Length > 0 ? Record.Rules.StudioName : Said.Of("Your studio");

    public bool IsDone(Step step) =>
        step.Action switch
        {
            StepAction.PatchTest => Here.Exists(entry => entry is PatchApplied put && put.Product == step.Product),
            StepAction.ReadPatch => Here.Exists(entry => entry is PatchRead read && read.Product == step.Product && !CountsByNow(read)),
            _ => Here.Exists(entry => entry is Applied applied && applied.Product == step.Key) || WasSkipped(step),
        };

    /// <summary>Whether a look came too early and another would count by now.</summary>
    private bool CountsByNow(PatchRead read) =>
        Record.Lived.OfType<PatchApplied>().LastOrDefault(put => put.Product == read.Product && put.HappenedAt <= read.HappenedAt)
            is { } put
        && read.Clear
        && read.HappenedAt < PatchHours.CountsFrom(put)
        && Now >= PatchHours.CountsFrom(put);

    /// <summary>Patch tests that were looked at before their time, and from when a look counts.</summary>
    public IEnumerable<Because> LookedEarly =>
        Path.Questions.Where(question => question.Because.Rule == RuleBook.PatchEarly).Select(question => question.Because);

    public bool WasSkipped(Step step) => Here.Exists(entry => entry is Skipped skipped && skipped.Product == step.Key);

    /// <summary>The tick that an undo would take back; a guided session is no tick.</summary>
    public LogEntry? LastEntry => Here.Where(entry => Record.Followed.Log.Contains(entry)).MaxBy(entry => entry.HappenedAt);

    /// <summary>Products in use whose bottle is empty.</summary>
    public IReadOnlyList<Core.Shelf.Product> Emptied =>
        emptied ??= [
            .. BottleReading
                .Of(Record.Followed)
                .Values.Where(product =>
                    product.EmptyOn <= Day
                    && Record.Followed.Shelf.Any(item => item.Product.Id == product.Id && item.State == ShelfState.InUse)
                ),
        ];

    private IReadOnlyList<Core.Shelf.Product>? emptied;

    /// <summary>What to look for in a shop: everything in use that is only asked for by kind.</summary>
    public IReadOnlyList<Core.Fit.LookFor> LookFor =>
        lookFor ??= Core.Fit.LookFor.For(
            Record.Followed.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => item.Product),
            Record.Followed.Intake
        );

    private IReadOnlyList<Core.Fit.LookFor>? lookFor;

    /// <summary>What the studio asks about: how the last uses of a product felt. Any report answers it.</summary>
    public IReadOnlyList<string> Asked =>
        asked ??= [
            .. Path
                .Ladders.SelectMany(ladder => ladder.Missing)
                .Where(because => because.Rule == RuleBook.FeltAsked)
                .Select(because => because.Values["product"])
                .Distinct(),
        ];

    private IReadOnlyList<string>? asked;

    /// <summary>Why acids and retinoids wait for a sunscreen, or null.</summary>
    public Because? NoSunscreen => Path.Questions.FirstOrDefault(question => question.Kind == QuestionKind.NoSunscreen)?.Because;

    /// <summary>Why actives are held where sunscreen was left out, and on which mornings; null when it is not asked.</summary>
    public Because? SunscreenLeftOut => Path.Questions.FirstOrDefault(question => question.Kind == QuestionKind.SunscreenSkipped)?.Because;

    public IReadOnlyList<DateOnly> MorningsLeftOut => SunscreenMornings.LeftOut(Record.Followed);

    /// <summary>The sunscreen that the plan has, or the first on the shelf.</summary>
    public string? Sunscreen =>
        Today.Morning.Steps.FirstOrDefault(step => step.Slot == RoutineSlot.Sunscreen)?.Product
        ?? Record.Followed.Shelf.FirstOrDefault(item => item.State == ShelfState.InUse && item.Product.Spf is not null)?.Product.Id;

    /// <summary>A guided session of this care day that has begun and is not over; one that was only opened can be left.</summary>
    public string? Running =>
        Record
            .Sessions.LastOrDefault(held =>
                !held.Practice
                && held.Day == Day
                && Core.Session.SessionReading.Of(held.Script, held.Events) is { HasBegun: true, IsOver: false }
            )
            ?.Id;

    /// <summary>Nicks and sides to compare.</summary>
    public DeviceDay Devices => devices ??= new(this);

    private DeviceDay? devices;

    /// <summary>What has its last day today, tomorrow or the day after before a peel or a treatment.</summary>
    public IEnumerable<string> LastEvenings =>
        Path
            .Windows.Where(window =>
                window.From > Day
                && window.From <= Day.AddDays(3)
                && (window.Kind == WindowKind.PeelStops || window.Because.Rule == RuleBook.TreatmentBefore)
            )
            .GroupBy(window =>
                window.Because.Rule == RuleBook.TreatmentBefore ? (window.From, window.Because.Values["treatment"]) : (window.From, "")
            )
            .SelectMany(group =>
                group.Key.Item2.Length == 0
                    ? group.Select(window => Words.Say(window.Because))
                    :
                    [
                        Said.Of(
                            $"Last on {Words.Day(group.Key.From.AddDays(-1))} before the {group.First().Because.InWords("treatment")} on "
                                + $"{Words.Day(group.First().Because.Day("on"))}: "
                        )
                            + Words.List([.. group.Select(window => Restrictions.TitleOf(window.Restriction!.Value).ToLowerInvariant())])
                            + ".",
                    ]
            );

    /// <summary>Sittings of the next two weeks; one that stands against the facts is still to be confirmed.</summary>
    public IEnumerable<(Core.Care.Sitting Sitting, bool Stands)> Coming =>
        Core
            .Care.Sittings.Of(
                Record.Followed.Treatments.Where(treatment =>
                    treatment.On >= Day && treatment.On <= Day.AddDays(14) && treatment.Peel is null
                )
            )
            .Select(sitting => (sitting, sitting.Parts.Any(part => Path.Questions.Any(question => question.IsAgainst(part.Id)))));

    /// <summary>What may be judged only later, and what has become so in the last two weeks.</summary>
    public IEnumerable<HonestWait> Waits => Record.Waits.Where(wait => wait.From > Day.AddDays(-14));

    /// <summary>The sitting of today or tomorrow that has not begun, to get ready for; null where there is none.</summary>
    public Core.Care.Sitting? GetReady =>
        Coming
            .Select(coming => coming.Sitting)
            .FirstOrDefault(sitting =>
                sitting.On <= Day.AddDays(1)
                && sitting.On.ToDateTime(sitting.At ?? TimeOnly.MaxValue) > TimeZoneInfo.ConvertTime(Record.AsOf, Record.Zone).DateTime
            );

    /// <summary>A salon peel of today that was left on, and the hour at which it comes off at the latest where its own is known.</summary>
    public (Core.Care.Treatment Treatment, TimeOnly? By)? LeftOn =>
        Record
            .Followed.Treatments.Where(treatment => treatment.On == Day && treatment.Peel is { LeftOn: true })
            .Select(treatment => ((Core.Care.Treatment, TimeOnly?)?)(treatment, treatment.At?.AddHours(Core.Care.SalonPeel.LongestHours)))
            .FirstOrDefault();

    /// <summary>What the client is asked about today, the latest; null when nothing is.</summary>
    public CheckInDue? DueCheckIn => Path.CheckIns.LastOrDefault(due => due.State is CheckInState.Due or CheckInState.Overdue);

    /// <summary>What a check-in is about, in words: the sitting, or the kit by its name.</summary>
    public string TitleOf(CheckInDue due) =>
        Sittings.Of(Record.Followed.Treatments).FirstOrDefault(sitting => sitting.Id == due.Source)?.Title ?? due.Title;

    /// <summary>In whose course the day lies, the latest first.</summary>
    public IReadOnlyList<CourseDay> Courses => courses ??= WhatToExpect.On(Record.Followed, Day);

    private IReadOnlyList<CourseDay>? courses;

    /// <summary>What rests now after treatments, each with its end.</summary>
    public IEnumerable<PathWindow> Rests => CareEnds.Open(Path);

    /// <summary>Whether tonight's step is a guided session.</summary>
    public bool IsGuided(Step step) => IsEvening && IsLed(step);

    private bool IsLed(Step step) =>
        step is { Product: { } product, Action: StepAction.Apply }
        && Path.Ladders.Any(ladder => ladder.Product == product && SessionDesk.IsGuided(ladder));

    /// <summary>From when on the questions of a peel evening are asked: before anything is washed.</summary>
    /// <remarks>House default.</remarks>
    private static readonly TimeOnly QuestionsFrom = new(12, 0);

    /// <summary>Tonight's guided product whose questions nobody has answered yet; null where nothing is to be asked now.</summary>
    public string? ToAsk =>
        Now is var now
        && (IsEvening || TimeOnly.FromDateTime(TimeZoneInfo.ConvertTime(now, Record.Zone).DateTime) >= QuestionsFrom)
        && Today.Evening.Steps.FirstOrDefault(IsLed) is { Product: { } product }
        && SessionDesk.AnswersOf(Record, product) is null
        && !Record.Lived.Any(entry => entry is Applied used && used.Product == product && used.Day == Day)
            ? product
            : null;

    /// <summary>Whether the guide of a step may be opened at once: its questions were answered, its words agreed to.</summary>
    public bool MayOpen(Step step) =>
        IsGuided(step)
        && SessionDesk.AnswersOf(Record, step.Product!) is { } answers
        && answers.ConsentVersion == PeelConsent.Version
        && !SessionDesk.AsksPractice(Record, step.Product!);

    public string Name(Step step) => NameOf(step.Product);

    /// <summary>A product as the client follows it; in a preview as the draft has it.</summary>
    public Core.Shelf.Product? Product(string id) => Preview ? Record.Product(id) : Record.ShownProduct(id);

    public string NameOf(string? product) => Preview ? Record.NameOf(product) : Record.ShownNameOf(product);

    /// <summary>"An acid evening", "A rest evening".</summary>
    public string Title
    {
        get
        {
            if (Half.Repair)
            {
                return Moment == Moment.Morning ? Said.Of("A repair morning") : Said.Of("A repair evening");
            }

            if (Steps.Any(step => step.Action == StepAction.PatchTest))
            {
                return Said.Of("Patch test tonight");
            }

            var actives = Drawing.Grains.Actives(Half).ToList();
            if (Half.Facial.Count > 0)
            {
                return Said.Of("A facial evening");
            }

            return (Moment, actives.Count) switch
            {
                (Moment.Evening, 0) when Steps.Any(step => step.Kind is { } kind && Core.Shelf.DeviceKinds.IsDevice(kind)) => Said.Of(
                    "A device evening"
                ),
                (Moment.Evening, 0) => Said.Of("A rest evening"),
                (Moment.Morning, 0) => Said.Of("Good morning"),
                (Moment.Evening, _) when actives.Exists(step => step.ContactSeconds is not null) => Said.Of("A peel evening"),
                (Moment.Evening, _) when actives.Exists(step => step.Slot == RoutineSlot.Acid) => Said.Of("An acid evening"),
                (Moment.Evening, _) => Said.Of("An active evening"),
                _ => Said.Of("An active morning"),
            };
        }
    }

    /// <summary>What was done in this half of this day and not taken back; patch tests belong to the evening.</summary>
    private List<LogEntry> Here => here ??= FindHere();

    private List<LogEntry>? here;

    private List<LogEntry> FindHere()
    {
        var earliest = Now.AddDays(-2);
        return
        [
            .. Record.Lived.Where(entry =>
                entry.HappenedAt >= earliest
                && entry switch
                {
                    Applied applied => applied.Day == Day && applied.Moment == Moment,
                    Skipped skipped => skipped.Day == Day && skipped.Moment == Moment,
                    PatchApplied or PatchRead => Moment == Moment.Evening && CareDay.Of(entry.HappenedAt, Record.Zone) == Day,
                    _ => false,
                }
            ),
        ];
    }
}
