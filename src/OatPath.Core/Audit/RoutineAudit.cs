using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>Order and skin state of a half day, the client's week, sunscreen, and a reason for everything.</summary>
internal sealed class RoutineAudit(AuditRun run)
{
    private readonly AuditFacts facts = run.Facts;

    public void IsInOrder(IReadOnlyList<Step> steps, DateOnly date, Moment moment)
    {
        var applied = steps
            .Where(step => step.Action == StepAction.Apply && step.Product is not null && facts.Products.ContainsKey(step.Product))
            .ToList();
        var products = applied.ConvertAll(step => facts.Products[step.Product!]);
        if (steps.Count > 0 && steps.First(step => step.Action != StepAction.ReadPatch).Action != StepAction.WashHands)
        {
            run.Report(RuleBook.Hands, date, moment, null, "does not begin with clean hands");
        }

        var sunscreen = applied.FindIndex(step => step.Slot == RoutineSlot.Sunscreen);
        if (sunscreen >= 0 && sunscreen != applied.Count - 1)
        {
            run.Report("routine.sunscreen-last", date, moment, products[sunscreen], "is not last");
        }

        var stays = products.FindIndex(product => product.Traits.LeaveOn && product.MadeFor is null);
        if (
            stays >= 0
            && applied.FindLastIndex(step =>
                !facts.Products[step.Product!].Traits.LeaveOn && step.Slot != RoutineSlot.LateMask && !step.IsOvernight
            ) > stays
        )
        {
            run.Report("routine.rinse-first", date, moment, products[stays], "would be rinsed off again");
        }

        if (applied.Find(step => step.IsOvernight) is { } night)
        {
            StaysOvernight(facts.Products[night.Product!], date, moment);
        }

        AcidsGoOnDrySkin(steps, date, moment);
    }

    /// <summary>Only plain clay stays on spots overnight, where the house and the client's plan have it so.</summary>
    private void StaysOvernight(Product product, DateOnly date, Moment moment)
    {
        if (
            product.Kind != ProductKind.ClayMask
            || product.Irritancy() != Degree.No
            || !facts.Rules.ClayOnSpotsOvernight
            || facts.PlaceOn(product.Id, date) != MaskPlace.Spots
        )
        {
            run.Report("routine.mask-overnight", date, moment, product, "stays on overnight");
        }
    }

    /// <summary>An occlusive balm is no part of every evening on skin that breaks out; after a peel or needles it may be.</summary>
    public void SealsOnlyWhereItSuits(HalfDay half, DateOnly date, Moment moment)
    {
        var rests = half.Repair || half.Steps.Any(step => step.ContactSeconds is not null || step.FineNeedles is not null);
        if (rests || !facts.File.Intake.Concerns.Contains(Concern.Breakouts))
        {
            return;
        }

        foreach (var step in half.Steps.Where(step => step.Kind == ProductKind.OcclusiveBalm && step.Action == StepAction.Apply))
        {
            run.Report(RuleBook.BalmBreaksOut, date, moment, facts.Products[step.Product!], "seals skin that breaks out");
        }
    }

    /// <summary>Walks the half day: water, rinsing and watery toner wet the skin, drying fully ends it.</summary>
    private void AcidsGoOnDrySkin(IReadOnlyList<Step> steps, DateOnly date, Moment moment)
    {
        var wet = false;
        foreach (var step in steps)
        {
            var product = step.Product is not null && facts.Products.TryGetValue(step.Product, out var found) ? found : null;
            if (
                step.Action == StepAction.Apply
                && product is not null
                && product.Traits.LeaveOn
                && product.IsAcid()
                && (wet || step.SkinState != SkinState.Dry)
            )
            {
                run.Report(RuleBook.DryBeforeAcid, date, moment, product, "goes on skin that is not dry");
            }

            wet = step.Action switch
            {
                StepAction.Water => true,
                StepAction.Dry => step.SkinState != SkinState.Dry,
                StepAction.Apply when product is not null => product.Traits.Removal
                    is Removal.Rinse
                        or Removal.WarmFlannel
                        or Removal.DampPad
                        or Removal.SoakedChamois
                    && !step.IsOvernight
                    || (product.Kind == ProductKind.CalmingToner && !product.IsAcid())
                    || (wet && !product.Traits.LeaveOn),
                _ => wet,
            };
        }
    }

    /// <summary>The week agreed last, by the day it came into force and then by when it was written down.</summary>
    private ShapeWeek? WeekOn(DateOnly day) =>
        facts
            .Decisions.OfType<ShapeWeek>()
            .Where(shape => shape.On <= day)
            .OrderBy(shape => shape.On)
            .ThenBy(shape => shape.RecordedAt ?? DateTimeOffset.MinValue)
            .ThenBy(shape => shape.Id, StringComparer.Ordinal)
            .LastOrDefault();

    public void WeekIsKept(Product product, DateOnly day, Moment moment)
    {
        if (WeekOn(day) is not { } week)
        {
            return;
        }

        if (moment == Moment.Evening && (product.IsRaised() || product.Exfoliates()) && week.RestEvenings.Contains(day.DayOfWeek))
        {
            run.Report(RuleBook.RestEvening, day, moment, product, "falls on a rest evening");
        }

        if (
            week.Never.Any(never => never.Product == product.Id && never.Days.Contains(day.DayOfWeek))
            && Ladder.For(product, facts.Intake, facts.Rules) is not null
        )
        {
            run.Report(RuleBook.NeverOnDay, day, moment, product, $"is never used on a {day.DayOfWeek}");
        }
    }

