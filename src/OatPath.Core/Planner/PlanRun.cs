using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.Days;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Needles;
using OatPath.Core.Planner.Peels;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner;

/// <summary>
/// Walks everything with a ladder through the days: decisions, age, reports, steps up, then what may be placed, then what was done.
/// One run, forwards only, cost linear in days. Its parts are made here, each from finished ones.
/// </summary>
internal sealed class PlanRun
{
    private readonly KnownFacts facts;
    private readonly Decided decided;
    private readonly Ageing ageing;
    private readonly Placement placement;
    private readonly UsesCounted uses;
    private readonly Beginnings beginnings;
    private readonly NeedleEvenings needleEvenings;
    private readonly bool climbs;

    /// <summary>Steps up of the day that were not due when it began.</summary>
    private readonly List<(Track Track, StepUp Step)> early = [];

    /// <param name="foretells">Keeps what was expected of each use, which a plan does not need.</param>
    public PlanRun(KnownFacts facts, HouseRules rules, RuleSwitch rule, bool climbs = false, bool foretells = false)
    {
        this.facts = facts;
        this.climbs = climbs;
        var (file, intake) = (facts.File, facts.File.Intake);
        Standing = new(facts, rules);
        var peelDays = PeelDays = new PeelDays(facts);

        // What keeps something off by itself.
        Verdicts = new(facts, rule);
        var flags = new FlagRest(intake, rule);
        Care = new(file.Treatments, facts.Zone, file.AsOf);
        var treatments = Treatments = new TreatmentRest(Care, rule);
        var restarted = new RestartedRest(rule);
        var occasions = new OccasionRest(file.Occasions, rule);
        Calendar = new FirstOf(flags, treatments, restarted, occasions);
        ZonesLeftOut = new(intake, rule);
        Needles = new(rule);
        SpfNeeded = new(Care, PeelDays, Needles, rules);
        PeelRest = new(rule, PeelDays, Standing);
        SunscreenAsked = new SkippedSunscreen(facts, rules, rule, rules.SunscreenSkipsAsk);
        var waits = new FirstOf(
            new MissingEssentials(facts, rule, Verdicts),
            new UnknownPrescription(intake, rule, Standing),
            new MissingSunscreen(facts, rule, Verdicts, SpfNeeded),
            new UnboundSunscreen(facts, rule, Verdicts, SpfNeeded),
            new SkippedSunscreen(facts, rules, rule, rules.SunscreenSkipsWait)
        );
        var bottle = new EmptyBottle(facts, rule);
        var unbound = new UnboundBottle(facts, rule);
        var told = new ToldUse(facts, rule);
        var screened = new ScreenedOut(facts, rule);
        var milder = new MilderFirst(rules, rule, Verdicts);
        var quiet = new QuietForSun(intake, rule);
        var spacing = new ChangeSpacing(rules, rule, Standing);
        StrongerInUse = new(rule);

        // What reports, patch tests and uses have shown.
        var course = new ExpectedCourse(Care, peelDays, Needles);
        Reactions = new(facts, rules, rule, course.Includes, course.IncludesPink, Standing.Tracks);
        Repair = new(Reactions, flags, treatments);
        Established = new(facts, Standing.Tracks);
        Patches = new(
            facts,
            Standing.Tracks,
            new PatchObstacles(rules, Standing, new FirstOf(Verdicts, Repair, Calendar, unbound), quiet, waits, bottle, milder).Hinder
        );
        Tolerances = new(intake.Sensitivity, rules.MarginOn, (product, day) => TimesItsLabel(facts, rules, product, day));
        Foretelling = foretells ? new(Tolerances) : null;
        var kits = new KitRestarts(rule, Standing);
        beginnings = new(facts, Standing, kits);
        var paused = new FirstOf(Repair, Calendar);
        var held = new StepsHeld(rule, facts, PeelRest, Questioned);
        Steps = new(
            rules,
            rule,
            Standing,
            Tolerances,
            kits,
            SunscreenAsked,
            spacing,
            new FirstOf(quiet, new TenderSeason(intake, rules, rule)),
            paused,
            held,
            facts.IsAnswered,
            climbs
        );
        StepsDown = new(rules, rule, Standing, Tolerances, facts.IsAnswered);
        decided = new(facts, rules, rule, Standing);
        ageing = new(
            facts,
            rules,
            rule,
            Reactions,
            new Suspensions(Care, intake, SunTimes.QuietDays),
            new FirstOf(paused, waits),
            PeelRest
        );

        // What the days make of it.
        var ready = new ReadyToStart(rule, milder, Patches, quiet, SunscreenAsked, spacing);
        var obstacles = new Obstacles(
            Verdicts,
            flags,
            actives: new FirstOf(
                unbound,
                Calendar,
                PeelRest,
                screened,
                waits,
                bottle,
                told,
                new ReactionRest(rule),
                StrongerInUse,
                new BoosterWithoutSerum(rule, Standing)
            ),
            starts: ready,
            extras: new FirstOf(bottle, PeelRest, treatments, restarted, screened),
            devices: new FirstOf(Calendar, new MissingGel(facts, rule), new SheetInterval(rule), new SteamWhole(ZonesLeftOut, rule))
        );
        var rung = new RungRest(rule, Standing);
        var evenings = new WeekRest(rule, Standing, Moment.Evening);
        var boosters = new BoosterEvenings(rule, Standing, new FirstOf(obstacles, evenings, rung));
        needleEvenings = new(facts, rules, rule, Standing, Needles, Established, NeedleSerum, new FirstOf(Repair, obstacles, evenings));
        var clashes = new Clashes(rules, rule, Established);
        var company = new Company(intake, rules, rule, Established, Standing, clashes);
        Overuse = new(facts, clashes);
        placement = new(
            facts,
            rule,
            Standing,
            PeelDays,
            beginnings,
            company,
            Repair,
            obstacles,
            ready,
            new FirstOf(new WeekRest(rule, Standing, Moment.Morning), rung, boosters, needleEvenings),
            new FirstOf(evenings, rung, boosters, needleEvenings)
        );
        TooSoon = new(facts, rules, rule, Standing, PeelDays, PeelRest, Needles, Care, flags, occasions, Reactions, restarted);
        uses = new(facts, Standing, PeelDays, beginnings, Tolerances, kits, company, Overuse, TooSoon, told, climbs, Foretelling);

        // And where a peel fits in.
        var gaps = new PeelGaps(facts, rule, PeelDays, Standing);
        Peels = new(
            facts,
            rule,
            Verdicts,
            Patches,
            new StopsKept(facts, rule, Standing, PeelRest),
            gaps,
            Standing.Kits,
            always: new FirstOf(
                new PeelAllowed(facts, rules, rule, Verdicts, Standing.Kits),
                Repair,
                Calendar,
                new ReactionRest(rule),
                waits,
                SunscreenAsked
            ),
            calendar: new FirstOf(gaps, new PeelCalendar(file, Care, rule), new PigmentPlan(facts, rules, rule, Standing), evenings),
            screened: screened
        );
    }

