using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Days;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Compose;

/// <summary>
/// Chooses, for one half day, which of the products without a ladder are used: one cleanser, one moisturiser, one sunscreen, the rest as
/// they are.
/// </summary>
internal sealed class EverydayShelf(KnownFacts facts, PlanRun run, RuleSwitch rule)
{
    private readonly List<Product> everyday =
    [
        .. facts
            .File.Shelf.Where(item =>
                item.State == ShelfState.InUse
                && item.Product.Traits.Use == KindUse.Daily
                && !item.Product.IsActive()
                && !item.Product.IsNeedleSerum()
            )
            .Select(item => item.Product)
            .Order(ProductOrder.ByContent),
    ];

    private readonly List<Product> aside =
    [
        .. facts
            .File.Shelf.Where(item =>
                item.State == ShelfState.InUse
                && (item.Product.Traits.Use is KindUse.Session or KindUse.OnHand || item.Product.IsNeedleSerum())
                && !item.Product.IsKit()
            )
            .Select(item => item.Product),
    ];

    private readonly Dictionary<
        (Moment, bool Repair, bool Open, int Spf, long Usable, int Epoch, string? Sensitising),
        EverydayHalf
    > chosen = [];

    private (DateOnly Day, long Bits) usableOn = (DateOnly.MaxValue, 0);

    /// <summary>The everyday part of a half day; days on which nothing about it differs share one result.</summary>
    public EverydayHalf Choose(DateOnly day, Moment moment, bool repair, Because? open, HalfFaces halves)
    {
        var key = (moment, repair, open is not null, run.SpfNeeded.On(day), Usable(day), run.Verdicts.Epoch(day), LightSensitising()?.Id);
        if (everyday.Count >= 62 || open is not null || run.Needles.Near(day) || halves.Any(day) || !chosen.TryGetValue(key, out var half))
        {
            half = new EverydayHalf();
            Choose(day, moment, repair, open, half.Items, half.Omitted, halves);
            if (open is null && !run.Needles.Near(day) && !halves.Any(day))
            {
                chosen[key] = half;
            }
        }

        return half;
    }

    /// <summary>Which of the first products may be used on a day, a bit each; both halves of a day ask for it.</summary>
    private long Usable(DateOnly day)
    {
        if (usableOn.Day != day)
        {
            long usable = 0;
            for (var i = 0; i < everyday.Count && i < 62; i++)
            {
                usable |=
                    everyday[i].UsableOn(day) && run.PeelRest.Of(everyday[i], day) is null && run.Needles.Of(everyday[i], day) is null
                        ? 1L << i
                        : 0;
            }

            usableOn = (day, usable);
        }

        return usableOn.Bits;
    }

