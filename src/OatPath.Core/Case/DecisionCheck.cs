using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;

namespace OatPath.Core.Case;

/// <summary>What is wrong with decisions.</summary>
public static partial class CaseCheck
{
    private static void CheckDecisions(List<Problem> problems, CaseFile file, DateOnly today)
    {
        Need(problems, file.Decisions.Count <= MaxList, "decisions", $"give at most {MaxList}");
        var products = file.Shelf.Select(item => item.Product.Id).ToHashSet();
        var ids = new HashSet<string>();
        for (var i = 0; i < file.Decisions.Count; i++)
        {
            var decision = file.Decisions[i];
            var field = $"decisions[{i}]";
            Id(problems, ids, decision.Id, field);
            Date(problems, decision.On, today, $"{field}.on");
            var product = decision switch
            {
                StartActive start => start.Product,
                StopActive stop => stop.Product,
                StepUp step => step.Product,
                StepDown step => step.Product,
                WaitBeforeStep wait => wait.Product,
                KeepLevel keep => keep.Product,
                ReopenLevel reopen => reopen.Product,
                ShapeLadder shape => shape.Product,
                TryHalf half => half.Product,
                PlaceMask placed => placed.Product,
                _ => null,
            };
            Need(
                problems,
                product is null || products.Contains(product),
                $"{field}.product",
                "names no product on the shelf; add it to the shelf first"
            );
            Need(
                problems,
                decision is not ClearRed || decision.Reason.Trim().Length >= ShortestReason,
                $"{field}.reason",
                "clearing a stop needs a reason of at least 3 characters"
            );
            Need(
                problems,
                decision is not ClearRed clear || clear.At <= file.AsOf,
                $"{field}.at",
                "a stop cannot be cleared in the future"
            );
            Need(
                problems,
                decision is not ClearScreening || decision.Reason.Trim().Length >= ShortestReason,
                $"{field}.reason",
                "answers before a peel are cleared with a reason of at least 3 characters"
            );
            Need(
                problems,
                decision is not NoteEstablished || decision.Reason.Trim().Length >= ShortestReason,
                $"{field}.reason",
                "noting a family as established needs a reason"
            );
            if (decision is StartActive started)
            {
                Need(
                    problems,
                    !started.AlreadyInUse || started.Reason.Trim().Length >= ShortestReason,
                    $"{field}.reason",
                    "an active already in use needs a reason: since when, how often, how it was taken"
                );
                Need(
                    problems,
                    started.Rung is null || started.AlreadyInUse,
                    $"{field}.rung",
                    "only an active already in use names its rung"
                );
                Need(problems, started.Rung is null or (>= 0 and <= 5), $"{field}.rung", "give a rung from 0 to 5");
                Need(
                    problems,
                    started.Reason.Trim().Length >= ShortestReason
                        || !file.Shelf.Any(item => item.Product.Id == started.Product && item.Product.Kind == ProductKind.NeedleRoller),
                    $"{field}.reason",
                    "needles are signed off for one client: say why, in 3 letters or more"
                );
                CheckKit(problems, started, file, field);
                Need(
                    problems,
                    !started.AlreadyInUse
                        || file.Shelf.FirstOrDefault(item => item.Product.Id == started.Product)?.Product.IsUnbound != true,
                    $"{field}.alreadyInUse",
                    "what is in use has a bottle: bind it on the shelf first"
                );
            }

            Need(
                problems,
                decision is not StepUp { DespiteEstimate: true } || decision.Reason.Trim().Length >= ShortestReason,
                $"{field}.reason",
                "say why it goes up although the estimate would wait, in 3 letters or more"
            );
            Need(
                problems,
                decision is not WaitBeforeStep waits || (waits.Until > waits.On && waits.Until <= waits.On.AddDays(MostDaysAhead)),
                $"{field}.until",
                $"give a day after the decision, at most {MostDaysAhead} days ahead"
            );
            Need(
                problems,
                decision is not (StepUp { Rung: < 0 or > 5 } or StepDown { Rung: < 0 or > 5 }),
                $"{field}.rung",
                "give a rung from 0 to 5"
            );
            if (decision is ShapeLadder ladder)
            {
                CheckLadder(problems, ladder, field);
                Need(
                    problems,
                    !ladder.Morning
                        || file.Shelf.FirstOrDefault(item => item.Product.Id == ladder.Product)?.Product.MayGoInTheMorning() != false,
                    $"{field}.morning",
                    "only an acid that is left on may go in the morning; leave it in the evening"
                );
            }

            if (decision is StartActive { BoosterFor: { } serum } booster)
            {
                CheckBooster(problems, booster, serum, file, field);
            }

            if (decision is TryHalf trial)
            {
                CheckHalf(problems, trial, file, field);
            }

            if (decision is PlaceMask mask)
            {
                CheckMask(problems, mask, file, field);
            }

            if (decision is ShapeWeek week)
            {
                CheckWeek(problems, week, products, field);
            }

            if (decision is TieFacial facial)
            {
                CheckFacial(problems, facial, products, field);
            }

            Need(problems, decision is not SetOrder { Products.Count: > 200 }, $"{field}.products", "give at most 200 products");
        }
    }

