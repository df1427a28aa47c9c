using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Routine;

/// <summary>
/// One product that goes into a half day, with what the ramp and the flags said of it. Items that do not change from day to day are shared,
/// and so are their steps.
/// </summary>
public sealed class RoutineItem(
    Product product,
    RoutineSlot slot,
    IReadOnlyList<Because> because,
    Frequency? frequency = null,
    bool neck = true,
    IReadOnlyList<FaceZone>? leaveOut = null,
    int? level = null,
    int? units = null,
    int? contactSeconds = null,
    int layers = 1,
    FaceSide? side = null,
    int? everyDays = null,
    bool facial = false,
    MaskPlace? place = null
)
{
    private Step? built;
    private (bool CleanseTwice, bool Optional) builtFor;

    public Product Product { get; } = product;
    public RoutineSlot Slot { get; } = slot;
    public IReadOnlyList<Because> Because { get; } = because;
    public Frequency? Frequency { get; } = frequency;
    public int? Level { get; } = level;

    /// <summary>Days from one use to the next, where these hold and not the frequency.</summary>
    public int? EveryDays { get; } = everyDays;

    /// <summary>Units of the dispenser on a booster evening; null on any other.</summary>
    public int? Units { get; } = units;

    /// <summary>Contact of a kit, seconds, and its layers; null for everything else.</summary>
    public int? ContactSeconds { get; } = contactSeconds;
    public int Layers { get; } = layers;

    /// <summary>Only on this side; null for the whole face.</summary>
    public FaceSide? Side { get; } = side;

    /// <summary>Whether it is part of the evening's home facial.</summary>
    public bool InFacial { get; } = facial;

    /// <summary>Where a mask goes; null for what is no mask, and for the whole face.</summary>
    public MaskPlace? Place { get; } = place;

    public bool Neck { get; } = neck;
    public IReadOnlyList<FaceZone> LeaveOut { get; } = leaveOut ?? [];

    internal Step StepFor(RoutineRequest request, HouseRules rules)
    {
        if (built is null || builtFor != (request.CleanseTwice, request.MoisturiserOptional))
        {
            builtFor = (request.CleanseTwice, request.MoisturiserOptional);
            built = RoutineBuilder.ToStep(this, request, rules);
        }

        return built;
    }
}

/// <summary>Everything a half day's order depends on.</summary>
/// <param name="WaterOnly">Morning with water instead of a cleanser.</param>
/// <param name="CleanseTwice">Make-up or sunscreen was worn and only one cleanser is at hand.</param>
/// <param name="ChestToo">Moisturiser and sunscreen go down to the chest.</param>
/// <param name="HandOrder">Product ids in the order set by hand; empty for the usual order.</param>
public sealed record RoutineRequest(
    Moment Moment,
    IReadOnlyList<RoutineItem> Items,
    bool WaterOnly,
    bool CleanseTwice,
    bool MoisturiserOptional,
    IReadOnlyList<string> HandOrder,
    bool ChestToo = false
);

/// <summary>Puts a half day into order and fills in hands, drying and waits so that no step finds the wrong skin state.</summary>
public static class RoutineBuilder
{
    /// <summary>More than this and people stop doing it.</summary>
    public const int MostSteps = 6;

    /// <summary>From a booster to the night cream.</summary>
    /// <remarks>Source: trade convention, 5 min.</remarks>
    private const int BoosterWaitSeconds = 300;

    public static List<Step> Build(RoutineRequest request, HouseRules rules)
    {
        var ordered = Order(request.Items, request.HandOrder);
        var steps = new List<Step>(ordered.Count + 4) { HandsFirst };
        var skin = Skin.Bare;
        if (request.WaterOnly)
        {
            steps.Add(WaterStep);
            skin = Skin.Wet;
        }

        var brushed = ordered.Exists(item => item.Slot == RoutineSlot.Brush);
        var washed = 0;
        for (var i = 0; i < ordered.Count; i++)
        {
            var item = ordered[i];
            var step = item.StepFor(request, rules);
            if (brushed && item.Slot == RoutineSlot.Cleanse)
            {
                step = step with { HoldSeconds = 0, Because = [.. step.Because, Because.Of(RuleBook.BrushIsTheCleanse)] };
            }

            if (Between(skin, step, item) is { } drying)
            {
                var before = steps.Count(earlier =>
                    earlier.Key == drying.Key || earlier.Key.StartsWith(drying.Key + "-again-", StringComparison.Ordinal)
                );
                steps.Add(before == 0 ? drying : drying with { Key = $"{drying.Key}-again-{before}" });
            }

            steps.Add(step);
            skin = After(skin, item);
            if (IsLeftOnAcid(item) && !(i + 1 < ordered.Count && IsLeftOnAcid(ordered[i + 1])))
            {
                washed++;
                steps.Add(washed == 1 ? HandsAfter : HandsAfter with { Key = $"hands-after-{washed}" });
            }
        }

        return steps;
    }

