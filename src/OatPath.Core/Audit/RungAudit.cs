using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>
/// The highest rung the facts allow, with the rule that keeps it there: the start, plus each step up that was due, minus each reaction and
/// each care window or sunburn since.
/// Gaps are left to the planner, which only goes lower for them.
/// </summary>
internal sealed class RungAudit(AuditRun run)
{
    private readonly AuditFacts facts = run.Facts;

    /// <summary>Nothing but uses happened, so that how many were planned can be told from the rung alone.</summary>
    public bool Quiet { get; } =
        run.Facts.Reports.TrueForAll(told =>
            told.Report
                is
            {
                Sting: < 3,
                Redness: 0,
                RednessPast24h: false,
                TightOrDry: false,
                Flaking: false,
                StrongSun: false,
                AlsoUsed.Length: 0,
                Signs.Count: 0,
                StingSeconds: not null,
                Pain: null
            }
        )
        && run.Facts.Treatments.Count == 0
        && run.Facts.File.Occasions.Count == 0
        && run.Facts.Intake.Flags.Count == 0
        && !run.Facts.SunscreenRanOut
        && !run.Facts.Decisions.OfType<ShapeWeek>().Any()
        && run.Facts.File.Shelf.All(item =>
            item.Product is { EmptyOn: null, MonthsGood: null, Spec: null } && item.Was.Count == 0
        )
        && run.Facts.OnShelf.Any(product => product.IsUsableSunscreen(50, run.Facts.Today))
        && !run.Facts.Entries<Skipped>().Any();

    /// <param name="without">A step up to leave out, to see whether the path rests on it.</param>
    public (int Rung, string Rule) Highest(Product product, Ladder ladder, DateOnly day, StepUp? without = null)
    {
        if (facts.StartOf(product.Id, day) is not { } start)
        {
            return (-1, RuleBook.NotStarted);
        }

        var uses = run.UseDays(product.Id, start.On, day);

        // An unplanned use may lie before the first planned one, so the higher of both starts counts.
        var begun = uses.Count > 0 ? uses[0] : day;
        var rung = start.AlreadyInUse
            ? Math.Min(start.Rung ?? ladder.StartRung, Ladder.For(product, facts.Intake, facts.Rules)?.Top ?? ladder.Top)
            : Math.Max(ladder.StartRung, (facts.LadderOf(product, begun) ?? ladder).StartRung);
        var since = start.AlreadyInUse
            ? start.On
            : facts
                .Uses.Where(use => use.Product == product.Id && use.Day >= start.On)
                .Select(use => use.Day)
                .DefaultIfEmpty(start.On)
                .Min();
        var rule = IsDoubted(start) ? RuleBook.StartDoubted : RuleBook.Rung;
        var downs = new HashSet<DateOnly>();
        var soon = run.TooSoon.Of(product.Id).ToList();
        bool Off(DateOnly at) => KeptOff(at) || soon.Exists(use => at >= use.On && at <= use.Until);
        var retinoids = ladder.PerUse ? RetinoidBeginnings() : [];
        for (var d = start.On; d <= day; d = d.AddDays(1))
        {
            if (d <= facts.Today)
            {
                foreach (
                    var entry in facts.Strong.Where(entry =>
                        facts.DayOf(entry.HappenedAt) == d
                        && entry.Day >= start.On
                        && facts.UsedOn(product.Id, entry.Day)
                        && downs.Add(entry.Day)
                    )
                )
                {
                    (rung, since, rule) = (rung - 1, entry.Day.AddDays(facts.Rules.ReactionRestDays + 1), RuleBook.RungDown);
                }
            }

            if (retinoids.Contains(d) && rung > 0 && uses.Exists(use => use < d))
            {
                (rung, since, rule) = (0, d, RuleBook.PeelAgain);
            }

            // Windows that overlap cost one rung in total, so the loss is counted at the first use after them; what was used inside them
            // begins nothing.
            if (
                uses.Contains(d)
                && !Off(d)
                && uses.Exists(use => use < d && !Off(use))
                && uses.FindLast(use => use < d && !Off(use)) is var last
                && (WindowEndsBetween(last, d) || soon.Exists(use => use.Until >= last && use.Until < d))
            )
            {
                (rung, since, rule) = (Math.Max(Math.Min(rung, 0), rung - 1), d, RuleBook.DropAfterWindow);
            }

            foreach (var step in facts.Decisions.OfType<StepDown>())
            {
                if (step.Product == product.Id && step.On == d && d > start.On && step.Rung < rung && start.BoosterFor is null)
                {
                    (rung, since, rule) = (step.Rung, d, RuleBook.LoweredByHand);
                }
            }

            foreach (
                var step in facts
                    .Decisions.OfType<StepUp>()
                    .Where(step => step.Product == product.Id && step.On == d && step.Rung == rung + 1 && step != without)
            )
            {
                if (Denied(product, facts.LadderOf(product, d) ?? ladder, ladder[Math.Clamp(rung, 0, ladder.Top)], since, d) is { } denied)
                {
                    rule = denied;
                }
                else
                {
                    (rung, since, rule) = (rung + 1, d, RuleBook.Rung);
                }
            }
        }

        return (Math.Min(rung, ladder.Top), rule);
    }

