using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Peels;
using OatPath.Core.Planner.Stock;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Days;

/// <summary>
/// Walks the actives through the days: reactions first, then what may be placed, then what was done.
/// One run, forwards only, cost linear in days.
/// </summary>
internal sealed class RampWalk
{
    private readonly KnownFacts facts;
    private readonly HouseRules rules;
    private readonly RuleSwitch rule;
    private readonly DayRestrictions restrictions;
    private readonly bool climbs;
    private readonly Dictionary<string, IReadOnlyList<Verdict>> verdicts = [];
    private readonly Dictionary<(string, int), Because?> refusalsAhead = [];
    private readonly Clashes clashes;
    private readonly BoosterEvenings boosters;
    private readonly HashSet<DateOnly> flagEdges;
    private (DateOnly Day, bool Usable) sunscreenOn;
    private int verdictEpoch = -1;
    private (DateOnly Day, int Epoch) epochOf = (DateOnly.MaxValue, 0);

    /// <summary>Exfoliants that left the plan: what was used of them still counts in the days after.</summary>
    private readonly List<Track> gone = [];

    /// <summary>For each ladder begun, the last change before it and whether a rung was still to be lost.</summary>
    private readonly Dictionary<Track, (DateOnly? LastChange, bool DropDue)> begun = [];
    private DateOnly? lastChange;
    private int nextDecision;
    private readonly List<Product> inUse;
    private readonly List<Product> essentials;
    private (DateOnly Day, IReadOnlyList<string> What) lackingOn = (DateOnly.MinValue, []);

    /// <summary>Steps up of the day that were not due when it began.</summary>
    private readonly List<(Track Track, StepUp Step)> early = [];

