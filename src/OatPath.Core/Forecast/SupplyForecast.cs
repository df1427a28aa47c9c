using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Planner.Stock;
using OatPath.Core.Shelf;
using OatPath.Core.Supply;

namespace OatPath.Core.Forecast;

/// <summary>When each package ends, on the committed path and on the projected climb, and what a month costs.</summary>
/// <param name="Left">Millilitres, or pieces where it is counted.</param>
/// <param name="Committed">Last full use if every rung stays as it is; null when it outlasts the horizon or is not used.</param>
/// <param name="Projected">Last full use if every step up is approved on its day.</param>
/// <param name="ReorderOn">The earlier of the two less the lead days of the house.</param>
/// <param name="NextMonth">Use in the next 30 days along the projected climb.</param>
/// <param name="MonthCost">What that use costs, or null when the price is not known.</param>
/// <param name="SpoilsOn">The day its contents are no longer good, when some will be left; else null.</param>
/// <param name="SpoiledLeft">What will be left then.</param>
public sealed record SupplyForecastLine(
    string Product,
    bool IsCounted,
    decimal Full,
    decimal Left,
    DateOnly? Committed,
    DateOnly? Projected,
    DateOnly? ReorderOn,
    decimal NextMonth,
    decimal? MonthCost,
    DateOnly? SpoilsOn,
    decimal SpoiledLeft
)
{
    /// <summary>The earlier end; it rules the reorder.</summary>
    public DateOnly? Ends => Committed is null || Projected < Committed ? Projected ?? Committed : Committed;
}

/// <summary>Looks a year ahead at everything a client uses up.</summary>
public static class SupplyForecast
{
    public const int HorizonDays = PathPlanner.MaxDays;
    private const int MonthDays = 30;

    public static IReadOnlyList<SupplyForecastLine> Of(CaseFile file, HouseRules rules)
    {
        var facts = new KnownFacts(file);
        var committed = PathPlanner.Plan(file, rules, null, HorizonDays, RuleSwitch.All).Days;
        var projected = PathPlanner.Plan(file, rules, null, HorizonDays, RuleSwitch.All, climbs: true).Days;
        var lines = new List<SupplyForecastLine>();
        foreach (var product in facts.InUse.Where(product => !product.IsUnbound))
        {
            if (Package.Of(product) is { } package)
            {
                lines.Add(Line(facts, rules, product, package, committed, projected));
            }
        }

        return [.. lines.OrderBy(line => line.Ends ?? DateOnly.MaxValue).ThenBy(line => line.Product, StringComparer.Ordinal)];
    }

    private static SupplyForecastLine Line(
        KnownFacts facts,
        HouseRules rules,
        Product product,
        Package package,
        IReadOnlyList<DayPath> committed,
        IReadOnlyList<DayPath> projected
    )
    {
        var left = SupplyCount.Left(facts, product, package);
        var month = projected.Take(MonthDays).Sum(day => SupplyCount.Use(day, product, package, facts));
        var (spoils, spoiled) = Spoils(facts, product, package, left, projected);
        var line = new SupplyForecastLine(
            product.Id,
            package.IsCounted,
            package.Full,
            left,
            SupplyCount.RunsOut(facts, product, package, left, committed),
            SupplyCount.RunsOut(facts, product, package, left, projected),
            null,
            month,
            product.Price is { } price ? Math.Round(price * month / package.Full, 2) : null,
            spoils,
            spoiled
        );
        return line with { ReorderOn = line.Ends?.AddDays(-rules.ReorderLeadDays) };
    }

    /// <summary>What is left when its months are over; a package not opened yet is opened at its first use.</summary>
    private static (DateOnly? On, decimal Left) Spoils(
        KnownFacts facts,
        Product product,
        Package package,
        decimal left,
        IReadOnlyList<DayPath> projected
    )
    {
        if (product.MonthsGood is not { } months)
        {
            return (null, 0);
        }

        var opened = product.OpenedOn;
        foreach (var day in projected)
        {
            var use = SupplyCount.Use(day, product, package, facts);
            if (use == 0)
            {
                continue;
            }

            opened ??= day.Date;
            if (day.Date > opened.Value.AddMonths(months))
            {
                break;
            }

            left -= use;
            if (left < use)
            {
                return (null, 0);
            }
        }

        return opened is { } on && on.AddMonths(months) < projected[^1].Date ? (on.AddMonths(months), left) : (null, 0);
    }
}
