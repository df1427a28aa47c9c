using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Path;

/// <summary>
/// Checks a path against the safety rules and against uselessness, from today on. Written apart from the planner: an error in one is caught by the other.
/// </summary>
public static class PathAuditor
{
    /// <summary>All breaches, by date; empty when the path is sound.</summary>
    public static IReadOnlyList<Breach> Audit(CaseFile file, HouseRules rules, CarePath path)
    {
        var audit = new PathAudit(new AuditFacts(file, rules), path);
        return [.. audit.Run().Distinct().OrderBy(breach => breach.Date).ThenBy(breach => breach.Rule, StringComparer.Ordinal)];
    }
}

/// <summary>One run of the auditor.</summary>
internal sealed class PathAudit(AuditFacts facts, CarePath path)
{
    private readonly List<Breach> breaches = [];

    public List<Breach> Run()
    {
        foreach (var day in path.Days.Where(day => day.Date >= facts.Today))
        {
            foreach (var moment in new[] { Moment.Morning, Moment.Evening })
            {
                foreach (var step in day[moment].Steps.Where(step => step.Action == StepAction.Apply))
                {
                    if (step.Product is null || !facts.Products.TryGetValue(step.Product, out var product))
                    {
                        breaches.Add(new("path.unknown-product", day.Date, moment, step.Product, "is not on the shelf"));
                        continue;
                    }

                    ProductMayBeUsed(product, day.Date, moment);
                    WeekIsKept(product, day.Date, moment);
                    if (product.IsRaised())
                    {
                        ActiveMayBeUsed(product, step, day, moment);
                    }
                }

                HalfDayIsSound(day, moment);
            }

            SunscreenIsOn(day);
            NothingUnexplained(day);
        }

        breaches.AddRange(new PeelAudit(facts, path).Run());
        OneChangeAtATime();
        ReachesItsFirstRung();
        return breaches;
    }

    private void Report(string rule, DateOnly day, Moment? moment, Product? product, string detail) => breaches.Add(new(rule, day, moment, product?.Id, detail));

    private void ProductMayBeUsed(Product product, DateOnly day, Moment moment)
    {
        var intake = facts.Intake;
        if (facts.File.Shelf.First(item => item.Product.Id == product.Id).State != ShelfState.InUse)
        {
            Report("shelf.parked", day, moment, product, "is parked");
        }

        if (product.Actives.Any(active => active.Substance is Substance.Trichloroacetic or Substance.Phenol or Substance.Resorcinol or Substance.Pyruvic))
        {
            Report(RuleBook.NeverAtHome, day, moment, product, "is never used at home");
        }

        if (product.Actives.Any(active => active.Substance == Substance.Salicylic && active.Percent is > 2))
        {
            Report(RuleBook.SalicylicLimit, day, moment, product, "holds over 2 % salicylic acid");
        }

        var ahas = product.Actives.Where(active => SubstanceTraits.Of(active.Substance).Family == Family.Aha).ToList();
        if (ahas.Count > 0)
        {
            AhaLimits(product, ahas, day, moment);
        }

        if (product.Actives.Any(active => active.Substance == Substance.Salicylic && active.Percent is null))
        {
            Report(RuleBook.UnknownStrength, day, moment, product, "has an unknown percent of salicylic acid");
        }

        if (product.Actives.Any(active => active.Substance == Substance.Hydroquinone))
        {
            Report(RuleBook.ClinicianOnly, day, moment, product, "is only for a clinician to prescribe");
        }

        if (product.Allergens().Any(intake.Allergies.Contains))
        {
            Report(RuleBook.Allergy, day, moment, product, "holds what the client is allergic to");
        }

        var retinoid = product.Has(Family.Retinoid);
        if (retinoid && intake.BirthDate is { } born && born.AddYears(18) > day)
        {
            Report(RuleBook.AgeRetinoid, day, moment, product, "is a retinoid under 18");
        }

        var expecting = intake.Flags.Any(flag => flag.Kind is FlagKind.Pregnancy or FlagKind.Breastfeeding && flag.Covers(day));
        if (expecting && (retinoid || product.Has(Family.Hydroquinone) || product.Has(Family.Bha) || (ahas.Count > 0 && !product.Traits.LeaveOn)))
        {
            Report(RuleBook.Pregnancy, day, moment, product, "is not for pregnancy or breastfeeding");
        }

        if (product.Irritancy() == Degree.Yes && intake.Flags.Any(flag => flag.Kind == FlagKind.Isotretinoin && (flag.From ?? day) <= day && (flag.Until is null || flag.Until.Value.AddMonths(6) > day)))
        {
            Report(RuleBook.Isotretinoin, day, moment, product, "is an irritant with isotretinoin");
        }

        if (product.Kind is ProductKind.Scrub or ProductKind.ScrubMask && intake.Has(FlagKind.Rosacea, day))
        {
            Report(RuleBook.RosaceaScrub, day, moment, product, "is a scrub on rosacea");
        }
    }

