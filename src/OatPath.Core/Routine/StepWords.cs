using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Routine;

/// <summary>How a step is done, in plain short sentences for the client.</summary>
public static class StepWords
{
    public static IReadOnlyList<string> How(Step step) =>
        step.Action switch
        {
            StepAction.WashHands => step.Key == "hands"
                ? ["Wash your hands with soap. Dry them on a fresh towel."]
                : ["Wash your fingertips, so that no acid reaches your eyes."],
            StepAction.Water => ["Rinse with lukewarm water. No cleanser this morning."],
            StepAction.Dry => step.SkinState == SkinState.Dry
                ? ["Pat with a fresh towel.", "Wait until the skin is completely dry."]
                : ["Pat with a fresh towel. Leave the skin slightly damp."],
            StepAction.PatchTest when step.Kind == ProductKind.WashOffPeel =>
            [
                "Under the jaw or behind one ear, a patch the size of a thumbnail, on dry skin.",
                "Leave it on for at most 1 minute, by a kitchen timer, then rinse it off well.",
                "Look at it after 24 and after 48 hours.",
            ],
            StepAction.PatchTest =>
            [
                "Put a thin film the size of a thumbnail on the inner side of one forearm.",
                "Leave it on and keep the place dry. Nothing goes on the face yet.",
                "Look at it after 24 and after 48 hours.",
            ],
            StepAction.ReadPatch =>
            [
                step.Kind == ProductKind.WashOffPeel
                    ? "Look at the place under the jaw or behind the ear where the patch test was."
                    : "Look at the inner forearm where the patch test was.",
                "Feeling it briefly was normal. Scabs, bumps, swelling or redness that stays means: do not use it.",
            ],
            _ when step.ContactSeconds is { } contact => [.. Peel(step, contact)],
            _ => [.. Apply(step)],
        };

    /// <summary>A peel at home, in the order in which it must be read: what stops it comes first.</summary>
    private static IEnumerable<string> Peel(Step step, int contact)
    {
        yield return "Not tonight with sunburn, an open or picked spot, a cold sore or a new medicine, or if anything stings after "
            + "cleansing. Ask your studio first.";
        yield return "Ready before you open it: neutraliser mixed or water running, as the label says; a kitchen timer, mirror, gloves, "
            + "petroleum jelly on lips, nostrils, brows and eye corners.";
        yield return "Face completely dry. One even coat, sturdy zones first, no massage. Stay outside the bony rim of the eye; never on "
            + "lids or lips.";
        yield return $"The time counts from the first touch. At most {Words.Duration(contact)}, then off, in the order it went on.";
        if (step.Layers > 1)
        {
            yield return $"{step.Layers} layers: the second one half way. Both come off at {Words.Duration(contact)}.";
        }

        yield return FirstAid.AtTheSink;
        if (step.LeaveOut.Count > 0)
        {
            yield return $"Leave out: {string.Join(", ", step.LeaveOut.Select(FaceZones.TitleOf))}.";
        }

        yield return "Face only, not the neck. Afterwards rinse lukewarm, then cold, and pat.";
    }

    /// <summary>How often a step is done by its rung, or how long a kit stays on; null for what is everyday.</summary>
    public static string? HowOften(Step step, bool morning) =>
        step.ContactSeconds is { } contact
            ? $"peel evening{(step.EveryDays is { } days ? $" {FrequencyTraits.Every(days)}" : "")}, at most {Words.Duration(contact)}"
        : step.EveryDays is { } apart ? FrequencyTraits.Every(apart, morning)
        : step.Frequency?.InWords(morning);

