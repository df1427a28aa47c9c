using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Bench;

/// <summary>Finds what clashes on a client's shelf over the next two weeks, and tries the ways out.</summary>
/// <remarks>
/// Source: trade convention for the clashes; a mend is offered only after planning again without its clash and without a new one.
/// </remarks>
public static class BenchReview
{
    private const int LookDays = 14;
    private const int MostSwaps = 3;
    private const int MostMends = 4;
    private const decimal SunscreenDoseMl = 2.5m;

    /// <summary>Every clash, gravest first, each with mends that were tried.</summary>
    /// <param name="studio">Products that could be brought in.</param>
    public static IReadOnlyList<BenchClash> Of(CaseFile file, HouseRules rules, IReadOnlyList<Product> studio)
    {
        var found = Find(file, rules);
        var before = found.Select(clash => clash.Key).ToHashSet();
        var tried = new Dictionary<Mend, List<BenchClash>>();
        var served = Served.Of(file, rules);
        return [.. found.Select(clash => clash with { Mends = Tried(file, rules, studio, clash, before, served, tried) })];
    }

    /// <summary>What a mend changes: the one account of it, for trying it and for saving it.</summary>
    /// <returns>Shelf items as they become, those given way first; and an active that is asked for at the same time, or null.</returns>
    public static (IReadOnlyList<ShelfItem> Items, Product? Starts) Changes(CaseFile file, Mend mend, IReadOnlyList<Product> studio)
    {
        ShelfItem Item(string product) => file.Shelf.First(item => item.Product.Id == product);
        ShelfItem Parked(string product) => Item(product) with { State = ShelfState.Parked };
        switch (mend.Kind)
        {
            case MendKind.Park:
                return ([Parked(mend.Product)], null);
            case MendKind.ParkTwo:
                return ([Parked(mend.Product), Parked(mend.With!)], null);
            case MendKind.UsualAmount:
                return ([Item(mend.Product) with { Product = Item(mend.Product).Product with { Amount = null } }], null);
            default:
                var with = studio.First(product => product.Id == mend.With);
                return ([Parked(mend.Product), new ShelfItem { Product = with }], with.IsActive() ? with : null);
        }
    }

    /// <summary>The case as a mend leaves it.</summary>
    public static CaseFile Apply(CaseFile file, Mend mend, IReadOnlyList<Product> studio)
    {
        var (items, starts) = Changes(file, mend, studio);
        var today = CareDay.Of(file.AsOf, CareDay.FindZone(file.Zone)!);
        return file with
        {
            Shelf =
            [
                .. file.Shelf.Select(item => items.FirstOrDefault(changed => changed.Product.Id == item.Product.Id) ?? item),
                .. items.Where(changed => file.Shelf.All(item => item.Product.Id != changed.Product.Id)),
            ],
            Decisions = starts is null
                ? file.Decisions
                :
                [
                    .. file.Decisions,
                    new StartActive
                    {
                        Id = "mend",
                        On = today,
                        Product = starts.Id,
                    },
                ],
        };
    }

    private static List<BenchClash> Find(CaseFile file, HouseRules rules)
    {
        var (today, days) = PathPlanner.DaysOf(file, rules, LookDays);
        var products = file.Shelf.Where(item => item.State == ShelfState.InUse).ToDictionary(item => item.Product.Id, item => item.Product);
        var found = new List<BenchClash>();
        Unsuitable(file, today, products.Values, found);
        KeptApart(days, products, found);
        OverBudget(days, found);
        Duplicates(products.Values, found);
        Overfull(days, found);
        Doses(products.Values, found);
        SealedIn(days, products, found);
        return
        [
            .. found
                .DistinctBy(clash => clash.Key)
                .OrderByDescending(clash => clash.Severity)
                .ThenByDescending(clash => clash.Evenings)
                .ThenBy(clash => clash.Key, StringComparer.Ordinal),
        ];
    }

    private static void Unsuitable(CaseFile file, DateOnly today, IEnumerable<Product> products, List<BenchClash> found)
    {
        foreach (var product in products)
        {
            foreach (var verdict in Suitability.Judge(product, file.Intake, today))
            {
                found.Add(new(verdict.Refuses ? ClashSeverity.Block : ClashSeverity.Caution, product.Id, null, verdict.Because, 0, []));
            }
        }
    }

