using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>Starts, patch tests, reactions, rungs and what stands between two changes.</summary>
internal sealed class RampAudit
{
    private readonly AuditRun run;
    private readonly AuditFacts facts;
    private readonly RungAudit rungs;

    public RampAudit(AuditRun run)
    {
        this.run = run;
        facts = run.Facts;
        rungs = new(run);
    }

    public void MayBeUsed(Product product, Step step, DateOnly date, Moment moment)
    {
        if (facts.StartOf(product.Id, date) is not { } start || facts.IsStopped(start, date))
        {
            run.Report(RuleBook.NotStarted, date, moment, product, "was not started");
            return;
        }

        ReactionsAreKept(product, start, date, moment);
        StrengthIsRaisedSlowly(product, date, moment);
        BoosterStandsAlone(product, start, step, date, moment);
        PatchWasTested(product, start, date, moment);
        FirstUseIsAllowed(product, start, date, moment);
        RungIsHeld(product, step, date, moment);
    }

    private void ReactionsAreKept(Product product, StartActive start, DateOnly date, Moment moment)
    {
        foreach (var span in facts.RedSpans.Where(span => date >= span.From && date <= span.Until))
        {
            run.Report(
                span.Medical ? RuleBook.MedicalPause : RuleBook.RedPause,
                date,
                moment,
                product,
                "falls on a pause that nobody cleared"
            );
        }

        if (facts.RepairDays.Contains(date))
        {
            run.Report(RuleBook.RepairTonight, date, moment, product, "falls on a repair day");
        }

        foreach (var entry in facts.Strong.Where(entry => facts.UsedOn(product.Id, entry.Day)))
        {
            if (date > entry.Day && date <= entry.Day.AddDays(facts.Rules.ReactionRestDays))
            {
                run.Report(
                    RuleBook.Skip7,
                    date,
                    moment,
                    product,
                    $"is within {facts.Rules.ReactionRestDays} days of the reaction on {entry.Day:yyyy-MM-dd}"
                );
            }

            if (AuditFacts.IsMedical(entry) && date > entry.Day && start.On <= entry.Day)
            {
                run.Report(RuleBook.StoppedMedical, date, moment, product, "was stopped after medical signs");
            }
        }
    }

    /// <summary>One strength of an acid at a time, and the stronger only after the milder was held calm.</summary>
    private void StrengthIsRaisedSlowly(Product product, DateOnly date, Moment moment)
    {
        bool Same(Product other) =>
            other.Id != product.Id
            && other.Traits.Use == KindUse.Daily
            && product.Traits.Use == KindUse.Daily
            && other.Traits.LeaveOn
            && product.Traits.LeaveOn
            && other.IsAcid()
            && other.Actives.Count == 1
            && product.Actives.Count == 1
            && other.Actives[0].Substance == product.Actives[0].Substance
            && facts.InPlan(other.Id, date);
        foreach (var other in facts.Products.Values.Where(Same))
        {
            var boosts = facts.StartOf(other.Id, date)?.BoosterFor is not null;
            var (mine, its) = (product.Actives[0].Percent, other.Actives[0].Percent);
            if (its > mine && !boosts && run.UseDays(other.Id, facts.Today, date.AddDays(-1)).Exists(day => day > facts.Today))
            {
                run.Report(RuleBook.Replaced, date, moment, product, $"is used although {other.Id} has taken its place");
            }

            var first = run.UseDays(product.Id, facts.StartOf(product.Id, date)!.On, date);
            if (its < mine && first.Count > 0 && first[0] == date && facts.StartOf(product.Id, date) is { AlreadyInUse: false })
            {
                var from = date.AddDays(-facts.Rules.StrengthHoldDays);
                if (
                    facts.StartOf(other.Id, date)!.On > from
                    || facts.Reports.Exists(entry => entry.Day >= from && entry.Report.Sting >= 4 && facts.UsedOn(other.Id, entry.Day))
                )
                {
                    run.Report(
                        RuleBook.StrengthHold,
                        date,
                        moment,
                        product,
                        $"begins before {other.Id} was held calm for {facts.Rules.StrengthHoldDays} days"
                    );
                }
            }
        }
    }