    /// <summary>Devices against the flags that forbid them, and their evening against irritants.</summary>
    private void DevicesAreSafe(List<Product> products, DateOnly date, Moment moment)
    {
        bool Has(params FlagKind[] kinds) => facts.Intake.Flags.Any(flag => kinds.Contains(flag.Kind) && flag.Covers(date));
        foreach (var product in products)
        {
            var current = product.Kind is ProductKind.GalvanicDevice or ProductKind.MicrocurrentDevice or ProductKind.IonCleanser;
            if (current && Has(FlagKind.ImplantedElectronics, FlagKind.HeartRhythm, FlagKind.Epilepsy, FlagKind.MetalInFace, FlagKind.Pregnancy, FlagKind.Breastfeeding))
            {
                Report(RuleBook.ElectricalDevice, date, moment, product, "is an electrical device that a flag forbids");
            }

            if (current && products.Find(other => other.Irritancy() != Degree.No) is { } irritant)
            {
                Report(RuleBook.DeviceEvening, date, moment, irritant, $"shares an evening with {product.Id}");
            }

            if (current && !facts.File.Shelf.Any(item => item.State == ShelfState.InUse && item.Product.Kind == ProductKind.ConductiveGel))
            {
                Report(RuleBook.DeviceGel, date, moment, product, "has no gel of its own");
            }

            if (product.Kind == ProductKind.LightMask && Has(FlagKind.LightSensitiveEyes, FlagKind.PhotosensitisingMedicine, FlagKind.Epilepsy))
            {
                Report(RuleBook.LightMask, date, moment, product, "is a light mask that a flag forbids");
            }

            if (product.Kind is ProductKind.FacialSteamer or ProductKind.WarmColdPlate && Has(FlagKind.Rosacea))
            {
                Report(RuleBook.HeatDevice, date, moment, product, "brings heat to rosacea");
            }

            if ((current || product.Kind is ProductKind.FacialSteamer or ProductKind.WarmColdPlate or ProductKind.LightMask or ProductKind.UltrasonicBlade or ProductKind.CleansingBrush)
                && facts.Intake.Flags.Any(flag => flag.Kind == FlagKind.RecentFiller && flag.From is { } from && date >= from && date <= (flag.Until ?? from).AddDays(14)))
            {
                Report(RuleBook.RecentFiller, date, moment, product, "is used over fresh filler");
            }
        }
    }

    private void AhaLimits(Product product, List<Active> ahas, DateOnly day, Moment moment)
    {
        if (product.Ph is null || ahas.Exists(active => active.Percent is null))
        {
            Report(RuleBook.UnknownStrength, day, moment, product, "has an unknown percent or pH");
            return;
        }

        var percent = ahas.Sum(active => active.Percent!.Value);
        if (percent > 30)
        {
            Report(RuleBook.AhaLimit, day, moment, product, $"holds {percent} % AHA");
        }

        if (product.Ph < 3.0m)
        {
            Report(RuleBook.AhaPh, day, moment, product, $"has pH {product.Ph}");
        }

        if (product.Traits.LeaveOn && percent > (ahas.TrueForAll(active => active.Substance == Substance.Mandelic) ? 15 : 10))
        {
            Report(RuleBook.LeaveOnStrength, day, moment, product, $"stays on with {percent} % AHA");
        }

        if (product.Traits.LeaveOn && product.Ph < 3.5m)
        {
            Report(RuleBook.LeaveOnPh, day, moment, product, $"stays on at pH {product.Ph}");
        }
    }

    /// <summary>The week agreed last, by the day it came into force and then by when it was written down.</summary>
    private ShapeWeek? WeekOn(DateOnly day) => facts.Decisions.OfType<ShapeWeek>().Where(shape => shape.On <= day)
        .OrderBy(shape => shape.On).ThenBy(shape => shape.RecordedAt ?? DateTimeOffset.MinValue).ThenBy(shape => shape.Id, StringComparer.Ordinal).LastOrDefault();

