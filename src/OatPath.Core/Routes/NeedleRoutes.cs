using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
using static OatPath.Core.Routes.StrokeMotion;
using static OatPath.Core.Skin.FaceZone;

namespace OatPath.Core.Routes;

/// <summary>The ways of a needle roller: four quarters, each up and down, across and diagonal, lifted at the end of every stroke.</summary>
/// <remarks>Source: trade convention, 1 to 2 min a quarter; 90 s: house default. Never under the eyes; away from the eye.</remarks>
internal static class NeedleRoutes
{
    private static readonly (string Title, FaceZone[] Zones)[] Quarters =
    [
        ("Upper left", [Forehead, LeftTemple]),
        ("Upper right", [Forehead, RightTemple]),
        ("Lower left", [LeftCheek, LeftJaw, Chin]),
        ("Lower right", [RightCheek, RightJaw, Chin]),
    ];

    private static readonly (string Words, StrokeMotion Motion)[] Directions =
    [
        ("up and down", UpAndDown),
        ("across, away from the eye", Across),
        (Said.Of("diagonal"), Diagonal),
    ];

    public static DeviceGuide Of(Product product) =>
        DeviceRoutes.Guide(
            product,
            [
                Said.Of("Hands and face are clean and dry; nothing that irritates since yesterday."),
                Said.Of("The roller: no bent needle, never dropped, never shared, 70 % alcohol on it and dry again."),
                Said.Of("Never over keloids, spots, tender or open skin, never under the eyes."),
            ],
            Said.Of(
                "No pressure but its own weight; lift it at the end of every stroke. On at slight pink. Bleeding is not usual: stop there."
            ),
            [
                .. Quarters.Select(
                    (quarter, i) =>
                        new DevicePass(
                            quarter.Title,
                            i == 0 ? Said.Of("The serum is on all of it.") : "",
                            null,
                            [
                                .. Directions.Select(direction => new DeviceStroke(
                                    $"{quarter.Title}, {direction.Words.Split(',')[0]}",
                                    Said.Of($"{direction.Words}, lift at the end"),
                                    direction.Motion,
                                    quarter.Zones,
                                    30
                                )),
                            ],
                            ""
                        )
                ),
                new(
                    Said.Of("Once more"),
                    "",
                    null,
                    [
                        new(
                            Said.Of("Where it is for"),
                            Said.Of("one light second pass over lines or marks, only where nothing is pink"),
                            Diagonal,
                            [Forehead, LeftCheek, RightCheek],
                            0
                        ),
                    ],
                    Said.Of("The roller: rinse, 70 % alcohol, dry, into its own case.")
                ),
            ]
        );
}
