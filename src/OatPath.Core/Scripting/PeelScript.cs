using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Session;
using OatPath.Core.Shelf;

namespace OatPath.Core.Scripting;

/// <summary>Compiles a planned peel evening into the script that guides it.</summary>
public static class PeelScript
{
    /// <summary>Longest contact of a class of kit, seconds, and how often the sting is asked.</summary>
    /// <remarks>Source: trade convention; the line between weak and strong as in <see cref="KitClass"/>.</remarks>
    private static (int Limit, int StingEvery) Of(KitStrength strength) => strength == KitStrength.Weak ? (600, 60) : (180, 30);

    /// <summary>The script, or why there is none: a session is only guided where the plan has its evening.</summary>
    /// <param name="product">A wash-off kit on the client's shelf.</param>
    /// <param name="on">The care day; today or later.</param>
    public static (SessionScript? Script, IReadOnlyList<Because> Reasons) Compile(CaseFile file, HouseRules rules, string product, DateOnly on)
    {
        if (BottleReading.Of(file).GetValueOrDefault(product) is not { } bottle || KitClass.Of(bottle) is not { } kit)
        {
            return (null, [Because.Of(RuleBook.SessionNoKit, ("product", product))]);
        }

        if (kit.Strength is not (KitStrength.Weak or KitStrength.Strong))
        {
            return (null, [kit.Because]);
        }

        var path = PathPlanner.Plan(file, rules, on, 1);
        var evening = path.Days[0].Evening;
        if (on < path.Today || evening.Steps.FirstOrDefault(step => step.Product == product && step.ContactSeconds is not null) is not { } step)
        {
            var planned = evening.Omitted.Where(omission => omission.Product == product).Select(omission => omission.Because).ToList();
            return (null, planned.Count > 0 && on >= path.Today ? planned : [Because.Of(RuleBook.SessionNotPlanned, ("product", bottle.Name), ("on", on))]);
        }

        if (bottle.Ending is not { } ending)
        {
            return (null, [Because.Of(RuleBook.SessionEndingUnknown, ("product", bottle.Name))]);
        }

        var order = ZoneGroups.Order(bottle.Flow, step.LeaveOut);
        if (order.Count == 0)
        {
            return (null, [Because.Of(RuleBook.SessionNoZone, ("product", bottle.Name))]);
        }

        var (limit, every) = Of(kit.Strength);
        var target = Math.Min(step.ContactSeconds!.Value, limit);
        return (new SessionScript
        {
            Kind = SessionKind.Peel,
            Product = product,
            Name = bottle.Name,
            Batch = bottle.Batch,
            On = on,
            Strength = kit.Strength,
            TargetSeconds = target,
            Layers = step.Layers,
            LayerAfterSeconds = step.Layers > 1 ? target / 2 : 0,
            LimitSeconds = limit,
            StingEverySeconds = every,
            StingEnds = FirstAid.StrongSting,
            StingCalm = FirstAid.CalmSting,
            CalmSeconds = FirstAid.FadesMinutes * 60,
            StopSeconds = FirstAid.StopMinutes * 60,
            SlowestSeconds = ZoneGroups.SlowestSeconds,
            Kit = KitList(bottle, ending),
            Asks = Asks,
            Groups = ZoneGroups.Of(order, target),
            LeaveOut = step.LeaveOut,
            Ending = new(ending, EndingLines(ending)),
            WaterSeconds = FirstAid.WaterMinutes * 60,
            LongWaterSeconds = FirstAid.LongWaterMinutes * 60,
            EyeSeconds = FirstAid.EyeMinutes * 60,
            BurnWords = [FirstAid.Burn, FirstAid.StillBurning, FirstAid.Eye],
            After = ["No other acid, scrub or retinoid tonight.", "Plain moisturiser; aloe this first evening if it is warm.", "Sunscreen in the morning, SPF 50. No sport, hot bath or sauna for 48 hours. Do not pick or pull at flakes."],
        }, []);
    }

    /// <summary>What ends it stands first: nothing is opened before that is ready.</summary>
    private static KitItem[] KitList(Product bottle, PeelEnding ending) =>
    [
        ending == PeelEnding.Neutraliser
            ? new("ending", "Neutraliser, mixed and in a squeeze bottle, shaken", "As the label says, or baking soda, 1 teaspoon in 100 mL of boiled or bottled water.")
            : new("ending", "Lukewarm and cold water running, a bowl beside it", "The label ends this peel with a rinse."),
        new("bottle", $"{bottle.Name}{(bottle.Batch.Length > 0 ? $", batch {bottle.Batch}" : "")}", "This bottle and no other. What is poured out never goes back."),
        new("timer", $"A kitchen timer, set to the most: {Words.Duration(Of(KitClass.Of(bottle)!.Strength).Limit)}", "A locked phone may not sound."),
        new("mirror", "A mirror and good light", "White or grey skin must be seen."),
        new("gloves", "Gloves", "So that fingers carry nothing to the eyes."),
        new("dish", "A small dish, a little poured", "Little at a time."),
        new("pads", "Thin pads, squeezed so that they do not drip", "Drips run to the eyes."),
        new("jelly", "Petroleum jelly on eye corners, nostrils, lips, brows and every place left out", "What is covered is not reached."),
        new("towel", "A towel to shield the eyes", "For taking it off."),
        new("fan", "A fan, or something to fan with", "For the tingle."),
        new("calm", "Aloe gel and a plain moisturiser", "For afterwards."),
        new("sunscreen", "Sunscreen for the morning, SPF 50", "New skin burns sooner."),
        new("help", "Somebody at home, or the phone in reach", "You are not to be alone with a burn."),
    ];

    private static IReadOnlyList<SessionAsk> Asks { get; } =
    [
        new("sunburn", "Any sunburn, or strong sun in the last 7 days?", false, "Not tonight: skin that was in the sun burns under an acid. Wait 7 days and tell your studio."),
        new("wound", "Anything open: a picked spot, a scratch, a nick, a burn?", false, "Not tonight: tell your studio where it is, so that the place is left out."),
        new("cold-sore", "A cold sore, or the tingle of one?", false, "Not tonight: an acid spreads a cold sore. Tell your studio."),
        new("medicine", "A new medicine since the last time?", false, "Not tonight: ask your studio first."),
        new("used", "Any acid, scrub, retinoid, wax or new product in the last days that was not in the plan?", false, "Not tonight: two of them add up. Tell your studio what it was."),
        new("stings", "The face is cleansed and fully dry. Does anything sting now?", false, "Not tonight: skin that stings after cleansing is not whole. Cream, and tell your studio."),
    ];

    private static string[] EndingLines(PeelEnding ending) => ending == PeelEnding.Neutraliser
        ? ["Shield the eyes with the towel.", "Pat the neutraliser on in soft rounds, zone by zone in the same order; it prickles.", "Rinse with lukewarm, then cold water. Pat.", "Once more where it still tingles, until it is calm."]
        : ["Shield the eyes with the towel.", "Rinse with lukewarm water in soft rounds, zone by zone in the same order; no scrubbing.", "Rinse with cold water until it is calm. Pat."];
}