    /// <summary>Steps up the path rests on: without them it would claim more than the facts allow.</summary>
    public IEnumerable<(DateOnly Day, string Product, bool Step)> StepsTaken(Product product)
    {
        var claimed = run
            .Ahead.SelectMany(day => day.Morning.Steps.Concat(day.Evening.Steps).Select(step => (day.Date, Step: step)))
            .FirstOrDefault(found => found.Step.Product == product.Id && found.Step.Action == StepAction.Apply);
        if (claimed.Step is not { } taken || facts.LadderOf(product, claimed.Date) is not { } ladder)
        {
            yield break;
        }

        foreach (var step in facts.Decisions.OfType<StepUp>().Where(step => step.Product == product.Id && step.On <= claimed.Date))
        {
            var (rung, _) = Highest(product, ladder, claimed.Date, step);
            if (
                rung >= 0
                && (
                    taken.Frequency > ladder[rung]
                    || taken.ContactSeconds > ladder.Rungs[rung].ContactSeconds
                    || taken.Level > ladder.Rungs[rung].Level
                )
            )
            {
                yield return (step.On, product.Id, true);
            }
        }
    }

    /// <summary>
    /// Most units of a booster: 4 at first, one more after each use that was told to sting under 2, one less after a reaction; under 0 once
    /// it was not borne at 2.
    /// </summary>
    public int MostUnits(Product product, StartActive start)
    {
        var units = 4;
        var uses = facts
            .Uses.Where(use => use.Product == product.Id && use.Day >= start.On)
            .Select(use => use.Day)
            .Distinct()
            .Order()
            .ToList();
        for (var i = 0; i < uses.Count; i++)
        {
            var told = facts
                .Reports.Where(entry =>
                    entry.Day >= uses[i] && entry.Day <= uses[i].AddDays(7) && (i + 1 == uses.Count || entry.Day < uses[i + 1])
                )
                .ToList();
            if (told.Exists(entry => facts.UsedOn(product.Id, entry.Day) && facts.Strong.Contains(entry)))
            {
                units--;
                if (units < 2)
                {
                    return -1;
                }
            }
            else if (told.Count > 0 && told.Exists(entry => entry.Report.Sting < 2))
            {
                units = Math.Min(5, units + 1);
            }
        }

        return units;
    }

