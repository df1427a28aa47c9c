using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Routine;

/// <summary>Where a patch test of a kind is done, and what becomes of it.</summary>
public enum PatchWay
{
    /// <summary>None: nothing of it goes on the skin, or only with hands or a tool.</summary>
    None,

    /// <summary>Inside one forearm, left on.</summary>
    LeftOn,

    /// <summary>Inside one forearm, rinsed off after its own time.</summary>
    Rinsed,

    /// <summary>Under the jaw or behind one ear, a minute, rinsed off well.</summary>
    UnderTheJaw,
}

/// <summary>
/// What is said of a kind of product in each place: at its step, while its time runs, where it is laid out, at its patch test. A row names
/// every cell, with null where nothing is said. What is said of every kind alike stands in <see cref="StepWords"/>.
/// </summary>
/// <param name="OnSkin">What the skin is to be like, a sentence; null where it follows from the step, empty where nothing is said.</param>
/// <param name="Where">Where it goes, beside the amount: "closed lids"; null for the face, with the neck where the step says so.</param>
/// <param name="How">How it is put on, a sentence; null for what has no step of its own in a routine.</param>
/// <param name="Held">What is said while its time runs, and as it ends; null for what has none, or is led way by way.</param>
/// <param name="Kit">What is laid out with it, by its name; null for what is laid out by itself alone.</param>
/// <param name="Tool">What is looked at before a tool is used, after its name; null for what is no tool.</param>
/// <param name="Patch">Its patch test, where what it holds asks for one.</param>
public sealed record KindWords(
    string? OnSkin,
    string? Where,
    Func<Step, string>? How,
    Func<Step, HeldWords>? Held,
    Func<string, string>? Kit,
    string? Tool,
    PatchWay Patch
)
{
    /// <exception cref="ArgumentOutOfRangeException">Nothing is said of the kind.</exception>
    /// <remarks>Source: trade convention.</remarks>
    public static KindWords Of(ProductKind kind) =>
        kind switch
        {
            ProductKind.EyeMakeUpRemover => new(
                Said.Of("Lenses out."),
                Said.Of("closed lids"),
                step => Said.Of($"Hold on closed lids for {Words.Duration(step.HoldSeconds)}, then wipe outward once."),
                null,
                null,
                null,
                PatchWay.Rinsed
            ),
            ProductKind.OilCleanser or ProductKind.BalmCleanser => new(
                Said.Of("Dry hands, dry face."),
                null,
                step => Said.Of($"Massage for {Words.Duration(step.HoldSeconds)}, add water until it turns milky, then rinse."),
                null,
                null,
                null,
                PatchWay.Rinsed
            ),
            ProductKind.MicellarWater => new(
                Said.Of("Dry face."),
                null,
                step => Said.Of($"Soaked rounds, laid on and drawn off, no rubbing, until they stay clean. A cleanse with water follows."),
                null,
                null,
                null,
                PatchWay.Rinsed
            ),
            ProductKind.GelCleanser or ProductKind.FoamCleanser or ProductKind.CreamCleanser => new(
                null,
                null,
                step => Said.Of($"Massage gently for {Words.Duration(step.HoldSeconds)}, jaw and up to the ears, then {RemovalOf(step)}."),
                null,
                null,
                null,
                PatchWay.Rinsed
            ),
            ProductKind.ExfoliatingCleanser => new(
                null,
                null,
                step =>
                    Said.Of(
                        $"Massage gently for {Words.Duration(step.HoldSeconds)}, not near the eyes, then {RemovalOf(step)}. It takes no "
                            + $"make-up off."
                    ),
                HeldWords.LeftOn,
                null,
                null,
                PatchWay.Rinsed
            ),
            ProductKind.ExfoliatingToner or ProductKind.PeelPad or ProductKind.LeaveOnAcidLiquid or ProductKind.LeaveOnAcidGel => new(
                null,
                null,
                _ => Said.Of("One even pass, cheeks first. Not on lids, lips or inside the nose. Stay outside the bony rim of the eye."),
                null,
                null,
                null,
                PatchWay.LeftOn
            ),
            ProductKind.Enzyme => new(
                null,
                null,
                step =>
                    Said.Of(
                        $"With a little water, a thin layer that stays damp, not near the eyes. After {Words.Duration(step.HoldSeconds)} "
                            + $"{RemovalOf(step)}."
                    ),
                HeldWords.LeftOn,
                name => Said.Of($"{name}, with a small bowl and water"),
                null,
                PatchWay.Rinsed
            ),
            ProductKind.Scrub => new(
                null,
                null,
                step =>
                    Said.Of(
                        $"Light circles, cheeks first, no pressure, {Words.Duration(step.HoldSeconds)}. Rinse until every grain is off."
                    ),
                HeldWords.Grains,
                null,
                null,
                PatchWay.None
            ),
            ProductKind.Mitt => new(
                null,
                null,
                step =>
                    Said.Of(
                        $"Mitt wet, light circles, cheeks first, no pressure, {Words.Duration(step.HoldSeconds)}. Rinse face and mitt."
                    ),
                HeldWords.Grains,
                null,
                Said.Of("washed and dried since the last time"),
                PatchWay.None
            ),
            ProductKind.ClayMask => new(
                null,
                null,
                step =>
                    step.IsOvernight
                        ? Said.Of("A dot on a few spots only. It stays on overnight; wash it off in the morning. Cream goes around it.")
                        : Said.Of($"{Layer(step)} After {Words.Duration(step.HoldSeconds)}, before it cracks, {RemovalOf(step)}."),
                HeldWords.Clay,
                name => Said.Of($"{name}, with a clean spatula"),
                null,
                PatchWay.Rinsed
            ),
            ProductKind.SoothingMask or ProductKind.HydratingMask => new(
                null,
                null,
                step => Said.Of($"{Layer(step)} After {Words.Duration(step.HoldSeconds)} {RemovalOf(step)}."),
                HeldWords.LeftOn,
                name => Said.Of($"{name}, with a clean spatula"),
                null,
                PatchWay.Rinsed
            ),
            ProductKind.ScrubMask => new(
                null,
                null,
                step =>
                    Said.Of(
                        $"{Layer(step)} After {Words.Duration(step.HoldSeconds)} loosen it with wet circles, no pressure, then "
                            + $"{RemovalOf(step)}."
                    ),
                HeldWords.ScrubMask,
                name => Said.Of($"{name}, with a clean spatula"),
                null,
                PatchWay.Rinsed
            ),
            ProductKind.SpotTreatment => new(
                null,
                Said.Of("on the spots only"),
                _ => Said.Of("A dot on each spot, not around it."),
                null,
                null,
                null,
                PatchWay.LeftOn
            ),
            ProductKind.AzelaicSuspension or ProductKind.BenzoylPeroxide or ProductKind.Retinoid => new(
                null,
                null,
                _ => Said.Of("A thin film, outside the bony rim of the eye."),
                null,
                null,
                null,
                PatchWay.LeftOn
            ),
            ProductKind.EyeGel => new(
                null,
                Said.Of("along the bony rim of the eyes"),
                _ => Said.Of("Tap along the bony rim, not on the lid."),
                null,
                null,
                null,
                PatchWay.LeftOn
            ),
            ProductKind.NeckCream => new(
                null,
                "neck",
                _ => Said.Of("Upwards over the neck, without rubbing."),
                null,
                null,
                null,
                PatchWay.LeftOn
            ),
            ProductKind.LipBalm => new("", "lips", _ => Said.Of("On the lips."), null, null, null, PatchWay.LeftOn),
            ProductKind.SunscreenFluid or ProductKind.SunscreenTinted => new(
                Said.Of("Last of all. Only make-up may follow."),
                null,
                step =>
                    Said.Of(
                        $"Spread over face{(step.Chest ? Said.Of(", neck and chest") : Said.Of(" and neck"))}, ears too. Put it on 15 "
                            + $"minutes before sun, and again "
                            + $"every 2 hours outdoors and after sweat or water."
                    ),
                null,
                null,
                null,
                PatchWay.LeftOn
            ),
            ProductKind.CalmingToner
            or ProductKind.AntioxidantSerum
            or ProductKind.PigmentSerum
            or ProductKind.NiacinamideSerum
            or ProductKind.HydratingSerum
            or ProductKind.Moisturiser
            or ProductKind.MoisturiserWithSpf
            or ProductKind.FaceOil
            or ProductKind.OcclusiveBalm => new(null, null, Spread, null, null, null, PatchWay.LeftOn),
            ProductKind.Razor => new(
                null,
                null,
                _ =>
                    Said.Of(
                        "Hold the skin taut, about 45 degrees, with the hair, few passes. Not on spots, moles, brows or hairline. "
                            + "Then into the "
                            + "bin."
                    ),
                null,
                null,
                Said.Of("a new blade, still covered"),
                PatchWay.None
            ),
            ProductKind.FacialSteamer => new(
                null,
                null,
                step => Said.Of($"At arm's length, eyes closed, {Words.Duration(step.HoldSeconds)} at most. Stop when it feels hot."),
                HeldWords.Steam,
                name => Said.Of($"{name}, filled with clean water"),
                Said.Of("with fresh water, standing firm"),
                PatchWay.None
            ),
            ProductKind.CleansingBrush => new(
                null,
                null,
                _ =>
                    Said.Of(
                        "Put the next cleanser on the brush head: 20 s on each cheek, and on the forehead with the chin; again for "
                            + "the neck. No "
                            + "pressure. Rinse the head."
                    ),
                null,
                null,
                Said.Of("charged, a clean head on"),
                PatchWay.None
            ),
            ProductKind.UltrasonicBlade => new(
                null,
                null,
                _ => Said.Of("On wet skin, flat edge, nose and chin, gently along, no pressure. Then rinse."),
                null,
                null,
                Said.Of("charged, the edge wiped clean"),
                PatchWay.None
            ),
            ProductKind.LightMask => new(
                null,
                null,
                _ => Said.Of("Eyes covered, as long as the label says."),
                HeldWords.Light,
                null,
                Said.Of("charged, wiped clean, its eye cover with it"),
                PatchWay.None
            ),
            ProductKind.NeedleRoller => new(
                null,
                null,
                _ =>
                    Said.Of(
                        "Four quarters: up and down, across, diagonal, lifted at the end of every stroke. Not where it is tender, "
                            + "not under the "
                            + "eyes. 70 % alcohol before, dried, and after."
                    ),
                null,
                null,
                Said.Of("no bent needle, never dropped, nobody else's"),
                PatchWay.None
            ),
            ProductKind.NanoTip => new(
                null,
                null,
                _ => Said.Of("A new tip, upright, section by section; stop at slight pink. The tip into the bin."),
                null,
                null,
                Said.Of("a new tip, still sealed"),
                PatchWay.None
            ),
            ProductKind.GalvanicDevice
            or ProductKind.MicrocurrentDevice
            or ProductKind.IonCleanser
            or ProductKind.WarmColdPlate
            or ProductKind.RadioFrequencyDevice
            or ProductKind.MuscleTool
            or ProductKind.OtherDevice => new(
                null,
                null,
                step =>
                    step.HoldSeconds == 0
                        ? Said.Of("As its sheet says, way by way.")
                        : Said.Of(
                            $"Only with its own gel, light and steady, {Words.Duration(step.HoldSeconds)}, as the label says; then "
                                + $"{RemovalOf(step)}."
                        ),
                null,
                null,
                Said.Of("clean, charged, the right head on"),
                PatchWay.None
            ),
            // A kit is led by its own words; these have no step of their own.
            ProductKind.WashOffPeel => new(null, Said.Of("face, a little in a dish"), null, null, null, null, PatchWay.UnderTheJaw),
            ProductKind.PhPrep
            or ProductKind.SpotPatch
            or ProductKind.SunscreenPowder
            or ProductKind.Neutraliser
            or ProductKind.AloeGel
            or ProductKind.AntisepticSpray
            or ProductKind.ConductiveGel
            or ProductKind.HydratingMist => new(null, null, null, null, null, null, PatchWay.LeftOn),
            ProductKind.DeviceTip or ProductKind.CottonPads or ProductKind.Gloves => new(null, null, null, null, null, null, PatchWay.None),
            _ => throw new ArgumentOutOfRangeException(nameof(kind)),
        };

    /// <summary>Where a step goes, beside its amount: "face and neck", "closed lids".</summary>
    public static string WhereOf(Step step) =>
        (step.Kind is { } kind ? Of(kind).Where : null)
        ?? (
            step.Place == MaskPlace.TZone ? Said.Of("T-zone: forehead, nose and chin")
            : step.Place == MaskPlace.Spots ? Said.Of("on a few spots only")
            : step.Chest ? Said.Of("face, neck and chest")
            : step.Neck ? Said.Of("face and neck")
            : "face"
        );

    /// <summary>How a step with a product is put on.</summary>
    public static string HowOf(Step step) => (step.Kind is { } kind ? Of(kind).How : null)?.Invoke(step) ?? Spread(step);

    /// <summary>How a mask is laid on.</summary>
    private static string Layer(Step step) =>
        step.Place switch
        {
            MaskPlace.Spots => Said.Of("A dot on a few spots only."),
            MaskPlace.TZone => Said.Of("With a spatula or clean fingers on forehead, nose and chin, not on lips; the cheeks stay free."),
            _ when step.Kind == ProductKind.ScrubMask => Said.Of("With a spatula or clean fingers, a thin layer, not on lids or lips."),
            _ => Said.Of("With a spatula or clean fingers, an even layer, not on lids or lips."),
        };

    internal static string RemovalOf(Step step) =>
        step.Removal switch
        {
            Removal.WarmFlannel => Said.Of("take off with a warm, wet flannel"),
            Removal.DampPad => Said.Of("wipe off with a damp pad"),
            Removal.CottonRounds => Said.Of("wipe off with cotton rounds"),
            Removal.SoakedChamois => Said.Of("take off with a soaked chamois"),
            _ => Said.Of("rinse with lukewarm water"),
        };

    private static string Spread(Step step) =>
        step.Chest ? Said.Of("Spread over face, neck and chest, without rubbing.")
        : step.Neck ? Said.Of("Spread over face and neck, without rubbing.")
        : Said.Of("Spread over the face, without rubbing.");
}