    public Standing Standing { get; }
    public CareCalendar Care { get; }
    public TreatmentRest Treatments { get; }
    public Verdicts Verdicts { get; }

    /// <summary>Answers at Meet, treatments and occasions.</summary>
    public IKeepsOff Calendar { get; }
    public RepairRest Repair { get; }
    public PeelRest PeelRest { get; }
    public IKeepsOff SunscreenAsked { get; }
    public StrongerInUse StrongerInUse { get; }
    public ZonesLeftOut ZonesLeftOut { get; }
    public SpfNeeded SpfNeeded { get; }
    public PeelDays PeelDays { get; }
    public NeedleDays Needles { get; }
    public PeelEvenings Peels { get; }
    public Reactions Reactions { get; }
    public PatchTests Patches { get; }
    public Establishment Established { get; }
    public ToleranceRecord Tolerances { get; }
    public Foretelling? Foretelling { get; }
    public StepsUp Steps { get; }
    public StepsDown StepsDown { get; }
    public Overuse Overuse { get; }
    public InsideRest TooSoon { get; }

    /// <summary>Decisions that came to nothing.</summary>
    public List<Because> Ignored { get; } = [];

    /// <summary>Takes in what was decided and reported on a day, before anything is placed on it.</summary>
    public void Open(DateOnly day)
    {
        Foretell(day);
        if (day <= facts.Today)
        {
            TooSoon.Take(day);
        }

        var steps = decided.TakeUpTo(day);
        foreach (var track in Standing.Tracks)
        {
            ageing.Age(track, day);
            track.Dawn();
        }

        if (facts.ParkedStarts.Contains(day))
        {
            Standing.ChangedToo(day);
        }

        if (day <= facts.Today)
        {
            uses.CountGone(day);
            Patches.Take(day);
            placement.BeginUsed(day);
            Reactions.TakeUpTo(day);
            TooSoon.TakeAfterReports(day);
        }

        // A step up is weighed after the day's reports, whatever the hour: the gentler order.
        TakeSteps(steps, day);
        if (climbs && day > facts.Today)
        {
            Steps.TakeAllDue(day);
        }

        Peels.Schedule(day);
        needleEvenings.Schedule(day);
        uses.NotePeelsDone(day);
    }

