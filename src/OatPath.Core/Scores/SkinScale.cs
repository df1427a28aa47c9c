namespace OatPath.Core.Scores;

/// <summary>What is scored by eye and hand, zone by zone.</summary>
/// <remarks>Source: trade convention.</remarks>
public enum SkinScale
{
    Redness,
    Flaking,
    Breakouts,
    Marks,
    Texture,
    Oil,
}
