using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Booking;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Screening;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Drawing;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>A peel that was done, as the log tells it.</summary>
/// <param name="Session">Its guided session, or null.</param>
public sealed record PeelDone(DateOnly Day, int? ContactSeconds, DayLog? Felt, SessionHeld? Session);

/// <summary>Peel evenings of a kit: planned here, found by the path, and written down when they were done.</summary>
public sealed class PeelModel(RecordRoom room, IAuthorizationService authorization) : WalkPage(room)
{
    private const int ShownDays = 84;
    private const int DaysBefore = 180;

    public override string Station => "Peel";

    /// <summary>What was typed into the form that plans evenings.</summary>
    [BindProperty]
    [AllowNull]
    public PeelPlanForm Plan
    {
        get;
        set => field = value ?? new();
    } = new();

    public CarePath Path { get; private set; } = null!;

    public IReadOnlyList<FlagEffect> InTheWay { get; private set; } = [];

    /// <summary>Kits in use on the shelf, and what else is kept for a session.</summary>
    public IReadOnlyList<Product> Kits { get; private set; } = [];

    /// <summary>Kits in use that are not for this client or not for this house, each with what speaks against it.</summary>
    public IReadOnlyList<(Product Product, Because Because)> Refused { get; private set; } = [];

    /// <summary>
    /// What keeps a kit from this client today: what is in it, an answer at Meet, the house's school; null where nothing does.
    /// </summary>
    private Because? Refusal(Product kit) =>
        Suitability.Judge(kit, Record.Draft.Intake, Record.Today).FirstOrDefault(verdict => verdict.Refuses)?.Because
        ?? (
            Record.Rules.HomePeels == HomePeels.SalonOnly
            || (Record.Rules.HomePeels == HomePeels.WeakKits && KitClass.Of(kit)!.Strength != KitStrength.Weak)
                ? Because.Of(
                    RuleBook.PeelSchool,
                    ("product", kit.Name),
                    ("school", Record.Rules.HomePeels == HomePeels.SalonOnly ? "no peel" : "weak kits only")
                )
                : null
        );

    /// <summary>How often the evenings may be: a week apart only where a weak kit is to be had.</summary>
    public IEnumerable<(int Days, string Word)> HowOften =>
        new[]
        {
            (14, "every 14 days"),
            (28, "every 4 weeks, most room for the other actives"),
            (7, "every 7 days, weak kits only; 14 at first"),
        }.Where(choice => choice.Item1 >= 14 || Kits.Any(kit => KitClass.Of(kit)!.Strength == KitStrength.Weak));

    public IReadOnlyList<Product> KeptAside { get; private set; } = [];

    /// <summary>The kit that is planned, or null.</summary>
    public LadderStatus? Course { get; private set; }

    public IReadOnlyList<PeelStopLine> Pauses { get; private set; } = [];

    /// <summary>The next evening with everything around it.</summary>
    public PeelDrawing? Drawing { get; private set; }

    /// <summary>Whether it might be tonight, and if not why; null where no kit is planned.</summary>
    public ScreeningResult? Screen { get; private set; }

    /// <summary>Answers of the day that still count and speak against a peel.</summary>
    public IReadOnlyList<Screened> Against { get; private set; } = [];

    /// <summary>The last answers with which the client agreed, and to which words.</summary>
    public Screened? Agreed { get; private set; }

    public IReadOnlyList<SessionHeld> Practised { get; private set; } = [];

    public IReadOnlyList<DateOnly> Evenings { get; private set; } = [];

    public IReadOnlyList<PeelDone> Done { get; private set; } = [];

    /// <summary>What the next evening takes, or why no session can be guided.</summary>
    public SessionScript? Script { get; private set; }

    public IReadOnlyList<Because> NoScript { get; private set; } = [];

    /// <summary>What was put on, where and by whom.</summary>
    public static string InWords(SalonPeel peel) =>
        peel.InWords
        + (peel.Zones.Count > 0 ? $"; {Words.List([.. peel.Zones.Select(FaceZones.TitleOf)])}" : "")
        + (peel.By.Length > 0 ? $"; by {peel.By}" : "")
        + (peel.Stacked ? ". High strength over high strength" : "");

    public void OnGet() => Fill();

    public async Task<IActionResult> OnPostPlanAsync()
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        foreach (
            var (key, field, remedy) in new[]
            {
                ("Plan.EveryDays", "How often", "give whole days, such as 14"),
                ("Plan.FirstOn", "First evening wished", "give a date, or leave it empty"),
            }
        )
        {
            if (ModelState.TryGetValue(key, out var entry) && entry.Errors.Count > 0)
            {
                Problems.Add(new(field, remedy));
            }
        }

