namespace OatPath.Core.Skin;

/// <summary>The one set of zones of face, neck and chest: skipped zones, routes, flaking and scores all name these.</summary>
/// <remarks>Left and right are the client's own. Source: trade convention.</remarks>
public static class FaceZones
{
    /// <summary>Zones that a face map shows, from the top down; what stands for both sides is not among them.</summary>
    public static IReadOnlyList<FaceZone> OnMap { get; } =
    [
        FaceZone.Hairline,
        FaceZone.Forehead,
        FaceZone.BetweenBrows,
        FaceZone.LeftTemple,
        FaceZone.RightTemple,
        FaceZone.LeftBrow,
        FaceZone.RightBrow,
        FaceZone.LeftEye,
        FaceZone.RightEye,
        FaceZone.LeftEar,
        FaceZone.RightEar,
        FaceZone.Nose,
        FaceZone.LeftCheek,
        FaceZone.RightCheek,
        FaceZone.UpperLip,
        FaceZone.Chin,
        FaceZone.LeftJaw,
        FaceZone.RightJaw,
        FaceZone.Neck,
        FaceZone.LeftNeck,
        FaceZone.RightNeck,
        FaceZone.Chest,
    ];

    public static string TitleOf(FaceZone zone) =>
        zone switch
        {
            FaceZone.LeftCheek => "left cheek",
            FaceZone.RightCheek => "right cheek",
            FaceZone.UpperLip => "upper lip",
            FaceZone.EyeArea => "around the eyes",
            FaceZone.BetweenBrows => "between the brows",
            FaceZone.LeftTemple => "left temple",
            FaceZone.RightTemple => "right temple",
            FaceZone.LeftBrow => "left brow",
            FaceZone.RightBrow => "right brow",
            FaceZone.LeftEye => "around the left eye",
            FaceZone.RightEye => "around the right eye",
            FaceZone.LeftJaw => "left jaw",
            FaceZone.RightJaw => "right jaw",
            FaceZone.LeftEar => "at the left ear",
            FaceZone.RightEar => "at the right ear",
            FaceZone.LeftNeck => "left side of the neck",
            FaceZone.RightNeck => "right side of the neck",
            _ => zone.ToString().ToLowerInvariant(),
        };

    /// <summary>The side a zone lies on; null for one in the middle.</summary>
    public static FaceSide? SideOf(FaceZone zone) =>
        zone switch
        {
            FaceZone.LeftCheek
            or FaceZone.LeftTemple
            or FaceZone.LeftBrow
            or FaceZone.LeftEye
            or FaceZone.LeftJaw
            or FaceZone.LeftEar
            or FaceZone.LeftNeck => FaceSide.Left,
            FaceZone.RightCheek
            or FaceZone.RightTemple
            or FaceZone.RightBrow
            or FaceZone.RightEye
            or FaceZone.RightJaw
            or FaceZone.RightEar
            or FaceZone.RightNeck => FaceSide.Right,
            _ => null,
        };

    /// <summary>The zones of a map that a zone covers: itself, or its two sides.</summary>
    public static IReadOnlyList<FaceZone> Covered(FaceZone zone) =>
        zone switch
        {
            FaceZone.Jaw => [FaceZone.LeftJaw, FaceZone.RightJaw],
            FaceZone.EyeArea => [FaceZone.LeftEye, FaceZone.RightEye],
            _ => [zone],
        };
}
