using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;

namespace OatPath.Web.Drawing;

/// <summary>One product on one weekday.</summary>
/// <param name="Why">Why it rests there, when it does.</param>
public sealed record WeekCell(DayOfWeek Day, bool Used, bool Never, string Why);

/// <summary>One product's week.</summary>
/// <param name="InFacial">Whether it is tied into the home facial.</param>
/// <param name="Cost">What the wishes cost, in words, or null.</param>
public sealed record WeekRow(Product Product, bool IsExtra, bool InFacial, string Often, IReadOnlyList<WeekCell> Cells, string? Cost);

/// <summary>The seven days ahead as a grid: who has which evening, what is never, which evenings rest.</summary>
/// <param name="Together">The fewest wishes to give up so that all have their rung, in words, or null.</param>
public sealed record WeekGrid(IReadOnlyList<DateOnly> Days, IReadOnlyList<WeekRow> Rows, IReadOnlyList<DayOfWeek> Rests, string? Together)
{
    public static WeekGrid Of(CaseFile draft, HouseRules rules, CarePath path, ShapeWeek week)
    {
        var days = path.Days.Take(7).ToList();
        var rows = new List<WeekRow>();
        var facial = draft.Decisions.OfType<TieFacial>().LastOrDefault();
        foreach (var product in draft.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => item.Product))
        {
            if (
                product.Traits.Use is KindUse.Session or KindUse.OnHand
                || Ladder.For(product, draft.Intake, rules) is not { } ladder
            )
            {
                continue;
            }

            var never = week.Never.FirstOrDefault(line => line.Product == product.Id)?.Days ?? [];
            var status = path.Ladders.FirstOrDefault(line => line.Product == product.Id);
            var rung = ladder.Rungs[ladder.StartRung];
            var tied = facial?.Products.Contains(product.Id) == true;
            var morning = days.Exists(day => Has(day.Morning, product.Id));
            var cost = path.Warnings.FirstOrDefault(because =>
                because.Rule == RuleBook.WishShort && because.Ids.GetValueOrDefault("product") == product.Id
            );
            rows.Add(
                new(
                    product,
                    !product.IsActive(),
                    tied,
                    tied ? $"home facial, {FrequencyTraits.Every(facial!.EveryDays)}"
                        : status is null ? rung.HowOften(morning)
                        : status.HowOften,
                    [.. days.Select(day => Cell(day, product.Id, never))],
                    cost is null ? null : Words.Say(cost)
                )
            );
        }

        return new(
            [.. days.Select(day => day.Date)],
            [
                .. rows.OrderBy(row => row.IsExtra)
                    .ThenBy(row => RoutineSlots.Of(row.Product.Kind))
                    .ThenBy(row => row.Product, ProductOrder.ByContent),
            ],
            week.RestEvenings,
            path.Warnings.FirstOrDefault(because => because.Rule == RuleBook.WishesTogether) is { } together ? Words.Say(together) : null
        );
    }

    private static WeekCell Cell(DayPath day, string product, IReadOnlyList<DayOfWeek> never)
    {
        var used = Has(day.Morning, product) || Has(day.Evening, product);
        var omitted = day.Evening.Omitted.Concat(day.Morning.Omitted).FirstOrDefault(omission => omission.Product == product);
        return new(day.Date.DayOfWeek, used, never.Contains(day.Date.DayOfWeek), used || omitted is null ? "" : Words.Say(omitted.Because));
    }

    private static bool Has(HalfDay half, string product) =>
        half.Steps.Any(step => step.Product == product && step.Action == StepAction.Apply);
}