    /// <summary>Whether it stays on the skin: clay on spots in the slot of what treats them does so overnight.</summary>
    private static bool StaysOn(RoutineItem item) => item.Product.Traits.LeaveOn || IsOvernight(item);

    private static bool IsOvernight(RoutineItem item) => item is { Place: MaskPlace.Spots, Slot: RoutineSlot.Treatment };

    private static bool IsLeftOnAcid(RoutineItem item) => item.Product.Traits.LeaveOn && item.Product.IsAcid();

    /// <summary>What the skin is like between two steps.</summary>
    private enum Skin
    {
        Bare,
        Wet,
        Damp,
        Treated,
    }

    /// <summary>
    /// The drying a step needs first, so that it never finds the wrong skin: acids and what wants dry skin none that is wet or damp, what
    /// stays on none that drips.
    /// </summary>
    private static Step? Between(Skin skin, Step step, RoutineItem item)
    {
        var wantsDry = step.SkinState == SkinState.Dry || IsLeftOnAcid(item);
        return (skin, wantsDry) switch
        {
            (Skin.Wet, true) => DryFully,
            (Skin.Damp, true) => DryBetween,
            (Skin.Wet, false) when StaysOn(item) => PatDamp,
            _ => null,
        };
    }

    private static Skin After(Skin skin, RoutineItem item)
    {
        var traits = item.Product.Traits;
        if (item.Slot is RoutineSlot.Steam or RoutineSlot.LateSteam)
        {
            return Skin.Damp;
        }

        if (!StaysOn(item))
        {
            return traits.Removal is Removal.CottonRounds or Removal.None ? skin : Skin.Wet;
        }

        return item.Slot == RoutineSlot.CalmingToner && !item.Product.IsAcid() ? Skin.Damp : Skin.Treated;
    }

    /// <summary>The usual order, or the hand order inside each phase; what the hand order does not name keeps its usual place.</summary>
    public static List<RoutineItem> Order(IReadOnlyList<RoutineItem> items, IReadOnlyList<string> handOrder)
    {
        var usual = new List<RoutineItem>(items);
        usual.Sort(
            static (a, b) =>
            {
                var slot = a.Slot.CompareTo(b.Slot);
                // Of two masks the one that draws comes before the one that gives.
                slot = slot != 0 ? slot : (a.Product.Kind != ProductKind.ClayMask).CompareTo(b.Product.Kind != ProductKind.ClayMask);
                var flow = slot != 0 ? slot : a.Product.Flow.CompareTo(b.Product.Flow);
                return flow != 0 ? flow : ProductOrder.ByContent.Compare(a.Product, b.Product);
            }
        );
        if (handOrder.Count == 0)
        {
            return usual;
        }

        var place = new Dictionary<string, double>(usual.Count);
        double last = -1;
        for (var i = 0; i < usual.Count; i++)
        {
            var byHand = IndexOf(handOrder, usual[i].Product.Id);
            last = byHand >= 0 ? byHand : last + 0.001;
            place[usual[i].Product.Id] = last;
        }

        // LINQ's ordering is stable, so equal places keep the usual order.
        return [.. usual.OrderBy(item => RoutineSlots.Phase(item.Slot)).ThenBy(item => place[item.Product.Id])];
    }

    /// <summary>
    /// What a hand order asks for that cannot be: rinsing after what stays on, anything after sunscreen. Those keep their usual place.
    /// </summary>
    public static IEnumerable<(RoutineItem First, RoutineItem Second)> Impossible(
        IReadOnlyList<RoutineItem> items,
        IReadOnlyList<string> handOrder
    )
    {
        var byHand = handOrder.Select(id => items.FirstOrDefault(item => item.Product.Id == id)).OfType<RoutineItem>().ToList();
        for (var i = 1; i < byHand.Count; i++)
        {
            if (RoutineSlots.Phase(byHand[i - 1].Slot) > RoutineSlots.Phase(byHand[i].Slot))
            {
                yield return (byHand[i - 1], byHand[i]);
            }
        }
    }

    /// <summary>Neighbours that a hand order put against the usual order.</summary>
    public static IEnumerable<(Step Earlier, Step Later)> OutOfOrder(IReadOnlyList<Step> steps)
    {
        Step? previous = null;
        foreach (var step in steps)
        {
            if (step.Slot is null)
            {
                continue;
            }

            if (previous is not null && previous.Slot > step.Slot)
            {
                yield return (previous, step);
            }

            previous = step;
        }
    }

