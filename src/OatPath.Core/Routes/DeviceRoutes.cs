using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using static OatPath.Core.Skin.FaceZone;

namespace OatPath.Core.Routes;

/// <summary>The ways of each device and tool over face and neck.</summary>
/// <remarks>Source: trade convention; how a programme's time is shared out among its ways: house default, evenly. The device's own label comes first.</remarks>
internal static class DeviceRoutes
{
    private static readonly string[] Always = ["Hands, face and head of the device are clean; the right head and programme are on.", "Nothing open, sore or newly treated under it; such a place is left out."];
    private static readonly string[] Current = [.. Always, "Never with implants, heart rhythm trouble, epilepsy, metal in the face, or in pregnancy."];

    public static DeviceGuide? Of(ProductKind kind, bool neck) => kind switch
    {
        ProductKind.GalvanicDevice => Guide(kind, Current, "Firm up and out, light back, a pause on lines; a damp hand on the plate. No beep: wet the hand again, restore contact.",
            [new("Programme 1", "Negative gel, negative setting. Gel thick, not rubbed in.", GelCharge.Negative, Ways(120, neck), "Wipe it off, no new cleanse; wet the hand again."),
            new("Programme 2", "Positive gel, positive setting. Gel thick, not rubbed in.", GelCharge.Positive, Ways(180, neck), "Wipe everything off, then serum and moisturiser.")]),
        ProductKind.MicrocurrentDevice => Guide(kind, Current, "Firm up and out, light back, a pause on lines.",
            [new("First programme", "Its own gel, on all of it.", GelCharge.None, Ways(300, neck), "Put fresh gel on."),
            new("Second programme", "Fresh gel, the second programme.", GelCharge.None, Ways(300, neck), "Wipe it off, then mask and moisturiser.")]),
        ProductKind.IonCleanser => Guide(kind, Current, "Light, in contact all the time.",
            [new("T-zone", "Mist it, and again when it dries.", GelCharge.None, [new("Forehead", "across, brow to hairline", [Forehead, BetweenBrows], 55), new("Nose", "down the sides", [Nose], 55), new("Chin", "round and round", [Chin], 55)], "Rinse.")]),
        ProductKind.CleansingBrush => Guide(kind, Always, "No pressure; the head does it. Small circles.",
            [new("Face", "Face wet, 2 pumps of cleanser, the head dabbed in it.", null, [new("Left cheek", "small circles", [LeftCheek], 20), new("Right cheek", "small circles", [RightCheek], 20), new("Forehead", "small circles", [Forehead], 20), new("Chin and nose", "small circles", [Chin, Nose], 20)], neck ? "Start it again for the neck." : "Rinse the head."),
            .. neck ? new DevicePass[] { new("Neck", "", null, [new("Neck", "upwards", [Neck, LeftNeck, RightNeck], 20)], "Rinse the head.") } : []]),
        ProductKind.WarmColdPlate => Guide(kind, Always, "Very light all the time, in constant contact; until the glide fades.",
            [new("Eyes", "One pump of its own gel a side, just before it. Warm.", GelCharge.None, [new("Left eye", "along the bony rim", [LeftEye], 30), new("Right eye", "along the bony rim", [RightEye], 30)], ""),
            new("Warm, with vibration", "Its own gel on each zone just before it.", GelCharge.None, [new("Forehead", "upwards", [Forehead], 30), new("Left cheek", "out and up", [LeftCheek], 30), new("Right cheek", "out and up", [RightCheek], 30)], "Switch to cold."),
            new("Cold", "The same zones.", GelCharge.None, [new("Forehead", "upwards", [Forehead], 30), new("Left cheek", "out and up", [LeftCheek], 30), new("Right cheek", "out and up", [RightCheek], 30)], "Clean the plate; less cream than usual is enough.")]),
        ProductKind.UltrasonicBlade => Guide(kind, Always, "Flat edge, gently along, never pressed in.",
            [new("Nose and chin", "Skin wet.", null, [new("Nose", "down the sides, with the edge flat", [Nose], 90), new("Chin", "outwards, with the edge flat", [Chin], 90)], "Rinse.")]),
        ProductKind.Razor => Guide(kind, [.. Always, "A new guarded razor. Not on spots, moles, brows or hairline, and not within a day of sun."], "Skin taut, about 45 degrees, with the hair, few passes.",
            [new("Face", "", null, [new("Left cheek", "downwards, with the hair", [LeftCheek], 0), new("Right cheek", "downwards, with the hair", [RightCheek], 0), new("Left jaw", "downwards, slowly", [LeftJaw], 0), new("Right jaw", "downwards, slowly", [RightJaw], 0), new("Chin", "downwards, slowly", [Chin], 0), new("Upper lip", "very short strokes, with care", [UpperLip], 0), new("Forehead", "downwards, away from brows and hairline", [Forehead], 0)], "Antiseptic, then the razor into the bin. A nick: antiseptic, and that place is left out of everything until it has closed.")]),
        ProductKind.Scrub => Guide(kind, Always, "Light, round and upward, with the fingertips.",
            [new("Face", "", null, [new("Left cheek", "round and upward", [LeftCheek], 12), new("Right cheek", "round and upward", [RightCheek], 12), new("Forehead", "round and upward", [Forehead], 12), new("Nose", "round", [Nose], 12), new("Chin", "round and upward", [Chin], 12)], "Rinse until every grain is off.")]),
        _ => null,
    };

    private static DeviceGuide Guide(ProductKind kind, IReadOnlyList<string> checks, string pressure, IReadOnlyList<DevicePass> passes) => new(kind, checks, pressure, passes, []);

    /// <summary>The ways of a device that is led over the whole face, its time shared out evenly.</summary>
    private static DeviceStroke[] Ways(int seconds, bool neck)
    {
        (string Title, string Words, FaceZone[] Zones)[] ways =
        [
            ("Forehead", "from between the brows to the hairline, stepping sideways", [BetweenBrows, Forehead, Hairline]),
            ("Left eye bone", "from the side of the nose along the eye bone, a pause under the brow", [LeftEye, LeftBrow]),
            ("Right eye bone", "from the side of the nose along the eye bone, a pause under the brow", [RightEye, RightBrow]),
            ("Left cheek", "from the side of the nose to mid cheek", [Nose, LeftCheek]),
            ("Right cheek", "from the side of the nose to mid cheek", [Nose, RightCheek]),
            ("Left smile line", "from the upper lip along the smile line to the temple", [UpperLip, LeftCheek, LeftTemple]),
            ("Right smile line", "from the upper lip along the smile line to the temple", [UpperLip, RightCheek, RightTemple]),
            ("Left jaw", "from the chin past the corner of the mouth to the ear, and behind it", [Chin, LeftJaw, LeftEar]),
            ("Right jaw", "from the chin past the corner of the mouth to the ear, and behind it", [Chin, RightJaw, RightEar]),
            .. neck ? new[] { ("Neck", "from the hollow of the neck fanned up to the jaw", new[] { Neck, LeftNeck, RightNeck }) } : [],
        ];

        // What does not divide evenly goes to the first ways, so that the whole is exact.
        return [.. ways.Select((way, i) => new DeviceStroke(way.Title, way.Words, way.Zones, (seconds / ways.Length) + (i < seconds % ways.Length ? 1 : 0)))];
    }
}
