using OatPath.Core.Case;
using OatPath.Core.Skin;

namespace OatPath.Core.Known;

/// <summary>A nick and whether it has closed.</summary>
/// <param name="ClosedOn">The day from which its zones are treated again; null while it is open.</param>
public sealed record Nick(string Id, DateOnly On, IReadOnlyList<FaceZone> Zones, DateOnly? ClosedOn);

/// <summary>Nicks that were told, in a session or besides.</summary>
public static class Nicks
{
    /// <param name="log">A log in which sessions were read (<see cref="HeldSessions.Expand"/>).</param>
    public static IReadOnlyList<Nick> Of(IEnumerable<LogEntry> log)
    {
        var entries = log.Where(entry => entry is Nicked or NickClosed).ToList();
        return [.. entries.OfType<Nicked>().OrderBy(nick => nick.HappenedAt).Select(nick => new Nick(nick.Id, nick.Day, nick.Zones,
            entries.OfType<NickClosed>().Where(closed => closed.Nick == nick.Id && closed.Day >= nick.Day).Select(closed => (DateOnly?)closed.Day).Min()))];
    }

    /// <summary>The same as open skin at Meet, from its day until the day before it had closed; the day itself is always in.</summary>
    public static IEnumerable<Flag> Flags(IEnumerable<Nick> nicks) => nicks.Select(nick => new Flag
    {
        Kind = FlagKind.OpenSkin,
        From = nick.On,
        Until = nick.ClosedOn is { } closed ? closed > nick.On ? closed.AddDays(-1) : nick.On : null,
        Zones = nick.Zones,
        Told = true,
    });
}
