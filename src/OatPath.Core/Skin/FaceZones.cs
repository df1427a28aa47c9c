using OatPath.Core.Wording;

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

    private static readonly Dictionary<FaceZone, int> Places = OnMap.Select((zone, place) => (zone, place)).ToDictionary();

    /// <summary>Where a zone stands among <see cref="OnMap"/>, from 0; what is not on the map comes last.</summary>
    public static int PlaceOf(FaceZone zone) => Places.GetValueOrDefault(zone, Places.Count);

    public static string TitleOf(FaceZone zone) =>
        zone switch
        {
            FaceZone.LeftCheek => Said.Of("left cheek"),
            FaceZone.RightCheek => Said.Of("right cheek"),
            FaceZone.UpperLip => Said.Of("upper lip"),
            FaceZone.EyeArea => Said.Of("around the eyes"),
            FaceZone.BetweenBrows => Said.Of("between the brows"),
            FaceZone.LeftTemple => Said.Of("left temple"),
            FaceZone.RightTemple => Said.Of("right temple"),
            FaceZone.LeftBrow => Said.Of("left brow"),
            FaceZone.RightBrow => Said.Of("right brow"),
            FaceZone.LeftEye => Said.Of("around the left eye"),
            FaceZone.RightEye => Said.Of("around the right eye"),
            FaceZone.LeftJaw => Said.Of("left jaw"),
            FaceZone.RightJaw => Said.Of("right jaw"),
            FaceZone.LeftEar => Said.Of("at the left ear"),
            FaceZone.RightEar => Said.Of("at the right ear"),
            FaceZone.LeftNeck => Said.Of("left side of the neck"),
            FaceZone.RightNeck => Said.Of("right side of the neck"),
            FaceZone.LeftForehead => Said.Of("left half of the forehead"),
            FaceZone.RightForehead => Said.Of("right half of the forehead"),
            FaceZone.UpperNose => Said.Of("upper nose"),
            FaceZone.LowerNose => Said.Of("lower nose"),
            FaceZone.InnerLeftCheek => Said.Of("inner left cheek"),
            FaceZone.OuterLeftCheek => Said.Of("outer left cheek"),
            FaceZone.InnerRightCheek => Said.Of("inner right cheek"),
            FaceZone.OuterRightCheek => Said.Of("outer right cheek"),
            FaceZone.LeftUpperLip => Said.Of("left half of the upper lip"),
            FaceZone.RightUpperLip => Said.Of("right half of the upper lip"),
            FaceZone.LeftChin => Said.Of("left half of the chin"),
            FaceZone.RightChin => Said.Of("right half of the chin"),
            FaceZone.FrontLeftJaw => Said.Of("front of the left jaw"),
            FaceZone.BackLeftJaw => Said.Of("back of the left jaw"),
            FaceZone.FrontRightJaw => Said.Of("front of the right jaw"),
            FaceZone.BackRightJaw => Said.Of("back of the right jaw"),
            _ => Said.Of(zone.ToString().ToLowerInvariant()),
        };

    /// <summary>Around the eyes, of one or both.</summary>
    public static bool AreEyes(FaceZone zone) => zone is FaceZone.EyeArea or FaceZone.LeftEye or FaceZone.RightEye;

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

    private static readonly Dictionary<FaceZone, FaceZone[]> Halved = new()
    {
        [FaceZone.Forehead] = [FaceZone.LeftForehead, FaceZone.RightForehead],
        [FaceZone.Nose] = [FaceZone.UpperNose, FaceZone.LowerNose],
        [FaceZone.LeftCheek] = [FaceZone.InnerLeftCheek, FaceZone.OuterLeftCheek],
        [FaceZone.RightCheek] = [FaceZone.InnerRightCheek, FaceZone.OuterRightCheek],
        [FaceZone.UpperLip] = [FaceZone.LeftUpperLip, FaceZone.RightUpperLip],
        [FaceZone.Chin] = [FaceZone.LeftChin, FaceZone.RightChin],
        [FaceZone.LeftJaw] = [FaceZone.FrontLeftJaw, FaceZone.BackLeftJaw],
        [FaceZone.RightJaw] = [FaceZone.FrontRightJaw, FaceZone.BackRightJaw],
    };

    private static readonly Dictionary<FaceZone, FaceZone> Wholes = Halved
        .SelectMany(pair => pair.Value.Select(half => (Half: half, Whole: pair.Key)))
        .ToDictionary(pair => pair.Half, pair => pair.Whole);

    /// <summary>The two halves of a zone of a peel; none of another zone.</summary>
    public static IReadOnlyList<FaceZone> HalvesOf(FaceZone zone) => Halved.GetValueOrDefault(zone, []);

    /// <summary>The zone that a half is of; a whole zone is its own.</summary>
    public static FaceZone WholeOf(FaceZone zone) => Wholes.GetValueOrDefault(zone, zone);

    /// <summary>The zones of a map that a zone covers: itself, its two sides, or the whole of a half.</summary>
    public static IReadOnlyList<FaceZone> Covered(FaceZone zone) =>
        zone switch
        {
            FaceZone.Jaw => [FaceZone.LeftJaw, FaceZone.RightJaw],
            FaceZone.EyeArea => [FaceZone.LeftEye, FaceZone.RightEye],
            _ => [WholeOf(zone)],
        };
}
