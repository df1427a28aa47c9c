using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using static OatPath.Core.Routes.StrokeMotion;
using static OatPath.Core.Skin.FaceZone;

namespace OatPath.Core.Routes;

/// <summary>The ways of each device and tool over face and neck.</summary>
/// <remarks>
/// Source: trade convention; how a programme's time is shared out among its ways, and times where convention names none (scrub, mitt, nano
/// tip): house default. The device's own sheet comes first.
/// </remarks>
internal static class DeviceRoutes
{
    private const string Clean = "Hands, face and head of the device are clean.";
    private const string Whole = "Nothing open, sore or newly treated under it; such a place is left out.";
    private static readonly string[] Always = [Clean, "The right head and programme are on.", Whole];
    private static readonly string[] Current =
    [
        .. Always,
        "Never with implants, heart rhythm trouble, epilepsy, metal in the face, or in pregnancy.",
    ];
    private static readonly string[] ByHand = ["Hands and face are clean.", Whole, "Not on spots or moles, and not within a day of sun."];
    private const string UpAndOut = "Firm up and out, light back, a pause on lines.";

    public static DeviceGuide? Of(Product product, bool neck, int? level, bool razorOnDamp) =>
        product.Kind switch
        {
            ProductKind.GalvanicDevice => Guide(
                product,
                Current,
                $"{UpAndOut} A damp hand on the plate. No beep: wet the hand again, restore contact.",
                [
                    new(
                        "Programme 1",
                        "Negative gel, thick, not rubbed in.",
                        GelCharge.Negative,
                        Ways(120, neck, "negative"),
                        "Wipe it off, no new cleanse; wet the hand again."
                    ),
                    new(
                        "Programme 2",
                        "Positive gel, thick, not rubbed in.",
                        GelCharge.Positive,
                        Ways(180, neck, "positive"),
                        "Wipe everything off, then serum and moisturiser."
                    ),
                ]
            ),
            ProductKind.MicrocurrentDevice => Guide(
                product,
                Current,
                UpAndOut,
                [
                    new(
                        "First programme",
                        "Its own gel, on all of it.",
                        GelCharge.None,
                        Ways(300, neck, "first programme"),
                        "It has had its time; the gel has dried."
                    ),
                    new(
                        "Second programme",
                        "Fresh gel, on all of it.",
                        GelCharge.None,
                        Ways(300, neck, "second programme"),
                        "Wipe it off, then mask and moisturiser."
                    ),
                ]
            ),
            ProductKind.IonCleanser => Guide(
                product,
                Current,
                "Light, in contact all the time.",
                [
                    new(
                        "T-zone",
                        "Mist it, and again when it dries.",
                        GelCharge.None,
                        [
                            new("Forehead", "across, brow to hairline", Across, [Forehead, BetweenBrows], 55),
                            new("Nose", "down the sides", Down, [Nose], 55),
                            new("Chin", "round and round", Circles, [Chin], 55),
                        ],
                        "Rinse."
                    ),
                ]
            ),
            ProductKind.CleansingBrush => Guide(
                product,
                Always,
                "No pressure; the head does it. Small circles.",
                [
                    new(
                        "Face",
                        "Face wet, 2 pumps of cleanser, the head dabbed in it.",
                        null,
                        [
                            .. new (string Title, FaceZone[] Zones)[]
                            {
                                ("Left cheek", [LeftCheek]),
                                ("Right cheek", [RightCheek]),
                                ("Forehead with chin", [Forehead, Chin]),
                            }.Select(zone => new DeviceStroke(
                                zone.Title,
                                "small circles",
                                Circles,
                                zone.Zones,
                                20,
                                Setting: $"level {level ?? 1}"
                            )),
                        ],
                        neck ? "Start it again for the neck." : "Rinse the head."
                    ),
                    .. neck
                        ? new DevicePass[]
                        {
                            new(
                                "Neck",
                                "Wet the neck, start it again.",
                                null,
                                [new("Neck", "upwards", Up, [Neck, LeftNeck, RightNeck], 20, Setting: $"level {level ?? 1}")],
                                "Rinse the head."
                            ),
                        }
                        : [],
                ]
            ),
            ProductKind.WarmColdPlate => Guide(
                product,
                Always,
                "Very light all the time, in constant contact, until the glide fades; 42 degrees and 5 degrees.",
                [
                    .. Eye("Left eye", LeftEye),
                    .. Eye("Right eye", RightEye),
                    .. Plate("Forehead", "upwards", Up, Forehead, false),
                    .. Plate("Left cheek", "out and up", Up, LeftCheek, false),
                    .. Plate("Right cheek", "out and up", Up, RightCheek, true),
                ]
            ),
            ProductKind.UltrasonicBlade => Guide(
                product,
                Always,
                "Flat edge, gently along, never pressed in.",
                [
                    new(
                        "Nose and chin",
                        "Skin wet.",
                        null,
                        [
                            new("Nose", "down the sides, with the edge flat", Down, [Nose], 90),
                            new("Chin", "outwards, with the edge flat", Across, [Chin], 90),
                        ],
                        "Rinse."
                    ),
                ]
            ),
            ProductKind.NanoTip => Guide(
                product,
                [.. Always, "A new tip, once; then into the bin."],
                "Upright, light, section by section; stop where it turns pink.",
                [
                    new(
                        "Sections",
                        "The serum is on all of it: it has to glide.",
                        null,
                        [
                            .. Sections(neck)
                                .Select(section => new DeviceStroke(
                                    section.Title,
                                    "small steps, upright; on at slight pink",
                                    Across,
                                    section.Zones,
                                    45
                                )),
                        ],
                        ""
                    ),
                    new(
                        "Lines",
                        "",
                        null,
                        [
                            new(
                                "Lines",
                                "a second pass over lines only, where nothing is pink",
                                Along,
                                [BetweenBrows, LeftCheek, RightCheek],
                                0
                            ),
                        ],
                        "The tip into the bin."
                    ),
                ]
            ),
            ProductKind.NeedleRoller => NeedleRoutes.Of(product),
            ProductKind.Razor => Guide(
                product,
                [.. ByHand, "A new guarded razor. Not on brows or hairline; catches on rough skin: slow."],
                "Skin taut, about 45 degrees, with the hair, few passes.",
                [
                    new(
                        "Face",
                        razorOnDamp ? "Skin damp, never over oil." : "Skin fully dry, never over oil.",
                        null,
                        [
                            new("Left cheek", "downwards, with the hair", Down, [LeftCheek], 0),
                            new("Right cheek", "downwards, with the hair", Down, [RightCheek], 0),
                            new("Left jaw", "downwards, slowly", Down, [LeftJaw], 0),
                            new("Right jaw", "downwards, slowly", Down, [RightJaw], 0),
                            new("Chin", "downwards, slowly", Down, [Chin], 0),
                            new("Upper lip", "very short strokes, with care", Down, [UpperLip], 0),
                            new("Forehead", "downwards, away from brows and hairline", Down, [Forehead], 0),
                        ],
                        "Antiseptic, then the razor into the bin."
                    ),
                ]
            ),
            ProductKind.Scrub or ProductKind.Mitt => Guide(
                product,
                ByHand,
                product.Kind == ProductKind.Scrub
                    ? "Light, round and upward, with the fingertips."
                    : "Light, round and upward, the mitt wet.",
                [
                    new(
                        "Face",
                        product.Kind == ProductKind.Scrub ? "Face wet, a coin of it." : "Face and mitt wet.",
                        null,
                        [
                            .. new (string Title, FaceZone Zone)[]
                            {
                                ("Left cheek", LeftCheek),
                                ("Right cheek", RightCheek),
                                ("Forehead", Forehead),
                                ("Nose", Nose),
                                ("Chin", Chin),
                            }.Select(way => new DeviceStroke(way.Title, "round and upward", Circles, [way.Zone], 12)),
                        ],
                        product.Kind == ProductKind.Scrub ? "Rinse until every grain is off." : "Rinse; wash the mitt and let it dry."
                    ),
                ]
            ),
            ProductKind.FacialSteamer => Guide(
                product,
                ["Hands and face are clean.", Whole, "Never over skin with rosacea, or that is hot already."],
                "At arm's length, eyes closed; stop when it feels hot.",
                [
                    new(
                        "Steam",
                        "Fresh water in it, sit down.",
                        null,
                        [new("Whole face", "held still in the steam", Still, [Forehead, LeftCheek, RightCheek, Chin], 300)],
                        "Pat; the routine follows."
                    ),
                ]
            ),
            ProductKind.LightMask when product.Sheet?.MostSeconds is { } seconds => Guide(
                product,
                [
                    "Face clean and dry, no light-sensitising product on it.",
                    "Never with light-sensitive eyes, a photosensitising medicine, or epilepsy.",
                    Whole,
                ],
                "Eyes covered, lie or sit.",
                [
                    new(
                        "Light",
                        "Eyes covered before it is switched on.",
                        null,
                        [new("Whole face", "keep still, eyes covered", Still, [Forehead, LeftCheek, RightCheek, Chin], seconds)],
                        "Off first, then the eyes uncovered. Wipe the mask."
                    ),
                ]
            ),
            _ when product.Sheet is { Ways.Count: > 0 } sheet => Described(product, sheet),
            _ => null,
        };

