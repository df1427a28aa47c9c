using OatPath.Core.Case;
using OatPath.Core.Session;
using OatPath.Core.Skin;

namespace OatPath.Core.Known;

/// <summary>Contact over the guided sessions of one evening.</summary>
internal static class SessionContacts
{
    /// <summary>
    /// The longest contact of any zone, ms: one session after the other adds up, and the same peel followed on two devices is one.
    /// </summary>
    public static long Longest(IEnumerable<SessionHeld> evening)
    {
        var total = new Dictionary<FaceZone, long>();
        foreach (var same in AtOnce(evening))
        {
            var zones = same.SelectMany(held => SessionReading.Of(held.Script, held.Events).Last.Zones);
            foreach (var zone in zones.GroupBy(zone => FaceZones.WholeOf(zone.Zone)))
            {
                total[zone.Key] = total.GetValueOrDefault(zone.Key) + zone.Max(one => one.ContactMilliseconds);
            }
        }

        return total.Values.DefaultIfEmpty().Max();
    }

    private static List<List<SessionHeld>> AtOnce(IEnumerable<SessionHeld> evening)
    {
        var groups = new List<List<SessionHeld>>();
        foreach (var held in evening.OrderBy(held => held.HappenedAt).ThenBy(held => held.Id, StringComparer.Ordinal))
        {
            if (groups is [.., var last] && held.HappenedAt - last[^1].HappenedAt < Length(last[^1]))
            {
                last.Add(held);
            }
            else
            {
                groups.Add([held]);
            }
        }

        return groups;
    }

    private static TimeSpan Length(SessionHeld held) =>
        TimeSpan.FromMilliseconds(Math.Max(1, held.Events.Select(happened => happened.AtMilliseconds).DefaultIfEmpty().Max()));
}