    /// <summary>Places what has a ladder on one half day.</summary>
    public Placed Place(DateOnly day, Moment moment) => placement.Place(day, moment);

    /// <summary>Takes in what was used on a past day, planned or not.</summary>
    public void Close(DateOnly day)
    {
        beginnings.TakeBackUnticked(day);
        uses.Count(day);

        // This evening's use may be the one that was missing when the yes was given.
        foreach (var (track, step) in early)
        {
            if (!Steps.Take(track, step, day))
            {
                Ignored.Add(StepsUp.NotDue(track, step));
            }
        }
    }

    /// <summary>The latest day of which something about a product's uses is still to be looked at.</summary>
    private DateOnly? Questioned(Product product, DateOnly day)
    {
        var from = day.AddDays(-StepsHeld.OpenDays);
        return new[]
        {
            Overuse.Latest(product.Id, from, day),
            TooSoon.Latest(product.Id, from, day),
            facts
                .Told.Where(told =>
                    told.Report.Day >= from
                    && told.Report.Day <= day
                    && told.Product.Families().Any(family => FamilyTraits.Of(family).Irritant != Degree.No && product.Has(family))
                )
                .Select(told => (DateOnly?)told.Report.Day)
                .Max(),
        }.Max();
    }

    private void Foretell(DateOnly day)
    {
        if (Foretelling is { } foretelling)
        {
            foreach (var track in Standing.Tracks.Where(track => facts.WasApplied(track.Product.Id, day)))
            {
                foretelling.Dawn(track, day);
            }
        }
    }

    private void TakeSteps(IReadOnlyList<StepUp> steps, DateOnly day)
    {
        early.Clear();
        foreach (var step in steps)
        {
            if (Standing.Find(step.Product) is not { } track || Steps.Take(track, step, day))
            {
                continue;
            }

            // A day still to come has no use of its own that could make it due.
            if (day <= facts.Today)
            {
                early.Add((track, step));
            }
            else
            {
                Ignored.Add(StepsUp.NotDue(track, step));
            }
        }
    }

    /// <summary>The serum of needles that this client may have on the skin on a day.</summary>
    public Product? NeedleSerum(DateOnly day) =>
        NeedleSerums.Of(facts.InUse.Where(product => product.IsNeedleSerum() && Verdicts.Refusal(product, day) is null), day);

    /// <summary>How many times what its label lets expect a product is taken to ask, 1 or more: of its formula of today only.</summary>
    private static double TimesItsLabel(KnownFacts facts, HouseRules rules, string product, DateOnly day) =>
        rules.BiteOn(product, day) is { } bite && !(facts.ChangedOn(product) > bite.From) ? bite.Percent / 100.0 : 1;
}