    /// <summary>Pairs that the plan keeps on separate evenings, by the reasons it gives for the one that rests.</summary>
    private static void KeptApart(IReadOnlyList<DayPath> days, Dictionary<string, Product> products, List<BenchClash> found)
    {
        var pairs = new Dictionary<(string Rule, string A, string B), (Omission Omission, int Count)>();
        foreach (var omission in days.SelectMany(day => day.Morning.Omitted.Concat(day.Evening.Omitted)))
        {
            // Extras take turns: that is how a week is filled, and nothing to mend.
            if (
                omission.Because.Rule.StartsWith("clash.", StringComparison.Ordinal)
                && omission.Because.Rule is not (RuleBook.OneExtra or RuleBook.FacialAlone)
                && omission.Because.Ids.GetValueOrDefault("other") is { } other
                && products.ContainsKey(other)
            )
            {
                // Whoever waits longest goes first, so either of the two may rest: it is one clash all the same.
                var key =
                    string.CompareOrdinal(omission.Product, other) < 0
                        ? (omission.Because.Rule, omission.Product, other)
                        : (omission.Because.Rule, other, omission.Product);
                pairs[key] = pairs.TryGetValue(key, out var seen) ? (seen.Omission, seen.Count + 1) : (omission, 1);
            }
        }

        foreach (var ((_, a, b), (omission, count)) in pairs)
        {
            found.Add(new(ClashSeverity.Move, omission.Product, omission.Product == a ? b : a, omission.Because, count, []));
        }
    }

    /// <summary>What the exfoliation budget keeps off evenings that its rung would allow.</summary>
    private static void OverBudget(IReadOnlyList<DayPath> days, List<BenchClash> found)
    {
        foreach (
            var kept in days.SelectMany(day => day.Morning.Omitted.Concat(day.Evening.Omitted))
                .Where(omission => omission.Because.Rule == RuleBook.ExfoliationBudget)
                .GroupBy(omission => omission.Product)
        )
        {
            found.Add(new(ClashSeverity.Move, kept.Key, null, kept.First().Because, kept.Count(), []));
        }
    }

    /// <summary>The same irritant in two products of the everyday plan.</summary>
    private static void Duplicates(IEnumerable<Product> products, List<BenchClash> found)
    {
        var actives = products
            .Where(product => product.IsActive())
            .SelectMany(product =>
                product
                    .Actives.Where(active => FamilyTraits.Of(active.Family).Irritant != Degree.No)
                    .Select(active => (product, active.Substance))
            );
        foreach (var twice in actives.GroupBy(pair => pair.Substance, pair => pair.product).Where(group => group.Distinct().Count() > 1))
        {
            var pair = twice.Distinct().OrderBy(product => product.Id, StringComparer.Ordinal).ToList();
            found.Add(
                new(
                    ClashSeverity.Caution,
                    pair[0].Id,
                    pair[1].Id,
                    Because.Of(
                        RuleBook.DuplicateActive,
                        ("product", pair[0].Name),
                        ("other", pair[1].Name),
                        ("substance", SubstanceTraits.Of(twice.Key).Title)
                    ),
                    0,
                    []
                )
            );
        }
    }

    private static void Overfull(IReadOnlyList<DayPath> days, List<BenchClash> found)
    {
        foreach (var moment in new[] { Moment.Morning, Moment.Evening })
        {
            var fullest = days.MaxBy(day => day[moment].Tasks)!;
            var steps = Applied(fullest[moment]).ToList();
            if (fullest[moment].Tasks > RoutineBuilder.MostSteps)
            {
                found.Add(
                    new(
                        ClashSeverity.Caution,
                        steps[^1].Product!,
                        moment.ToString(),
                        Because.Of(RuleBook.ManySteps, ("moment", moment.ToString().ToLowerInvariant()), ("count", fullest[moment].Tasks)),
                        0,
                        []
                    )
                );
            }
        }
    }

    private static void Doses(IEnumerable<Product> products, List<BenchClash> found)
    {
        foreach (var product in products)
        {
            if (
                product.Kind is ProductKind.SunscreenFluid or ProductKind.SunscreenTinted
                && product.Amount is { } amount
                && AmountGuide.Millilitres(product, amount) < SunscreenDoseMl
            )
            {
                found.Add(
                    new(
                        ClashSeverity.Caution,
                        product.Id,
                        null,
                        Because.Of(RuleBook.UnderDose, ("product", product.Name), ("amount", amount)),
                        0,
                        []
                    )
                );
            }
        }
    }

    /// <summary>An oil or a balm straight over an acid, with nothing between.</summary>
    private static void SealedIn(IReadOnlyList<DayPath> days, Dictionary<string, Product> products, List<BenchClash> found)
    {
        foreach (var day in days)
        {
            Step? before = null;
            foreach (var step in Applied(day.Evening))
            {
                if (
                    before is not null
                    && step.Slot is RoutineSlot.Oil or RoutineSlot.Occlusive
                    && products[before.Product!] is { Traits.LeaveOn: true } acid
                    && acid.IsAcid()
                )
                {
                    found.Add(
                        new(
                            ClashSeverity.Caution,
                            step.Product!,
                            acid.Id,
                            Because.Of(RuleBook.SealsAcidIn, ("product", products[step.Product!].Name), ("other", acid.Name)),
                            0,
                            []
                        )
                    );
                }

                before = step;
            }
        }
    }

    private static IEnumerable<Step> Applied(HalfDay half) =>
        half.Steps.Where(step => step.Action == StepAction.Apply && step.Product is not null);