    /// <summary>The client's own wishes leave a product no day of the week.</summary>
    private bool WishedAway(Product product, DateOnly day) => WeekOn(day) is { } week
        && Enum.GetValues<DayOfWeek>().All(weekday => week.RestEvenings.Contains(weekday) || week.Never.Any(never => never.Product == product.Id && never.Days.Contains(weekday)));

    private void WeekIsKept(Product product, DateOnly day, Moment moment)
    {
        if (WeekOn(day) is not { } week)
        {
            return;
        }

        if (moment == Moment.Evening && (product.IsRaised() || product.Exfoliates()) && week.RestEvenings.Contains(day.DayOfWeek))
        {
            Report(RuleBook.RestEvening, day, moment, product, "falls on a rest evening");
        }

        if (week.Never.Any(never => never.Product == product.Id && never.Days.Contains(day.DayOfWeek)) && Ladder.For(product, facts.Intake, facts.Rules) is not null)
        {
            Report(RuleBook.NeverOnDay, day, moment, product, $"is never used on a {day.DayOfWeek}");
        }
    }

    private void ActiveMayBeUsed(Product product, Step step, DayPath day, Moment moment)
    {
        var date = day.Date;
        if (facts.StartOf(product.Id, date) is not { } start || facts.Decisions.OfType<StopActive>().Any(stop => stop.Product == product.Id && stop.On >= start.On && stop.On <= date))
        {
            Report(RuleBook.NotStarted, date, moment, product, "was not started");
            return;
        }

        if (facts.RedSpans().Any(span => date >= span.From && date <= span.Until))
        {
            Report(RuleBook.RedPause, date, moment, product, "falls on a pause that nobody cleared");
        }

        if (facts.RepairDays().Contains(date))
        {
            Report(RuleBook.RepairTonight, date, moment, product, "falls on a repair day");
        }

        foreach (var entry in facts.Reports.Where(entry => facts.UsedOn(product.Id, entry.Day) && (facts.IsAmber(entry) || facts.IsRed(entry))))
        {
            if (date > entry.Day && date <= entry.Day.AddDays(7))
            {
                Report(RuleBook.Skip7, date, moment, product, $"is within 7 days of the reaction on {entry.Day:yyyy-MM-dd}");
            }

            if (AuditFacts.IsMedical(entry) && date > entry.Day && start.On <= entry.Day)
            {
                Report(RuleBook.StoppedMedical, date, moment, product, "was stopped after medical signs");
            }
        }

        StrengthIsRaisedSlowly(product, date, moment);
        BoosterStandsAlone(product, start, step, date, moment);
        WindowsAreKept(product, step, date, moment);
        PatchWasTested(product, start, date, moment);
        RungIsHeld(product, step, date, moment);
    }

