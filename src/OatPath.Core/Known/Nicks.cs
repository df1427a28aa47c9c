using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Skin;

namespace OatPath.Core.Known;

/// <summary>A nick, or a place that was picked, and whether it has closed.</summary>
/// <param name="Zones">Empty where nobody said: then it may be anywhere.</param>
/// <param name="ClosedOn">The day from which its zones are treated again; null while it is open.</param>
/// <param name="Picked">Picked, and not cut.</param>
public sealed record Nick(string Id, DateOnly On, IReadOnlyList<FaceZone> Zones, DateOnly? ClosedOn, bool Picked = false);

/// <summary>Nicks and picked places that were told, in a session, in a report or besides.</summary>
public static class Nicks
{
    /// <param name="log">A log in which sessions were read (<see cref="HeldSessions.Expand"/>).</param>
    public static IReadOnlyList<Nick> Of(IReadOnlyList<LogEntry> log)
    {
        var again = log.OfType<CheckedIn>().Select(entry => entry.Replaces).OfType<string>().ToHashSet();
        var entries = log.Where(entry => entry is Nicked or NickClosed || (IsPicked(entry) && !again.Contains(entry.Id)))
            .OrderBy(entry => entry.HappenedAt)
            .ToList();
        DateOnly? Closed(string nick, DateOnly from) =>
            entries
                .OfType<NickClosed>()
                .Where(closed => closed.Nick == nick && closed.Day >= from)
                .Select(closed => (DateOnly?)closed.Day)
                .Min();
        // The same place told of twice on a day is one place.
        var picked = entries
            .OfType<CheckedIn>()
            .GroupBy(told => (told.Day, Where: string.Join(' ', told.Report.Where.Order())))
            .ToDictionary(group => group.First().Id, group => group.Select(told => Closed(told.Id, told.Day)).Min());
        return
        [
            .. entries
                .Select(entry =>
                    entry switch
                    {
                        Nicked nick => new Nick(nick.Id, nick.Day, nick.Zones, Closed(nick.Id, nick.Day)),
                        CheckedIn told when picked.TryGetValue(told.Id, out var closed) => new Nick(
                            told.Id,
                            told.Day,
                            told.Report.Where,
                            closed,
                            Picked: true
                        ),
                        _ => null,
                    }
                )
                .OfType<Nick>(),
        ];
    }

    /// <summary>What is known of a client at the moment of the case.</summary>
    public static IReadOnlyList<Nick> Of(CaseFile file) => new KnownFacts(file).Nicks;

    private static bool IsPicked(LogEntry entry) => entry is CheckedIn { Report: var report } && report.Signs.Contains(Sign.Picked);

    /// <summary>The same as open skin at Meet, from its day until the day before it had closed; the day itself is always in.</summary>
    public static IEnumerable<Flag> Flags(IEnumerable<Nick> nicks) =>
        nicks.Select(nick => new Flag
        {
            Kind = FlagKind.OpenSkin,
            From = nick.On,
            Until = nick.ClosedOn is { } closed
                ? closed > nick.On
                    ? closed.AddDays(-1)
                    : nick.On
                : null,
            Zones = nick.Zones,
            Told = true,
        });
}
