using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Supply;

namespace OatPath.Core.Planner.Stock;

/// <summary>Counts packages down along a path, less what was ticked as used since they were opened or last looked at.</summary>
/// <remarks>
/// Derived: content / (amount of a use x planned uses). Sunscreen adds one application for every full 2 h outdoors, and one for sweat or
/// water.
/// </remarks>
internal static class SupplyCount
{
    private const double ReapplyHours = 2;
    private const int SoonDays = 3;

    public static IReadOnlyList<SupplyLine> Count(KnownFacts facts, IReadOnlyList<DayPath> days, HouseRules rules)
    {
        var lines = new List<SupplyLine>();
        foreach (var product in facts.InUse.Where(product => !product.IsUnbound))
        {
            if (Package.Of(product) is { } package)
            {
                var left = Left(facts, product, package);
                var runsOut = RunsOut(facts, product, package, left, days);
                lines.Add(
                    new(
                        product.Id,
                        package.IsCounted ? 0 : Math.Round(left, 2),
                        runsOut,
                        runsOut?.AddDays(-rules.ReorderLeadDays),
                        package.IsCounted ? (int)left : null
                    )
                );
            }
        }

        return [.. lines.OrderBy(line => line.RunsOutOn ?? DateOnly.MaxValue).ThenBy(line => line.Product, StringComparer.Ordinal)];
    }

    /// <summary>Asks for a new sunscreen when the bottle ends within days: without one the actives wait.</summary>
    public static IEnumerable<Question> Ask(KnownFacts facts, IReadOnlyList<SupplyLine> supply)
    {
        foreach (var line in supply)
        {
            var product = facts.File.Shelf.First(item => item.Product.Id == line.Product).Product;
            if (IsUsedUp(line, product))
            {
                yield return new(QuestionKind.LowSupply, product.Id, facts.Today, Because.Of(RuleBook.UsedUp, ("product", product.Name)));
            }

            if (product.Spf is not null && line.RunsOutOn is { } ends && ends <= facts.Today.AddDays(SoonDays))
            {
                yield return new(
                    QuestionKind.LowSupply,
                    product.Id,
                    facts.Today,
                    Because.Of(RuleBook.RunsOut, ("product", product.Name), ("on", ends))
                );
            }
        }
    }

    /// <summary>Nothing left of what is used once, or of what goes under a device.</summary>
    private static bool IsUsedUp(SupplyLine line, Product product) =>
        product.Kind is ProductKind.Razor or ProductKind.NeedleRoller or ProductKind.DeviceTip
            ? line.PiecesLeft == 0
            : product.MadeFor is not null
                && line.PiecesLeft is null
                && line.MillilitresLeft < AmountGuide.Millilitres(product, AmountGuide.For(product));

    /// <summary>
    /// What is left today. Ticks before the last look at the package no longer count, nor does anything once it is empty.
    /// </summary>
    public static decimal Left(KnownFacts facts, Product product, Package package)
    {
        if (product.EmptyOn <= facts.Today)
        {
            return 0;
        }

        var look = facts.Bottles.LastOrDefault(seen => seen.Product == product.Id);
        var left = look is null ? package.Full : look.Share * package.Full;
        var usedBy = Consumables.UsedBy(facts, product);
        foreach (
            var applied in facts
                .Log.OfType<Applied>()
                .Where(use => usedBy.Contains(use.Product))
                .DistinctBy(use => (use.Product, use.Day, use.Moment))
        )
        {
            if ((look is null ? product.OpenedOn is null || applied.Day >= product.OpenedOn : applied.HappenedAt > look.HappenedAt))
            {
                left -= package.Takes(product, AmountGuide.For(product)) * Times(facts.File.Intake, product);
            }
        }

        // A third of a bottle is no round number; a thousandth of a millilitre is nobody's last use.
        return Math.Max(0, Math.Round(left, 3));
    }

    /// <summary>
    /// Day of the last full use along the days from today on, or null when it lasts past them. Today, when nothing is left for a first use.
    /// </summary>
    public static DateOnly? RunsOut(KnownFacts facts, Product product, Package package, decimal left, IReadOnlyList<DayPath> days)
    {
        DateOnly? lastFull = null;
        foreach (var day in days)
        {
            var use = day.Date < facts.Today ? 0 : Use(day, product, package, facts);
            if (use == 0)
            {
                continue;
            }

            if (left < use)
            {
                return lastFull ?? facts.Today;
            }

            left -= use;
            lastFull = day.Date;
        }

        // A piece that is not there is not planned, so the last one ends the package.
        return package.IsCounted && left < package.Takes(product, AmountGuide.For(product)) ? lastFull ?? facts.Today : null;
    }

    /// <summary>What a planned day takes, less what was already ticked on it.</summary>
    public static decimal Use(DayPath day, Product product, Package package, KnownFacts facts)
    {
        decimal use = 0;
        var usedBy = product.MadeFor is null ? [] : Consumables.UsedBy(facts, product);
        foreach (var moment in new[] { Moment.Morning, Moment.Evening })
        {
            foreach (var step in day[moment].Steps)
            {
                if (
                    step.Action == StepAction.Apply
                    && (step.Product == product.Id || (product.MadeFor is not null && step.Product is { } by && usedBy.Contains(by)))
                    && AmountOf(step, product) is { } amount
                    && !(day.Date == facts.Today && facts.WasApplied(step.Product, day.Date, moment))
                )
                {
                    use += package.Takes(product, amount) * (step.Slot == RoutineSlot.Sunscreen ? Times(facts.File.Intake, product) : 1);
                }
            }
        }

        return use;
    }

    /// <summary>What a step takes of a product: its own amount, or what a session of the device takes of what was made for it.</summary>
    private static Amount? AmountOf(Step step, Product product) => step.Product == product.Id ? step.Amount : AmountGuide.For(product);

    /// <summary>Applications in a day for one planned: sunscreen is put on again.</summary>
    private static int Times(Intake intake, Product product) =>
        product.Spf is null ? 1 : 1 + (int)Math.Floor(intake.HoursOutdoors / ReapplyHours) + (intake.SweatOrWater ? 1 : 0);
}
