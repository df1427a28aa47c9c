using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Supply;

namespace OatPath.Core.Proposals;

/// <summary>Proposes a first routine from concerns, skin, flags, season and what stands on the two shelves.</summary>
/// <remarks>
/// Trade convention for the choices. Each proposal is planned before it is offered: what does not fit into 6 steps, the client's minutes or the client's money is taken out again,
/// the least important first, and said.
/// </remarks>
public static class Proposer
{
    private const int LookDays = 28;
    private const int MonthDays = 30;

    /// <param name="studio">Products that could be brought in.</param>
    public static Proposal For(CaseFile file, HouseRules rules, IReadOnlyList<Product> studio, RegimenSize size)
    {
        var candidates = new ProposalCandidates(file, rules, studio, size);
        var items = candidates.Choose();
        var notes = new List<Because>();
        var dropped = new Dictionary<string, Because>();
        while (true)
        {
            var (planned, path) = Plan(file, rules, items, candidates, dropped);
            var limit = TooMuch(file, path, items);
            if (limit is null || items.FindLast(item => item.Rank > ProposalRank.Basic && limit.Counts(item)) is not { } last)
            {
                return Finish(candidates, items, dropped, limit is null ? notes : [.. notes, limit.Over], planned, path, size);
            }

            items.Remove(last);
            dropped[last.Product.Id] = Because.Of(RuleBook.ProposeNoRoom, ("product", last.Product.Name), ("limit", limit.Name));
            notes.Add(dropped[last.Product.Id]);
        }
    }

    private static Proposal Finish(ProposalCandidates candidates, List<Candidate> items, Dictionary<string, Because> dropped, List<Because> notes, CaseFile planned, CarePath path, RegimenSize size) => new(
        size,
        [.. items.OrderBy(item => item.Rank).Select(item => new ProposedItem(item.Product, item.Owned, item.Starts, item.Because))],
        [.. candidates.Parked(items, dropped)],
        [.. candidates.Answers(items, dropped)],
        candidates.Lacks, notes, planned, path, Minutes(path), Cost(path, items));

    private static (CaseFile Case, CarePath Path) Plan(CaseFile file, HouseRules rules, List<Candidate> items, ProposalCandidates candidates, Dictionary<string, Because> dropped)
    {
        var planned = AsCase(file, items, candidates.Parked(items, dropped), candidates.Today);
        return (planned, PathPlanner.Plan(planned, rules, null, LookDays));
    }

    /// <summary>The case as the proposal leaves it.</summary>
    private static CaseFile AsCase(CaseFile file, List<Candidate> items, IEnumerable<Omitted> parked, DateOnly today)
    {
        var aside = parked.ToDictionary(omitted => omitted.Product.Id, omitted => omitted.Because);
        var shelf = file.Shelf.Select(item => aside.TryGetValue(item.Product.Id, out var because) && item.State == ShelfState.InUse ? item with { State = ShelfState.Parked, Reason = Words.Say(because) } : item).ToList();
        foreach (var item in items)
        {
            var at = shelf.FindIndex(own => own.Product.Id == item.Product.Id);
            if (at >= 0)
            {
                shelf[at] = shelf[at] with { State = ShelfState.InUse, Reason = "" };
            }
            else
            {
                shelf.Add(new ShelfItem { Product = item.Product });
            }
        }

        return file with
        {
            Shelf = shelf,
            Decisions = [.. file.Decisions, .. items.Where(item => item.Starts).Select(item => new StartActive { Id = $"propose-{item.Product.Id}", On = today, Product = item.Product.Id })],
        };
    }

    private sealed record Limit(string Name, Func<Candidate, bool> Counts, Because Over);

    private static Limit? TooMuch(CaseFile file, CarePath path, List<Candidate> items)
    {
        foreach (var moment in new[] { Moment.Morning, Moment.Evening })
        {
            var fullest = path.Days.MaxBy(day => Applied(day[moment]).Count())!;
            var keys = Applied(fullest[moment]).Select(step => step.Key).ToHashSet();
            if (keys.Count > RoutineBuilder.MostSteps)
            {
                return new($"{RoutineBuilder.MostSteps} steps", item => keys.Contains(item.Product.Id), Because.Of(RuleBook.ManySteps, ("moment", moment.ToString().ToLowerInvariant()), ("count", keys.Count)));
            }
        }

        if (Minutes(path) > file.Intake.MinutesADay)
        {
            return new($"{file.Intake.MinutesADay} minutes a day", _ => true, Because.Of(RuleBook.ProposeOverMinutes, ("minutes", Minutes(path)), ("wanted", file.Intake.MinutesADay)));
        }

        return file.Intake.BudgetAMonth is { } budget && Cost(path, items) is var cost && cost > budget
            ? new($"the month's budget of {budget:0.##}", item => item.Product.Price > 0, Because.Of(RuleBook.ProposeOverBudget, ("cost", Math.Round(cost, 2)), ("wanted", budget)))
            : null;
    }

    private static IEnumerable<Step> Applied(HalfDay half) => half.Steps.Where(step => step.Action == StepAction.Apply);

    /// <summary>Minutes of an average day, rounded up.</summary>
    private static int Minutes(CarePath path) => (int)Math.Ceiling(path.Days.Average(day => RoutineTime.Seconds(day.Morning.Steps) + RoutineTime.Seconds(day.Evening.Steps)) / 60);

    private static decimal Cost(CarePath path, List<Candidate> items)
    {
        decimal cost = 0;
        foreach (var product in items.Select(item => item.Product))
        {
            if (product.Price is { } price && Package.Of(product) is { Full: > 0 } package)
            {
                var used = path.Days.Sum(day => Applied(day.Morning).Concat(Applied(day.Evening)).Where(step => step.Key == product.Id).Sum(step => package.Takes(product, step.Amount!)));
                cost += price * used * MonthDays / LookDays / package.Full;
            }
        }

        return Math.Round(cost, 2);
    }
}