    /// <summary>A booster has its evening, and the days on both sides, to itself; its own serum gives way for one evening.</summary>
    private void BoosterStandsAlone(Product product, StartActive start, Step step, DateOnly date, Moment moment)
    {
        if (start.BoosterFor is not { } serum)
        {
            return;
        }

        foreach (var other in facts.Products.Values.Where(other => other.Id != product.Id && other.IsRaised()))
        {
            var near = other.Id == serum ? 0 : 1;
            if (
                run.UseDays(other.Id, date.AddDays(-near), date.AddDays(near)).FirstOrDefault(day => day >= facts.Today) is var day
                && day != default
            )
            {
                run.Report(RuleBook.BoosterEvening, date, moment, other, $"is used on {day:yyyy-MM-dd}, next to the booster");
            }
        }

        if (!facts.InPlan(serum, date) || facts.StartOf(serum, date) is null)
        {
            run.Report(RuleBook.BoosterNeedsSerum, date, moment, product, $"takes the place of {serum}, which is not in use");
        }

        var units = rungs.MostUnits(product, start);
        if (units < 0)
        {
            run.Report(RuleBook.StoppedAtEntry, date, moment, product, "was not borne at its fewest units");
        }
        else if (step.Amount is not { } amount || amount.Count > units)
        {
            run.Report(RuleBook.BoosterEvening, date, moment, product, $"is more than the {units} units it has come to");
        }
    }

    /// <summary>A clear reading 48 h or more after a patch test of this start, of this make, and of no time before a stop.</summary>
    private void PatchWasTested(Product product, StartActive start, DateOnly date, Moment moment)
    {
        if (
            start.AlreadyInUse
            || !product.Families().Any(family => family != Family.ByHand && FamilyTraits.Of(family).Irritant != Degree.No)
        )
        {
            return;
        }

        var from = start.On.AddDays(-60);
        from = facts.ChangedOn(product.Id) is { } changed && changed > from ? changed : from;
        var put = facts
            .Entries<PatchApplied>()
            .Where(entry => entry.Product == product.Id && facts.DayOf(entry.HappenedAt) >= from)
            .ToList();
        var readings = facts
            .Entries<PatchRead>()
            .Where(entry => entry.Product == product.Id && put.Exists(on => entry.HappenedAt > on.HappenedAt))
            .ToList();
        var reacted = readings.Where(entry => !entry.Clear && facts.DayOf(entry.HappenedAt) >= start.On).ToList();
        if (reacted.Count > 0)
        {
            run.Report(RuleBook.PatchReaction, date, moment, product, "reacted in its patch test");
            return;
        }

        var clear = readings.Exists(entry =>
            entry.Clear
            && put.Exists(on =>
                entry.HappenedAt - on.HappenedAt >= TimeSpan.FromHours(44)
                && facts.DayOf(entry.HappenedAt) <= facts.DayOf(on.HappenedAt).AddDays(7)
            )
        );
        var planned =
            date > facts.Today
            && (
                put.Exists(on => facts.DayOf(on.HappenedAt).AddDays(3) <= date && facts.DayOf(on.HappenedAt).AddDays(7) >= facts.Today)
                || run.Ahead.Any(day =>
                    day.Date.AddDays(3) <= date
                    && day.Evening.Steps.Any(step => step.Action == StepAction.PatchTest && step.Product == product.Id)
                )
            );
        if (!clear && !planned)
        {
            run.Report(RuleBook.PatchFirst, date, moment, product, "has no patch test read clear at 48 h");
        }
    }

    /// <summary>A first use keeps away from strong sun, and waits while sunscreen is left out.</summary>
    private void FirstUseIsAllowed(Product product, StartActive start, DateOnly date, Moment moment)
    {
        if (
            start.AlreadyInUse
            || run.UseDays(product.Id, start.On, date) is not [var first]
            || first != date
            || product.Kind == ProductKind.WashOffPeel
        )
        {
            return;
        }

        if (facts.Suns.Exists(sun => date >= sun.Before(7) && date <= sun.Until.AddDays(7)))
        {
            run.Report(RuleBook.SunNewActive, date, moment, product, "begins near strong sun");
        }

        if (product.LightSensitising() != Degree.No && facts.SunscreenLeftOut(date) >= facts.Rules.SunscreenSkipsAsk)
        {
            run.Report(RuleBook.SunscreenSkipped, date, moment, product, "begins although sunscreen is left out");
        }
    }