    private static IEnumerable<string> Apply(Step step)
    {
        yield return step.SkinState switch
        {
            SkinState.Dry when step.Slot is RoutineSlot.FirstCleanse => "Dry hands, dry face.",
            _ when step.FineNeedles is not null => "On the serum, while it still glides.",
            SkinState.Dry => "Face fully dry.",
            SkinState.Damp => "Face slightly damp.",
            SkinState.Wet => "Face wet with lukewarm water.",
            _ => step.Slot == RoutineSlot.Sunscreen ? "Last of all. Only make-up may follow." : "Let the step before sink in.",
        };
        yield return step.Slot switch
        {
            RoutineSlot.FirstCleanse => $"Massage for {Words.Duration(step.HoldSeconds)}, add water until it turns milky, then rinse.",
            RoutineSlot.EyeRemover => $"Hold on closed lids for {Words.Duration(step.HoldSeconds)}, then wipe outward once.",
            RoutineSlot.Cleanse =>
                $"Massage gently for {Words.Duration(step.HoldSeconds)}, jaw and up to the ears, then {RemovalOf(step)}.",
            RoutineSlot.WetExfoliation when step.Kind == ProductKind.Razor =>
                "Hold the skin taut, about 45 degrees, with the hair, few passes. Not on spots, moles, brows or hairline. Then "
                    + "into the bin.",
            RoutineSlot.Steam => $"At arm's length, eyes closed, {Words.Duration(step.HoldSeconds)} at most. Stop when it feels hot.",
            RoutineSlot.Brush =>
                "Put the next cleanser on the brush head: 20 s on each cheek, and on the forehead with the chin; again for the neck. No "
                    + "pressure. Rinse the head.",
            RoutineSlot.Device when step.Kind == ProductKind.LightMask => "Eyes covered, as long as the label says.",
            RoutineSlot.Device when step.Kind == ProductKind.NeedleRoller =>
                "Four quarters: up and down, across, diagonal, lifted at the end of every stroke. Not where it is tender, not under the "
                    + "eyes. 70 % alcohol before, dried, and after.",
            RoutineSlot.Device when step.Kind == ProductKind.NanoTip =>
                "A new tip, upright, section by section; stop at slight pink. The tip into the bin.",
            RoutineSlot.Device when step.HoldSeconds == 0 => "As its sheet says, way by way.",
            RoutineSlot.Device =>
                $"Only with its own gel, light and steady, {Words.Duration(step.HoldSeconds)}, as the label says; then {RemovalOf(step)}.",
            RoutineSlot.Glide => "On every part the needles go over; nothing else under them.",
            RoutineSlot.Blade => "On wet skin, flat edge, nose and chin, gently along, no pressure. Then rinse.",
            RoutineSlot.WetExfoliation or RoutineSlot.Mask or RoutineSlot.LateMask =>
                $"An even layer, no rubbing. After {Words.Duration(step.HoldSeconds)} {RemovalOf(step)}.",
            RoutineSlot.Acid => "One even pass, cheeks first. Not on lids, lips or inside the nose. Stay outside the bony rim of the eye.",
            RoutineSlot.Sunscreen =>
                $"Spread over face{(step.Chest ? ", neck and chest" : " and neck")}, ears too. Put it on 15 minutes before sun, and again "
                    + $"every 2 hours outdoors and after sweat or water.",
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

        if (step.FineNeedles is { } fine)
        {
            foreach (var line in NeedleCare.After(fine))
            {
                yield return line;
            }
        }

        if (step.Side is { } side)
        {
            yield return $"Only on the {EnumName.Of(side)} side of the face, up to the middle; the other side stays as it is, to compare.";
        }

        if (step.LeaveOut.Count > 0)
        {
            yield return $"Leave out: {string.Join(", ", step.LeaveOut.Select(FaceZones.TitleOf))}.";
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

    private static string RemovalOf(Step step) =>
        step.Removal switch
        {
            Removal.WarmFlannel => "take off with a warm, wet flannel",
            Removal.DampPad => "wipe off with a damp pad",
            Removal.CottonRounds => "wipe off with cotton rounds",
            Removal.SoakedChamois => "take off with a soaked chamois",
            _ => "rinse with lukewarm water",
        };
}
