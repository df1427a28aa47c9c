using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Path;

/// <summary>
/// Walks the actives through the days: reactions first, then what may be placed, then what was done.
/// One run, forwards only, cost linear in days.
/// </summary>
internal sealed class RampWalk
{
    private const int SkipDays = 7;
    private const int PatchDays = 3;
    private const int GapDownDays = 14;
    private const int GapRestartDays = 28;
    private const int EstablishedDays = 28;

    private readonly KnownFacts facts;
    private readonly HouseRules rules;
    private readonly RuleSwitch rule;
    private readonly DayRestrictions restrictions;
    private readonly Dictionary<string, IReadOnlyList<Verdict>> verdicts = [];
    private readonly HashSet<DateOnly> flagEdges;
    private (DateOnly Day, bool Usable) sunscreenOn;
    private DateOnly verdictsOf;
    private int verdictEpoch;
    private readonly Dictionary<DateOnly, int> worstStingOf = [];
    private readonly List<(DateOnly Day, Track Track)> exfoliations = [];
    private readonly HashSet<DateOnly> acidEvenings = [];
    private readonly HashSet<DateOnly> repairDays = [];

    /// <summary>For each ladder begun, the last change before it.</summary>
    private readonly Dictionary<Track, DateOnly?> begun = [];
    private DateOnly? redFrom;
    private DateOnly redUntil = DateOnly.MinValue;
    private Because? redBecause;
    private DateOnly? lastChange;
    private int nextDecision;
    private int nextReport;

    public RampWalk(KnownFacts facts, HouseRules rules, RuleSwitch rule, DayRestrictions restrictions)
    {
        this.facts = facts;
        this.rules = rules;
        this.rule = rule;
        this.restrictions = restrictions;
        var index = 0;
        foreach (var item in facts.File.Shelf.Where(item => item.State == ShelfState.InUse).OrderBy(item => item.Product.Id, StringComparer.Ordinal))
        {
            if (item.Product.Traits.Use is not (KindUse.Session or KindUse.OnHand) && Ladder.For(item.Product, facts.File.Intake, rules) is { } ladder)
            {
                Tracks.Add(new Track(item.Product, ladder, index++));
            }
        }

        flagEdges = [.. facts.File.Intake.Flags.SelectMany(flag => new[] { flag.From, flag.Until?.AddDays(1), flag.Until?.AddMonths(6) }).OfType<DateOnly>()];
        if (facts.File.Intake.BirthDate is { } born)
        {
            flagEdges.Add(born.AddYears(18));
            flagEdges.Add(born.AddYears(18).AddDays(1));
        }
    }

    public List<Track> Tracks { get; } = [];
    public List<PathWindow> Windows { get; } = [];
    public List<ReportOutcome> Reports { get; } = [];
    public List<Because> Ignored { get; } = [];
    public Dictionary<DateOnly, Judgement> Outcomes { get; } = [];
    public Judgement? OpenRed { get; private set; }
    public DateOnly? OpenRedSince => redFrom;

    public bool IsRed(DateOnly day) => redFrom is { } from && day >= from && day <= redUntil && rule.On(RuleBook.RedPause);

    /// <summary>The reason the whole skin is in repair on a day, or null.</summary>
    public Because? RepairReason(DateOnly day)
    {
        if (IsRed(day))
        {
            return redBecause;
        }

        if (repairDays.Contains(day) && rule.On(RuleBook.RepairTonight))
        {
            return Because.Of(RuleBook.RepairTonight);
        }

        return restrictions.Repair(day);
    }

    /// <summary>Counts the days on which verdicts may have changed; between them they are the same.</summary>
    public int VerdictEpoch(DateOnly day)
    {
        if (facts.File.Shelf.Count > 0)
        {
            VerdictsOf(facts.File.Shelf[0].Product, day);
        }

        return verdictEpoch;
    }

