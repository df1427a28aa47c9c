using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
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
    private static string Clean => Said.Of("Hands, face and head of the device are clean.");
    private static string Whole => Said.Of("Nothing open, sore or newly treated under it; such a place is left out.");
    private static string[] Always => [Clean, Said.Of("The right head and programme are on."), Whole];
    private static string[] Current =>
        [.. Always, Said.Of("Never with implants, heart rhythm trouble, epilepsy, metal in the face, or in pregnancy.")];
    private static string[] ByHand =>
        [Said.Of("Hands and face are clean."), Whole, Said.Of("Not on spots or moles, and not within a day of sun.")];
    private static string UpAndOut => Said.Of("Firm up and out, light back, a pause on lines.");

    public static DeviceGuide? Of(Product product, bool neck, int? level, bool razorOnDamp) =>
        product.Kind switch
        {
            ProductKind.GalvanicDevice => Guide(
                product,
                Current,
                Said.Of($"{UpAndOut} A damp hand on the plate. No beep: wet the hand again, restore contact."),
                [
                    new(
                        Said.Of("Programme 1"),
                        Said.Of("Negative gel, thick, not rubbed in."),
                        GelCharge.Negative,
                        FaceWays.Over(120, neck, "negative"),
                        Said.Of("Wipe it off, no new cleanse; wet the hand again.")
                    ),
                    new(
                        Said.Of("Programme 2"),
                        Said.Of("Positive gel, thick, not rubbed in."),
                        GelCharge.Positive,
                        FaceWays.Over(180, neck, "positive"),
                        Said.Of("Wipe everything off, then serum and moisturiser.")
                    ),
                ]
            ),
            ProductKind.MicrocurrentDevice => Guide(
                product,
                Current,
                UpAndOut,
                [
                    new(
                        Said.Of("First programme"),
                        Said.Of("Its own gel, on all of it."),
                        GelCharge.None,
                        FaceWays.Over(300, neck, "first programme"),
                        Said.Of("It has had its time; the gel has dried.")
                    ),
                    new(
                        Said.Of("Second programme"),
                        Said.Of("Fresh gel, on all of it."),
                        GelCharge.None,
                        FaceWays.Over(300, neck, "second programme"),
                        Said.Of("Wipe it off, then mask and moisturiser.")
                    ),
                ]
            ),
            ProductKind.IonCleanser => Guide(
                product,
                Current,
                Said.Of("Light, in contact all the time."),
                [
                    new(
                        "T-zone",
                        Said.Of("Mist it, and again when it dries."),
                        GelCharge.None,
                        [
                            new(Said.Of("Forehead"), Said.Of("across, brow to hairline"), Across, [Forehead, BetweenBrows], 55),
                            new(Said.Of("Nose"), Said.Of("down the sides"), Down, [Nose], 55),
                            new(Said.Of("Chin"), Said.Of("round and round"), Circles, [Chin], 55),
                        ],
                        Said.Of("Rinse.")
                    ),
                ]
            ),
            ProductKind.CleansingBrush => Guide(
                product,
                Always,
                Said.Of("No pressure; the head does it. Small circles."),
                [
                    new(
                        Said.Of("Face"),
                        Said.Of("Face wet, 2 pumps of cleanser, the head dabbed in it."),
                        null,
                        [
                            .. new (string Title, FaceZone[] Zones)[]
                            {
                                (Said.Of("Left cheek"), [LeftCheek]),
                                (Said.Of("Right cheek"), [RightCheek]),
                                (Said.Of("Forehead with chin"), [Forehead, Chin]),
                            }.Select(zone => new DeviceStroke(
                                zone.Title,
                                Said.Of("small circles"),
                                Circles,
                                zone.Zones,
                                20,
                                Setting: $"level {level ?? 1}"
                            )),
                        ],
                        neck ? Said.Of("Start it again for the neck.") : Said.Of("Rinse the head.")
                    ),
                    .. neck
                        ? new DevicePass[]
                        {
                            new(
                                Said.Of("Neck"),
                                Said.Of("Wet the neck, start it again."),
                                null,
                                [
                                    new(
                                        Said.Of("Neck"),
                                        Said.Of("upwards"),
                                        Up,
                                        [Neck, LeftNeck, RightNeck],
                                        20,
                                        Setting: $"level {level ?? 1}"
                                    ),
                                ],
                                Said.Of("Rinse the head.")
                            ),
                        }
                        : [],
                ]
            ),
            ProductKind.WarmColdPlate => Guide(
                product,
                Always,
                Said.Of("Very light all the time, in constant contact, until the glide fades; 42 degrees and 5 degrees."),
                [
                    .. Eye(Said.Of("Left eye"), LeftEye),
                    .. Eye(Said.Of("Right eye"), RightEye),
                    .. Plate(Said.Of("Forehead"), Said.Of("upwards"), Up, Forehead, false),
                    .. Plate(Said.Of("Left cheek"), Said.Of("out and up"), Up, LeftCheek, false),
                    .. Plate(Said.Of("Right cheek"), Said.Of("out and up"), Up, RightCheek, true),
                ]
            ),
            ProductKind.UltrasonicBlade => Guide(
                product,
                Always,
                Said.Of("Flat edge, gently along, never pressed in."),
                [
                    new(
                        Said.Of("Nose and chin"),
                        Said.Of("Skin wet."),
                        null,
                        [
                            new(Said.Of("Nose"), Said.Of("down the sides, with the edge flat"), Down, [Nose], 90),
                            new(Said.Of("Chin"), Said.Of("outwards, with the edge flat"), Across, [Chin], 90),
                        ],
                        Said.Of("Rinse.")
                    ),
                ]
            ),
            ProductKind.NanoTip => Guide(
                product,
                [.. Always, Said.Of("A new tip, once; then into the bin.")],
                Said.Of("Upright, light, section by section; stop where it turns pink."),
                [
                    new(
                        Said.Of("Sections"),
                        Said.Of("The serum is on all of it: it has to glide."),
                        null,
                        [
                            .. FaceWays.Sections(neck)
                                .Select(section => new DeviceStroke(
                                    section.Title,
                                    Said.Of("small steps, upright; on at slight pink"),
                                    Across,
                                    section.Zones,
                                    45
                                )),
                        ],
                        ""
                    ),
                    new(
                        Said.Of("Lines"),
                        "",
                        null,
                        [
                            new(
                                Said.Of("Lines"),
                                Said.Of("a second pass over lines only, where nothing is pink"),
                                Along,
                                [BetweenBrows, LeftCheek, RightCheek],
                                0
                            ),
                        ],
                        Said.Of("The tip into the bin.")
                    ),
                ]
            ),
            ProductKind.NeedleRoller => NeedleRoutes.Of(product),
            ProductKind.Razor => Guide(
                product,
                [.. ByHand, Said.Of("A new guarded razor. Not on brows or hairline; catches on rough skin: slow.")],
                Said.Of("Skin taut, about 45 degrees, with the hair, few passes."),
                [
                    new(
                        Said.Of("Face"),
                        razorOnDamp ? Said.Of("Skin damp, never over oil.") : Said.Of("Skin fully dry, never over oil."),
                        null,
                        [
                            new(Said.Of("Left cheek"), Said.Of("downwards, with the hair"), Down, [LeftCheek], 0),
                            new(Said.Of("Right cheek"), Said.Of("downwards, with the hair"), Down, [RightCheek], 0),
                            new(Said.Of("Left jaw"), Said.Of("downwards, slowly"), Down, [LeftJaw], 0),
                            new(Said.Of("Right jaw"), Said.Of("downwards, slowly"), Down, [RightJaw], 0),
                            new(Said.Of("Chin"), Said.Of("downwards, slowly"), Down, [Chin], 0),
                            new(Said.Of("Upper lip"), Said.Of("very short strokes, with care"), Down, [UpperLip], 0),
                            new(Said.Of("Forehead"), Said.Of("downwards, away from brows and hairline"), Down, [Forehead], 0),
                        ],
                        Said.Of("Antiseptic, then the razor into the bin.")
                    ),
                ]
            ),
            ProductKind.Scrub or ProductKind.Mitt => Guide(
                product,
                ByHand,
                product.Kind == ProductKind.Scrub
                    ? Said.Of("Light, round and upward, with the fingertips.")
                    : Said.Of("Light, round and upward, the mitt wet."),
                [
                    new(
                        Said.Of("Face"),
                        product.Kind == ProductKind.Scrub ? Said.Of("Face wet, a coin of it.") : Said.Of("Face and mitt wet."),
                        null,
                        [
                            .. new (string Title, FaceZone Zone)[]
                            {
                                (Said.Of("Left cheek"), LeftCheek),
                                (Said.Of("Right cheek"), RightCheek),
                                (Said.Of("Forehead"), Forehead),
                                (Said.Of("Nose"), Nose),
                                (Said.Of("Chin"), Chin),
                            }.Select(way => new DeviceStroke(way.Title, Said.Of("round and upward"), Circles, [way.Zone], 12)),
                        ],
                        product.Kind == ProductKind.Scrub
                            ? Said.Of("Rinse until every grain is off.")
                            : Said.Of("Rinse; wash the mitt and let it dry.")
                    ),
                ]
            ),
            ProductKind.FacialSteamer => Guide(
                product,
                [Said.Of("Hands and face are clean."), Whole, Said.Of("Never over skin with rosacea, or that is hot already.")],
                Said.Of("At arm's length, eyes closed; stop when it feels hot."),
                [
                    new(
                        Said.Of("Steam"),
                        Said.Of("Fresh water in it, sit down."),
                        null,
                        [
                            new(
                                Said.Of("Whole face"),
                                Said.Of("held still in the steam"),
                                Still,
                                [Forehead, LeftCheek, RightCheek, Chin],
                                300
                            ),
                        ],
                        Said.Of("Pat; the routine follows.")
                    ),
                ]
            ),
            ProductKind.LightMask when product.Sheet?.MostSeconds is { } seconds => Guide(
                product,
                [
                    Said.Of("Face clean and dry, no light-sensitising product on it."),
                    Said.Of("Never with light-sensitive eyes, a photosensitising medicine, or epilepsy."),
                    Whole,
                ],
                Said.Of("Eyes covered, lie or sit."),
                [
                    new(
                        Said.Of("Light"),
                        Said.Of("Eyes covered before it is switched on."),
                        null,
                        [
                            new(
                                Said.Of("Whole face"),
                                Said.Of("keep still, eyes covered"),
                                Still,
                                [Forehead, LeftCheek, RightCheek, Chin],
                                seconds
                            ),
                        ],
                        Said.Of("Off first, then the eyes uncovered. Wipe the mask.")
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
            Said.Of("As its sheet says."),
            [
                new(
                    product.Name,
                    DeviceGels.Needs(product) ? Said.Of("Its own gel.") : "",
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
                    Said.Of("Wipe it off, then serum and moisturiser.")
                ),
            ]
        );

    private static DevicePass[] Eye(string title, FaceZone zone) =>
        [
            new(
                title,
                Said.Of("One pump of its own gel on this side."),
                GelCharge.None,
                [new(title, Said.Of("along the bony rim"), Across, [zone], 30, Setting: "warm")],
                ""
            ),
        ];

    private static DevicePass[] Plate(string title, string words, StrokeMotion motion, FaceZone zone, bool last) =>
        [
            new(
                title,
                Said.Of("Its own gel on this zone."),
                GelCharge.None,
                [
                    new(Said.Of($"{title}, warm"), Said.Of($"{words}, with vibration"), motion, [zone], 30, Setting: "warm"),
                    new(Said.Of($"{title}, cold"), words, motion, [zone], 30, Setting: "cold"),
                ],
                last ? Said.Of("Clean the plate. Less cream than usual is enough.") : ""
            ),
        ];
}
