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
/// Trade convention for the choices. Each proposal is planned before it is offered: what does not fit into 6 steps, the client's minutes or
/// the client's money is taken out again,
/// the least important first, and said. A larger size is the smaller one and something more.
/// </remarks>
public static class Proposer
{
    private const int LookDays = 28;
    private const int MonthDays = 30;

    /// <summary>
    /// The three sizes, smallest first. Each holds all of the one before, and is no shorter, no cheaper and has no fewer steps.
    /// </summary>
    /// <param name="studio">Products that could be brought in.</param>
    public static IReadOnlyList<Proposal> All(CaseFile file, HouseRules rules, IReadOnlyList<Product> studio)
    {
        var candidates = new ProposalCandidates(file, rules, studio);
        var proposals = new List<Proposal>();
        List<Candidate> smaller = [];
        foreach (var size in Enum.GetValues<RegimenSize>())
        {
            var items = candidates.Choose(size, smaller);
            proposals.Add(Fit(file, rules, candidates, items, smaller, size, proposals.LastOrDefault()));
            smaller = items;
        }

        return proposals;
    }

    public static Proposal For(CaseFile file, HouseRules rules, IReadOnlyList<Product> studio, RegimenSize size) =>
        All(file, rules, studio)[(int)size];

    /// <summary>Takes out, the least important first, what is too much; what the smaller size holds stays.</summary>
    private static Proposal Fit(
        CaseFile file,
        HouseRules rules,
        ProposalCandidates candidates,
        List<Candidate> items,
        List<Candidate> smaller,
        RegimenSize size,
        Proposal? before
    )
    {
        var notes = new List<Because>();
        var dropped = new Dictionary<string, Because>();
        while (true)
        {
            var (planned, path) = Plan(file, rules, items, candidates, dropped);
            var limit = TooMuch(file, path, items) ?? TooLittle(before, path, items);
            if (
                limit is null
                || items.FindLast(item =>
                    item.Rank > ProposalRank.Basic && !smaller.Exists(kept => kept.Product.Id == item.Product.Id) && limit.Counts(item)
                )
                    is not { } last
            )
            {
                return Finish(
                    candidates,
                    items,
                    dropped,
                    limit is { Over: { } over } ? [.. notes, over] : notes,
                    planned,
                    path,
                    size,
                    before
                );
            }

            items.Remove(last);
            if (limit.Over is not null)
            {
                dropped[last.Product.Id] = Because.Of(RuleBook.ProposeNoRoom, ("product", last.Product.Name), ("limit", limit.Name));
                notes.Add(dropped[last.Product.Id]);
            }
        }
    }

    private static Proposal Finish(
        ProposalCandidates candidates,
        List<Candidate> items,
        Dictionary<string, Because> dropped,
        List<Because> notes,
        CaseFile planned,
        CarePath path,
        RegimenSize size,
        Proposal? before
    )
    {
        ProposedItem[] proposed =
        [
            .. items.OrderBy(item => item.Rank).Select(item => new ProposedItem(item.Product, item.Owned, item.Starts, item.Because)),
        ];
        return new(
            size,
            proposed,
            [.. candidates.Parked(items, dropped)],
            [.. candidates.Answers(items, dropped)],
            candidates.Lacks,
            notes,
            planned,
            path,
            Minutes(path),
            Cost(path, items),
            Steps(path),
            before is null ? null : Difference(before, proposed, Minutes(path) - before.MinutesADay, Cost(path, items) - before.MonthCost)
        );
    }

    private static SizeDifference Difference(Proposal before, IReadOnlyList<ProposedItem> items, int minutes, decimal cost) =>
        new(
            before.Size,
            [.. items.Where(item => before.Items.All(kept => kept.Product.Id != item.Product.Id)).Select(item => item.Product)],
            minutes,
            cost
        );

    private static (CaseFile Case, CarePath Path) Plan(
        CaseFile file,
        HouseRules rules,
        List<Candidate> items,
        ProposalCandidates candidates,
        Dictionary<string, Because> dropped
    )
    {
        var planned = AsCase(file, items, candidates.Parked(items, dropped), candidates.Today);
        return (planned, PathPlanner.Plan(planned, rules, null, LookDays));
    }

