using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Routine;

/// <summary>How a step is done, in plain short sentences for the client.</summary>
public static class StepWords
{
    public static IReadOnlyList<string> How(Step step) => step.Action switch
    {
        StepAction.WashHands => step.Key == "hands" ? ["Wash your hands with soap. Dry them on a fresh towel."] : ["Wash your fingertips, so that no acid reaches your eyes."],
        StepAction.Water => ["Rinse with lukewarm water. No cleanser this morning."],
        StepAction.Dry => step.SkinState == SkinState.Dry
            ? ["Pat with a fresh towel.", "Wait until the skin is completely dry."]
            : ["Pat with a fresh towel. Leave the skin slightly damp."],
        StepAction.PatchTest =>
        [
            "Put a thin film the size of a thumbnail on the inner side of one forearm.",
            "Leave it on and keep the place dry. Nothing goes on the face yet.",
            "Look at it after 24 and after 48 hours.",
        ],
        StepAction.ReadPatch =>
        [
            "Look at the inner forearm where the patch test was.",
            "Feeling it briefly was normal. Scabs, bumps, swelling or redness that stays means: do not use it.",
        ],
        _ => [.. Apply(step)],
    };

    private static IEnumerable<string> Apply(Step step)
    {
        yield return step.SkinState switch
        {
            SkinState.Dry when step.Slot is RoutineSlot.FirstCleanse => "Dry hands, dry face.",
            SkinState.Dry => "Face fully dry.",
            SkinState.Damp => "Face slightly damp.",
            SkinState.Wet => "Face wet with lukewarm water.",
            _ => step.Slot == RoutineSlot.Sunscreen ? "Last of all. Only make-up may follow." : "Let the step before sink in.",
        };
        yield return step.Slot switch
        {
            RoutineSlot.FirstCleanse => $"Massage for {Words.Duration(step.HoldSeconds)}, add water until it turns milky, then rinse.",
            RoutineSlot.EyeRemover => $"Hold on closed lids for {Words.Duration(step.HoldSeconds)}, then wipe outward once.",
            RoutineSlot.Cleanse => $"Massage gently for {Words.Duration(step.HoldSeconds)}, jaw and up to the ears, then {RemovalOf(step)}.",
            RoutineSlot.WetExfoliation when step.Kind == ProductKind.Razor => "Hold the skin taut, about 45 degrees, with the hair, few passes. Not on spots, moles, brows or hairline. Then into the bin.",
            RoutineSlot.Steam => $"At arm's length, eyes closed, {Words.Duration(step.HoldSeconds)} at most. Stop when it feels hot.",
            RoutineSlot.Brush => "Put the next cleanser on the brush head: 20 s on each cheek, on the forehead, and on the chin with the nose. No pressure. Rinse the head.",
            RoutineSlot.Device when step.Kind == ProductKind.LightMask => "Eyes covered, as long as the label says.",
            RoutineSlot.Device => $"Only with its own gel, light and steady, {Words.Duration(step.HoldSeconds)}, as the label says; then {RemovalOf(step)}.",
            RoutineSlot.Blade => "On wet skin, flat edge, nose and chin, gently along, no pressure. Then rinse.",
            RoutineSlot.WetExfoliation or RoutineSlot.Mask or RoutineSlot.LateMask => $"An even layer, no rubbing. After {Words.Duration(step.HoldSeconds)} {RemovalOf(step)}.",
            RoutineSlot.Acid => "One even pass, cheeks first. Not on lids, lips or inside the nose. Stay outside the bony rim of the eye.",
            RoutineSlot.Sunscreen => $"Spread over face{(step.Chest ? ", neck and chest" : " and neck")}, ears too. Put it on 15 minutes before sun, and again every 2 hours outdoors and after sweat or water.",
            RoutineSlot.Eye => "Tap along the bony rim, not on the lid.",
            RoutineSlot.Treatment => "A thin film, outside the bony rim of the eye.",
            RoutineSlot.Lips => "On the lips.",
            _ when step.Chest => "Spread over face, neck and chest, without rubbing.",
            _ => step.Neck ? "Spread over face and neck, without rubbing." : "Spread over the face, without rubbing.",
        };
        if (step.Because.Any(because => because.Rule == RuleBook.CleanseTwice))
        {
            yield return "Do it twice: sunscreen comes off with the second round.";
        }

        if (step.LeaveOut.Count > 0)
        {
            yield return $"Leave out: {string.Join(", ", step.LeaveOut.Select(ZoneOf))}.";
        }

        if (step.Roles.Any(FamilyTraits.IsAcid) && !step.Neck)
        {
            yield return "Face only, not the neck.";
        }

        if (step.Optional)
        {
            yield return "Only if your skin feels tight.";
        }
    }

    private static string RemovalOf(Step step) => step.Removal switch
    {
        Removal.WarmFlannel => "take off with a warm, wet flannel",
        Removal.DampPad => "wipe off with a damp pad",
        Removal.CottonRounds => "wipe off with cotton rounds",
        Removal.SoakedChamois => "take off with a soaked chamois",
        _ => "rinse with lukewarm water",
    };

    private static string ZoneOf(FaceZone zone) => zone switch
    {
        FaceZone.LeftCheek => "left cheek",
        FaceZone.RightCheek => "right cheek",
        FaceZone.UpperLip => "upper lip",
        FaceZone.EyeArea => "around the eyes",
        _ => zone.ToString().ToLowerInvariant(),
    };
}
