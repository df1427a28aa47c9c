using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Scores;

/// <summary>The scales, their levels and the zones that are scored.</summary>
public static class SkinScales
{
    /// <summary>The highest score; 0 is none.</summary>
    /// <remarks>Source: trade convention.</remarks>
    public const int Most = 4;

    /// <summary>What a practitioner scores.</summary>
    public static IReadOnlyList<SkinScale> All { get; } = Enum.GetValues<SkinScale>();

    /// <summary>What clients score themselves: what they see and feel without a trained eye.</summary>
    /// <remarks>House default.</remarks>
    public static IReadOnlyList<SkinScale> ForClient { get; } = [SkinScale.Redness, SkinScale.Flaking, SkinScale.Breakouts];

    /// <summary>Zones that are scored, from the top down.</summary>
    /// <remarks>House default: those of the face map that are large enough to be told by eye.</remarks>
    public static IReadOnlyList<FaceZone> Zones { get; } =
    [
        FaceZone.Forehead,
        FaceZone.LeftTemple,
        FaceZone.RightTemple,
        FaceZone.Nose,
        FaceZone.LeftCheek,
        FaceZone.RightCheek,
        FaceZone.UpperLip,
        FaceZone.Chin,
        FaceZone.LeftJaw,
        FaceZone.RightJaw,
        FaceZone.Neck,
        FaceZone.Chest,
    ];

    public static string TitleOf(SkinScale scale) =>
        scale switch
        {
            SkinScale.Redness => Said.Of("redness"),
            SkinScale.Flaking => Said.Of("flaking"),
            SkinScale.Breakouts => Said.Of("spots"),
            SkinScale.Marks => Said.Of("marks"),
            SkinScale.Texture => Said.Of("texture"),
            SkinScale.Oil => Said.Of("oil"),
            _ => throw new ArgumentOutOfRangeException(nameof(scale), scale, null),
        };

    /// <param name="score">0 to 4.</param>
    public static string LevelOf(int score) =>
        score switch
        {
            0 => Said.Of("none"),
            1 => Said.Of("a little"),
            2 => Said.Of("medium"),
            3 => Said.Of("strong"),
            4 => Said.Of("very strong"),
            _ => throw new ArgumentOutOfRangeException(nameof(score), score, null),
        };
}