    private static List<Mend> Tried(
        CaseFile file,
        HouseRules rules,
        IReadOnlyList<Product> studio,
        BenchClash clash,
        HashSet<string> before,
        Served served,
        Dictionary<Mend, List<BenchClash>> tried
    )
    {
        var good = new List<(Mend Mend, int Left)>();
        foreach (var mend in Candidates(file, rules, studio, clash))
        {
            // Candidates come best first.
            if (good.Count == MostMends)
            {
                break;
            }

            if (Lacks(served, file, rules, mend, studio))
            {
                continue;
            }

            // Parking the same product may clear several clashes; what comes of it is found once.
            var after = tried.TryGetValue(mend, out var known) ? known : tried[mend] = Find(Apply(file, mend, studio), rules);
            if (
                after.TrueForAll(other => other.Key != clash.Key && !SamePair(other, clash))
                && after.TrueForAll(other =>
                    before.Contains(other.Key)
                    || other.Because.Rule == RuleBook.ExfoliationBudget
                    || other.Severity == ClashSeverity.Caution && clash.Severity != ClashSeverity.Caution
                )
            )
            {
                good.Add((mend, after.Count));
            }
        }

        // Something in its place before leaving it out, and the newcomer before what works.
        string[] newest = clash.Other is null || clash.Because.Rule == RuleBook.ManySteps ? [] : NewestFirst(file, clash);
        return
        [
            .. good.OrderBy(pair => pair.Mend.Kind)
                .ThenBy(pair => Array.IndexOf(newest, pair.Mend.Product))
                .ThenBy(pair => pair.Left)
                .Select(pair => pair.Mend)
                .Take(MostMends),
        ];
    }

    /// <summary>Whether anything served before is lacking after a mend, or a place that has to be filled is left empty.</summary>
    private static bool Lacks(Served before, CaseFile file, HouseRules rules, Mend mend, IReadOnlyList<Product> studio)
    {
        var after = Served.Of(Apply(file, mend, studio), rules);
        return !after.NoLessThan(before)
            || (
                mend.Kind is MendKind.Park or MendKind.ParkTwo
                && file.Shelf.Any(item => (item.Product.Id == mend.Product || item.Product.Id == mend.With) && after.IsMissed(item.Product))
            );
    }

    /// <summary>The two sides of a clash: not begun, then begun last, then what has been in use for longest.</summary>
    private static string[] NewestFirst(CaseFile file, BenchClash clash)
    {
        DateOnly Since(string product) =>
            file
                .Decisions.OfType<StartActive>()
                .Where(start => start.Product == product)
                .Select(start => start.AlreadyInUse ? DateOnly.MinValue : start.On)
                .DefaultIfEmpty(DateOnly.MaxValue)
                .Max();
        return [.. new[] { clash.Product, clash.Other! }.OrderByDescending(Since)];
    }

    private static bool SamePair(BenchClash one, BenchClash other) =>
        one.Because.Rule == other.Because.Rule && other.Other is not null && one.Product == other.Other && one.Other == other.Product;

    private static IEnumerable<Mend> Candidates(CaseFile file, HouseRules rules, IReadOnlyList<Product> studio, BenchClash clash)
    {
        if (clash.Because.Rule == RuleBook.UnderDose)
        {
            return [new(MendKind.UsualAmount, clash.Product)];
        }

        if (clash.Because.Rule == RuleBook.ManySteps)
        {
            var moment = Enum.Parse<Moment>(clash.Other!);
            var day = PathPlanner.DaysOf(file, rules, LookDays).Days.MaxBy(day => day[moment].Tasks)!;
            var over = day[moment].Tasks - RoutineBuilder.MostSteps;
            var spare = Applied(day[moment])
                .Where(step =>
                    step.Frequency is null
                    && step.Slot
                        is not (RoutineSlot.Cleanse or RoutineSlot.FirstCleanse or RoutineSlot.Moisturiser or RoutineSlot.Sunscreen)
                )
                .Select(step => step.Product!)
                .Reverse()
                .ToList();
            return over switch
            {
                1 => spare.Select(product => new Mend(MendKind.Park, product)),
                2 => spare.SelectMany((product, i) => spare.Skip(i + 1).Select(second => new Mend(MendKind.ParkTwo, product, second))),
                _ => [],
            };
        }

        var sides = clash.Other is null ? [clash.Product] : NewestFirst(file, clash);
        var owned = file.Shelf.Select(item => item.Product).ToList();
        var today = CareDay.Of(file.AsOf, CareDay.FindZone(file.Zone)!);
        var swaps = sides.SelectMany(side =>
            ShelfReview
                .Instead(owned.First(product => product.Id == side), owned, studio, file.Intake, today, clash.Because.Rule)
                .Take(MostSwaps)
                .Select(product => new Mend(MendKind.Swap, side, product.Id))
        );
        return swaps.Concat(sides.Select(side => new Mend(MendKind.Park, side)));
    }
}
