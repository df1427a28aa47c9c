using OatPath.Core.Wording;

namespace OatPath.Core.Skin;

/// <summary>One half of the face, the client's own left or right.</summary>
public enum FaceSide
{
    Left,
    Right,
}

/// <summary>The sides in words.</summary>
public static class FaceSides
{
    public static FaceSide Other(this FaceSide side) => side == FaceSide.Left ? FaceSide.Right : FaceSide.Left;

    /// <summary>"left", "right".</summary>
    public static string InWords(this FaceSide side) => side == FaceSide.Left ? Said.Of("left") : Said.Of("right");
}