    /// <summary>SPF 50 for as long as a peel or a treatment asks for it, the everyday SPF else.</summary>
    public static int SpfOn(AuditRun run, DateOnly date)
    {
        var peeled = run.Facts.Products.Values.Any(kit =>
            kit.Kind == ProductKind.WashOffPeel
            && run.UseDays(kit.Id, date.AddDays(-14), date).Exists(on => !AuditAtHome.WasWeak(run.Facts, kit, on) || on >= date.AddDays(-7))
        );
        return
            peeled
            || run.Facts.Treatments.Any(treatment =>
                date >= treatment.On && date <= treatment.On.AddDays(Math.Max(0, AuditCare.After(treatment, Care.RestrictionKind.Sun)))
            )
            ? 50
            : run.Facts.Rules.EverydaySpf;
    }

    public static bool HasSunscreen(AuditRun run, DateOnly date, int spf, Func<Product, bool>? like = null) =>
        run.Facts.OnShelf.Any(product =>
            product.IsUsableSunscreen(spf, date)
            && like?.Invoke(product) != false
            && !product.Allergens().Any(run.Facts.Intake.Allergies.Contains)
        );

    public void SunscreenIsOn(DayPath day)
    {
        var steps = day.Morning.Steps.Concat(day.Evening.Steps).Where(step => step.Action == StepAction.Apply).ToList();
        var has = HasSunscreen(run, day.Date, SpfOn(run, day.Date));
        var sensitising = steps
            .Where(step => step.Product is not null && facts.Products.ContainsKey(step.Product))
            .Select(step => facts.Products[step.Product!])
            .FirstOrDefault(product => product.LightSensitising() != Degree.No);
        if (sensitising is not null && !has)
        {
            run.Report(RuleBook.SunscreenRequired, day.Date, null, sensitising, "is light-sensitising and there is no usable sunscreen");
        }

        if (
            day.Morning.Steps.Any(step => step.Slot == RoutineSlot.Sunscreen)
            || facts.Treatments.Any(treatment => CareAudit.IsOpen(treatment, day.Date, Moment.Morning, facts))
        )
        {
            return;
        }

        var recent = facts.Products.Values.FirstOrDefault(product =>
            product.LightSensitising() != Degree.No && run.UseDays(product.Id, day.Date.AddDays(-7), day.Date).Count > 0
        );
        if (recent is not null && has)
        {
            run.Report(
                RuleBook.SunscreenMorning,
                day.Date,
                Moment.Morning,
                recent,
                "was used within 7 days and the morning has no sunscreen"
            );
        }

        var better = facts.OnShelf.FirstOrDefault(product =>
            product.Kind is ProductKind.SunscreenFluid or ProductKind.SunscreenTinted or ProductKind.MoisturiserWithSpf
            && product.Spf is not null
            && product.UsableOn(day.Date)
            && product.Irritancy() == Degree.No
            && product.Label.Length == 0
            && !product.Allergens().Any(facts.Intake.Allergies.Contains)
        );
        if (better is not null)
        {
            run.Report(
                RuleBook.SunscreenBetterThanNone,
                day.Date,
                Moment.Morning,
                better,
                "is on the shelf, and the morning has no sunscreen at all"
            );
        }
    }

    /// <summary>An evening has a cleanser and a moisturiser wherever one stands on the shelf that surely suits, but on open skin.</summary>
    public void NothingLacks(DayPath day)
    {
        if (facts.Treatments.Any(treatment => CareAudit.IsOpen(treatment, day.Date, Moment.Evening, facts)))
        {
            return;
        }

        Lacks(day, ProductKind.CreamCleanser, ProductKind.GelCleanser, ProductKind.FoamCleanser);
        Lacks(day, ProductKind.Moisturiser);
    }

    private void Lacks(DayPath day, params ProductKind[] kinds)
    {
        bool Suits(Product product) =>
            kinds.Contains(product.Kind)
            && product.UsableOn(day.Date)
            && product.Irritancy() == Degree.No
            && product.Label.Length == 0
            && product.Actives.Count == 0
            && !product.Contains.Contains(Allergen.Fragrance)
            && !product.StrongSulphate
            && !product.AlcoholNearTop
            && !product.HeavyOil
            && !product.Allergens().Any(facts.Intake.Allergies.Contains);
        var slots = kinds.Select(RoutineSlots.Of).ToHashSet();
        if (
            facts.OnShelf.FirstOrDefault(Suits) is { } spare
            && !day.Evening.Steps.Any(step => step.Action == StepAction.Apply && slots.Contains(step.Slot))
        )
        {
            run.Report("routine.lacking", day.Date, Moment.Evening, spare, "is on the shelf, and the evening has nothing of its sort");
        }
    }

    /// <summary>Every product in use is in a step or left out with a known rule.</summary>
    public void NothingUnexplained(DayPath day)
    {
        foreach (var item in facts.File.Shelf.Where(item => item.State == ShelfState.InUse))
        {
            var used = day.Morning.Steps.Concat(day.Evening.Steps).Any(step => step.Product == item.Product.Id);
            var reason = day
                .Morning.Omitted.Concat(day.Evening.Omitted)
                .Any(omission => omission.Product == item.Product.Id && RuleBook.Find(omission.Because.Rule) is not null);
            if (!used && !reason)
            {
                run.Report("live.unexplained", day.Date, null, item.Product, "is neither used nor left out with a reason");
            }
        }

        foreach (var step in day.Morning.Steps.Concat(day.Evening.Steps).Where(step => step.Because.Count == 0))
        {
            run.Add(new("live.no-reason", day.Date, null, step.Product, $"the step {step.Key} has no reason"));
        }
    }
}
