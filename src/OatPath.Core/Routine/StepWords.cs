using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Routine;

/// <summary>How a step is done, in plain short sentences for the client.</summary>
public static class StepWords
{
    public static IReadOnlyList<string> How(Step step) =>
        step.Action switch
        {
            StepAction.WashHands => step.Key == "hands"
                ? [Said.Of("Wash your hands with soap. Dry them on a fresh towel.")]
                : [Said.Of("Wash your fingertips, so that no acid reaches your eyes.")],
            StepAction.Water => [Said.Of("Rinse with lukewarm water. No cleanser this morning.")],
            StepAction.Dry => step.SkinState == SkinState.Dry
                ? [Said.Of("Pat with a fresh towel."), Said.Of("Wait until the skin is completely dry.")]
                : [Said.Of("Pat with a fresh towel. Leave the skin slightly damp.")],
            StepAction.PatchTest => PatchTest(step),
            StepAction.ReadPatch =>
            [
                PatchOf(step) == PatchWay.UnderTheJaw
                    ? Said.Of("Look at the place under the jaw or behind the ear where the patch test was.")
                    : Said.Of("Look at the inner forearm where the patch test was."),
                Said.Of("Feeling it briefly was normal. Scabs, bumps, swelling or redness that stays means: do not use it."),
            ],
            _ when step.ContactSeconds is { } contact => [.. Peel(step, contact)],
            _ => [.. Apply(step)],
        };

    private static PatchWay PatchOf(Step step) => step.Kind is { } kind ? KindWords.Of(kind).Patch : PatchWay.LeftOn;

    private static IReadOnlyList<string> PatchTest(Step step) =>
        PatchOf(step) == PatchWay.UnderTheJaw
            ?
            [
                Said.Of("Under the jaw or behind one ear, a patch the size of a thumbnail, on dry skin."),
                Said.Of("Leave it on for at most 1 minute, by a kitchen timer, then rinse it off well."),
                Said.Of("Look at it after 24 and after 48 hours."),
            ]
            :
            [
                Said.Of("On clean, dry skin, first of all: a thin film, the size of a thumbnail, inside one forearm."),
                PatchOf(step) == PatchWay.Rinsed && step.Kind is { } kind
                    ? Said.Of(
                        $"Leave it on for {Words.Duration(KindTraits.Of(kind).HoldSeconds)}, then rinse it off. None on the face yet."
                    )
                    : Said.Of("Leave it on, keep the place dry. None on the face yet."),
                Said.Of("Look at it after 24 and after 48 hours."),
            ];

    /// <summary>A peel at home, in the order in which it must be read: what stops it comes first.</summary>
    private static IEnumerable<string> Peel(Step step, int contact)
    {
        yield return Said.Of(
            "Not tonight with sunburn, an open or picked spot, a cold sore or a new medicine, or if anything stings after "
                + "cleansing. Ask your studio first."
        );
        yield return Said.Of(
            "Ready before you open it: neutraliser mixed or water running, as the label says; a kitchen timer, mirror, gloves, "
                + "petroleum jelly on lips, nostrils, brows and eye corners."
        );
        yield return Said.Of(
            "Face completely dry. One even coat, sturdy zones first, no massage. Stay outside the bony rim of the eye; never on "
                + "lids or lips."
        );
        yield return Said.Of(
            $"The time counts from the first touch. At most {Words.Duration(contact)}, then off, in the order it went on."
        );
        if (step.Layers > 1)
        {
            yield return Said.Of($"{step.Layers} layers: the second one half way. Both come off at {Words.Duration(contact)}.");
        }

        yield return FirstAid.AtTheSink;
        if (step.LeaveOut.Count > 0)
        {
            yield return Said.Of($"Leave out: {string.Join(", ", step.LeaveOut.Select(FaceZones.TitleOf))}.");
        }

        yield return Said.Of("Face only, not the neck. Afterwards rinse lukewarm, then cold, and pat.");
    }

    /// <summary>How often a step is done by its rung, or how long a kit stays on; null for what is everyday.</summary>
    public static string? HowOften(Step step, bool morning) =>
        step.ContactSeconds is { } contact
            ? Said.Of(
                $"peel evening{(step.EveryDays is { } days ? $" {FrequencyTraits.Every(days)}" : "")}, at most {Words.Duration(contact)}"
            )
        : step.EveryDays is { } apart ? FrequencyTraits.Every(apart, morning)
        : step.Frequency?.InWords(morning);

    private static IEnumerable<string> Apply(Step step)
    {
        if (step.ShakeFirst)
        {
            yield return Said.Of("Shake it first.");
        }

        if (OnSkin(step) is { Length: > 0 } skin)
        {
            yield return skin;
        }

        var brushed = step.Because.Any(because => because.Rule == RuleBook.BrushIsTheCleanse);
        yield return brushed ? Said.Of("It goes on the head of the brush. Nothing is washed again by hand; rinse.")
        : step.Slot == RoutineSlot.Glide ? Said.Of("On every part the needles go over; nothing else under them.")
        : KindWords.HowOf(step);
        if (step.Because.Any(because => because.Rule == RuleBook.CleanseTwice))
        {
            yield return brushed
                ? Said.Of("Once by hand before the brush: it takes the sunscreen off.")
                : Said.Of("Do it twice: sunscreen comes off with the second round.");
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
            yield return Said.Of(
                $"Only on the {side.InWords()} side of the face, up to the middle; the other side stays as it is, to compare."
            );
        }

        if (step.LeaveOut.Count > 0)
        {
            yield return Said.Of($"Leave out: {string.Join(", ", step.LeaveOut.Select(FaceZones.TitleOf))}.");
        }

        if (step.Roles.Any(FamilyTraits.IsAcid) && !step.Neck)
        {
            yield return Said.Of("Face only, not the neck.");
        }

        if (step.Optional)
        {
            yield return Said.Of("Only if your skin feels tight.");
        }

        if (step.KeepCold)
        {
            yield return Said.Of("Back into the cold after use.");
        }
    }

    private static string OnSkin(Step step) =>
        step.FineNeedles is not null ? Said.Of("On the serum, while it still glides.")
        : step.Kind is { } kind && KindWords.Of(kind).OnSkin is { } own ? own
        : step.SkinState switch
        {
            SkinState.Dry => Said.Of("Face fully dry; what is on it has sunk in."),
            SkinState.Damp => Said.Of("Face slightly damp."),
            SkinState.Wet => Said.Of("Face wet with lukewarm water."),
            _ when step.Slot <= RoutineSlot.Cleanse => "",
            _ => Said.Of("Let the step before sink in."),
        };
}