    /// <summary>The rule by which a step up on a day was surely not due, or null.</summary>
    private string? Denied(Product product, Ladder ladder, Frequency held, DateOnly since, DateOnly d)
    {
        var hold = ladder.HoldDays;
        if (facts.Suns.Exists(sun => d >= sun.Before(7) && d <= sun.Until.AddDays(7)))
        {
            return RuleBook.SunNewActive;
        }

        if (facts.Intake.Flags.Any(flag => flag.Kind == FlagKind.DrySpell && flag.Covers(d)))
        {
            return RuleBook.DrySpell;
        }

        if (
            facts.Rules.IsWinter(d)
            && (
                facts.Rules.WinterHold == WinterHold.Everybody
                || facts.Intake.SkinType == SkinType.Dry
                || facts.Intake.Sensitivity >= Sensitivity.Sensitive
            )
        )
        {
            return RuleBook.WinterHold;
        }

        if (product.LightSensitising() != Degree.No && facts.SunscreenLeftOut(d) >= facts.Rules.SunscreenSkipsAsk)
        {
            return RuleBook.SunscreenSkipped;
        }

        if (
            d.DayNumber - since.DayNumber < hold
            || facts.Reports.Exists(entry =>
                facts.DayOf(entry.HappenedAt) < d
                && entry.Day >= since
                && entry.Day > d.AddDays(-hold)
                && Disturbs(entry.Report)
                && facts.UsedOn(product.Id, entry.Day)
            )
        )
        {
            return RuleBook.Hold;
        }

        if (ladder.PerUse)
        {
            return UsesBetween(product.Id, since, d.AddDays(-1)) < 1 ? RuleBook.EnoughUses
                : TookItsLastUse(product, d) ? null
                : RuleBook.PeelTold;
        }

        var told = facts
            .Reports.Where(entry => entry.Asked is null || facts.Strong.Contains(entry))
            .Select(entry => facts.DayOf(entry.HappenedAt))
            .Where(on => on <= d)
            .ToList();
        if (told.Count < 2 || told.Max() < d.AddDays(-7))
        {
            return RuleBook.FewReports;
        }

        if (run.TooSoon.Of(product.Id).Any(use => use.On < d && use.On >= d.AddDays(-7)) || UsedBeyond(product, ladder, held, since, d))
        {
            return RuleBook.OpenQuestion;
        }

        if (
            facts.Treatments.Any(treatment =>
                treatment.On > d
                && !(treatment.RecordedAt is { } written && facts.DayOf(written) > d)
                && AuditCare.Before(treatment, Care.RestrictionKind.Irritants) is > 0 and var before
                && treatment.On.AddDays(-before) > d
                && treatment.On.AddDays(-before) <= d.AddDays(7)
            )
        )
        {
            return RuleBook.BookedSoon;
        }

        var uses = UsesBetween(product.Id, since, d);
        return uses < Math.Max(4, facts.Rules.StepUpUses) ? RuleBook.EnoughUses
            : FewerThanPlanned(uses, held, since, d) ? RuleBook.SeventyPercent
            : null;
    }

    /// <summary>
    /// Whether it was used on more evenings of seven than its rung has, in the week before a day and since the rung is held.
    /// </summary>
    private bool UsedBeyond(Product product, Ladder ladder, Frequency held, DateOnly since, DateOnly d) =>
        !ladder.InTheMorning
        && facts.Uses.Any(use =>
            use.Product == product.Id
            && use.Day < d
            && use.Day >= d.AddDays(-7)
            && use.Day.AddDays(-6) >= since
            && UsesBetween(product.Id, use.Day.AddDays(-6), use.Day) > held.MaxPer7Days()
        );

    /// <summary>A sting of 4, a 3 that lasts, or redness past a day: the hold counts anew.</summary>
    private static bool Disturbs(SkinReport report) =>
        report.Sting >= 4 || (report.Sting >= 3 && report.StingSeconds is null or > 60) || (report.Redness > 0 && report.RednessPast24h);

    /// <summary>Where nothing else kept it off, the rung itself tells how many evenings were planned at least.</summary>
    private bool FewerThanPlanned(int uses, Frequency held, DateOnly since, DateOnly d)
    {
        var alone = facts.Products.Values.Count(product => product.IsRaised() && facts.InUse(product.Id)) == 1;
        var weeks = (d.DayNumber - since.DayNumber) / 7;
        return Quiet && alone && weeks > 0 && uses * 100 < (weeks * held.UsesAWeek() * facts.Rules.StepUpSharePercent) - 200;
    }