    /// <summary>Checks a trial on one side, as the Routine does.</summary>
    public static void CheckHalf(List<Problem> problems, TryHalf trial, CaseFile file, string field = "half")
    {
        var product = file.Shelf.FirstOrDefault(item => item.Product.Id == trial.Product)?.Product;
        Need(problems, trial.Days is >= 1 and <= 28, $"{field}.days", "give 1 to 28 days");
        Need(
            problems,
            product is null || (product.Spf is null && !product.IsKit()),
            $"{field}.product",
            "sunscreen is needed on both sides, and a kit has its own evenings; choose another product"
        );
    }

    /// <summary>Checks where a mask goes, as the Routine does.</summary>
    public static void CheckMask(List<Problem> problems, PlaceMask mask, CaseFile file, string field = "mask")
    {
        var product = file.Shelf.FirstOrDefault(item => item.Product.Id == mask.Product)?.Product;
        Need(
            problems,
            product is null || MaskPlaces.Of(product).Contains(mask.Place),
            $"{field}.place",
            product is not null && MaskPlaces.IsMask(product.Kind)
                ? "only clay without an acid or another active goes on spots; choose the whole face or the T-zone"
                : "only a mask goes on a part of the face; choose a mask"
        );
    }

    /// <summary>
    /// Checks a home facial; one without products is untied. Whether its products go together is weighed where it is planned, as they may
    /// change afterwards.
    /// </summary>
    public static void CheckFacial(List<Problem> problems, TieFacial facial, IReadOnlySet<string> products, string field = "facial")
    {
        Need(
            problems,
            facial.Products.All(products.Contains),
            $"{field}.products",
            "names no product on the shelf; add it to the shelf first"
        );
        Need(
            problems,
            facial.Products.Distinct().Count() == facial.Products.Count,
            $"{field}.products",
            "names a product twice; name each once"
        );
        Need(
            problems,
            facial.EveryDays is >= HomeFacial.LeastDays and <= HomeFacial.MostDays,
            $"{field}.everyDays",
            $"give {HomeFacial.LeastDays} to {HomeFacial.MostDays} days"
        );
    }

    /// <summary>Checks a client's ladder, as the Ramp does.</summary>
    public static void CheckLadder(List<Problem> problems, ShapeLadder ladder, string field = "ladder")
    {
        Need(problems, ladder.Start is null or (>= 0 and <= 5), $"{field}.start", "give a rung from 0 to 5");
        Need(problems, ladder.Top is null or (>= 0 and <= 5), $"{field}.top", "give a rung from 0 to 5");
        Need(
            problems,
            ladder.Start is null || ladder.Top is null || ladder.Start <= ladder.Top,
            $"{field}.start",
            "start at the last rung or below"
        );
        Need(
            problems,
            ladder.HoldDays is null or (>= 14 and <= 180),
            $"{field}.holdDays",
            "give 14 to 180 days; a hold shorter than the usual one is not taken"
        );
    }

