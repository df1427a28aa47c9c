using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>Nothing active, and nothing that needs a sunscreen, before the bottle of what was asked for by kind is known.</summary>
internal sealed class BottleAudit(AuditRun run)
{
    private const int DaysToFind = 7;

    public void IsKnown(DayPath day)
    {
        if (day.Date >= run.Facts.Today.AddDays(DaysToFind))
        {
            return;
        }

        foreach (var moment in new[] { Moment.Morning, Moment.Evening })
        {
            foreach (var step in day[moment].Steps.Where(step => step.Action is StepAction.Apply or StepAction.PatchTest))
            {
                if (step.Product is null || !run.Facts.Products.TryGetValue(step.Product, out var product) || !product.IsRaised())
                {
                    continue;
                }

                if (HasNone(product))
                {
                    run.Report(RuleBook.BottleFirst, day.Date, moment, product, "is asked for by kind and has no bottle");
                }

                var spf = RoutineAudit.SpfOn(run, day.Date);
                if (
                    product.LightSensitising() != Degree.No
                    && RoutineAudit.HasSunscreen(run, day.Date, spf)
                    && !RoutineAudit.HasSunscreen(run, day.Date, spf, sunscreen => !HasNone(sunscreen))
                )
                {
                    run.Report(RuleBook.SunscreenBottleFirst, day.Date, moment, product, "has only a sunscreen without a bottle");
                }
            }
        }
    }

    /// <summary>Asked for by kind, and either without a bottle or with one that is stronger, or of which something is not known.</summary>
    public static bool HasNone(Product product)
    {
        if (product.Spec is not { } spec)
        {
            return false;
        }

        decimal? Held(Substance substance) =>
            product.Actives.Where(active => active.Substance == substance).ToList() is { Count: > 0 } found
            && found.TrueForAll(active => active.Percent is not null)
                ? found.Sum(active => active.Percent)
                : null;
        var asked = spec.Actives.Select(range => range.Substance).ToHashSet();
        return spec.Bottle is null
            || !(product.Kind == spec.Kind || spec.OrKinds.Contains(product.Kind))
            || spec.Actives.Any(range =>
                !product.Actives.Any(active => active.Substance == range.Substance)
                || (range.Most is { } most && !(Held(range.Substance) <= most))
            )
            || product.Actives.Any(active =>
                !asked.Contains(active.Substance) && SubstanceTraits.Of(active.Substance).Family != Family.Supportive
            )
            || (product.Implied is { } implied && !asked.Any(substance => SubstanceTraits.Of(substance).Family == implied))
            || ((spec.PhLeast is not null || spec.PhMost is not null) && !(product.Ph >= (spec.PhLeast ?? 0)))
            || (spec.SpfLeast is { } spf && !(product.Spf >= spf))
            || (spec.BroadSpectrum && !product.BroadSpectrum)
            || spec.Without.Any(product.Allergens().Contains)
            || (product.StrongSulphate && spec.WithoutBase.Contains(UnwantedBase.StrongSulphate))
            || (product.AlcoholNearTop && spec.WithoutBase.Contains(UnwantedBase.DryingAlcohol))
            || (product.HeavyOil && spec.WithoutBase.Contains(UnwantedBase.HeavyOil));
    }
}
