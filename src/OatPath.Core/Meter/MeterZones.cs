using OatPath.Core.Skin;

namespace OatPath.Core.Meter;

/// <summary>Where a meter is put, in the order in which it is.</summary>
/// <remarks>House default: where oil and dryness differ most on one face; a file may name any other zone of the face map.</remarks>
public static class MeterZones
{
    public static IReadOnlyList<FaceZone> Usual { get; } =
    [FaceZone.Forehead, FaceZone.Nose, FaceZone.RightCheek, FaceZone.LeftCheek, FaceZone.Chin];
}