    /// <summary>Checks the start of a kit, as the Peel page does; a product that is no kit has no days of its own.</summary>
    public static void CheckKit(List<Problem> problems, StartActive start, CaseFile file, string field)
    {
        var product = file.Shelf.FirstOrDefault(item => item.Product.Id == start.Product)?.Product;
        if (product is null || KitClass.Of(product) is not { } kit)
        {
            Need(
                problems,
                (start.EveryDays is null && start.FirstOn is null) || product is null,
                $"{field}.everyDays",
                "only a wash-off kit has days of its own; leave it out"
            );
            return;
        }

        var least = KitTimes.Of(kit.Strength).IntervalDays;
        Need(
            problems,
            start.EveryDays is null || (start.EveryDays >= least && start.EveryDays <= 180),
            $"{field}.everyDays",
            $"give {least} to 180 days for a {(kit.Strength == KitStrength.Weak ? "weak" : "strong")} kit"
        );
        Need(problems, start.BoosterFor is null, $"{field}.boosterFor", "a kit is no booster");
        Need(
            problems,
            start.FirstOn is null || (start.FirstOn >= start.On && start.FirstOn <= start.On.AddDays(MostDaysAhead)),
            $"{field}.firstOn",
            $"give a day from the start to {MostDaysAhead} days after it"
        );
    }

    private static void CheckBooster(List<Problem> problems, StartActive booster, string serum, CaseFile file, string field)
    {
        var stronger = file.Shelf.FirstOrDefault(item => item.Product.Id == booster.Product)?.Product;
        var usual = file.Shelf.FirstOrDefault(item => item.Product.Id == serum)?.Product;
        Need(problems, usual is not null, $"{field}.boosterFor", "names no product on the shelf; add the usual serum first");
        Need(problems, !booster.AlreadyInUse, $"{field}.alreadyInUse", "a booster begins with its patch test");
        Need(
            problems,
            stronger is null || usual is null || Strength.IsStronger(stronger, usual),
            $"{field}.boosterFor",
            "choose the milder leave-on serum of the same acid that the booster takes the place of"
        );
    }

    /// <summary>Checks the week agreed with a client, as the Bench does.</summary>
    /// <param name="products">Products on the shelf.</param>
    public static void CheckWeek(List<Problem> problems, ShapeWeek week, IReadOnlySet<string> products, string field = "week")
    {
        Need(
            problems,
            week.RestEvenings.Distinct().Count() == week.RestEvenings.Count,
            $"{field}.restEvenings",
            "names a weekday twice; name each once"
        );
        Need(
            problems,
            week.RestEvenings.Count < 7,
            $"{field}.restEvenings",
            "leave at least one evening free, or stop the actives instead"
        );
        Need(
            problems,
            week.Never.Select(never => never.Product).Distinct().Count() == week.Never.Count,
            $"{field}.never",
            "names a product twice; name each once"
        );
        for (var i = 0; i < week.Never.Count; i++)
        {
            Need(
                problems,
                products.Contains(week.Never[i].Product),
                $"{field}.never[{i}].product",
                "names no product on the shelf; add it to the shelf first"
            );
            Need(
                problems,
                week.Never[i].Days.Distinct().Count() == week.Never[i].Days.Count,
                $"{field}.never[{i}].days",
                "names a weekday twice; name each once"
            );
            Need(
                problems,
                week.Never[i].Days.Count < 7,
                $"{field}.never[{i}].days",
                "leave at least one day free, or stop or park the product instead"
            );
        }
    }
}