    /// <summary>The case as the proposal leaves it.</summary>
    private static CaseFile AsCase(CaseFile file, List<Candidate> items, IEnumerable<Omitted> parked, DateOnly today)
    {
        var aside = parked.ToDictionary(omitted => omitted.Product.Id, omitted => omitted.Because);
        var shelf = file
            .Shelf.Select(item =>
                aside.TryGetValue(item.Product.Id, out var because) && item.State == ShelfState.InUse
                    ? item with
                    {
                        State = ShelfState.Parked,
                        Reason = Words.Say(because),
                    }
                    : item
            )
            .ToList();
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
            Decisions =
            [
                .. file.Decisions,
                .. items
                    .Where(item => item.Starts && item.Product.Kind != ProductKind.NeedleRoller)
                    .Select(item => new StartActive
                    {
                        Id = $"propose-{item.Product.Id}",
                        On = today,
                        Product = item.Product.Id,
                    }),
            ],
        };
    }

    /// <param name="Over">What is said where nothing more can be taken out; null for what nobody need know of.</param>
    private sealed record Limit(string Name, Func<Candidate, bool> Counts, Because? Over);

    /// <summary>
    /// A larger size that came out smaller, because two products share their evenings: then the last of them only looks like more.
    /// </summary>
    private static Limit? TooLittle(Proposal? before, CarePath path, List<Candidate> items) =>
        before is not null && (Minutes(path) < before.MinutesADay || Cost(path, items) < before.MonthCost || Steps(path) < before.Steps)
            ? new("", _ => true, null)
            : null;

    private static Limit? TooMuch(CaseFile file, CarePath path, List<Candidate> items)
    {
        foreach (var moment in new[] { Moment.Morning, Moment.Evening })
        {
            var fullest = path.Days.MaxBy(day => day[moment].Tasks)!;
            var keys = Applied(fullest[moment]).Select(step => step.Key).ToHashSet();
            if (fullest[moment].Tasks > RoutineBuilder.MostSteps)
            {
                return new(
                    $"{RoutineBuilder.MostSteps} steps",
                    item => keys.Contains(item.Product.Id),
                    Because.Of(RuleBook.ManySteps, ("moment", moment.ToString().ToLowerInvariant()), ("count", fullest[moment].Tasks))
                );
            }
        }

        if (Minutes(path) > file.Intake.MinutesADay)
        {
            return new(
                $"{file.Intake.MinutesADay} minutes a day",
                _ => true,
                Because.Of(RuleBook.ProposeOverMinutes, ("minutes", Minutes(path)), ("wanted", file.Intake.MinutesADay))
            );
        }

        return file.Intake.BudgetAMonth is { } budget && Cost(path, items) is var cost && cost > budget
            ? new(
                $"the month's budget of {budget:0.##}",
                item => item.Product.Price > 0,
                Because.Of(RuleBook.ProposeOverBudget, ("cost", Math.Round(cost, 2)), ("wanted", budget))
            )
            : null;
    }

    /// <summary>Steps of both moments together, over the days looked at.</summary>
    private static int Steps(CarePath path) =>
        new[] { Moment.Morning, Moment.Evening }.Sum(moment =>
            path.Days.SelectMany(day => Applied(day[moment])).Select(step => step.Key).Distinct().Count()
        );

    private static IEnumerable<Step> Applied(HalfDay half) => half.Steps.Where(step => step.Action == StepAction.Apply);

    /// <summary>Minutes of an average day, rounded up.</summary>
    private static int Minutes(CarePath path) =>
        (int)Math.Ceiling(path.Days.Average(day => RoutineTime.Seconds(day.Morning.Steps) + RoutineTime.Seconds(day.Evening.Steps)) / 60);

    private static decimal Cost(CarePath path, List<Candidate> items)
    {
        decimal cost = 0;
        foreach (var product in items.Select(item => item.Product))
        {
            if (product.Price is { } price && Package.Of(product) is { Full: > 0 } package)
            {
                var used = path.Days.Sum(day =>
                    Applied(day.Morning)
                        .Concat(Applied(day.Evening))
                        .Where(step => step.Key == product.Id)
                        .Sum(step => package.Takes(product, step.Amount!))
                );
                cost += price * used * MonthDays / LookDays / package.Full;
            }
        }

        return Math.Round(cost, 2);
    }
}
