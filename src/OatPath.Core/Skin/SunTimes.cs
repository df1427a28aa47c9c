namespace OatPath.Core.Skin;

/// <summary>Days around strong sun and sunburn.</summary>
/// <remarks>Trade convention.</remarks>
public static class SunTimes
{
    /// <summary>A light-sensitising active pauses so long before strong sun.</summary>
    public const int PauseBefore = 3;

    /// <summary>Nothing new so long before and after; after a sunburn no active at all.</summary>
    public const int QuietDays = 7;
}
