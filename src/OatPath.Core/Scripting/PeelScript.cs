using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Scripting;

/// <summary>Compiles a planned peel or booster evening into the script that guides it.</summary>
public static class PeelScript
{
    /// <summary>Longest contact of a class of kit, seconds, and how often the sting is asked.</summary>
    /// <remarks>Source: trade convention.</remarks>
    private static (int Limit, int StingEvery) Of(KitStrength strength) => (KitLimits.Of(strength), strength == KitStrength.Weak ? 60 : 30);

    /// <summary>The script, or why there is none: a session is only guided where the plan has its evening.</summary>
    /// <param name="product">A wash-off kit or a booster on the client's shelf.</param>
    /// <param name="on">The care day; today or later.</param>
    public static (SessionScript? Script, IReadOnlyList<Because> Reasons) Compile(
        CaseFile file,
        HouseRules rules,
        string product,
        DateOnly on
    )
    {
        if (BottleReading.Of(file).GetValueOrDefault(product) is not { } bottle)
        {
            return (null, [Because.Of(RuleBook.SessionNoKit, ("product", product))]);
        }

        if (KitClass.Of(bottle) is not { } kit)
        {
            return Booster(file, rules, bottle, on);
        }

        if (kit.Strength is not (KitStrength.Weak or KitStrength.Strong))
        {
            return (null, [kit.Because]);
        }

        var path = PathPlanner.Plan(file, rules, on, 1);
        var evening = path.Days[0].Evening;
        if (
            on < path.Today
            || evening.Steps.FirstOrDefault(step => step.Product == product && step.ContactSeconds is not null) is not { } step
        )
        {
            var planned = evening.Omitted.Where(omission => omission.Product == product).Select(omission => omission.Because).ToList();
            return (
                null,
                planned.Count > 0 && on >= path.Today
                    ? planned
                    : [Because.Of(RuleBook.SessionNotPlanned, ("product", bottle.Name), ("on", on))]
            );
        }

        if (SessionHeldOn.Refusal(file, bottle, on) is { } held)
        {
            return (null, [held]);
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
        var pace = HandPace.Of(
            file.Log.OfType<SessionHeld>()
                .Where(held => held.Practice && held.Script.Device is null)
                .MaxBy(held => (held.HappenedAt, held.Id))
                ?.Events
                ?? []
        );
        return (
            new SessionScript
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
                Asks = SessionAsks.Of(file, product, on),
                Groups = ZoneGroups.Of(order, target, pace),
                PaceSeconds = pace,
                AirSeconds = ZoneGroups.AirSeconds,
                LeaveOut = step.LeaveOut,
                Ending = new(ending, EndingLines(ending)),
                WaterSeconds = FirstAid.WaterMinutes * 60,
                LongWaterSeconds = FirstAid.LongWaterMinutes * 60,
                EyeSeconds = FirstAid.EyeMinutes * 60,
                BurnWords = [FirstAid.Burn, FirstAid.StillBurning, FirstAid.Eye],
                After =
                [
                    Said.Of("No other acid, scrub or retinoid tonight."),
                    Said.Of("Plain moisturiser; aloe this first evening if it is warm."),
                    Said.Of("Sunscreen in the morning, SPF 50. No sport, hot bath or sauna for 48 hours. Do not pick or pull at flakes."),
                ],
            },
            []
        );
    }

