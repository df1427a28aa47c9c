using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Scores;

/// <summary>How much of something one person saw in one zone.</summary>
public sealed record ZoneScore
{
    public required SkinScale Scale { get; init; }

    /// <summary>One of <see cref="SkinScales.Zones"/>.</summary>
    public required FaceZone Zone { get; init; }

    /// <summary>0 (none) to 4 (very strong).</summary>
    [Between(0, SkinScales.Most)]
    public required int Score { get; init; }
}