    private void RungIsHeld(Product product, Step step, DateOnly date, Moment moment)
    {
        if (facts.LadderOf(product, date) is not { } ladder)
        {
            return;
        }

        var frequency = step.Frequency ?? Frequency.EveryDay;
        if (facts.StartOf(product.Id, date)?.BoosterFor is null)
        {
            var (highest, rule) = rungs.Highest(product, ladder, date);
            if (highest < 0)
            {
                run.Report(RuleBook.StoppedAtEntry, date, moment, product, "had a strong reaction on its entry rung");
            }
            else if (step.ContactSeconds > ladder.Rungs[highest].ContactSeconds || step.Layers > ladder.Rungs[highest].Layers)
            {
                run.Report(
                    rule,
                    date,
                    moment,
                    product,
                    $"stays on for {step.ContactSeconds} s where {ladder.Rungs[highest].ContactSeconds} s is the highest rung"
                );
            }
            else if (frequency > ladder[highest] || step.Level > ladder.Rungs[highest].Level)
            {
                run.Report(rule, date, moment, product, $"claims {frequency} where {ladder[highest]} is the highest rung");
            }
        }

        var days = run.FamilyDays(product, date.AddDays(-6), date);
        if (days.Count > frequency.MaxPer7Days())
        {
            run.Report(RuleBook.RungFrequency, date, moment, product, $"is used {days.Count} times in 7 days");
        }

        if (
            days.Where(day => day < date).Select(day => (DateOnly?)day).Max() is { } last
            && date.DayNumber - last.DayNumber < frequency.MinGapDays()
        )
        {
            run.Report(RuleBook.RungFrequency, date, moment, product, $"comes {date.DayNumber - last.DayNumber} days after the last use");
        }

        GapIsKept(product, ladder, frequency, date, moment);
    }

    private void GapIsKept(Product product, Ladder ladder, Frequency frequency, DateOnly date, Moment moment)
    {
        var last = facts.Uses.Where(use => use.Product == product.Id).Select(use => (DateOnly?)use.Day).Max();
        if (
            last is { } used
            && rungs.Quiet
            && used.AddDays(28) <= facts.Today
            && facts.StartOf(product.Id, date)!.On <= used
            && !facts.Decisions.OfType<StepUp>().Any(step => step.Product == product.Id && step.On > used)
            && frequency > ladder[ladder.StartRung]
        )
        {
            run.Report(RuleBook.Gap, date, moment, product, $"was last used on {used:yyyy-MM-dd} and did not go back to its start");
        }
    }

    /// <summary>Starts and steps up over all actives keep their distance.</summary>
    public void OneChangeAtATime()
    {
        if (run.Path.Days.Count == 0)
        {
            return;
        }

        var last = run.Path.Days[^1].Date;
        var changes = new List<(DateOnly Day, string Product, bool Step)>();
        foreach (var product in facts.Products.Values.Where(product => product.IsRaised()))
        {
            if (
                facts.StartOf(product.Id, last) is { AlreadyInUse: false } start
                && run.UseDays(product.Id, start.On, last) is [var first, ..]
            )
            {
                changes.Add((first, product.Id, false));
            }
        }

        changes.AddRange(facts.Products.Values.Where(product => product.IsRaised()).SelectMany(rungs.StepsTaken));
        changes.Sort();
        for (var i = 1; i < changes.Count; i++)
        {
            var (before, after) = (changes[i - 1], changes[i]);
            if (
                (after.Day >= facts.Today || (after.Step && before.Product != after.Product && before.Day < after.Day))
                && after.Day.DayNumber - before.Day.DayNumber < facts.Rules.ChangeSpacingDays
            )
            {
                run.Add(
                    new(
                        RuleBook.ChangeSpacing,
                        after.Day < facts.Today ? facts.Today : after.Day,
                        null,
                        after.Product,
                        $"changes on {after.Day:yyyy-MM-dd}, {after.Day.DayNumber - before.Day.DayNumber} days after {before.Product}"
                    )
                );
            }
        }
    }
}