    private static (SessionScript? Script, IReadOnlyList<Because> Reasons) Booster(
        CaseFile file,
        HouseRules rules,
        Product bottle,
        DateOnly on
    )
    {
        var path = PathPlanner.Plan(file, rules, on, 1);
        if (path.Ladders.FirstOrDefault(ladder => ladder.Product == bottle.Id)?.Ladder != Ladder.Booster.Id)
        {
            return (null, [Because.Of(RuleBook.SessionNoKit, ("product", bottle.Id))]);
        }

        var step =
            on < path.Today
                ? null
                : path.Days[0].Evening.Steps.FirstOrDefault(step => step.Product == bottle.Id && step.Action == StepAction.Apply);
        return step is not null && SessionHeldOn.Refusal(file, bottle, on) is { } held ? (null, [held])
            : step is not null ? (BoosterScript.Of(file, bottle, step, on), [])
            : (
                null,
                [
                    path.Days[0].Evening.Omitted.FirstOrDefault(omission => omission.Product == bottle.Id && on >= path.Today)?.Because
                        ?? Because.Of(RuleBook.SessionNotPlanned, ("product", bottle.Name), ("on", on)),
                ]
            );
    }

    /// <summary>What ends it stands first: nothing is opened before that is ready.</summary>
    private static KitItem[] KitList(Product bottle, PeelEnding ending) =>
        [
            ending == PeelEnding.Neutraliser
                ? new(
                    "ending",
                    Said.Of("Neutraliser, mixed and in a squeeze bottle, shaken"),
                    Said.Of("As the label says, or baking soda, 1 teaspoon in 100 mL of boiled or bottled water.")
                )
                : new(
                    "ending",
                    Said.Of("Lukewarm and cold water running, a bowl beside it"),
                    Said.Of("The label ends this peel with a rinse.")
                ),
            new(
                "timer",
                Said.Of($"A kitchen timer, set to the most: {Words.Duration(Of(KitClass.Of(bottle)!.Strength).Limit)}"),
                Said.Of("A locked phone may not sound.")
            ),
            new(
                "bottle",
                $"{bottle.Name}{(bottle.Batch.Length > 0 ? Said.Of($", batch {bottle.Batch}") : "")}",
                (bottle.ShakeFirst ? Said.Of("Shake it first. ") : "")
                    + Said.Of("This bottle and no other. What is poured out never goes back."),
                KitPart.GoesOn
            ),
            new("mirror", Said.Of("A mirror and good light"), Said.Of("White or grey skin must be seen."), KitPart.Rest),
            new("gloves", Said.Of("Gloves"), Said.Of("So that fingers carry nothing to the eyes."), KitPart.Rest),
            new("dish", Said.Of("A small dish, a little poured"), Said.Of("Little at a time."), KitPart.Rest),
            new("pads", Said.Of("Thin pads, squeezed so that they do not drip"), Said.Of("Drips run to the eyes."), KitPart.Rest),
            new(
                "jelly",
                Said.Of("Petroleum jelly on eye corners, nostrils, lips, brows and every place left out"),
                Said.Of("What is covered is not reached."),
                KitPart.Rest
            ),
            new("towel", Said.Of("A towel to shield the eyes"), Said.Of("For taking it off."), KitPart.Rest),
            new("fan", Said.Of("A fan, or something to fan with"), Said.Of("For the tingle."), KitPart.Rest),
            new("calm", Said.Of("Aloe gel and a plain moisturiser"), Said.Of("For afterwards."), KitPart.Rest),
            new("sunscreen", Said.Of("Sunscreen for the morning, SPF 50"), Said.Of("New skin burns sooner."), KitPart.Rest),
            new("help", Said.Of("Somebody at home, or the phone in reach"), Said.Of("You are not to be alone with a burn."), KitPart.Rest),
        ];

    private static string[] EndingLines(PeelEnding ending) =>
        ending == PeelEnding.Neutraliser
            ?
            [
                Said.Of("Shield the eyes with the towel."),
                Said.Of("Pat the neutraliser on in soft rounds, zone by zone in the same order; it prickles."),
                Said.Of("Rinse with lukewarm, then cold water. Pat."),
                Said.Of("Once more where it still tingles, until it is calm."),
            ]
            :
            [
                Said.Of("Shield the eyes with the towel."),
                Said.Of("Rinse with lukewarm water in soft rounds, zone by zone in the same order; no scrubbing."),
                Said.Of("Rinse with cold water until it is calm. Pat."),
            ];
}