    public static DeviceGuide Guide(Product product, IReadOnlyList<string> checks, string pressure, IReadOnlyList<DevicePass> passes) =>
        new(product.Kind, checks, pressure, passes, []);

    private static DeviceGuide Described(Product product, DeviceSheet sheet) =>
        Guide(
            product,
            product.IsElectrical() ? Current : Always,
            "As its sheet says.",
            [
                new(
                    product.Name,
                    DeviceGels.Needs(product) ? "Its own gel." : "",
                    DeviceGels.Needs(product) ? GelCharge.None : null,
                    [
                        .. sheet.Ways.Select(way => new DeviceStroke(
                            way.Title,
                            way.Words,
                            way.Zones.Count > 1 ? Along : Circles,
                            way.Zones,
                            way.Seconds
                        )),
                    ],
                    "Wipe it off, then serum and moisturiser."
                ),
            ]
        );

    private static DevicePass[] Eye(string title, FaceZone zone) =>
        [
            new(
                title,
                "One pump of its own gel on this side.",
                GelCharge.None,
                [new(title, "along the bony rim", Across, [zone], 30, Setting: "warm")],
                ""
            ),
        ];

    private static DevicePass[] Plate(string title, string words, StrokeMotion motion, FaceZone zone, bool last) =>
        [
            new(
                title,
                "Its own gel on this zone.",
                GelCharge.None,
                [
                    new($"{title}, warm", $"{words}, with vibration", motion, [zone], 30, Setting: "warm"),
                    new($"{title}, cold", words, motion, [zone], 30, Setting: "cold"),
                ],
                last ? "Clean the plate. Less cream than usual is enough." : ""
            ),
        ];

