namespace OatPath.Core.Skin;

/// <summary>One half of the face, the client's own left or right.</summary>
public enum FaceSide
{
    Left,
    Right,
}
