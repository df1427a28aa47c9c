using OatPath.Core.Skin;

namespace OatPath.Core.Pictures;

/// <summary>A place of the face that numbers are read from: an oval in the face's own measure.</summary>
/// <param name="Side">Middle, in distances of the eyes, to the right of the picture; Down from the eyes, in steps to the mouth.</param>
/// <param name="Wide">Half its width in distances of the eyes.</param>
/// <param name="High">Half its height in steps to the mouth.</param>
public sealed record PictureZone(FaceZone Zone, double Side, double Down, double Wide, double High)
{
    /// <summary>Where a point of the face lies in it: 0 the middle, 1 the rim.</summary>
    public double At(double side, double down)
    {
        var (x, y) = ((side - Side) / Wide, (down - Down) / High);
        return (x * x) + (y * y);
    }
}

/// <summary>Which zones numbers are read from, by view: inside of what the face map shows, away from hair, lips, nostrils and
/// rims.</summary>
/// <remarks>House default. From the side only what faces the camera is read.</remarks>
public static class PictureZones
{
    private static readonly PictureZone[] Front =
    [
        new(FaceZone.Forehead, 0, -0.72, 0.60, 0.22),
        new(FaceZone.Nose, 0, 0.42, 0.14, 0.20),
        new(FaceZone.RightCheek, -0.62, 0.55, 0.24, 0.24),
        new(FaceZone.LeftCheek, 0.62, 0.55, 0.24, 0.24),
        new(FaceZone.Chin, 0, 1.45, 0.26, 0.13),
        new(FaceZone.RightJaw, -0.56, 1.18, 0.17, 0.16),
        new(FaceZone.LeftJaw, 0.56, 1.18, 0.17, 0.16),
    ];

    private static readonly PictureZone[] Left =
    [
        new(FaceZone.Forehead, 0.25, -0.72, 0.50, 0.20),
        new(FaceZone.LeftTemple, 1.12, -0.18, 0.20, 0.18),
        new(FaceZone.LeftCheek, 0.92, 0.55, 0.34, 0.26),
        new(FaceZone.LeftJaw, 0.85, 1.18, 0.26, 0.15),
    ];

    private static readonly PictureZone[] Right =
    [
        new(FaceZone.Forehead, -0.25, -0.72, 0.50, 0.20),
        new(FaceZone.RightTemple, -1.12, -0.18, 0.20, 0.18),
        new(FaceZone.RightCheek, -0.92, 0.55, 0.34, 0.26),
        new(FaceZone.RightJaw, -0.85, 1.18, 0.26, 0.15),
    ];

    public static IReadOnlyList<PictureZone> Of(PictureView view) =>
        view switch
        {
            PictureView.Front => Front,
            PictureView.Left => Left,
            PictureView.Right => Right,
            _ => [],
        };
}