    /// <summary>One strength of an acid at a time, and the stronger only after the milder was held calm.</summary>
    private void StrengthIsRaisedSlowly(Product product, DateOnly date, Moment moment)
    {
        bool Same(Product other) => other.Id != product.Id && other.Traits.LeaveOn && product.Traits.LeaveOn && other.IsAcid() && other.Actives.Count == 1 && product.Actives.Count == 1
            && other.Actives[0].Substance == product.Actives[0].Substance && facts.InPlan(other.Id, date);
        foreach (var other in facts.Products.Values.Where(Same))
        {
            var boosts = facts.StartOf(other.Id, date)?.BoosterFor is not null;
            var (mine, its) = (product.Actives[0].Percent, other.Actives[0].Percent);
            if (its > mine && !boosts && UseDays(other.Id, facts.Today, date.AddDays(-1)).Exists(day => day > facts.Today))
            {
                Report(RuleBook.Replaced, date, moment, product, $"is used although {other.Id} has taken its place");
            }

            var first = UseDays(product.Id, facts.StartOf(product.Id, date)!.On, date);
            if (its < mine && first.Count > 0 && first[0] == date && facts.StartOf(product.Id, date) is { AlreadyInUse: false })
            {
                var from = date.AddDays(-facts.Rules.StrengthHoldDays);
                if (facts.StartOf(other.Id, date)!.On > from || facts.Reports.Exists(entry => entry.Day >= from && entry.Report.Sting >= 4 && facts.UsedOn(other.Id, entry.Day)))
                {
                    Report(RuleBook.StrengthHold, date, moment, product, $"begins before {other.Id} was held calm for {facts.Rules.StrengthHoldDays} days");
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
            if (UseDays(other.Id, date.AddDays(-near), date.AddDays(near)).FirstOrDefault(day => day >= facts.Today) is var day && day != default)
            {
                Report(RuleBook.BoosterEvening, date, moment, other, $"is used on {day:yyyy-MM-dd}, next to the booster");
            }
        }

        if (!facts.InPlan(serum, date) || facts.StartOf(serum, date) is null)
        {
            Report(RuleBook.BoosterNeedsSerum, date, moment, product, $"takes the place of {serum}, which is not in use");
        }

        var before = facts.Uses.Exists(use => use.Product == product.Id && use.Day >= start.On && use.Day < date);
        if (step.Amount is not { } amount || amount.Count > (before ? 5 : 4))
        {
            Report(RuleBook.BoosterEvening, date, moment, product, "is more than a booster's units");
        }
    }

    private void WindowsAreKept(Product product, Step step, DateOnly date, Moment moment)
    {
        foreach (var flag in facts.Intake.Flags)
        {
            if (flag.Kind is FlagKind.ColdSoreActive or FlagKind.SkinFlare && flag.Covers(date))
            {
                Report(RuleBook.FlagRepair, date, moment, product, "falls on a repair routine");
            }

            if (flag.Kind == FlagKind.Illness && flag.From is not null && flag.Covers(date))
            {
                Report(RuleBook.Illness, date, moment, product, "falls on an illness");
            }

            if (flag.Kind == FlagKind.Sunburn && flag.From is { } burned && date >= burned && date <= (flag.Until ?? burned).AddDays(7))
            {
                Report(RuleBook.Sunburn, date, moment, product, "falls on sunburn");
            }

            if (flag.Kind == FlagKind.StrongSun && flag.From is { } sun && product.LightSensitising() != Degree.No && date >= sun.AddDays(-3) && date <= (flag.Until ?? sun))
            {
                Report(RuleBook.StrongSun, date, moment, product, "falls on strong sun");
            }

            var covered = flag.Kind is FlagKind.OpenSkin or FlagKind.EczemaProneZone ? flag.Covers(date)
                : flag.Kind == FlagKind.HairRemoval && (product.IsAcid() || product.Has(Family.Retinoid)) && flag.From is { } waxed && Math.Abs(date.DayNumber - waxed.DayNumber) <= 3;
            if (covered && flag.Zones.Count == 0)
            {
                Report(RuleBook.ZoneUnknown, date, moment, product, "is used although a zone to leave out is not named");
            }
            else if (covered && flag.Zones.Any(zone => !step.LeaveOut.Contains(zone)))
            {
                Report(RuleBook.ZoneLeftOut, date, moment, product, "does not leave out a zone");
            }
        }

        foreach (var treatment in facts.File.Treatments)
        {
            var times = TreatmentTimes.Of(treatment.Kind);
            if (date < treatment.On && date.AddDays(times.BeforeDays) >= treatment.On)
            {
                Report(RuleBook.TreatmentBefore, date, moment, product, $"is too near before the {times.Title}");
            }

            if (date >= treatment.On && date <= treatment.On.AddDays(times.AfterDays))
            {
                Report(RuleBook.TreatmentAfter, date, moment, product, $"is too near after the {times.Title}");
            }
        }

        if (facts.File.Occasions.Any(occasion => date <= occasion.On && date.AddDays(3) >= occasion.On))
        {
            Report(RuleBook.Occasion, date, moment, product, "is in the 3 days before an occasion");
        }
    }

    private void PatchWasTested(Product product, StartActive start, DateOnly date, Moment moment)
    {
        if (start.AlreadyInUse || !product.Actives.Any(active => FamilyTraits.Of(active.Family).Irritant != Degree.No))
        {
            return;
        }

        var put = facts.Entries<PatchApplied>().Where(entry => entry.Product == product.Id && facts.DayOf(entry.HappenedAt) >= start.On).ToList();
        var readings = facts.Entries<PatchRead>().Where(entry => entry.Product == product.Id && put.Exists(on => entry.HappenedAt > on.HappenedAt)).ToList();
        if (readings.Exists(entry => !entry.Clear))
        {
            Report(RuleBook.PatchReaction, date, moment, product, "reacted in its patch test");
            return;
        }

        var clear = readings.Exists(entry => put.Exists(on => entry.HappenedAt - on.HappenedAt >= TimeSpan.FromHours(48)));
        if (clear)
        {
            return;
        }

        var planned = date > facts.Today
            && (put.Exists(on => facts.DayOf(on.HappenedAt).AddDays(3) <= date)
                || path.Days.Any(day => day.Date.AddDays(3) <= date && day.Date >= facts.Today && day.Evening.Steps.Any(step => step.Action == StepAction.PatchTest && step.Product == product.Id)));
        if (!planned)
        {
            Report(RuleBook.PatchFirst, date, moment, product, "has no patch test read clear at 48 h");
        }
    }

    private void RungIsHeld(Product product, Step step, DateOnly date, Moment moment)
    {
        if (facts.LadderOf(product, date) is not { } ladder)
        {
            return;
        }

        var highest = facts.HighestRung(product, ladder, date, UseDays(product.Id, DateOnly.MinValue, date));
        var frequency = step.Frequency ?? Frequency.EveryDay;
        if (highest < 0)
        {
            Report(RuleBook.StoppedAtEntry, date, moment, product, "had a strong reaction on its entry rung");
        }
        else if (step.ContactSeconds > ladder.Rungs[highest].ContactSeconds || step.Layers > ladder.Rungs[highest].Layers)
        {
            Report(RuleBook.Rung, date, moment, product, $"stays on for {step.ContactSeconds} s where {ladder.Rungs[highest].ContactSeconds} s is the highest rung");
        }
        else if (frequency > ladder[highest])
        {
            Report(RuleBook.Rung, date, moment, product, $"claims {frequency} where {ladder[highest]} is the highest rung");
        }

        var days = UseDays(product.Id, date.AddDays(-6), date);
        if (days.Count > frequency.MaxPer7Days())
        {
            Report(RuleBook.RungFrequency, date, moment, product, $"is used {days.Count} times in 7 days");
        }

        var before = days.Where(day => day < date).Select(day => (DateOnly?)day).Max();
        if (before is { } last && date.DayNumber - last.DayNumber < frequency.MinGapDays())
        {
            Report(RuleBook.RungFrequency, date, moment, product, $"comes {date.DayNumber - last.DayNumber} days after the last use");
        }

        GapIsKept(product, ladder, frequency, date, moment);
    }

    private void GapIsKept(Product product, Ladder ladder, Frequency frequency, DateOnly date, Moment moment)
    {
        var last = facts.Uses.Where(use => use.Product == product.Id).Select(use => (DateOnly?)use.Day).Max();
        var quiet = facts.Reports.Count == 0 && facts.File.Treatments.Count == 0 && facts.File.Occasions.Count == 0 && facts.Intake.Flags.Count == 0;
        if (last is { } used && quiet && HasSunscreen(facts.Today) && !facts.SunscreenRanOut && used.AddDays(28) <= facts.Today && facts.StartOf(product.Id, date)!.On <= used
            && !facts.Decisions.OfType<StepUp>().Any(step => step.Product == product.Id && step.On > used) && frequency > ladder[ladder.StartRung])
        {
            Report(RuleBook.Gap, date, moment, product, $"was last used on {used:yyyy-MM-dd} and did not go back to its start");
        }
    }

    private void HalfDayIsSound(DayPath day, Moment moment)
    {
        var steps = day[moment].Steps;
        var applied = steps.Where(step => step.Action == StepAction.Apply && step.Product is not null && facts.Products.ContainsKey(step.Product)).ToList();
        var products = applied.ConvertAll(step => facts.Products[step.Product!]);
        if (steps.Count > 0 && steps.First(step => step.Action != StepAction.ReadPatch).Action != StepAction.WashHands)
        {
            Report(RuleBook.Hands, day.Date, moment, null, "does not begin with clean hands");
        }

        var sunscreen = applied.FindIndex(step => step.Slot == RoutineSlot.Sunscreen);
        if (sunscreen >= 0 && sunscreen != applied.Count - 1)
        {
            Report("routine.sunscreen-last", day.Date, moment, products[sunscreen], "is not last");
        }

        var stays = applied.FindIndex(step => facts.Products[step.Product!].Traits.LeaveOn);
        if (stays >= 0 && applied.FindLastIndex(step => !facts.Products[step.Product!].Traits.LeaveOn && step.Slot != RoutineSlot.LateMask) > stays)
        {
            Report("routine.rinse-first", day.Date, moment, products[stays], "would be rinsed off again");
        }

        AcidsGoOnDrySkin(steps, day.Date, moment);

        Pairs(products, day.Date, moment);
        DevicesAreSafe(products, day.Date, moment);
        Exfoliation(products, day.Date, moment);
    }

    /// <summary>Walks the half day: water, rinsing and watery toner wet the skin, drying fully ends it.</summary>
    private void AcidsGoOnDrySkin(IReadOnlyList<Step> steps, DateOnly date, Moment moment)
    {
        var wet = false;
        foreach (var step in steps)
        {
            var product = step.Product is not null && facts.Products.TryGetValue(step.Product, out var found) ? found : null;
            if (step.Action == StepAction.Apply && product is not null && product.Traits.LeaveOn && product.IsAcid() && (wet || step.SkinState != SkinState.Dry))
            {
                Report(RuleBook.DryBeforeAcid, date, moment, product, "goes on skin that is not dry");
            }

            wet = step.Action switch
            {
                StepAction.Water => true,
                StepAction.Dry => step.SkinState != SkinState.Dry,
                StepAction.Apply when product is not null => product.Traits.Removal is Removal.Rinse or Removal.WarmFlannel or Removal.DampPad or Removal.SoakedChamois || (product.Kind == ProductKind.CalmingToner && !product.IsAcid())
                    || (wet && !product.Traits.LeaveOn),
                _ => wet,
            };
        }
    }

    private void Pairs(List<Product> products, DateOnly date, Moment moment)
    {
        var actives = products.Where(product => product.IsRaised()).ToList();
        for (var i = 0; i < actives.Count; i++)
        {
            for (var j = i + 1; j < actives.Count; j++)
            {
                var (a, b) = (actives[i], actives[j]);
                if (!facts.Established(a, date) || !facts.Established(b, date))
                {
                    Report(RuleBook.TwoActives, date, moment, a, $"shares the {moment} with {b.Id}, and not both are established");
                }

                if ((a.Has(Family.BenzoylPeroxide) && b.Has(Family.Retinoid)) || (b.Has(Family.BenzoylPeroxide) && a.Has(Family.Retinoid)))
                {
                    Report(RuleBook.PeroxideWithRetinoid, date, moment, a, $"meets {b.Id}");
                }

                var mildAfterBlade = (a.Kind == ProductKind.UltrasonicBlade) != (b.Kind == ProductKind.UltrasonicBlade) && !(a.Traits.ByHand && b.Traits.ByHand)
                    && !a.Has(Family.Retinoid) && !b.Has(Family.Retinoid) && facts.Established(a, date) && facts.Established(b, date);
                bool Rubs(Product one, Product other) => one.Traits.ByHand && (other.IsAcid() || other.Has(Family.Retinoid) || other.Traits.ByHand);
                if (!mildAfterBlade && (Rubs(a, b) || Rubs(b, a)))
                {
                    Report(RuleBook.ByHandAlone, date, moment, a, $"meets {b.Id}");
                }
            }
        }

        if (products.Exists(product => product.Kind is ProductKind.ClayMask or ProductKind.SoothingMask or ProductKind.HydratingMask)
            && actives.Find(product => product.IsAcid() && product.Traits.LeaveOn && !facts.Established(product, date)) is { } acid)
        {
            Report(RuleBook.MaskWithAcid, date, moment, acid, "is on a mask evening");
        }
    }

    private void Exfoliation(List<Product> products, DateOnly date, Moment moment)
    {
        var exfoliants = products.Where(product => product.Exfoliates()).ToList();
        if (exfoliants.Count > 2 || exfoliants.Count(product => product.Irritancy() == Degree.Yes) > 1)
        {
            Report(RuleBook.TwoExfoliants, date, moment, exfoliants[0], "is one exfoliant too many");
        }

        foreach (var product in exfoliants)
        {
            var established = facts.Established(product, date);
            var step = path.On(date)![moment].Steps.First(step => step.Product == product.Id && step.Action == StepAction.Apply);
            if (moment == Moment.Evening && product.IsAcid() && !established && step.Frequency < Frequency.EveryOther && AcidOn(date.AddDays(-1)))
            {
                Report(RuleBook.NoTwoAcidEvenings, date, moment, product, "is the second acid evening running");
            }

            var allowance = established ? 7 : Math.Max(3, HighestExfoliantRung(date).MaxPer7Days());
            var count = facts.Products.Values.Where(other => other.Exfoliates()).Sum(other => UseDays(other.Id, date.AddDays(-6), date).Count);
            if (count > allowance)
            {
                Report(RuleBook.ExfoliationBudget, date, moment, product, $"makes {count} exfoliating uses in 7 days");
            }

            foreach (var (name, plays, most) in RoleLimits.Where(role => role.Plays(product)))
            {
                var inRole = facts.Products.Values.Where(plays).Sum(other => UseDays(other.Id, date.AddDays(-6), date).Count);
                if (inRole > most)
                {
                    Report(RuleBook.ExfoliationBudget, date, moment, product, $"makes {inRole} uses as {name} in 7 days");
                }
            }
        }
    }

    private static readonly (string Name, Func<Product, bool> Plays, int Most)[] RoleLimits =
    [
        ("scrub", product => product.Kind is ProductKind.Scrub or ProductKind.ScrubMask, 2),
        ("scrub mask", product => product.Kind == ProductKind.ScrubMask, 1),
        ("razor", product => product.Kind == ProductKind.Razor, 1),
        ("ultrasonic blade", product => product.Kind == ProductKind.UltrasonicBlade, 1),
        ("peel pad", product => product.Kind == ProductKind.PeelPad, 3),
        ("enzyme", product => product.Kind == ProductKind.Enzyme || product.Families().Contains(Family.Enzyme), 2),
        ("acid cleanser", product => product.Kind == ProductKind.ExfoliatingCleanser || (product.Traits.Removal != Removal.None && product.IsAcid()
            && product.Kind is ProductKind.GelCleanser or ProductKind.FoamCleanser or ProductKind.CreamCleanser or ProductKind.OilCleanser or ProductKind.BalmCleanser or ProductKind.EyeMakeUpRemover), 2),
    ];

    private Frequency HighestExfoliantRung(DateOnly date)
    {
        var highest = Frequency.OnceAWeek;
        foreach (var product in facts.Products.Values.Where(product => product.Exfoliates()))
        {
            if (facts.LadderOf(product, date) is { } ladder && facts.HighestRung(product, ladder, date, UseDays(product.Id, DateOnly.MinValue, date)) is >= 0 and var rung && ladder[rung] > highest)
            {
                highest = ladder[rung];
            }
        }

        return highest < Frequency.EveryOther ? Frequency.OnceAWeek : highest;
    }

    private bool AcidOn(DateOnly date) =>
        facts.Products.Values.Any(product => product.IsAcid() && (date < facts.Today
            ? facts.Uses.Exists(use => use.Product == product.Id && use.Day == date && use.Moment == Moment.Evening)
            : path.On(date)?.Evening.Steps.Any(step => step.Product == product.Id && step.Action == StepAction.Apply) == true));

    private bool HasSunscreen(DateOnly date)
    {
        var peeled = facts.Products.Values.Any(kit => kit.Kind == ProductKind.WashOffPeel && UseDays(kit.Id, date.AddDays(AuditFacts.IsWeakKit(kit) ? -7 : -14), date).Count > 0);
        var spf = peeled || facts.File.Treatments.Any(treatment => date >= treatment.On && date <= treatment.On.AddDays(TreatmentTimes.Of(treatment.Kind).SunDays)) ? 50 : facts.Rules.EverydaySpf;
        return facts.File.Shelf.Any(item => item.State == ShelfState.InUse && facts.Products[item.Product.Id].IsUsableSunscreen(spf, date) && !item.Product.Allergens().Any(facts.Intake.Allergies.Contains));
    }

    private void SunscreenIsOn(DayPath day)
    {
        var sensitising = day.Morning.Steps.Concat(day.Evening.Steps)
            .Where(step => step.Action == StepAction.Apply && step.Product is not null && facts.Products.TryGetValue(step.Product, out var product) && product.LightSensitising() != Degree.No)
            .Select(step => facts.Products[step.Product!]).FirstOrDefault();
        if (sensitising is not null && !HasSunscreen(day.Date))
        {
            Report(RuleBook.SunscreenRequired, day.Date, null, sensitising, "is light-sensitising and there is no usable sunscreen");
        }

        var recent = facts.Products.Values.FirstOrDefault(product => product.LightSensitising() != Degree.No && UseDays(product.Id, day.Date.AddDays(-7), day.Date).Count > 0);
        if (recent is not null && HasSunscreen(day.Date) && !day.Morning.Steps.Any(step => step.Slot == RoutineSlot.Sunscreen))
        {
            Report(RuleBook.SunscreenMorning, day.Date, Moment.Morning, recent, "was used within 7 days and the morning has no sunscreen");
        }
    }

    /// <summary>Days a product is used: by the log before today, by the path from today on.</summary>
    private List<DateOnly> UseDays(string product, DateOnly from, DateOnly until)
    {
        var days = new SortedSet<DateOnly>(facts.Uses.Where(use => use.Product == product && use.Day >= from && use.Day <= until).Select(use => use.Day));
        for (var date = from < facts.Today ? facts.Today : from; date <= until; date = date.AddDays(1))
        {
            if (path.On(date) is { } day && day.Morning.Steps.Concat(day.Evening.Steps).Any(step => step.Product == product && step.Action == StepAction.Apply))
            {
                days.Add(date);
            }
        }

        return [.. days];
    }

    private void OneChangeAtATime()
    {
        var changes = new List<(DateOnly Day, string Product)>();
        foreach (var product in facts.Products.Values.Where(product => product.IsRaised()))
        {
            if (path.Days.Count == 0 || facts.StartOf(product.Id, path.Days[^1].Date) is not { AlreadyInUse: false } start)
            {
                continue;
            }

            var first = UseDays(product.Id, start.On, path.Days[^1].Date);
            if (first.Count > 0)
            {
                changes.Add((first[0], product.Id));
            }
        }

        changes.Sort();
        for (var i = 1; i < changes.Count; i++)
        {
            if (changes[i].Day >= facts.Today && changes[i].Day.DayNumber - changes[i - 1].Day.DayNumber < facts.Rules.ChangeSpacingDays)
            {
                breaches.Add(new(RuleBook.ChangeSpacing, changes[i].Day, null, changes[i].Product, $"starts {changes[i].Day.DayNumber - changes[i - 1].Day.DayNumber} days after {changes[i - 1].Product}"));
            }
        }
    }

    /// <summary>Every product in use is in a step or left out with a known rule.</summary>
    private void NothingUnexplained(DayPath day)
    {
        foreach (var item in facts.File.Shelf.Where(item => item.State == ShelfState.InUse))
        {
            var used = day.Morning.Steps.Concat(day.Evening.Steps).Any(step => step.Product == item.Product.Id);
            var reason = day.Morning.Omitted.Concat(day.Evening.Omitted).Any(omission => omission.Product == item.Product.Id && RuleBook.Find(omission.Because.Rule) is not null);
            if (!used && !reason)
            {
                Report("live.unexplained", day.Date, null, item.Product, "is neither used nor left out with a reason");
            }
        }

        foreach (var step in day.Morning.Steps.Concat(day.Evening.Steps).Where(step => step.Because.Count == 0))
        {
            breaches.Add(new("live.no-reason", day.Date, null, step.Product, $"the step {step.Key} has no reason"));
        }
    }

    /// <summary>In an unflagged case a single requested active reaches its first use within its patch test plus 7 days, a weak kit within the 4 steady weeks plus 7.</summary>
    private void ReachesItsFirstRung()
    {
        var plain = facts.Intake.Flags.Count == 0 && facts.Reports.Count == 0 && facts.File.Treatments.Count == 0 && facts.File.Occasions.Count == 0 && path.Days.Count > 0;
        var requested = facts.Decisions.OfType<StartActive>().ToList();
        if (!plain || requested.Count != 1 || facts.Decisions.Exists(decision => decision is StopActive) || facts.File.Log.Count > 0)
        {
            return;
        }

        var product = facts.Products[requested[0].Product];
        var from = requested[0].On > facts.Today ? requested[0].On : facts.Today;
        var kit = product.Kind == ProductKind.WashOffPeel;
        var until = from.AddDays((kit ? 28 : 3) + 7);
        if (path.Days[0].Date > facts.Today || path.Days[^1].Date < until || WishedAway(product, until) || facts.File.Shelf.First(item => item.Product.Id == product.Id).State != ShelfState.InUse
            || Suitability.Judge(product, facts.Intake, from).Any(verdict => verdict.Refuses) || !Enumerable.Range(0, 14).All(ahead => HasSunscreen(from.AddDays(ahead)))
            || (product.Traits.Use is KindUse.Session or KindUse.OnHand && !kit)
            || (kit && (facts.Rules.HomePeels == HomePeels.SalonOnly || KitClass.Of(product)!.Strength != KitStrength.Weak || requested[0].FirstOn is not null
                || !facts.Products.Values.Any(other => other.IsUsableSunscreen(50, until.AddDays(1)) && facts.InUse(other.Id)))))
        {
            return;
        }

        if (UseDays(product.Id, from, until).Count == 0)
        {
            Report("live.first-rung", until, null, product, "was asked for and does not begin");
        }
    }
}