    private void Choose(
        DateOnly day,
        Moment moment,
        bool repair,
        Because? open,
        List<RoutineItem> items,
        List<Omission> omitted,
        HalfFaces halves
    )
    {
        var allowed = new List<Product>(everyday.Count);
        foreach (var product in everyday)
        {
            if (Refusal(product, day) is { } refused)
            {
                omitted.Add(new(product.Id, refused));
            }
            else if (open is not null)
            {
                // Ointment as often as it is tight: morning and evening, whatever its usual moments.
                if (IsPlainOintment(product))
                {
                    allowed.Add(product);
                }
                else
                {
                    omitted.Add(new(product.Id, open));
                }
            }
            else if (repair && !FitsRepair(product))
            {
                omitted.Add(new(product.Id, Because.Of(RuleBook.RepairOnly, ("product", product.Name))));
            }
            else if (!repair && BreaksOutUnder(product))
            {
                omitted.Add(new(product.Id, Because.Of(RuleBook.BalmBreaksOut, ("product", product.Name))));
            }
            else if (product.Traits.In(moment))
            {
                allowed.Add(product);
            }
        }

        if (moment == Moment.Evening)
        {
            foreach (var product in aside)
            {
                omitted.Add(
                    new(
                        product.Id,
                        Because.Of(
                            product.Traits.Use == KindUse.Session || product.IsNeedleSerum() ? RuleBook.SessionOnly : RuleBook.OnHand,
                            ("product", product.Name)
                        )
                    )
                );
            }
        }

        var sunscreen = moment == Moment.Morning ? Sunscreen(allowed, day, repair) ?? BetterThanNone(allowed, day) : null;
        var water = open is not null || (moment == Moment.Morning && UsesWater(repair));
        var one = new Dictionary<RoutineSlot, Product?>
        {
            [RoutineSlot.FirstCleanse] = First(allowed, RoutineSlot.FirstCleanse, moment),
            [RoutineSlot.Cleanse] = First(allowed, RoutineSlot.Cleanse, moment),
            [RoutineSlot.Moisturiser] = First(allowed, RoutineSlot.Moisturiser, moment, sunscreen),
        };
        foreach (var product in allowed)
        {
            if (RoutineSlots.Of(product.Kind) is not { } slot)
            {
                continue;
            }

            if (product == sunscreen)
            {
                items.Add(
                    new(
                        product,
                        RoutineSlot.Sunscreen,
                        [
                            product.IsUsableSunscreen(run.SpfNeeded.On(day), day)
                                ? SunscreenReason(day)
                                : Because.Of(RuleBook.SunscreenBetterThanNone, ("product", product.Name), ("spf", run.SpfNeeded.On(day))),
                        ]
                    )
                );
            }
            else if (slot == RoutineSlot.Sunscreen)
            {
                omitted.Add(
                    new(
                        product.Id,
                        Because.Of(product.UsableOn(day) ? RuleBook.OneOfAKind : RuleBook.SunscreenUnusable, ("product", product.Name))
                    )
                );
            }
            else if (water && slot is RoutineSlot.Cleanse)
            {
                omitted.Add(new(product.Id, Because.Of(RuleBook.MorningWater)));
            }
            else if (one.TryGetValue(slot, out var chosen) && chosen != product)
            {
                omitted.Add(new(product.Id, Because.Of(RuleBook.OneOfAKind, ("product", product.Name))));
            }
            else
            {
                var side = halves.Of(product, day, usedBefore: true);
                items.Add(
                    new(
                        product,
                        slot,
                        side is { } half
                            ?
                            [
                                Because.Of(RuleBook.Everyday),
                                Because.Of(RuleBook.HalfFace, ("product", product.Name), ("side", EnumName.Of(half))),
                            ]
                            : [Because.Of(RuleBook.Everyday)],
                        null,
                        product.Kind != ProductKind.EyeGel,
                        side: side
                    )
                );
            }
        }
    }

    /// <summary>Morning water instead of a cleanser on dry skin and in repair.</summary>
    public bool UsesWater(bool repair) =>
        repair
        || facts.File.Intake.SkinType == SkinType.Dry
        || !everyday.Any(product => RoutineSlots.Of(product.Kind) == RoutineSlot.Cleanse);

    public bool HasFirstCleanse(DateOnly day, bool repair) =>
        !repair && everyday.Any(product => RoutineSlots.Of(product.Kind) == RoutineSlot.FirstCleanse && Refusal(product, day) is null);

    private Because? Refusal(Product product, DateOnly day)
    {
        return run.Verdicts.Refusal(product, day)
            ?? run.PeelRest.Of(product, day)?.Because
            ?? run.Needles.Of(product, day)?.Because
            ?? (product.UsableOn(day) ? null : Because.Of(RuleBook.Empty, ("product", product.Name)));
    }

    private static bool FitsRepair(Product product) =>
        IsSunscreen(product)
        || (
            !product.Contains.Contains(Allergen.Fragrance)
            && !product.StrongSulphate
            && product.Kind
                is ProductKind.CreamCleanser
                    or ProductKind.GelCleanser
                    or ProductKind.FoamCleanser
                    or ProductKind.HydratingSerum
                    or ProductKind.Moisturiser
                    or ProductKind.OcclusiveBalm
                    or ProductKind.LipBalm
        );