    private static IEnumerable<(string Title, FaceZone[] Zones)> Sections(bool neck) =>
        [
            ("Forehead", [Forehead]),
            ("Left cheek", [LeftCheek]),
            ("Right cheek", [RightCheek]),
            ("Nose", [Nose]),
            ("Chin", [Chin]),
            ("Left jaw", [LeftJaw]),
            ("Right jaw", [RightJaw]),
            .. neck ? [("Neck", new[] { Neck })] : Array.Empty<(string, FaceZone[])>(),
        ];

    /// <summary>The ways of a device that is led over the whole face, its time shared out evenly.</summary>
    private static DeviceStroke[] Ways(int seconds, bool neck, string setting)
    {
        (string Title, string Words, FaceZone[] Zones)[] ways =
        [
            ("Forehead", "from between the brows to the hairline, stepping sideways", [BetweenBrows, Forehead, Hairline]),
            ("Left eye bone", "from the side of the nose along the eye bone, a pause under the brow", [Nose, LeftEye, LeftBrow]),
            ("Right eye bone", "from the side of the nose along the eye bone, a pause under the brow", [Nose, RightEye, RightBrow]),
            ("Left cheek", "from the side of the nose to mid cheek", [Nose, LeftCheek]),
            ("Right cheek", "from the side of the nose to mid cheek", [Nose, RightCheek]),
            ("Left smile line", "from the upper lip along the smile line to the temple", [UpperLip, LeftCheek, LeftTemple]),
            ("Right smile line", "from the upper lip along the smile line to the temple", [UpperLip, RightCheek, RightTemple]),
            ("Left jaw", "from the chin past the corner of the mouth to the ear, and behind it", [Chin, LeftJaw, LeftEar]),
            ("Right jaw", "from the chin past the corner of the mouth to the ear, and behind it", [Chin, RightJaw, RightEar]),
            .. neck ? new[] { ("Neck", "from the hollow of the neck fanned up to the jaw", new[] { Neck, LeftNeck, RightNeck }) } : [],
        ];

        // What does not divide evenly goes to the first ways, so that the whole is exact.
        return
        [
            .. ways.Select(
                (way, i) =>
                    new DeviceStroke(
                        way.Title,
                        way.Words,
                        way.Title == "Neck" ? Up : Along,
                        way.Zones,
                        (seconds / ways.Length) + (i < seconds % ways.Length ? 1 : 0),
                        Setting: setting
                    )
            ),
        ];
    }
}