    public RampWalk(KnownFacts facts, HouseRules rules, RuleSwitch rule, DayRestrictions restrictions, bool climbs = false)
    {
        this.climbs = climbs;
        this.facts = facts;
        this.rules = rules;
        this.rule = rule;
        this.restrictions = restrictions;
        var index = 0;
        foreach (var item in facts.File.Shelf.Where(item => item.State == ShelfState.InUse).OrderBy(item => LoadIndex.Of(item.Product)).ThenBy(item => item.Product, ProductOrder.ByContent))
        {
            if ((item.Product.IsKit() || item.Product.Traits.Use is not (KindUse.Session or KindUse.OnHand)) && Ladder.For(item.Product, facts.File.Intake, rules) is { } ladder)
            {
                Tracks.Add(new Track(item.Product, ladder, index++));
            }
        }

        foreach (var item in facts.File.Shelf.Where(item => item.State != ShelfState.InUse && item.Product.Exfoliates()))
        {
            if (Ladder.For(item.Product, facts.File.Intake, rules) is { } ladder)
            {
                gone.Add(new Track(item.Product, ladder, index++));
            }
        }

        foreach (var told in facts.Told.Select(told => told.Product).DistinctBy(product => product.Id))
        {
            gone.Add(new Track(told, Ladder.For(told, facts.File.Intake, rules)!, index++));
        }

        foreach (var track in Tracks)
        {
            track.PiecesLeft = PiecesLeft(track.Product);
            track.Stronger.AddRange(Tracks.Where(other => Strength.IsStronger(other.Product, track.Product)));
            track.Milder.AddRange(Tracks.Where(other => Strength.IsStronger(track.Product, other.Product)));
        }

        AllTracks = [.. Tracks, .. gone];
        Peels = new(facts, rules, rule, restrictions, this);
        Reactions = new(facts, rules, rule, day => restrictions.InExpectedCourse(day) || Peels.InCourse(day), Tracks);
        Established = new(facts, Tracks);
        Patches = new(facts, Tracks, HindersPatch);
        Tolerances = new(facts.File.Intake.Sensitivity);
        clashes = new(rules, rule, Established, Tracks);
        Overuse = new(facts, clashes);
        inUse = [.. facts.File.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => item.Product)];
        essentials = inUse.FindAll(product => product.IsGentleCleanser() || product.IsNightMoisturiser());
        boosters = new(rule, Tracks, (track, day) => Obstacle(track, day) is null && Wish(track, day, Moment.Evening) is null && Spacing(track, day) is null);
        flagEdges = [.. facts.File.Intake.Flags.SelectMany(flag => new[] { flag.From, flag.Until?.AddDays(1), flag.Until?.AddMonths(6) }).OfType<DateOnly>()];
        if (facts.File.Intake.BirthDate is { } born)
        {
            flagEdges.Add(born.AddYears(18));
            flagEdges.Add(born.AddYears(18).AddDays(1));
        }
    }

    public List<Track> Tracks { get; } = [];

    /// <summary>With those that left the plan: what was used of them still counts.</summary>
    public IReadOnlyList<Track> AllTracks { get; }
    public PeelEvenings Peels { get; }

    /// <summary>Whether an answer at Meet begins or ends after a day.</summary>
    public bool FlagsChangeAfter(DateOnly day) => flagEdges.Any(edge => edge > day);

    /// <summary>The latest start or step up over all actives, or null.</summary>
    public DateOnly? LastChange => lastChange;
    public List<Because> Ignored { get; } = [];
    public Reactions Reactions { get; }
    public PatchTests Patches { get; }
    public Establishment Established { get; }
    public ToleranceRecord Tolerances { get; }
    public Overuse Overuse { get; }

    /// <summary>The week agreed with the client, as it stands on the day the walk has reached.</summary>
    public ShapeWeek? Week { get; private set; }

    /// <summary>The reason the whole skin is in repair on a day, or null.</summary>
    public Because? RepairReason(DateOnly day)
    {
        return Reactions.Repair(day) ?? restrictions.Repair(day);
    }

    /// <summary>Counts the days on which verdicts may have changed; between them they are the same.</summary>
    public int VerdictEpoch(DateOnly day)
    {
        if (epochOf.Day != day)
        {
            var passed = 0;
            foreach (var edge in flagEdges)
            {
                passed += edge <= day ? 1 : 0;
            }

            epochOf = (day, passed);
        }

        return epochOf.Epoch;
    }

    public IReadOnlyList<Verdict> VerdictsOf(Product product, DateOnly day)
    {
        // An answer may begin on a day that asks for no verdict, as in repair: what counts is how many have begun or ended.
        var epoch = VerdictEpoch(day);
        if (epoch != verdictEpoch)
        {
            verdicts.Clear();
            verdictEpoch = epoch;
        }

        if (!verdicts.TryGetValue(product.Id, out var found))
        {
            verdicts[product.Id] = found = [.. Suitability.Judge(product, facts.File.Intake, day).Where(verdict => rule.On(verdict.Because.Rule))];
        }

        return found;
    }

    /// <summary>The same for a day ahead of the walk, which keeps no verdicts; between two changes of the answers at Meet it is one answer.</summary>
    public Because? RefusalAhead(Product product, DateOnly day)
    {
        var key = (product.Id, VerdictEpoch(day));
        if (!refusalsAhead.TryGetValue(key, out var refused))
        {
            refusalsAhead[key] = refused = Suitability.Judge(product, facts.File.Intake, day).FirstOrDefault(verdict => verdict.Refuses && rule.On(verdict.Because.Rule))?.Because;
        }

        return refused;
    }

    /// <summary>Why a product is not for this client on a day, or null.</summary>
    public Because? Refusal(Product product, DateOnly day)
    {
        foreach (var verdict in VerdictsOf(product, day))
        {
            if (verdict.Refuses)
            {
                return verdict.Because;
            }
        }

        return null;
    }

    /// <summary>Takes in what was decided and reported on a day, before anything is placed on it.</summary>
    public void Open(DateOnly day)
    {
        var firstDecision = nextDecision;
        for (; nextDecision < facts.Decisions.Length && facts.Decisions[nextDecision].On <= day; nextDecision++)
        {
            Apply(facts.Decisions[nextDecision], day);
        }

        foreach (var track in Tracks)
        {
            AgeTrack(track, day);
            track.AtDawn = track.Frequency;
        }

        if (facts.ParkedStarts.Contains(day))
        {
            lastChange = lastChange > day ? lastChange : day;
        }

        if (day <= facts.Today)
        {
            foreach (var track in gone)
            {
                if (facts.WasApplied(track.Product.Id, day) || facts.WasTold(track.Product.Id, day))
                {
                    track.Place(day);
                    clashes.Count(track, day, Moment.Evening);
                    if (facts.WasTold(track.Product.Id, day))
                    {
                        NoteRetinoid(track, day);
                    }

                    if (track.Kit is not null)
                    {
                        Peels.Note(track, day);
                    }
                }
            }

            Patches.Take(day);
            BeginUsed(day);
            Reactions.TakeUpTo(day);
        }

        // A step up is weighed after the day's reports, whatever the hour: the gentler order.
        early.Clear();
        for (var i = firstDecision; i < nextDecision; i++)
        {
            if (facts.Decisions[i] is StepUp step && Find(step.Product) is { } track && !Climb(track, step, day))
            {
                // A day still to come has no use of its own that could make it due.
                if (day <= facts.Today)
                {
                    early.Add((track, step));
                }
                else
                {
                    Ignored.Add(NotDue(track, step));
                }
            }
        }

        if (climbs && day > facts.Today)
        {
            ClimbOnTime(day);
        }

        Peels.Schedule(day);

        // A peel that was done today keeps the rest of the day clear, planned or not.
        foreach (var track in Tracks)
        {
            if (track.Kit is not null && facts.WasApplied(track.Product.Id, day))
            {
                Peels.Note(track, day);
            }
        }
    }

    /// <summary>In a projection every step up is approved on the day it may be asked.</summary>
    private void ClimbOnTime(DateOnly day)
    {
        foreach (var track in Tracks)
        {
            if (track.Active && track.Started && !track.Level && track.Stopped is null && track.Rung < track.Ladder.Top && track.Ladder.Climbs
                && !(track.OffUntil >= day) && MissingForStep(track, day).Count == 0)
            {
                track.EnterRung(track.Rung + 1, day);
                lastChange = day;
                NoteRetinoid(track, day);
            }
        }
    }

    /// <summary>Places the actives of one half day; returns what is placed and why each other is not.</summary>
    public (List<Track> Placed, List<(Track Track, Because Because)> Resting) Place(DateOnly day, Moment moment)
    {
        var placed = new List<Track>();
        var rest = new List<(Track, Because)>();
        var repair = RepairReason(day);
        var candidates = new List<Track>();
        foreach (var track in Tracks)
        {
            if (MomentOf(track, day) != moment)
            {
                continue;
            }

            if ((repair ?? Obstacle(track, day)) is { } because)
            {
                rest.Add((track, because));
            }
            else if (track.PlacedOn(day))
            {
                placed.Add(track);
            }
            else
            {
                candidates.Add(track);
            }
        }

        // Whoever has waited longest goes first, so no active starves another.
        candidates.Sort((a, b) =>
        {
            if (a.Prescription != b.Prescription)
            {
                // What a clinician prescribed keeps its evenings; the others plan around it.
                return a.Prescription ? -1 : 1;
            }

            var wait = (a.LastPlaced ?? DateOnly.MinValue).CompareTo(b.LastPlaced ?? DateOnly.MinValue);
            return wait != 0 ? wait : a.Index.CompareTo(b.Index);
        });
        foreach (var track in candidates)
        {
            // Another may have begun a moment ago, on this very evening.
            if (track is { Active: true, Started: false } && lastChange == day && NotReady(track, day) is { } waits)
            {
                rest.Add((track, waits));
                continue;
            }

            if (((track.Kit is null ? Wish(track, day, moment) ?? Spacing(track, day) ?? boosters.Of(track, day) : PeelEvenings.Tonight(track, day)) ?? clashes.Of(track, placed, day, moment)) is { } because)
            {
                rest.Add((track, because));
                continue;
            }

            Begin(track, day);
            placed.Add(track);
            track.Place(day);
            clashes.Count(track, day, moment);
            if (track.Kit is not null && day >= facts.Today)
            {
                Peels.Note(track, day);
            }
        }

        return (placed, rest);
    }

    /// <summary>Takes in what was used on a past day, planned or not.</summary>
    public void Close(DateOnly day)
    {
        foreach (var track in Tracks)
        {
            if (track.Since == day && day < facts.Today && !facts.WasApplied(track.Product.Id, day) && begun.Remove(track, out var before))
            {
                // Nobody ticked the first use, so the ladder has not begun and no change was made.
                track.Unbegin();
                track.DropDue = before.DropDue;
                lastChange = lastChange == day ? before.LastChange : lastChange;
            }
        }

        var used = Tracks.FindAll(track => facts.WasApplied(track.Product.Id, day));
        var evidence = !Overuse.Take(day, used) && ToldOn(day) is null;
        foreach (var track in Tracks)
        {
            CountDay(track, day, evidence);
        }

        CountTold(day);

        // This evening's use may be the one that was missing when the yes was given.
        foreach (var (track, step) in early)
        {
            if (!Climb(track, step, day))
            {
                Ignored.Add(NotDue(track, step));
            }
        }
    }

    /// <summary>What was told counts as an evening of its family: the next one keeps its distance.</summary>
    private void CountTold(DateOnly day)
    {
        foreach (var told in gone)
        {
            if (facts.WasTold(told.Product.Id, day))
            {
                foreach (var track in Tracks.Where(track => track.Active && track.Irritants.Any(told.Product.Has)))
                {
                    track.Place(day);
                }
            }
        }
    }

    /// <summary>Why nothing that irritates goes on top of what a report says was used on a day, or null.</summary>
    private Because? ToldOn(DateOnly day)
    {
        foreach (var (product, report) in facts.Told)
        {
            if (report.Day == day && rule.On(RuleBook.UsedElse))
            {
                return SayTold(product, report);
            }
        }

        return null;
    }

    public static Because SayTold(Product product, CheckedIn report) => Because.Of(RuleBook.UsedElse, ("what", product.Name), ("on", report.Day), ("words", report.Report.AlsoUsed));

    /// <param name="evidence">Whether the day went as planned, so that a calm use says something.</param>
    private void CountDay(Track track, DateOnly day, bool evidence)
    {
        var planned = track.PlacedOn(day);
        var used = facts.WasApplied(track.Product.Id, day) || (climbs && planned && day >= facts.Today);
        if (track.HoldFrom <= day && planned && (used || day < facts.Today))
        {
            track.Planned++;
            track.Uses += used && evidence && LongEnough(track, day) ? 1 : 0;
        }

        if (!used)
        {
            return;
        }

        begun.Remove(track);
        if (track.UsedOn.Count == 0 && track.Start is not { AlreadyInUse: true })
        {
            NoteRetinoid(track, day);
        }

        if (track.Kit is not null)
        {
            Peels.Note(track, day);
            track.Overrun = track.Held.ContactSeconds is { } limit && facts.ContactOf(track.Product.Id, day) is { } seconds && seconds > limit ? (day, seconds, limit) : null;
        }

        Tolerances.Note(track, day);
        NoteFirstUse(track, day);
        track.IdleDays = 0;
        if (!planned)
        {
            track.Place(day);
            clashes.Count(track, day, Moment.Evening);
        }
    }

    /// <summary>A kit washed off early says nothing of the contact it was to have.</summary>
    private bool LongEnough(Track track, DateOnly day) =>
        track.Held.ContactSeconds is not { } planned || (climbs && day > facts.Today) || facts.ContactOf(track.Product.Id, day) * 10 >= planned * 8;

    private void NoteRetinoid(Track track, DateOnly day)
    {
        if (track.Product.Has(Family.Retinoid))
        {
            Peels.RetinoidCame(track, day);
        }
    }

    /// <summary>Azelaic acid and daily actives go to the morning while an acid or retinoid has the evening.</summary>
    public Moment MomentOf(Track track, DateOnly day)
    {
        if (track.Product.Kind == ProductKind.AntioxidantSerum)
        {
            return Moment.Morning;
        }

        if (!track.Product.Traits.Morning || track.LightSensitising || track.Exfoliates)
        {
            return Moment.Evening;
        }

        foreach (var other in Tracks)
        {
            if (other != track && other.Active && other.Started && other.Stopped is null && !other.Product.Traits.Morning && other.Product.Traits.LeaveOn)
            {
                return Moment.Morning;
            }
        }

        return track.Ladder.Id == "daily-active" ? Moment.Morning : Moment.Evening;
    }

    /// <summary>What still stands between an active and its next rung on a day; empty when a step up may be asked.</summary>
    public List<Because> MissingForStep(Track track, DateOnly day)
    {
        var missing = new List<Because>();
        if (track.HoldFrom is not { } from)
        {
            return missing;
        }

        var due = from.AddDays(track.Ladder.HoldDays);
        if (day < due && rule.On(RuleBook.Hold))
        {
            missing.Add(Because.Of(RuleBook.Hold, ("until", due), ("days", track.Ladder.HoldDays)));
        }

        var needed = track.Ladder.PerUse ? 1 : rules.StepUpUses;
        if (track.Uses < needed && rule.On(RuleBook.EnoughUses))
        {
            missing.Add(Because.Of(RuleBook.EnoughUses, ("more", needed - track.Uses), ("need", needed), ("by", "as they are planned")));
        }
        else if (track.Ladder.PerUse && !climbs && track.UsedOn is [.., var last] && !(track.ToldOn >= last) && rule.On(RuleBook.PeelTold))
        {
            missing.Add(Because.Of(RuleBook.PeelTold, ("product", track.Product.Name), ("on", last)));
        }

        if (SunscreenLeftOut(track, day) is { } leftOut)
        {
            missing.Add(leftOut);
        }

        if (track.Uses * 100 < track.Planned * rules.StepUpSharePercent && rule.On(RuleBook.SeventyPercent))
        {
            missing.Add(Because.Of(RuleBook.SeventyPercent, ("uses", track.Uses), ("planned", track.Planned)));
        }

        if (lastChange is { } changed && day < changed.AddDays(rules.ChangeSpacingDays) && rule.On(RuleBook.ChangeSpacing))
        {
            missing.Add(Because.Of(RuleBook.ChangeSpacing, ("until", changed.AddDays(rules.ChangeSpacingDays))));
        }

        if ((restrictions.NoChange(day) ?? restrictions.NoRaise(track.Product, day)) is { } season)
        {
            missing.Add(season);
        }

        if ((RepairReason(day) ?? restrictions.For(track.Product, day)) is { } paused)
        {
            missing.Add(paused);
        }

        if (missing.Count == 0 && TooLikely(track, day) is { } held)
        {
            missing.Add(held);
        }

        return missing;
    }

    /// <summary>What the estimate expects on a rung, measured by the house's limit.</summary>
    public Expected? Expects(Track track, int rung, DateOnly day) => Tolerances.At(track, rung, day, rules.StepUpChancePercent / 100.0);

    /// <summary>The step up waits while the estimate is sure enough that a strong reaction is too likely there.</summary>
    private Because? TooLikely(Track track, DateOnly day)
    {
        if (!rule.On(RuleBook.Tolerance) || track.Rung >= track.Ladder.Top || Expects(track, track.Rung + 1, day) is not { } expected || expected.SureOver <= HouseRules.SureEnough)
        {
            return null;
        }

        return Because.Of(RuleBook.Tolerance, ("product", track.Product.Name), ("frequency", track.Ladder.Rungs[track.Rung + 1].InWords(MomentOf(track, day) == Moment.Morning)),
            ("chance", Math.Round(expected.Chance * 100)), ("sure", Math.Round(expected.SureOver * 100)), ("limit", rules.StepUpChancePercent));
    }

    /// <summary>Begins the ladders first used on this day, so that a report of the same evening finds them begun.</summary>
    private void BeginUsed(DateOnly day)
    {
        foreach (var track in Tracks)
        {
            if (!track.Started && facts.WasApplied(track.Product.Id, day) && RepairReason(day) is null && Obstacle(track, day) is null)
            {
                Begin(track, day);
                track.Place(day);
                clashes.Count(track, day, MomentOf(track, day));
            }
        }
    }

    private Track? Find(string product) => Tracks.FirstOrDefault(track => track.Product.Id == product);

    private void Apply(Decision decision, DateOnly day)
    {
        switch (decision)
        {
            case StartActive start when Find(start.Product) is { } track:
                Restart(track, start, day);
                break;
            case StopActive stop when Find(stop.Product) is { } track:
                track.Stopped = Because.Of(RuleBook.StoppedByHand, ("product", track.Product.Name), ("on", stop.On));
                track.StoppedOn = stop.On;
                break;
            case KeepLevel keep when Find(keep.Product) is { } track:
                track.Level = true;
                break;
            case ShapeLadder shape when Find(shape.Product) is { } track && track.BoosterFor is null:
                Shape(track, shape, day);
                break;
            case ShapeWeek week:
                Week = week;
                break;
            case ReopenLevel reopen when Find(reopen.Product) is { } track:
                track.Level = false;
                break;
        }
    }

    /// <summary>A lower end of the ladder acts at once; a new start counts from the next start.</summary>
    private void Shape(Track track, ShapeLadder shape, DateOnly day)
    {
        track.Shape = shape;
        track.Ladder = LadderOf(track);
        if (track.Started && track.Rung > track.Ladder.Top)
        {
            track.EnterRung(track.Ladder.Top, day, Because.Of(RuleBook.LadderShaped, ("product", track.Product.Name), ("frequency", track.Ladder.Rungs[track.Ladder.Top].InWords())));
        }
    }

    private Ladder LadderOf(Track track) => track.BoosterFor is not null ? Ladder.Booster
        : track.Shape is { } shape ? track.Usual.Shaped(shape.Start, shape.Top, shape.HoldDays, facts.File.Intake.Sensitivity >= Sensitivity.Sensitive) : track.Usual;

    private void Restart(Track track, StartActive start, DateOnly day)
    {
        (start, track.Doubt) = rule.On(RuleBook.StartDoubted) ? DoubtedStarts.Weigh(start, track.Product, facts.File.Intake, rules, facts.Established) : (start, null);
        track.PatchFrom = PatchFrom(track, start);
        track.Start = start;
        track.LookAgainOn = null;
        track.EveryDays = track.Kit is null ? 0 : start.EveryDays ?? KitTimes.NewIntervalDays;
        track.Ladder = LadderOf(track);
        track.Stopped = null;
        track.Since = null;
        track.HoldFrom = null;
        track.CalmFrom = null;
        track.PatchOn = null;
        track.PatchDone = false;
        track.ReadyFrom = track.NeedsPatch && rule.On(RuleBook.PatchFirst) ? null : start.On;
        track.DropDue = false;
        track.LostBeforeStart = 0;
        track.UsedBeforeStart = false;
        if (start.AlreadyInUse)
        {
            track.ReadyFrom = start.On;
            track.EnterRung(Math.Clamp(start.Rung ?? track.Ladder.StartRung, 0, track.Ladder.Top), day);
        }
    }

    /// <summary>A patch test of the same formula read shortly before the start was decided counts too; one from before a stop does not.</summary>
    private DateOnly PatchFrom(Track track, StartActive start)
    {
        var from = start.On.AddDays(-PatchTests.CountsBeforeDays);
        var stopped = track.Stopped is null ? from : track.StoppedOn.AddDays(1);
        var changed = facts.ChangedOn(track.Product.Id) ?? from;
        return new[] { from, stopped, changed }.Max();
    }

    private static Because NotDue(Track track, StepUp step) => Because.Of(RuleBook.StepNotDue, ("product", track.Product.Name), ("on", step.On));

    private bool Climb(Track track, StepUp step, DateOnly day)
    {
        if (!track.Started || track.Stopped is not null || step.Rung != track.Rung + 1 || step.Rung > track.Ladder.Top || track.OffUntil >= day
            || MissingForStep(track, day).Exists(missing => !(step.DespiteEstimate && missing.Rule == RuleBook.Tolerance)))
        {
            return false;
        }

        track.EnterRung(step.Rung, day);
        lastChange = day;
        NoteRetinoid(track, day);
        return true;
    }

    private void AgeTrack(Track track, DateOnly day)
    {
        if (track.Stopped is not null)
        {
            return;
        }

        if (restrictions.DropsARung(day) && (track.Started || track.UsedBeforeStart))
        {
            track.DropDue = true;
        }

        if (!track.Started)
        {
            return;
        }

        var suspended = RepairReason(day) is not null || restrictions.For(track.Product, day) is not null || track.OffUntil >= day
            || Waits(track, day) is not null;
        if (Reactions.IsRed(day))
        {
            track.RestartHold(day.AddDays(1));
        }

        if (suspended)
        {
            return;
        }

        if (track.DropDue && rule.On(RuleBook.DropAfterWindow))
        {
            track.DropDue = false;
            track.EnterRung(Math.Max(0, track.Rung - 1), day, Because.Of(RuleBook.DropAfterWindow, ("product", track.Product.Name), ("on", day)));
        }

        // Resting for a peel is no gap.
        if (!track.Active || day > facts.Today || Peels.Off(track.Product, day) is not null)
        {
            return;
        }

        track.IdleDays++;
        if (track.IdleDays == rules.GapDownDays + track.EveryDays && rule.On(RuleBook.Gap))
        {
            track.EnterRung(Math.Max(Math.Min(track.Rung, track.Ladder.StartRung), track.Rung - 1), day, GapOf(track));
        }
        else if (track.IdleDays == rules.GapRestartDays + track.EveryDays && rule.On(RuleBook.Gap))
        {
            track.EnterRung(Math.Min(track.Rung, track.Ladder.StartRung), day, GapOf(track));
        }
    }

    private static Because GapOf(Track track) => Because.Of(RuleBook.Gap, ("product", track.Product.Name), ("days", track.IdleDays));

    private Because? Obstacle(Track track, DateOnly day)
    {
        if (Refusal(track.Product, day) is { } refused)
        {
            return refused;
        }

        if (!track.Active)
        {
            var kept = restrictions.For(track.Product, day);
            var peel = Peels.Off(track.Product, day);
            return UsedUp(track, day) ?? peel ?? (track.Product.IsDevice() ? kept ?? Gelless(track, day) : kept is { Rule: RuleBook.Sunburn } ? kept : null);
        }

        if (track.Stopped is not null)
        {
            return track.Stopped;
        }

        if (track.Start is null || track.Start.On > day)
        {
            return Because.Of(track.Kit is null ? RuleBook.NotStarted : RuleBook.SessionOnly, ("product", track.Product.Name));
        }

        if ((restrictions.For(track.Product, day) ?? Peels.Off(track.Product, day) ?? Waits(track, day) ?? UsedUp(track, day) ?? (track.Irritancy == Degree.Yes ? ToldOn(day) : null)) is { } because)
        {
            return because;
        }

        if (track.OffUntil >= day && rule.On(RuleBook.Skip7))
        {
            return track.Off;
        }

        return Replaced(track) ?? Serumless(track) ?? (track.Started ? null : NotReady(track, day));
    }

    /// <summary>The stronger one of the same acid that has begun in this one's place, as a reason; a booster takes only evenings.</summary>
    public Because? Replaced(Track track)
    {
        foreach (var other in track.Stronger)
        {
            if (other.Started && other.Stopped is null && other.BoosterFor is null && rule.On(RuleBook.Replaced))
            {
                return Because.Of(RuleBook.Replaced, ("product", track.Product.Name), ("other", other.Product.Name));
            }
        }

        return null;
    }

    /// <summary>A booster waits while the serum it takes the place of is not in steady use.</summary>
    private Because? Serumless(Track track)
    {
        if (track.BoosterFor is not { } serum || !rule.On(RuleBook.BoosterNeedsSerum))
        {
            return null;
        }

        var usual = Find(serum);
        return usual is { Started: true, Stopped: null }
            ? null
            : Because.Of(RuleBook.BoosterNeedsSerum, ("product", track.Product.Name), ("other", usual?.Product.Name ?? "its serum"));
    }

    /// <summary>The milder strength that has not been held calm for long enough, or that was not borne, as a reason.</summary>
    private Because? StrengthHeld(Track track, DateOnly day)
    {
        foreach (var other in track.Milder)
        {
            if (other.Start is null || other.Start.On > day || other.BoosterFor is not null || other.Stopped is { Rule: RuleBook.StoppedByHand } || !rule.On(RuleBook.StrengthHold)
                || Refusal(other.Product, day) is not null)
            {
                continue;
            }

            object? until = other.Stopped is not null ? "you decide about that one" : other.HoldFrom is not { } from ? "that one has begun"
                : day < from.AddDays(rules.StrengthHoldDays) ? from.AddDays(rules.StrengthHoldDays) : null;
            if (until is not null)
            {
                return Because.Of(RuleBook.StrengthHold, ("product", track.Product.Name), ("other", other.Product.Name), ("days", rules.StrengthHoldDays), ("until", until));
            }
        }

        return null;
    }

    private Because? Gelless(Track track, DateOnly day) =>
        track.Electrical && rule.On(RuleBook.DeviceGel) && DeviceGels.Lacks(track.Product, inUse, day) is { } lacks
            ? Because.Of(RuleBook.DeviceGel, ("product", track.Product.Name), ("what", lacks), ("kind", track.Product.Traits.Title)) : null;

    private bool HindersPatch(Track track, DateOnly day) =>
        Refusal(track.Product, day) is not null
        || RepairReason(day) is not null || restrictions.For(track.Product, day) is not null || restrictions.NoChange(day.AddDays(PatchTests.PatchDays)) is not null
        || Waits(track, day) is not null || UsedUp(track, day) is not null || track.OffUntil >= day || StrengthHeld(track, day.AddDays(PatchTests.PatchDays)) is not null
        || (lastChange is { } changed && day < changed.AddDays(rules.ChangeSpacingDays - PatchTests.PatchDays));

    private Because? NotReady(Track track, DateOnly day)
    {
        if (StrengthHeld(track, day) is { } held)
        {
            return held;
        }

        if (track.NeedsPatch && rule.On(RuleBook.PatchFirst) && !Patches.IsClear(track, day))
        {
            return Because.Of(RuleBook.PatchFirst, ("product", track.Product.Name));
        }

        if ((restrictions.NoChange(day) ?? SunscreenLeftOut(track, day)) is { } sun)
        {
            return sun;
        }

        return lastChange is { } changed && day < changed.AddDays(rules.ChangeSpacingDays) && rule.On(RuleBook.ChangeSpacing)
            ? Because.Of(RuleBook.ChangeSpacing, ("until", changed.AddDays(rules.ChangeSpacingDays)))
            : null;
    }

    private Because? Wish(Track track, DateOnly day, Moment moment)
    {
        var wish = WeekWishes.Of(Week, track, day, moment);
        return wish is not null && rule.On(wish.Rule) ? wish : null;
    }

    private Because? Spacing(Track track, DateOnly day)
    {
        var frequency = track.Frequency;
        if (!rule.On(RuleBook.RungFrequency))
        {
            return null;
        }

        var tooSoon = track.LastPlaced is { } last && day.DayNumber - last.DayNumber < frequency.MinGapDays();
        return tooSoon || track.PlacedIn7(day) >= frequency.MaxPer7Days()
            ? track.RestOf(MomentOf(track, day) == Moment.Morning)
            : null;
    }

    /// <summary>What an active waits for that only the client or the practitioner can mend.</summary>
    public Because? Waits(Track track, DateOnly day) =>
        Unessential(track, day) ?? Unprescribed(track, day) ?? Sunscreenless(track, day) ?? SunscreenLeftOut(track, day, rules.SunscreenSkipsWait);

    private Because? Unessential(Track track, DateOnly day)
    {
        if (!track.NeedsEssentials || !rule.On(RuleBook.EssentialsFirst))
        {
            return null;
        }

        if (lackingOn.Day != day)
        {
            lackingOn = (day, Lacking(day));
        }

        return lackingOn.What.Count > 0 ? Because.Of(RuleBook.EssentialsFirst, ("product", track.Product.Name), ("what", string.Join(" and ", lackingOn.What))) : null;
    }

    private IReadOnlyList<string> Lacking(DateOnly day) => Essentials.Lacking(essentials.Where(product => product.UsableOn(day) && RefusalAhead(product, day) is null));

    /// <summary>A prescription retinoid told of at Meet that stands on no shelf: nobody knows its evenings.</summary>
    private Because? Unprescribed(Track track, DateOnly day) =>
        track.Irritancy == Degree.Yes && !track.Prescription && rule.On(RuleBook.PrescriptionUnknown) && facts.File.Intake.Has(FlagKind.PrescriptionRetinoid, day)
            && !HasPrescription(day)
            ? Because.Of(RuleBook.PrescriptionUnknown, ("product", track.Product.Name)) : null;

    private bool HasPrescription(DateOnly day) => Tracks.Exists(other => other is { Prescription: true, Stopped: null, Start: { } start } && start.On <= day);

    /// <summary>Why a light-sensitising active is held where sunscreen was left out on so many of the last 7 mornings, or null.</summary>
    public Because? SunscreenLeftOut(Track track, DateOnly day) => SunscreenLeftOut(track, day, rules.SunscreenSkipsAsk);

    private Because? SunscreenLeftOut(Track track, DateOnly day, int from)
    {
        if (!track.LightSensitising || facts.Sunscreen.None || !rule.On(RuleBook.SunscreenSkipped))
        {
            return null;
        }

        var count = facts.Sunscreen.In7(day).Count();
        return count < from ? null
            : Because.Of(RuleBook.SunscreenSkipped, ("product", track.Product.Name), ("count", count), ("ask", rules.SunscreenSkipsAsk), ("wait", rules.SunscreenSkipsWait));
    }

    /// <summary>An empty or spoiled package is not planned, nor a piece that is not there; what was ticked happened.</summary>
    private Because? UsedUp(Track track, DateOnly day) =>
        rule.On(RuleBook.Empty) && !track.PlacedOn(day)
            && (!track.Product.UsableOn(day) || (day >= facts.Today && track.PiecesLeft is { } left && track.PlacedFrom(facts.Today) >= left + (facts.WasApplied(track.Product.Id, facts.Today) ? 1 : 0)))
            ? Because.Of(RuleBook.Empty, ("product", track.Product.Name)) : null;

    private int? PiecesLeft(Product product) =>
        (product.Pieces is not null || product.Kind == ProductKind.Razor) && Supply.Package.Of(product) is { IsCounted: true } package ? (int)SupplyCount.Left(facts, product, package) : null;

    private Because? Sunscreenless(Track track, DateOnly day)
    {
        if (!track.LightSensitising || !rule.On(RuleBook.SunscreenRequired))
        {
            return null;
        }

        return HasSunscreen(day) ? null : Because.Of(RuleBook.SunscreenRequired, ("product", track.Product.Name), ("spf", restrictions.SpfNeeded(day)));
    }

    /// <summary>Whether the shelf holds a sunscreen that counts on a day; asked often, so the day's answer is kept.</summary>
    private bool HasSunscreen(DateOnly day)
    {
        if (sunscreenOn.Day != day)
        {
            var spf = restrictions.SpfNeeded(day);
            sunscreenOn = (day, inUse.Exists(product => product.IsUsableSunscreen(spf, day) && Refusal(product, day) is null));
        }

        return sunscreenOn.Usable;
    }

    private void Begin(Track track, DateOnly day)
    {
        if (track.Started)
        {
            return;
        }

        var dropDue = track.DropDue;
        track.EnterRung(track.FirstRung, day);
        track.DropDue = false;
        track.IdleDays = 0;
        NoteRetinoid(track, day);
        if (track.Active)
        {
            begun[track] = (lastChange, dropDue);
            lastChange = day;
        }
    }

    /// <summary>A first use that nobody planned is a change too: the next one keeps its distance.</summary>
    private void NoteFirstUse(Track track, DateOnly day)
    {
        if (track.Active && !track.Started && !track.UsedBeforeStart)
        {
            track.UsedBeforeStart = true;
            lastChange = lastChange > day ? lastChange : day;
        }
    }

}
