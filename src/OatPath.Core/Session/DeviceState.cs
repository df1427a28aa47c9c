using OatPath.Core.Skin;

namespace OatPath.Core.Session;

/// <summary>How far a device session is at one moment.</summary>
/// <param name="Began">Whether it was on the skin at all.</param>
/// <param name="Way">Index of the way meant, over all programmes; as many as there are ways when all are done.</param>
/// <param name="Runs">Whether its clock runs.</param>
/// <param name="WayMilliseconds">Time on each way so far.</param>
/// <param name="LeftMilliseconds">Left on the way meant; 0 where strokes count, or all is done.</param>
/// <param name="OverMilliseconds">Longer than planned, over all programmes.</param>
/// <param name="Cut">Zones that fall away since a nick.</param>
/// <param name="Gel">The gel that was said to be on, by its charge; null before.</param>
/// <param name="Setting">What it was said to be set to; null before.</param>
/// <param name="Battery">Percent, where the device says so.</param>
public sealed record DeviceState(
    bool Began,
    int Way,
    bool Runs,
    IReadOnlyList<long> WayMilliseconds,
    long LeftMilliseconds,
    long OverMilliseconds,
    IReadOnlyList<FaceZone> Cut,
    string? Gel,
    string? Setting,
    int? Battery
);
