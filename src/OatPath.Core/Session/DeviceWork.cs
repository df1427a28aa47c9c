using OatPath.Core.House;
using OatPath.Core.Routes;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Session;

/// <summary>What goes under a device in this session.</summary>
/// <param name="Charge">As the guide's programmes name it.</param>
/// <param name="Name">The client's own, by name.</param>
/// <param name="Id">Its product, where several go under one device; null where the charge says which.</param>
public sealed record DeviceGel(GelCharge Charge, string Name, string? Id = null);

/// <summary>The part of a script that leads a device or tool over the face: way by way, each with its time, gel and setting.</summary>
public sealed record DeviceWork
{
    public required DeviceGuide Guide { get; init; }
    public IReadOnlyList<DeviceGel> Gels { get; init; } = [];

    /// <summary>The side that is treated, to compare; null for the whole face.</summary>
    public FaceSide? Half { get; init; }

    /// <summary>
    /// A steady sign of contact every so many seconds, and how often in the last ones of a programme; 0 where the device gives none.
    /// </summary>
    /// <remarks>Source: trade convention for galvanic devices, every 10 s, every 5 s for the last 30 s.</remarks>
    [Between(0, 3600)]
    public int SteadySeconds { get; init; }

    [Between(0, 3600)]
    public int LastSteadySeconds { get; init; }

    [Between(0, 3600)]
    public int LastSeconds { get; init; }

    /// <summary>Whether a way ends as the skin turns pink: needles, and what goes under a current.</summary>
    /// <remarks>Source: trade convention.</remarks>
    public bool StopsAtPink { get; init; }

    /// <summary>Whether it may nick the skin.</summary>
    public bool Sharp { get; init; }

    /// <summary>Seconds past the end of a programme from which it counts as longer than planned.</summary>
    /// <remarks>House default: a hand needs a moment to lift it.</remarks>
    [Between(0, 3600)]
    public required int GraceSeconds { get; init; }
}