        var start = Plan.ToStart(Record.Today, By);
        if (Record.Draft.Shelf.Any(item => item.Product.Id == start.Product && item.State == ShelfState.InUse && item.Product.IsKit()))
        {
            var found = new List<Problem>();
            CaseCheck.CheckKit(found, start, Record.Draft, "Plan");
            Problems.AddRange(
                found.Select(problem => problem with { Field = problem.Field == "Plan.everyDays" ? "How often" : "First evening wished" })
            );
            if (Refusal(Record.Product(start.Product)!) is { } refused)
            {
                Problems.Insert(0, new("Kit", Words.Say(refused).TrimEnd('.')));
            }

            if (
                KitClass.Of(Record.Product(start.Product)!) is { Strength: not KitStrength.Weak }
                && start.Reason.Length < CaseCheck.ShortestReason
            )
            {
                Problems.Add(new("Reason", "a strong kit is signed off for this client with its reason, in 3 letters or more"));
            }
        }
        else
        {
            Problems.Add(new("Kit", "choose a kit that is in use on the shelf"));
        }

        if (Problems.Count > 0 || !Save(Room.Decide(Id, By, (id, now) => start with { Id = id, RecordedAt = now })))
        {
            Fill();
            return Page();
        }

        Reopen();
        var status = Record.DraftPath().Ladders.First(ladder => ladder.Product == start.Product);
        return Back(
            "peel",
            status switch
            {
                { NextOn: { } next } when Plan.FirstOn is { } wished && next > wished =>
                    $"{Record.NameOf(start.Product)} is planned. {Words.Day(wished)} cannot be; the nearest evening is {Words.Day(next)}.",
                { NextOn: { } next } => $"{Record.NameOf(start.Product)} is planned: patch test first, then {Words.Day(next)}.",
                { Missing: [var first, ..] } => $"{Record.NameOf(start.Product)} is noted, but no evening can be found: {Words.Say(first)}",
                _ => $"{Record.NameOf(start.Product)} is noted, but no evening can be found yet; see why below.",
            },
            Record.Facts[^1].Id
        );
    }

    public async Task<IActionResult> OnPostStopAsync(string product)
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        if (Record.Product(product) is null)
        {
            return NotFound();
        }

        return Keep($"{Record.NameOf(product)} is stopped, at once.", Room.Decide(Id, By, (id, now) => new StopActive
        {
            Id = id,
            On = Record.Today,
            RecordedAt = now,
            By = By,
            Product = product,
        }));
    }

    /// <summary>Writes down a peel that was done, whoever saw it. What happened is always recordable.</summary>
    public IActionResult OnPostWrite(string product, DateOnly? day, string? minutes, string? seconds)
    {
        if (Record.Product(product) is not { } kit || !kit.IsKit())
        {
            return NotFound();
        }

        if (day is not { } on || on > Record.Today || on < Record.Today.AddDays(-400))
        {
            Problems.Add(new("Evening", "give the day it was done, today or earlier"));
        }

        var contact = Contact(minutes, seconds);
        if (contact is null or > CaseCheck.MaxContactSeconds)
        {
            Problems.Add(new("Time on the skin", "give minutes and seconds, such as 5 and 0"));
        }

        if (Problems.Count > 0)
        {
            Fill();
            return Page();
        }

        var id = Fact.NewId();
        var done = new DateTimeOffset(
            day!.Value.ToDateTime(new TimeOnly(21, 0)),
            Record.Zone.GetUtcOffset(day.Value.ToDateTime(new TimeOnly(21, 0)))
        );
        var now = Room.Now;
        var at = done < now ? done : now;
        var most = KitClass.Of(kit) is { Strength: KitStrength.Weak or KitStrength.Strong } known
            ? KitLimits.Of(known.Strength)
            : (int?)null;
        var target = Record.DraftPath().Ladders.FirstOrDefault(ladder => ladder.Product == product) is { } ladder
            ? ladder.Rungs[ladder.Rung].ContactSeconds
            : null;
        var over =
            contact > most
                ? $" {Words.Duration(contact!.Value)} is past its most of {Words.Duration(most!.Value)}: the days after it are those of "
                    + $"the next stronger class. Look at the skin."
            : contact > target ? $" {Words.Duration(contact!.Value - target!.Value)} longer than planned."
            : "";
        return Keep(
            $"The peel of {Words.Day(day.Value)} is written down.{over}",
            Room.Make<LogEntry>(
                Id,
                FactKind.Log,
                new Applied
                {
                    Id = id,
                    HappenedAt = at,
                    RecordedAt = now,
                    By = By,
                    Product = product,
                    Day = day.Value,
                    Moment = Moment.Evening,
                    ContactSeconds = contact,
                },
                By,
                id,
                happenedAt: at
            )
        );
    }

    /// <summary>Peels done in the salon, newest first.</summary>
    public IReadOnlyList<Treatment> SalonPeels { get; private set; } = [];

    /// <summary>When each of them may be done again; null where a clinician says.</summary>
    public IReadOnlyDictionary<string, DateOnly?> NextSalon { get; private set; } = new Dictionary<string, DateOnly?>();

    [BindProperty]
    [AllowNull]
    public SalonPeelForm Salon
    {
        get;
        set => field = (value ?? new()).Whole();
    } = new();

    /// <summary>Writes down a peel done in the salon: layers, times, zones, who.</summary>
    public IActionResult OnPostSalon()
    {
        var (treatment, problems) = Salon.Read(Record.Today);
        Problems.AddRange(problems);
        if (Problems.Count > 0)
        {
            Fill();
            return Page();
        }

        var id = Fact.NewId();
        return Keep(
            $"The salon peel of {Words.Day(treatment.On)} is written down: {treatment.Peel!.InWords}.",
            Room.Make(Id, FactKind.Treatment, treatment with { Id = id }, By, id)
        );
    }

    /// <summary>A peel that was left on: when it came off is told later.</summary>
    public IActionResult OnPostRinsed(string treatment, string? off)
    {
        if (
            Record
                .Live(FactKind.Treatment)
                .Select(fact => (fact.Id, Treatment: CaseAssembly.Body<Treatment>(fact)))
                .FirstOrDefault(found => found.Treatment.Id == treatment)
            is not { Treatment.Peel: { LeftOn: true } peel } found
        )
        {
            return NotFound();
        }

        var rinsed = peel with { OffSeconds = SalonPeelForm.Seconds(off, null, "It came off after", Problems) };
        Problems.AddRange(Problems.Count > 0 ? [] : SalonPeel.Check(rinsed));
        if (Problems.Count > 0)
        {
            Fill();
            return Page();
        }

        return Keep(
            $"The salon peel of {Words.Day(found.Treatment.On)}: {rinsed.InWords}.",
            Room.Make(Id, FactKind.Treatment, found.Treatment with { Peel = rinsed }, By, supersedes: found.Id)
        );
    }

    /// <summary>The practitioner has looked at an answer: it counts no longer.</summary>
    public async Task<IActionResult> OnPostClearAsync(string screening, string? reason)
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        var why = (reason ?? "").Trim();
        if (why.Length < CaseCheck.ShortestReason || why.Length > 500)
        {
            Problems.Add(new("Reason", "say in 3 letters or more what was found, such as what the medicine is"));
            Fill();
            return Page();
        }

        if (!LiveLog.Read(Record.Draft).OfType<Screened>().Any(answers => answers.Id == screening))
        {
            return NotFound();
        }

        return Keep("The answers no longer stand against a peel.", Room.Decide(Id, By, (id, now) => new ClearScreening
        {
            Id = id,
            On = Record.Today,
            RecordedAt = now,
            By = By,
            Screening = screening,
            Reason = why,
        }));
    }

    public int? SuggestedContact => Course?.Rungs[Course.Rung].ContactSeconds;

    private static int? Contact(string? minutes, string? seconds)
    {
        static int? Number(string? text) =>
            string.IsNullOrWhiteSpace(text) ? 0
            : Field.Whole(text) is { } number and <= 1440 ? number
            : null;
        return Number(minutes) is { } m && Number(seconds) is { } s && m + s > 0 ? (m * 60) + s : null;
    }

    private IActionResult Keep(string done, Fact fact)
    {
        if (Save(fact))
        {
            return Back("peel", done, fact.Id);
        }

        Fill();
        return Page();
    }

    private void Fill()
    {
        Version = Record.Client.Version;
        ModelState.Remove(nameof(Version));
        Path = Record.DraftPath(0, ShownDays);
        var intake = Record.Draft.Intake;
        InTheWay =
        [
            .. intake
                .Flags.Where(flag => flag.Covers(Record.Today))
                .Select(flag => FlagEffect.Of(flag.Kind))
                .Where(effect => effect.ConcernsPeels)
                .Distinct(),
        ];
        var inUse = Record.Draft.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => item.Product).ToList();
        Refused =
        [
            .. inUse
                .Where(product => product.IsKit())
                .Select(product => (product, Because: Refusal(product)!))
                .Where(pair => pair.Because is not null),
        ];
        Kits = [.. inUse.Where(product => product.IsKit() && Refusal(product) is null)];
        KeptAside = [.. inUse.Where(product => product.Kind is ProductKind.Neutraliser or ProductKind.PhPrep)];
        Plan.Product = Plan.Product.Length == 0 && Kits.Count > 0 ? Kits[^1].Id : Plan.Product;
        SalonPeels =
        [
            .. Record
                .Draft.Treatments.Where(treatment =>
                    treatment.Peel is not null || treatment.Kind is TreatmentKind.SuperficialPeel or TreatmentKind.MediumPeel
                )
                .Where(treatment => treatment.On <= Record.Today)
                .OrderByDescending(treatment => treatment.On)
                .Take(12),
        ];
        NextSalon = NextDate.Each(Record.Draft, SalonPeels);
        Course = Path.Ladders.LastOrDefault(ladder =>
            ladder.EveryDays is not null && ladder.Missing.All(missing => missing.Rule != RuleBook.Replaced)
        );
        if (Course is not { } course)
        {
            return;
        }

        Evenings =
        [
            .. Path
                .Days.Where(day => day.Evening.Steps.Any(step => step.Product == course.Product && step.ContactSeconds is not null))
                .Select(day => day.Date),
        ];
        var strength = KitClass.Of(Record.Product(course.Product)!)!.Strength;
        if (course.NextOn is { } next)
        {
            (Script, NoScript) = PeelScript.Compile(Record.Draft, Record.Rules, course.Product, next);
            Pauses = Countdown.Of(Record.Draft, course.Product, next);
            Drawing = PeelDrawing.Of(
                Path.Today,
                next,
                [.. Pauses.Where(line => !line.OnlyTonight)],
                next == Path.Today ? [] : course.Tonight
            );
        }

        var before = Record.DraftPath(DaysBefore, DaysBefore + 1);
        Screen = PeelScreening.Of(Record.Draft, Record.Rules, course.Product);
        var live = LiveLog.Of(Record.Draft).ToList();
        var lived = HeldSessions.Expand(live).ToList();
        var stand = live.Select(entry => entry.Id).ToHashSet();
        var held = Record
            .Sessions.Where(session => !session.Practice && session.Script.Device is null && stand.Contains(session.Id))
            .ToList();
        Practised = [.. Record.Sessions.Where(session => session.Practice && session.Script.Device is null).TakeLast(3).Reverse()];
        Done =
        [
            .. lived
                .OfType<Applied>()
                .Where(use => use.Product == course.Product && use.Day >= Record.Today.AddDays(-DaysBefore))
                .OrderByDescending(use => use.Day)
                .Take(12)
                .Select(use => new PeelDone(
                    use.Day,
                    use.ContactSeconds,
                    before.On(use.Day)?.Log,
                    held.Find(session => use.Id == $"{session.Id}-use")
                )),
        ];
        Agreed = lived.OfType<Screened>().Where(answers => answers.ConsentVersion.Length > 0).MaxBy(answers => answers.HappenedAt);
        Against =
        [
            .. Screenings
                .Standing(lived, Record.Draft.Decisions)
                .Where(answers => answers.Yes.Count > 0 && answers.Day >= Record.Today.AddDays(-60))
                .OrderByDescending(answers => answers.Day)
                .Take(3),
        ];
    }
}

/// <summary>The form that plans the evenings of a kit.</summary>
public sealed class PeelPlanForm
{
    [AllowNull]
    public string Product
    {
        get;
        set => field = value ?? "";
    } = "";
    public int EveryDays { get; set; } = KitTimes.NewIntervalDays;
    public DateOnly? FirstOn { get; set; }
    public string? Reason { get; set; }

    public StartActive ToStart(DateOnly today, string by)
    {
        var text = (Reason ?? "").Trim();
        return new()
        {
            Id = "",
            On = today,
            By = by,
            Product = Product,
            EveryDays = EveryDays,
            FirstOn = FirstOn,
            Reason = text.Length > 500 ? text[..500] : text,
        };
    }
}