    /// <summary>Whether the last use of a kit before a day was told of on a later day, and calmly.</summary>
    private bool TookItsLastUse(Product product, DateOnly day)
    {
        var last = facts.Uses.Where(use => use.Product == product.Id && use.Day < day).Select(use => (DateOnly?)use.Day).Max();
        var told = facts.Reports.Where(entry => last is { } used && entry.Day >= used && entry.Day <= used.AddDays(7)).ToList();
        return told.Exists(entry => facts.DayOf(entry.HappenedAt) > last)
            && told.TrueForAll(entry => entry.Day != last || entry.Report.Sting < 4);
    }

    private bool IsDoubted(StartActive start) =>
        facts
            .Decisions.OfType<StartActive>()
            .Any(said => said.Id == start.Id && said.AlreadyInUse && (!start.AlreadyInUse || said.Rung != start.Rung));

    /// <summary>Days on which a retinoid was used for the first time, of those not in use for long, or was told of.</summary>
    private HashSet<DateOnly> RetinoidBeginnings() =>
        [
            .. facts
                .Products.Values.Where(product =>
                    product.Has(Family.Retinoid) && facts.StartOf(product.Id, DateOnly.MaxValue) is not { AlreadyInUse: true }
                )
                .Select(product =>
                    facts.Uses.Where(use => use.Product == product.Id).Select(use => use.Day).DefaultIfEmpty(DateOnly.MaxValue).Min()
                ),
            .. facts.Told.Where(told => told.Product.Kind == ProductKind.Retinoid).Select(told => told.Day),
        ];

    private int UsesBetween(string product, DateOnly from, DateOnly until) =>
        facts.Uses.Where(use => use.Product == product && use.Day >= from && use.Day <= until).Select(use => use.Day).Distinct().Count();

    private bool WindowEndsBetween(DateOnly after, DateOnly before) =>
        Windows.Exists(window => window.Until >= after && window.Until < before);

    /// <summary>Days on which every active rests anyway, so that a use on them ends no window.</summary>
    private bool KeptOff(DateOnly day) =>
        Windows.Exists(window => day >= window.From && day <= window.Until)
        || facts.Treatments.Any(treatment =>
            day <= treatment.On && day >= treatment.On.AddDays(-AuditCare.Before(treatment, Care.RestrictionKind.Irritants))
        )
        || facts.File.Occasions.Any(occasion => day <= occasion.On && day >= occasion.On.AddDays(-3))
        || facts.Suns.Exists(sun => day >= sun.Before(3) && day <= sun.Until)
        || facts.RedSpans.Any(span => day >= span.From && day <= span.Until)
        || facts.RepairDays.Contains(day)
        || facts.Strong.Any(entry => day > entry.Day && day <= entry.Day.AddDays(facts.Rules.ReactionRestDays));

    /// <summary>Days after treatments and of sunburn or illness, after which an active comes back one rung lower.</summary>
    private List<(DateOnly From, DateOnly Until)> Windows { get; } =
    [
        .. run
            .Facts.Treatments.Where(treatment => AuditCare.After(treatment, Care.RestrictionKind.Irritants) > 0)
            .Select(treatment => (treatment.On, treatment.On.AddDays(AuditCare.After(treatment, Care.RestrictionKind.Irritants)))),
        .. run.Facts.Suns.Where(sun => sun.Burn).Select(sun => (sun.From, sun.Until.AddDays(7))),
        .. run
            .Facts.Intake.Flags.Where(flag =>
                flag.Kind is FlagKind.ColdSoreActive or FlagKind.SkinFlare or FlagKind.Illness
                && flag.From is not null
                && flag.Until is not null
            )
            .Select(flag => (flag.From!.Value, flag.Until!.Value)),
    ];
}
