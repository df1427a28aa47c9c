using OatPath.Core.Skin;
using OatPath.Core.Wording;
using static OatPath.Core.Routes.StrokeMotion;
using static OatPath.Core.Skin.FaceZone;

namespace OatPath.Core.Routes;

/// <summary>The face parted for a hand that goes over it: in sections, or way by way.</summary>
/// <remarks>Source: trade convention.</remarks>
internal static class FaceWays
{
    public static IEnumerable<(string Title, FaceZone[] Zones)> Sections(bool neck) =>
        [
            (Said.Of("Forehead"), [Forehead]),
            (Said.Of("Left cheek"), [LeftCheek]),
            (Said.Of("Right cheek"), [RightCheek]),
            (Said.Of("Nose"), [Nose]),
            (Said.Of("Chin"), [Chin]),
            (Said.Of("Left jaw"), [LeftJaw]),
            (Said.Of("Right jaw"), [RightJaw]),
            .. neck ? [(Said.Of("Neck"), new[] { Neck })] : Array.Empty<(string, FaceZone[])>(),
        ];

    /// <summary>The ways of a device that is led over the whole face, its time shared out evenly.</summary>
    public static DeviceStroke[] Over(int seconds, bool neck, string setting)
    {
        (string Title, string Words, FaceZone[] Zones)[] ways =
        [
            (Said.Of("Forehead"), Said.Of("from between the brows to the hairline, stepping sideways"), [BetweenBrows, Forehead, Hairline]),
            (
                Said.Of("Left eye bone"),
                Said.Of("from the side of the nose along the eye bone, a pause under the brow"),
                [Nose, LeftEye, LeftBrow]
            ),
            (
                Said.Of("Right eye bone"),
                Said.Of("from the side of the nose along the eye bone, a pause under the brow"),
                [Nose, RightEye, RightBrow]
            ),
            (Said.Of("Left cheek"), Said.Of("from the side of the nose to mid cheek"), [Nose, LeftCheek]),
            (Said.Of("Right cheek"), Said.Of("from the side of the nose to mid cheek"), [Nose, RightCheek]),
            (
                Said.Of("Left smile line"),
                Said.Of("from the upper lip along the smile line to the temple"),
                [UpperLip, LeftCheek, LeftTemple]
            ),
            (
                Said.Of("Right smile line"),
                Said.Of("from the upper lip along the smile line to the temple"),
                [UpperLip, RightCheek, RightTemple]
            ),
            (
                Said.Of("Left jaw"),
                Said.Of("from the chin past the corner of the mouth to the ear, and behind it"),
                [Chin, LeftJaw, LeftEar]
            ),
            (
                Said.Of("Right jaw"),
                Said.Of("from the chin past the corner of the mouth to the ear, and behind it"),
                [Chin, RightJaw, RightEar]
            ),
            .. neck
                ? new[]
                {
                    (Said.Of("Neck"), Said.Of("from the hollow of the neck fanned up to the jaw"), new[] { Neck, LeftNeck, RightNeck }),
                }
                : [],
        ];

        // What does not divide evenly goes to the first ways, so that the whole is exact.
        return
        [
            .. ways.Select(
                (way, i) =>
                    new DeviceStroke(
                        way.Title,
                        way.Words,
                        way.Zones.Contains(Neck) ? Up : Along,
                        way.Zones,
                        (seconds / ways.Length) + (i < seconds % ways.Length ? 1 : 0),
                        Setting: setting
                    )
            ),
        ];
    }
}
