using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>
/// How much, how often in a day, at which time of it, how it comes off and what waits after it. Its numbers stand here by themselves.
/// </summary>
/// <remarks>Source: trade convention for amounts on face and neck; how far off is too far: house default.</remarks>
internal sealed class DoseAudit(AuditRun run)
{
    private const int BoosterWaitSeconds = 300;

    private readonly AuditFacts facts = run.Facts;

    public void MayBeUsed(Product product, Step step, DateOnly date, Moment moment)
    {
        if (
            step.Amount is { IsCounted: false } amount
            && Bounds(product, step) is var (least, most)
            && Millilitres(product, amount) is var takes
            && (takes < least || takes > most)
        )
        {
            run.Report(
                "routine.amount",
                date,
                moment,
                product,
                FormattableString.Invariant($"takes {takes:0.##} mL, where {least:0.##} to {most:0.##} are usual")
            );
        }

        if (product.Kind == ProductKind.WashOffPeel && step.Removal == Removal.None)
        {
            run.Report("peel.no-removal", date, moment, product, "has no way off the skin");
        }

        if (
            moment == Moment.Evening
            && step.WaitSeconds < BoosterWaitSeconds
            && facts.StartOf(product.Id, date) is { BoosterFor: not null }
        )
        {
            run.Report("booster.no-wait", date, moment, product, "has no 5 minutes before what goes over it");
        }

        if (moment == Moment.Morning && product.Has(Family.Retinoid))
        {
            run.Report("routine.retinoid-evening", date, moment, product, "is a retinoid in the morning");
        }
    }

    /// <summary>The same acid, or another active, goes on once a day, unless its rung says morning and evening.</summary>
    public void IsOnceADay(DayPath day)
    {
        foreach (var product in Left(day.Morning))
        {
            if (
                Left(day.Evening).FirstOrDefault(other => other.Id == product.Id || Acids(other).Intersect(Acids(product)).Any())
                    is { } again
                && !(again.Id == product.Id && IsTwice(day.Morning, product) && IsTwice(day.Evening, product))
            )
            {
                run.Report(
                    "routine.once-a-day",
                    day.Date,
                    Moment.Evening,
                    again,
                    again.Id == product.Id ? "was on that morning already" : $"holds the acid of {product.Id}, which was on that morning"
                );
            }
        }
    }

    private List<Product> Left(HalfDay half) =>
        [
            .. half
                .Steps.Where(step =>
                    step.Action == StepAction.Apply && step.Product is not null && facts.Products.ContainsKey(step.Product)
                )
                .Select(step => facts.Products[step.Product!])
                .Where(product => product.Has(Family.Retinoid) || product.IsActive() || (product.IsAcid() && product.Traits.LeaveOn)),
        ];

    /// <summary>Claims to be used morning and evening, and is mild enough by its label and by what it holds.</summary>
    private static bool IsTwice(HalfDay half, Product product) =>
        half.Steps.Any(step => step.Product == product.Id && step is { Action: StepAction.Apply, Frequency: Frequency.TwiceADay })
        && product is { Traits.LeaveOn: true, Actives.Count: > 0 }
        && product.Actives.All(active =>
            active.Substance switch
            {
                Substance.Mandelic or Substance.Lactic or Substance.Azelaic => product.TwiceADay && active.Percent is <= 10,
                _ when active.Family == Family.Pha => product.TwiceADay,
                _ => active.Family == Family.PigmentInhibitor || FamilyTraits.Of(active.Family).Irritant == Degree.No,
            }
        );

    private static IEnumerable<Substance> Acids(Product product) =>
        product
            .Actives.Where(active => active.Family is Family.Aha or Family.Bha or Family.Pha or Family.Retinoid)
            .Select(active => active.Substance);

    private static decimal Millilitres(Product product, Amount amount) =>
        amount.Count * (product.UnitMl is { } unit && amount.Unit != AmountUnit.Millilitre ? unit : Amount.MillilitresIn(amount.Unit));

    /// <summary>Least and most, mL; what a practitioner typed is held to itself.</summary>
    private static (decimal Least, decimal Most)? Bounds(Product product, Step step)
    {
        var usual =
            step.Slot == RoutineSlot.Sunscreen
                ? (1.25m, 10m)
                : product.Kind switch
                {
                    ProductKind.WashOffPeel => (0.5m, 4m),
                    ProductKind.CalmingToner or ProductKind.ExfoliatingToner or ProductKind.PhPrep => (0.1m, 5m),
                    ProductKind.LeaveOnAcidLiquid
                    or ProductKind.LeaveOnAcidGel
                    or ProductKind.AntioxidantSerum
                    or ProductKind.PigmentSerum
                    or ProductKind.NiacinamideSerum
                    or ProductKind.HydratingSerum
                    or ProductKind.Retinoid
                    or ProductKind.AzelaicSuspension
                    or ProductKind.BenzoylPeroxide => (0.05m, 3m),
                    _ => ((decimal, decimal)?)null,
                };
        if (product.Amount is { IsCounted: false } typed && Millilitres(product, typed) is var own && step.Slot != RoutineSlot.Sunscreen)
        {
            usual = (own / 3, own * 3);
        }

        return usual is var (least, most) ? (step.Side is null ? least : least / 2, most) : null;
    }
}
