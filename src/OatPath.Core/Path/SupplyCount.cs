using OatPath.Core.House;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Supply;

namespace OatPath.Core.Path;

/// <summary>Counts bottles down along the committed path, less what was ticked as used since they were opened.</summary>
/// <remarks>Derived: content / (amount of a use x planned uses). Sunscreen adds one application for every full 2 h outdoors.</remarks>
internal static class SupplyCount
{
    private const double ReapplyHours = 2;
    private const int SoonDays = 3;

    public static IReadOnlyList<SupplyLine> Count(KnownFacts facts, IReadOnlyList<DayPath> days, HouseRules rules)
    {
        var again = (int)Math.Floor(facts.File.Intake.HoursOutdoors / ReapplyHours);
        var lines = new List<SupplyLine>();
        foreach (var item in facts.File.Shelf.Where(item => item.State == ShelfState.InUse))
        {
            var product = item.Product;
            if (product.ContentMl is not { } content || AmountGuide.For(product).Millilitres is not > 0)
            {
                continue;
            }

            var left = Math.Max(0, product.EmptyOn <= facts.Today ? 0 : content - Used(facts, product, again));
            var remaining = left;
            DateOnly? lastFull = null;
            var ranOut = false;
            foreach (var day in days)
            {
                if (day.Date < facts.Today)
                {
                    continue;
                }

                var use = Use(day.Morning, product, again) + Use(day.Evening, product, again);
                if (use == 0)
                {
                    continue;
                }

                if (remaining < use)
                {
                    ranOut = true;
                    break;
                }

                remaining -= use;
                lastFull = day.Date;
            }

            var runsOut = ranOut ? lastFull ?? facts.Today : (DateOnly?)null;
            lines.Add(new(product.Id, Math.Round(left, 2), runsOut, runsOut?.AddDays(-rules.ReorderLeadDays)));
        }

        return [.. lines.OrderBy(line => line.RunsOutOn ?? DateOnly.MaxValue).ThenBy(line => line.Product, StringComparer.Ordinal)];
    }

    /// <summary>Asks for a new sunscreen when the bottle ends within days: without one the actives wait.</summary>
    public static IEnumerable<Question> Ask(KnownFacts facts, IReadOnlyList<SupplyLine> supply)
    {
        foreach (var line in supply)
        {
            var product = facts.File.Shelf.First(item => item.Product.Id == line.Product).Product;
            if (product.Spf is not null && line.RunsOutOn is { } ends && ends <= facts.Today.AddDays(SoonDays))
            {
                yield return new(QuestionKind.LowSupply, product.Id, facts.Today, Because.Of(RuleBook.RunsOut, ("product", product.Name), ("on", ends)));
            }
        }
    }

    private static decimal Used(KnownFacts facts, Product product, int again)
    {
        decimal used = 0;
        foreach (var entry in facts.Log)
        {
            if (entry is Applied applied && applied.Product == product.Id && (product.OpenedOn is null || applied.Day >= product.OpenedOn))
            {
                used += product.Spf is null ? AmountGuide.For(product).Millilitres : AmountGuide.For(product).Millilitres * (1 + again);
            }
        }

        return used;
    }

    private static decimal Use(HalfDay half, Product product, int again)
    {
        decimal use = 0;
        foreach (var step in half.Steps)
        {
            if (step.Action == StepAction.Apply && step.Product == product.Id && step.Amount is { } amount)
            {
                use += step.Slot == RoutineSlot.Sunscreen ? amount.Millilitres * (1 + again) : amount.Millilitres;
            }
        }

        return use;
    }
}