    public IReadOnlyList<Verdict> VerdictsOf(Product product, DateOnly day)
    {
        if (flagEdges.Count > 0 && flagEdges.Contains(day) && verdictsOf != day)
        {
            verdicts.Clear();
            verdictsOf = day;
            verdictEpoch++;
        }

        if (!verdicts.TryGetValue(product.Id, out var found))
        {
            verdicts[product.Id] = found = [.. Suitability.Judge(product, facts.File.Intake, day).Where(verdict => rule.On(verdict.Because.Rule))];
        }

        return found;
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
        }

        if (day <= facts.Today)
        {
            TakePatches(day);
            BeginUsed(day);
            while (nextReport < facts.Reports.Length && facts.DayOf(facts.Reports[nextReport].HappenedAt) <= day)
            {
                Apply(facts.Reports[nextReport++]);
            }
        }

        // A step up is weighed after the day's reports, whatever the hour: the gentler order.
        for (var i = firstDecision; i < nextDecision; i++)
        {
            if (facts.Decisions[i] is StepUp step && Find(step.Product) is { } track)
            {
                Climb(track, step, day);
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
            var wait = (a.LastPlaced ?? DateOnly.MinValue).CompareTo(b.LastPlaced ?? DateOnly.MinValue);
            return wait != 0 ? wait : a.Index.CompareTo(b.Index);
        });
        foreach (var track in candidates)
        {
            if ((Spacing(track, day) ?? Clash(track, placed, day, moment)) is { } because)
            {
                rest.Add((track, because));
                continue;
            }

            Begin(track, day);
            placed.Add(track);
            track.Place(day);
            Count(track, day, moment);
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
                lastChange = lastChange == day ? before : lastChange;
            }
        }

        foreach (var track in Tracks)
        {
            CountDay(track, day);
        }
    }

    private void CountDay(Track track, DateOnly day)
    {
        var used = facts.WasApplied(track.Product.Id, day);
        var planned = track.PlacedOn(day);
        if (track.HoldFrom <= day && (used || (planned && day < facts.Today)))
        {
            track.Planned++;
            track.Uses += used ? 1 : 0;
        }

        if (!used)
        {
            return;
        }

        begun.Remove(track);
        NoteFirstUse(track, day);
        track.IdleDays = 0;
        if (!planned)
        {
            track.Place(day);
            Count(track, day, Moment.Evening);
        }
    }

    /// <summary>Whether the patch test stands on this evening, done or still to do.</summary>
    public bool PatchStepOn(Track track, DateOnly day) =>
        track.Active && track.NeedsPatch && track.Start is not null && !track.Started
        && (track.PatchOn == day || (track.ReadyFrom is null && !track.PatchDone && PatchDue(track, day)));

    public bool ReadStepOn(Track track, DateOnly day) =>
        track.PatchDone && track.Stopped is null && track.PatchOn is { } on && day > on
        && (track.ReadyFrom is null || track.ReadyFrom > day || day <= on.AddDays(2)) && !Read48On(track, day)
        && (day <= facts.Today || day <= on.AddDays(2));

    /// <summary>Whether a family counts as established: by noted word, or 4 weeks at one rung, 70 % used, no sting of 4 or more, no redness past 24 h.</summary>
    public bool IsEstablished(Family family, DateOnly day)
    {
        foreach (var noted in facts.Established)
        {
            if (noted.Family == family && noted.On <= day)
            {
                return true;
            }
        }

        var seen = day < facts.Today ? day : facts.Today;
        foreach (var track in Tracks)
        {
            if (track.Product.Has(family) && track.CalmFrom is { } calm && track.Stopped is null && seen.DayNumber - calm.DayNumber >= EstablishedDays
                && track.Planned > 0 && track.Uses * 10 >= track.Planned * 7)
            {
                return true;
            }
        }

        return false;
    }

    public bool IsEstablished(Product product, DateOnly day)
    {
        foreach (var family in product.Families())
        {
            if (FamilyTraits.Of(family).Irritant != Degree.No && !IsEstablished(family, day))
            {
                return false;
            }
        }

        return true;
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

        if (track.Uses < 4)
        {
            missing.Add(Because.Of(RuleBook.EnoughUses, ("uses", track.Uses), ("need", 4)));
        }

        if (track.Uses * 10 < track.Planned * 7)
        {
            missing.Add(Because.Of(RuleBook.SeventyPercent, ("uses", track.Uses), ("planned", track.Planned)));
        }

        if (lastChange is { } changed && day < changed.AddDays(rules.ChangeSpacingDays) && rule.On(RuleBook.ChangeSpacing))
        {
            missing.Add(Because.Of(RuleBook.ChangeSpacing, ("until", changed.AddDays(rules.ChangeSpacingDays))));
        }

        if (restrictions.NoChange(day) is { } sun)
        {
            missing.Add(sun);
        }

        if ((RepairReason(day) ?? restrictions.For(track.Product, day)) is { } paused)
        {
            missing.Add(paused);
        }

        return missing;
    }

    private static bool Read48On(Track track, DateOnly day) => track.ReadyFrom is { } ready && day >= ready;

    /// <summary>Begins the ladders first used on this day, so that a report of the same evening finds them begun.</summary>
    private void BeginUsed(DateOnly day)
    {
        foreach (var track in Tracks)
        {
            if (!track.Started && facts.WasApplied(track.Product.Id, day) && RepairReason(day) is null && Obstacle(track, day) is null)
            {
                Begin(track, day);
                track.Place(day);
                Count(track, day, MomentOf(track, day));
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
            case ReopenLevel reopen when Find(reopen.Product) is { } track:
                track.Level = false;
                break;
        }
    }

    private void Restart(Track track, StartActive start, DateOnly day)
    {
        track.Start = start;
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

    private void Climb(Track track, StepUp step, DateOnly day)
    {
        if (!track.Started || track.Stopped is not null || step.Rung != track.Rung + 1 || step.Rung > track.Ladder.Top || track.OffUntil >= day
            || MissingForStep(track, day).Count > 0)
        {
            Ignored.Add(Because.Of(RuleBook.StepNotDue, ("product", track.Product.Name), ("on", step.On)));
            return;
        }

        track.EnterRung(step.Rung, day);
        lastChange = day;
    }

    private void TakePatches(DateOnly day)
    {
        foreach (var track in Tracks)
        {
            if (track.Start is null || track.ReadyFrom is not null || !track.NeedsPatch || track.Stopped is not null)
            {
                continue;
            }

            foreach (var (on, entry) in facts.Patches)
            {
                if (on > day)
                {
                    break;
                }

                if (entry is PatchApplied put && put.Product == track.Product.Id && !track.PatchDone && on >= track.Start.On)
                {
                    track.PatchOn = on;
                    track.PatchDone = true;
                }
                else if (entry is PatchRead read && read.Product == track.Product.Id && track.PatchDone)
                {
                    Read(track, read);
                }
            }
        }
    }

    private void Read(Track track, PatchRead read)
    {
        var readOn = facts.DayOf(read.HappenedAt);
        if (!read.Clear)
        {
            track.Stopped = Because.Of(RuleBook.PatchReaction, ("product", track.Product.Name), ("on", readOn));
            track.StoppedOn = readOn;
            return;
        }

        var put = facts.Log.OfType<PatchApplied>().First(entry => entry.Product == track.Product.Id && facts.DayOf(entry.HappenedAt) == track.PatchOn);
        if (read.HappenedAt - put.HappenedAt >= TimeSpan.FromHours(48))
        {
            var earliest = track.PatchOn!.Value.AddDays(PatchDays);
            track.ReadyFrom ??= readOn > earliest ? readOn : earliest;
        }
    }

    private void Apply(CheckedIn entry)
    {
        var reportDay = facts.DayOf(entry.HappenedAt);
        var judged = OutcomeTable.Judge(entry.Report, ContextOf(entry));
        Reports.Add(new(entry.Id, entry.Day, entry.HappenedAt, entry.Report.Sting, judged.Outcome, judged.Because));
        worstStingOf[entry.Day] = Math.Max(entry.Report.Sting, worstStingOf.GetValueOrDefault(entry.Day));
        if (!Outcomes.TryGetValue(entry.Day, out var before) || judged.Outcome > before.Outcome)
        {
            Outcomes[entry.Day] = judged;
        }

        var touched = Implicated(entry.Day);
        foreach (var track in touched)
        {
            Evidence(track, entry);
        }

        if (judged.Outcome == Outcome.CarryOn)
        {
            return;
        }

        repairDays.Add(reportDay);
        if (reportDay == entry.Day)
        {
            repairDays.Add(reportDay.AddDays(1));
        }

        foreach (var track in touched)
        {
            EaseOff(track, LastUse(track, entry.Day), judged);
        }

        if (judged.Outcome >= Outcome.Stop)
        {
            Red(entry, reportDay, judged);
        }
    }

    private OutcomeContext ContextOf(CheckedIn entry)
    {
        DateOnly? before = null;
        DateOnly? after = null;
        foreach (var day in facts.IrritantDays)
        {
            if (day < entry.Day)
            {
                before = day;
            }
            else if (day > entry.Day)
            {
                after = day;
                break;
            }
        }

        var neighbour = Math.Max(before is { } b ? worstStingOf.GetValueOrDefault(b) : 0, after is { } a ? worstStingOf.GetValueOrDefault(a) : 0);
        DateTimeOffset? applied = null;
        foreach (var log in facts.Log)
        {
            if (log is Applied use && use.Day == entry.Day && log.HappenedAt <= entry.HappenedAt && Tracks.Any(track => track.Active && track.Product.Id == use.Product))
            {
                applied = log.HappenedAt;
            }
        }

        return new(neighbour > 0 ? neighbour : null, applied is null ? null : entry.HappenedAt - applied, restrictions.InExpectedCourse(entry.Day));
    }

    /// <summary>The actives a report is about: used that day, else planned that day, else the latest used in the week before.</summary>
    private List<Track> Implicated(DateOnly day)
    {
        var used = Tracks.Where(track => track.Active && facts.WasApplied(track.Product.Id, day)).ToList();
        if (used.Count > 0)
        {
            return used;
        }

        var planned = Tracks.Where(track => track.Active && track.PlacedOn(day)).ToList();
        if (planned.Count > 0)
        {
            return planned;
        }

        DateOnly? last = null;
        foreach (var irritant in facts.IrritantDays)
        {
            last = irritant < day && irritant >= day.AddDays(-SkipDays) ? irritant : last;
        }

        return last is { } found ? Tracks.Where(track => track.Active && facts.WasApplied(track.Product.Id, found)).ToList() : [];
    }

    private DateOnly LastUse(Track track, DateOnly day)
    {
        for (var back = day; back >= day.AddDays(-SkipDays); back = back.AddDays(-1))
        {
            if (facts.WasApplied(track.Product.Id, back))
            {
                return back;
            }
        }

        return day;
    }

    private static void Evidence(Track track, CheckedIn entry)
    {
        var report = entry.Report;
        var lasting = report.Sting >= 3 && report.StingSeconds is null or > 60;
        if (report.Sting >= 4 || lasting || (report.Redness > 0 && report.RednessPast24h))
        {
            track.RestartHold(entry.Day.AddDays(1));
            if (report.Sting >= 4 || report.RednessPast24h)
            {
                track.CalmFrom = track.CalmFrom is null ? null : entry.Day.AddDays(1);
            }
        }

        track.WorstSting = Math.Max(track.WorstSting, report.Sting);
    }

    private void EaseOff(Track track, DateOnly used, Judgement judged)
    {
        if (track.LastDownFor == used && judged.Outcome < Outcome.MedicalHelp)
        {
            return;
        }

        var again = track.LastDownFor == used;
        track.LastDownFor = used;
        var until = used.AddDays(SkipDays);
        if (rule.On(RuleBook.Skip7) && (track.OffUntil is null || track.OffUntil < until))
        {
            track.OffUntil = until;
            track.Off = Because.Of(RuleBook.Skip7, ("product", track.Product.Name), ("since", used), ("until", until));
            Windows.Add(new("ease-off", used.AddDays(1), until, track.Product.Id, track.Off));
        }

        track.EasedOn = used;
        if (judged.Outcome == Outcome.MedicalHelp)
        {
            track.Stopped = Because.Of(RuleBook.StoppedMedical, ("product", track.Product.Name), ("on", used));
            track.StoppedOn = used;
        }
        else if (!again && rule.On(RuleBook.RungDown))
        {
            if ((track.Started ? track.Rung : track.FirstRung) == 0)
            {
                track.Stopped = Because.Of(RuleBook.StoppedAtEntry, ("product", track.Product.Name), ("on", used));
                track.StoppedOn = used;
            }
            else if (track.Started)
            {
                track.EnterRung(track.Rung - 1, until.AddDays(1), Because.Of(RuleBook.RungDown, ("product", track.Product.Name)));
            }
            else
            {
                track.LostBeforeStart++;
            }
        }
    }

    private void Red(CheckedIn entry, DateOnly reportDay, Judgement judged)
    {
        DateOnly? cleared = null;
        foreach (var decision in facts.Decisions)
        {
            if (decision is ClearRed clear && clear.At >= entry.HappenedAt)
            {
                var day = facts.DayOf(clear.At);
                cleared = cleared is null || day < cleared ? day : cleared;
            }
        }

        var because = judged.Outcome == Outcome.MedicalHelp
            ? Because.Of(RuleBook.MedicalPause, ("since", reportDay), ("sign", judged.Because.Values["sign"]))
            : Because.Of(RuleBook.RedPause, ("since", reportDay), ("sign", judged.Because.Values["sign"]));
        redFrom = redFrom is null || reportDay > redUntil ? reportDay : redFrom;
        redUntil = cleared is { } until ? (until > redUntil ? until : redUntil) : DateOnly.MaxValue;
        redBecause = because;
        Windows.Add(new("stop", reportDay, cleared, null, because));
        if (cleared is null)
        {
            OpenRed = OpenRed is null || judged.Outcome > OpenRed.Outcome ? judged : OpenRed;
        }
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
            || Sunscreenless(track, day) is not null;
        if (IsRed(day))
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
            track.EnterRung(Math.Max(0, track.Rung - 1), day, Because.Of(RuleBook.DropAfterWindow, ("product", track.Product.Name)));
        }

        if (!track.Active || day > facts.Today)
        {
            return;
        }

        track.IdleDays++;
        if (track.IdleDays == GapDownDays && rule.On(RuleBook.Gap))
        {
            track.EnterRung(Math.Max(Math.Min(track.Rung, track.Ladder.StartRung), track.Rung - 1), day, GapOf(track));
        }
        else if (track.IdleDays == GapRestartDays && rule.On(RuleBook.Gap))
        {
            track.EnterRung(Math.Min(track.Rung, track.Ladder.StartRung), day, GapOf(track));
        }
    }

    private static Because GapOf(Track track) => Because.Of(RuleBook.Gap, ("product", track.Product.Name), ("days", track.IdleDays));

    private Because? Obstacle(Track track, DateOnly day)
    {
        foreach (var verdict in VerdictsOf(track.Product, day))
        {
            if (verdict.Severity != Severity.Caution)
            {
                return verdict.Because;
            }
        }

        if (!track.Active)
        {
            return restrictions.For(track.Product, day) is { Rule: RuleBook.Sunburn } burned ? burned : null;
        }

        if (track.Stopped is not null)
        {
            return track.Stopped;
        }

        if (track.Start is null || track.Start.On > day)
        {
            return Because.Of(RuleBook.NotStarted, ("product", track.Product.Name));
        }

        if ((restrictions.For(track.Product, day) ?? Sunscreenless(track, day)) is { } because)
        {
            return because;
        }

        if (track.OffUntil >= day && rule.On(RuleBook.Skip7))
        {
            return track.Off;
        }

        return track.Started ? null : NotReady(track, day);
    }

    private Because? NotReady(Track track, DateOnly day)
    {
        if (track.NeedsPatch && rule.On(RuleBook.PatchFirst) && !PatchClear(track, day))
        {
            return Because.Of(RuleBook.PatchFirst, ("product", track.Product.Name));
        }

        if (restrictions.NoChange(day) is { } sun)
        {
            return sun;
        }

        return lastChange is { } changed && day < changed.AddDays(rules.ChangeSpacingDays) && rule.On(RuleBook.ChangeSpacing)
            ? Because.Of(RuleBook.ChangeSpacing, ("until", changed.AddDays(rules.ChangeSpacingDays)))
            : null;
    }

    /// <summary>Read clear, or, for days still to come, assumed to be read clear once its 48 h are over.</summary>
    private bool PatchClear(Track track, DateOnly day)
    {
        if (track.ReadyFrom is { } ready)
        {
            return day >= ready;
        }

        return day > facts.Today && track.PatchOn is { } on && day >= on.AddDays(PatchDays);
    }

    private bool PatchDue(Track track, DateOnly day)
    {
        if (track.Start is null || track.PatchDone || track.Stopped is not null || day < track.Start.On || (track.PatchOn is { } on && on < day))
        {
            return false;
        }

        var blocked = VerdictsOf(track.Product, day).Any(verdict => verdict.Severity != Severity.Caution)
            || RepairReason(day) is not null || restrictions.For(track.Product, day) is not null || restrictions.NoChange(day.AddDays(PatchDays)) is not null
            || Sunscreenless(track, day) is not null || track.OffUntil >= day;
        if (blocked || (lastChange is { } changed && day < changed.AddDays(rules.ChangeSpacingDays - PatchDays)))
        {
            return false;
        }

        // One patch test at a time, so that a reaction has one cause.
        return !Tracks.Any(other => other != track && other.Active && !other.Started && other.Stopped is null && other.Start is not null
            && ((other.PatchOn is { } patched && (day < patched.AddDays(PatchDays) || (other.PatchDone && other.ReadyFrom is null && day <= facts.Today)) && patched <= day)
                || (other.Index < track.Index && other.PatchOn is null && other.ReadyFrom is null && other.NeedsPatch && PatchDue(other, day))));
    }

    /// <summary>Fixes a patch test that is due to a day still to come, so that what follows can be planned.</summary>
    public void SchedulePatches(DateOnly day)
    {
        foreach (var track in Tracks)
        {
            if (day >= facts.Today && track.Active && track.NeedsPatch && !track.Started && track.ReadyFrom is null && track.PatchOn is null && PatchDue(track, day))
            {
                track.PatchOn = day;
            }
        }
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
            sunscreenOn = (day, facts.File.Shelf.Any(item => item.State == ShelfState.InUse && item.Product.IsUsableSunscreen(spf, day)
                && !VerdictsOf(item.Product, day).Any(verdict => verdict.Severity != Severity.Caution)));
        }

        return sunscreenOn.Usable;
    }

    private void Begin(Track track, DateOnly day)
    {
        if (track.Started)
        {
            return;
        }

        track.EnterRung(track.FirstRung, day);
        track.DropDue = false;
        track.IdleDays = 0;
        if (track.Active)
        {
            begun[track] = lastChange;
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

    private Because? Clash(Track track, List<Track> placed, DateOnly day, Moment moment)
    {
        foreach (var other in placed)
        {
            if (PairClash(track, other, day) is { } because)
            {
                return because;
            }
        }

        if (track.Exfoliates && placed.Count(other => other.Exfoliates) >= 2 && rule.On(RuleBook.TwoExfoliants))
        {
            return Because.Of(RuleBook.TwoExfoliants, ("product", track.Product.Name));
        }

        var established = IsEstablished(track.Product, day);
        if (moment == Moment.Evening && track.Acid && !established && track.Frequency < Frequency.EveryOther
            && acidEvenings.Contains(day.AddDays(-1)) && rule.On(RuleBook.NoTwoAcidEvenings))
        {
            return Because.Of(RuleBook.NoTwoAcidEvenings, ("product", track.Product.Name));
        }

        return track.Exfoliates ? OverBudget(track, day, established) : null;
    }

    private Because? OverBudget(Track track, DateOnly day, bool established)
    {
        if (!rule.On(RuleBook.ExfoliationBudget))
        {
            return null;
        }

        var highest = Frequency.OnceAWeek;
        foreach (var other in Tracks)
        {
            highest = other.Started && other.Exfoliates && other.Frequency > highest ? other.Frequency : highest;
        }

        var limit = Ramp.ExfoliationBudget.Per7Days(established, highest, rules);
        var used = 0;
        var ofKind = 0;
        for (var i = exfoliations.Count - 1; i >= 0 && exfoliations[i].Day > day.AddDays(-7); i--)
        {
            used++;
            ofKind += exfoliations[i].Track.Product.Kind == track.Product.Kind ? 1 : 0;
        }

        return used >= limit || ofKind >= (Ramp.ExfoliationBudget.PerKind(track.Product.Kind) ?? int.MaxValue)
            ? Because.Of(RuleBook.ExfoliationBudget, ("product", track.Product.Name), ("limit", limit))
            : null;
    }

    private Because? PairClash(Track track, Track other, DateOnly day)
    {
        bool Either(Func<Track, bool> one, Func<Track, bool> two) => (one(track) && two(other)) || (one(other) && two(track));
        Because Say(string ruleId) => Because.Of(ruleId, ("product", track.Product.Name), ("other", other.Product.Name));
        static bool Retinoid(Track t) => t.Product.Has(Family.Retinoid);
        static bool LeaveOnAcid(Track t) => t.Acid && t.Product.Traits.LeaveOn;

        if (!track.Active && !other.Active)
        {
            return Say(RuleBook.OneExtra);
        }

        var bothEstablished = IsEstablished(track.Product, day) && IsEstablished(other.Product, day);
        if (Either(t => !t.Active, LeaveOnAcid))
        {
            return bothEstablished || !rule.On(RuleBook.MaskWithAcid) ? null : Say(RuleBook.MaskWithAcid);
        }

        if (!track.Active || !other.Active)
        {
            return null;
        }

        if (Either(t => t.Product.Traits.ByHand, t => t.Acid || Retinoid(t) || t.Product.Traits.ByHand) && rule.On(RuleBook.ByHandAlone))
        {
            return Say(RuleBook.ByHandAlone);
        }

        if (Either(t => t.Product.Kind == ProductKind.ExfoliatingCleanser, t => t.Acid && t.Product.Traits.LeaveOn) && rule.On(RuleBook.AcidCleanserWithAcid))
        {
            return Say(RuleBook.AcidCleanserWithAcid);
        }

        if (Either(t => t.Product.Has(Family.BenzoylPeroxide), Retinoid) && rule.On(RuleBook.PeroxideWithRetinoid))
        {
            return Say(RuleBook.PeroxideWithRetinoid);
        }

        if (Either(t => t.Product.Has(Family.BenzoylPeroxide), LeaveOnAcid) && rule.On(RuleBook.OverAcid))
        {
            return Say(RuleBook.OverAcid);
        }

        if (track.Exfoliates && other.Exfoliates && track.Product.Irritancy() == Degree.Yes && other.Product.Irritancy() == Degree.Yes && rule.On(RuleBook.TwoExfoliants))
        {
            return Say(RuleBook.TwoExfoliants);
        }

        return bothEstablished || !rule.On(RuleBook.TwoActives) ? null : Say(RuleBook.TwoActives);
    }

    private void Count(Track track, DateOnly day, Moment moment)
    {
        if (track.Exfoliates)
        {
            exfoliations.Add((day, track));
        }

        if (track.Acid && moment == Moment.Evening)
        {
            acidEvenings.Add(day);
        }
    }
}
