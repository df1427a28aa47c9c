using OatPath.Core.Skin;

namespace OatPath.Core.Session;

/// <summary>Orders the zones of a peel and parts them into groups that hands can keep up with.</summary>
/// <remarks>
/// Source: trade convention: runny products on cheeks and chin first and the forehead last, so that nothing runs to the eyes; thicker ones
/// from the forehead down. Application 5 to 60 s a zone, usually 20, and removal about 20 s: trade convention; half of both for half a
/// zone: derived. Zones split where one cannot be put on well before it comes off, and a minute of air between groups: trade convention.
/// </remarks>
public static class ZoneGroups
{
    public const int ApplySeconds = 20;
    public const int RemoveSeconds = 20;

    /// <summary>The slowest hands: another zone is only asked for while even these would be in time.</summary>
    public const int SlowestSeconds = 60;

    /// <summary>From this thickness on, 1 (water) to 5 (balm), a product stays where it is put.</summary>
    private const int StaysFrom = 3;

    /// <summary>From first touch to its removal, a zone has at least half as long again as putting it on takes, seconds.</summary>
    /// <remarks>House default for "well before".</remarks>
    private const int WellBeforeSeconds = ApplySeconds * 3 / 2;

    /// <summary>The shortest contact that can be led, seconds: below it not even half a zone could be put on well.</summary>
    public const int LeastSeconds = (WellBeforeSeconds + RemoveSeconds) / 2;

    /// <summary>Once a group is off and patted dry, seconds of air before the next: never beside wet skin.</summary>
    public const int AirSeconds = 60;

    private static readonly FaceZone[] Runny =
    [
        FaceZone.LeftCheek,
        FaceZone.RightCheek,
        FaceZone.Chin,
        FaceZone.LeftJaw,
        FaceZone.RightJaw,
        FaceZone.UpperLip,
        FaceZone.Nose,
        FaceZone.Forehead,
    ];

    private static readonly FaceZone[] Thick =
    [
        FaceZone.Forehead,
        FaceZone.Nose,
        FaceZone.LeftCheek,
        FaceZone.RightCheek,
        FaceZone.LeftJaw,
        FaceZone.RightJaw,
        FaceZone.Chin,
        FaceZone.UpperLip,
    ];

    /// <summary>
    /// The zones of a face peel in the order they are put on, without those left out. Neck, lids and lips are never among them.
    /// </summary>
    /// <param name="runniness">1 (water) to 5 (balm).</param>
    public static IReadOnlyList<FaceZone> Order(int runniness, IEnumerable<FaceZone> leaveOut)
    {
        var skipped = leaveOut.SelectMany(FaceZones.Covered).ToHashSet();
        return [.. (runniness < StaysFrom ? Runny : Thick).Where(zone => !skipped.Contains(zone))];
    }

    /// <summary>
    /// Groups of which each can be put on whole before its first zone has to come off again; halves of zones where the contact is too short
    /// for a whole one.
    /// </summary>
    /// <param name="targetSeconds">Contact of each zone from first touch, <see cref="LeastSeconds"/> or more.</param>
    /// <param name="paceSeconds">From zone to zone where one press stands for a group.</param>
    /// <exception cref="ArgumentOutOfRangeException">Not even half a zone could be put on and taken off in that time.</exception>
    public static IReadOnlyList<ZoneGroup> Of(IReadOnlyList<FaceZone> order, int targetSeconds, int paceSeconds = HandPace.Usual)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(targetSeconds, LeastSeconds);
        if (targetSeconds < WellBeforeSeconds + RemoveSeconds)
        {
            return
            [
                .. order.SelectMany(FaceZones.HalvesOf).Select(half => new ZoneGroup([new(half, ApplySeconds / 2, RemoveSeconds / 2)])),
            ];
        }

        // The last zone is put on, however slowly, before the first has to come off.
        var most = Math.Max(1, ((targetSeconds - RemoveSeconds - SlowestSeconds) / ApplySeconds) + 1);
        return
        [
            .. order
                .Chunk(most)
                .Select(zones => new ZoneGroup(
                    [.. zones.Select(zone => new ZoneStep(zone, ApplySeconds, RemoveSeconds))],
                    zones.Length > 1 && zones.Length * (paceSeconds + RemoveSeconds) <= targetSeconds
                )),
        ];
    }
}