    private static readonly Step HandsFirst = new()
    {
        Key = "hands",
        Action = StepAction.WashHands,
        Because = [Because.Of(RuleBook.Hands)],
    };
    private static readonly Step HandsAfter = new()
    {
        Key = "hands-after",
        Action = StepAction.WashHands,
        Because = [Because.Of(RuleBook.HandsAfterAcid)],
    };
    private static readonly Step WaterStep = new()
    {
        Key = "water",
        Action = StepAction.Water,
        Because = [Because.Of(RuleBook.MorningWater)],
    };
    private static readonly Step DryFully = new()
    {
        Key = "dry",
        Action = StepAction.Dry,
        SkinState = SkinState.Dry,
        Because = [Because.Of(RuleBook.DryBeforeAcid)],
    };
    private static readonly Step DryBetween = DryFully with { Key = "dry-between" };
    private static readonly Step PatDamp = new()
    {
        Key = "dry",
        Action = StepAction.Dry,
        SkinState = SkinState.Damp,
        Because = [Because.Of(RuleBook.PatDry)],
    };

    internal static Step ToStep(RoutineItem item, RoutineRequest request, HouseRules rules)
    {
        var traits = item.Product.Traits;
        var overnight = IsOvernight(item);
        var hold =
            overnight ? 0
            : item.Product.Kind == ProductKind.ClayMask ? rules.ClayMinutes * 60
            : traits.HoldSeconds;
        var amount =
            item.Slot == RoutineSlot.Sunscreen ? OfSunscreen(item.Product, request.ChestToo)
            : item.Product.Kind == ProductKind.MoisturiserWithSpf ? item.Product.Amount ?? new Amount(1, AmountUnit.Pea)
            : item.Place is { } place ? MaskPlaces.AmountOn(place, AmountGuide.For(item.Product))
            : item.Units is { } units ? new Amount(units, AmountGuide.For(item.Product).Unit)
            : AmountGuide.For(item.Product);
        var because =
            request.CleanseTwice && item.Slot == RoutineSlot.Cleanse ? [.. item.Because, Because.Of(RuleBook.CleanseTwice)] : item.Because;

        return new Step
        {
            Key = item.Product.Id,
            Action = StepAction.Apply,
            Product = item.Product.Id,
            Kind = item.Product.Kind,
            Slot = item.Slot,
            Roles = item.Product.Families(),
            Amount = item.Side is null ? amount : HalfOf(item.Product, amount),
            SkinState =
                (item.Product.IsAcid() && traits.LeaveOn)
                || item.Slot == RoutineSlot.Glide
                || overnight
                || (item.Product.Kind == ProductKind.Razor && !rules.RazorOnDamp)
                    ? SkinState.Dry
                    : traits.Wants,
            HoldSeconds = item.ContactSeconds ?? hold,
            ContactSeconds = item.ContactSeconds,
            Layers = item.Layers,
            WaitSeconds = item.Units is null ? traits.WaitSeconds : Math.Max(traits.WaitSeconds, BoosterWaitSeconds),
            Removal = overnight ? Removal.None : traits.Removal,
            Place = item.Place,
            Neck = item.Neck,
            Chest = request.ChestToo && item.Slot is RoutineSlot.Moisturiser or RoutineSlot.Sunscreen,
            Optional = request.MoisturiserOptional && item.Slot == RoutineSlot.Moisturiser,
            ShakeFirst = item.Product.ShakeFirst,
            KeepCold = item.Product.KeepCold,
            LeaveOut = item.LeaveOut,
            Side = item.Side,
            Frequency = item.Frequency,
            EveryDays = item.EveryDays,
            InFacial = item.InFacial,
            Level = item.Level,
            FineNeedles = item.Product.IsNeedle() ? NeedleTimes.AreFine(item.Product) : null,
            Because = because,
        };
    }

    /// <summary>Half a teaspoon, a teaspoon with the chest; what was typed counts where it is enough to protect.</summary>
    /// <remarks>Source: 2 mg per square cm over face and neck; from half of that on a typed amount is taken: house default.</remarks>
    private static Amount OfSunscreen(Product product, bool chestToo) =>
        product.Amount is { } typed && AmountGuide.Millilitres(product, typed) is >= LeastSunscreenMl and <= MostSunscreenMl
            ? typed
            : new Amount(chestToo ? 1 : 0.5m, AmountUnit.Teaspoon);

    private const decimal LeastSunscreenMl = 1.25m;
    private const decimal MostSunscreenMl = 10m;

    /// <summary>Half a face takes half; a vial is opened for one use and goes on whole, and what is counted cannot be halved.</summary>
    /// <remarks>Source: trade convention.</remarks>
    private static Amount HalfOf(Product product, Amount amount) =>
        amount.IsCounted || amount.Unit == AmountUnit.Vial || product.Dispenser is Dispenser.Vial or Dispenser.SingleUse
            ? amount
            : amount with
            {
                Count = amount.Count / 2,
            };

    private static int IndexOf(IReadOnlyList<string> list, string id)
    {
        for (var i = 0; i < list.Count; i++)
        {
            if (list[i] == id)
            {
                return i;
            }
        }

        return -1;
    }
}
