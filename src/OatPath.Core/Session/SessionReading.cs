using OatPath.Core.House;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Session;

/// <summary>What a session comes to when its events are read to the end.</summary>
/// <param name="LongestMilliseconds">The longest contact of any zone; 0 where nothing was touched.</param>
/// <param name="StingMilliseconds">From the first sting that was no longer calm until the first calm one after it; null while it still
/// stung at the end.</param>
/// <param name="Stings">The sting curve: when and how much.</param>
/// <param name="StillBurned">Whether it burned on after the longest water.</param>
public sealed record SessionReading(
    SessionState Last,
    long LongestMilliseconds,
    long? StingMilliseconds,
    IReadOnlyList<(long At, int Value)> Stings,
    bool StillBurned
)
{
    /// <summary>Whether any of the product was on the skin.</summary>
    public bool Touched => Last.Zones.Count > 0 || Last.Device is { Began: true };

    /// <summary>Whether it has to be gone on with: something was on the skin, or burned, or got into an eye. One of which none is true was
    /// only opened, and may be put away.</summary>
    public bool HasBegun => Touched || Last.Phase is SessionPhase.Water or SessionPhase.Eye or SessionPhase.Help;

    /// <summary>Whether nothing more is to be done.</summary>
    public bool IsOver => Last.Phase is SessionPhase.Done or SessionPhase.Refused;

    /// <param name="until">Milliseconds since it was opened to which it is read; null reads to the last event.</param>
    public static SessionReading Of(SessionScript script, IReadOnlyList<SessionEvent> events, long? until = null)
    {
        var end = until ?? (events.Count == 0 ? 0 : events.Max(happened => happened.AtMilliseconds));
        var last = SessionPlayer.Play(script, events, end);
        var gone = events.Where(happened => happened.Kind == SessionEventKind.TakenBack).Select(happened => happened.Item).ToHashSet();
        var stings = events
            .Where(happened =>
                happened is { Kind: SessionEventKind.Stung, Value: not null }
                && (!gone.Contains(happened.Id) || !SessionPlayer.MayBeTakenBack(script, happened))
            )
            .DistinctBy(happened => happened.Id)
            .OrderBy(happened => happened.AtMilliseconds)
            .Select(happened => (happened.AtMilliseconds, happened.Value!.Value))
            .ToList();
        var from = stings.FindIndex(sting => sting.Item2 > script.StingCalm);
        var calm = from < 0 ? -1 : stings.FindLastIndex(sting => sting.Item2 > script.StingCalm) + 1;
        var water = events
            .Where(happened => happened.Kind is SessionEventKind.Burns or SessionEventKind.Frosted or SessionEventKind.StillBurns)
            .Select(happened => (long?)happened.AtMilliseconds)
            .Min();
        var stillBurned = events.Any(happened =>
            happened.Kind == SessionEventKind.StillBurns && happened.AtMilliseconds >= water + (script.LongWaterSeconds * 1000)
        );
        return new(
            last,
            last.Zones.Select(zone => zone.ContactMilliseconds).DefaultIfEmpty().Max(),
            from < 0 ? 0
                : calm < stings.Count ? stings[calm].AtMilliseconds - stings[from].AtMilliseconds
                : null,
            stings,
            stillBurned
        );
    }

    /// <summary>The question of which the answer spoke against it, where nothing was put on; else null.</summary>
    public static SessionAsk? RefusedBy(SessionScript script, SessionState state) =>
        state.Outcome == SessionOutcome.Refused ? script.Asks.FirstOrDefault(ask => ask.Id == state.Next) : null;

    /// <summary>What went otherwise than the script has it, in words; empty where all went as planned.</summary>
    public static IReadOnlyList<string> Faults(SessionScript script, SessionState state)
    {
        var faults = new List<string>();
        foreach (var zone in script.StaysOn ? [] : state.Zones)
        {
            var over = (zone.ContactMilliseconds - (script.TargetSeconds * 1000)) / 1000;
            if (over > 0)
            {
                faults.Add(Said.Of($"{FaceZones.TitleOf(zone.Zone)} {over / 60}:{over % 60:00} over"));
            }
        }

        var planned = script.Groups.SelectMany(group => group.Zones).Select(step => step.Zone).ToHashSet();
        foreach (var zone in state.Zones.Where(zone => !planned.Contains(zone.Zone)))
        {
            faults.Add(Said.Of($"{FaceZones.TitleOf(zone.Zone)} was touched and should be left out"));
        }

        if (state.Device is { OverMilliseconds: > 0 } device && state.Warnings.Contains(SessionWarning.OverTarget))
        {
            faults.Add(Said.Of($"{device.OverMilliseconds / 60_000}:{device.OverMilliseconds / 1000 % 60:00} longer than planned"));
        }

        if (state.Device is { Cut.Count: > 0 } nicked)
        {
            faults.Add(Said.Of($"nicked: {Words.List([.. nicked.Cut.Select(FaceZones.TitleOf)])}"));
        }

        foreach (var warning in state.Warnings)
        {
            if (
                warning switch
                {
                    SessionWarning.BeganUnchecked => Said.Of("began before the kit was complete and every question answered"),
                    SessionWarning.TouchedAgain => Said.Of("a zone was put on again after it was off"),
                    SessionWarning.ExtraLayer => Said.Of("one layer more than planned"),
                    SessionWarning.WrongGel => Said.Of("a gel was on that does not fit the programme"),
                    SessionWarning.WrongSetting => Said.Of("the device was set otherwise than planned"),
                    SessionWarning.TwoDevices => Said.Of("two devices were on at once"),
                    SessionWarning.ClockLost => Said.Of("the phone's clock went back: nobody knows how long it was on"),
                    _ => null,
                } is
                { } words
            )
            {
                faults.Add(words);
            }
        }

        return faults;
    }
}
