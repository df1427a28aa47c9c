namespace OatPath.Core.Pictures;

/// <summary>From where a picture was taken; sides are the client's own.</summary>
public enum PictureView
{
    /// <summary>From the front.</summary>
    Front,

    /// <summary>Turned by 45 degrees, so that the client's left side is seen.</summary>
    Left,

    /// <summary>Turned by 45 degrees, so that the client's right side is seen.</summary>
    Right,

    /// <summary>One place close up: for the eye only.</summary>
    Close,
}

/// <summary>What a picture may be used for; each is agreed to by itself.</summary>
public enum PictureUse
{
    /// <summary>To see how the client's own skin does.</summary>
    Care,

    /// <summary>To teach colleagues in the studio.</summary>
    Teaching,

    /// <summary>To show it to others outside.</summary>
    Showing,
}