    /// <summary>What seals is kept for skin that has to heal, where it breaks out otherwise.</summary>
    private bool BreaksOutUnder(Product product) =>
        product.Kind == ProductKind.OcclusiveBalm
        && facts.File.Intake.Concerns.Contains(Concern.Breakouts)
        && rule.On(RuleBook.BalmBreaksOut);

    private static bool IsPlainOintment(Product product) =>
        product.Kind == ProductKind.OcclusiveBalm && !product.Contains.Contains(Allergen.Fragrance);

    /// <summary>Sunscreen is never left out, but on skin that is open, also where the only one there has a fragrance.</summary>
    private static bool IsSunscreen(Product product) =>
        product.Kind is ProductKind.SunscreenFluid or ProductKind.SunscreenTinted or ProductKind.MoisturiserWithSpf;

    private Product? Sunscreen(List<Product> allowed, DateOnly day, bool repair)
    {
        var spf = run.SpfNeeded.On(day);
        var tinted = facts.File.Intake.MarksEasily(day);
        Product? best = null;
        foreach (var product in allowed)
        {
            if (
                product.IsUsableSunscreen(spf, day)
                && rule.On(RuleBook.SunscreenMorning)
                && (best is null || Rank(product).CompareTo(Rank(best)) > 0)
            )
            {
                best = product;
            }
        }

        return best;

        (bool, bool, bool, int) Rank(Product product) =>
            (
                !repair || !product.Contains.Contains(Allergen.Fragrance),
                product.Kind != ProductKind.MoisturiserWithSpf,
                tinted && product.Kind == ProductKind.SunscreenTinted,
                product.Spf ?? 0
            );
    }

    /// <summary>
    /// The strongest of those that do not count for actives; powder is only a top-up, and what is empty or spoiled is none.
    /// </summary>
    private Product? BetterThanNone(List<Product> allowed, DateOnly day) =>
        rule.On(RuleBook.SunscreenBetterThanNone)
            ? allowed
                .Where(product =>
                    IsSunscreen(product)
                    && product.Spf is not null
                    && product.UsableOn(day)
                    && !product.IsUsableSunscreen(run.SpfNeeded.On(day), day)
                )
                .OrderByDescending(product => product.BroadSpectrum)
                .ThenByDescending(product => product.Spf)
                .FirstOrDefault()
            : null;

    private Because SunscreenReason(DateOnly day) =>
        LightSensitising() is { } product
            ? Because.Of(RuleBook.SunscreenMorning, ("product", product.Name), ("spf", run.SpfNeeded.On(day)))
            : Because.Of(RuleBook.SunscreenEveryday, ("spf", run.SpfNeeded.On(day)));

    private Product? LightSensitising()
    {
        foreach (var track in run.Standing.Tracks)
        {
            if (track.Start is not null && track.LightSensitising)
            {
                return track.Product;
            }
        }

        return null;
    }

    /// <summary>The lightest in the morning and the richest in the evening; of cleansers the gentlest (cream) in the morning.</summary>
    private static Product? First(List<Product> allowed, RoutineSlot slot, Moment moment, Product? not = null)
    {
        Product? best = null;
        foreach (var product in allowed)
        {
            if (RoutineSlots.Of(product.Kind) == slot && product != not && (best is null || Better(product, best)))
            {
                best = product;
            }
        }

        return best;

        bool Better(Product a, Product b)
        {
            var richer = slot == RoutineSlot.Cleanse ? moment == Moment.Morning : moment == Moment.Evening;
            return richer ? a.Flow > b.Flow : a.Flow < b.Flow;
        }
    }
}

/// <summary>The everyday part of a half day, and its steps once they were built for an evening without an active.</summary>
internal sealed class EverydayHalf
{
    public List<RoutineItem> Items { get; } = [];
    public List<Omission> Omitted { get; } = [];
    public IReadOnlyList<Step>? Steps { get; set; }

    /// <summary>Steps built together with actives, by those actives.</summary>
    public List<(RoutineItem[] Actives, IReadOnlyList<Step> Steps)> With { get; } = [];
}
