namespace OatPath.Core.Session;

/// <summary>
/// Turns a script and what happened into what is shown now. Pure: the same events in any order, or twice, give the same state.
/// </summary>
/// <remarks>
/// Derived: contact counts per zone from first touch. With zones on in the order touched, each is cued so that it is off by its target and
/// no later zone has to wait for it:
/// cue(i) = min(touch(i) + target - removal(i), cue(i+1) - removal(i)). The phone's player in wwwroot/js/guide follows it line by line and
/// is held to it by a parity test.
/// </remarks>
public static class SessionPlayer
{
    /// <param name="now">Milliseconds since the session was opened; what happened later is not known yet.</param>
    public static SessionState Play(SessionScript script, IEnumerable<SessionEvent> events, long now)
    {
        var known = events
            .Where(happened => happened.AtMilliseconds <= now)
            .OrderBy(happened => happened.AtMilliseconds)
            .ThenBy(happened => happened.Id, StringComparer.Ordinal)
            .DistinctBy(happened => happened.Id)
            .ToList();
        var takenBack = known.Where(happened => happened.Kind == SessionEventKind.TakenBack).Select(happened => happened.Item).ToHashSet();
        var run = new SessionRun(script);
        foreach (var happened in known.Where(happened => !takenBack.Contains(happened.Id) || !MayBeTakenBack(script, happened)))
        {
            run.Take(happened);
        }

        return run.At(now);
    }

    /// <summary>A press by mistake can be taken back; what may have hurt cannot.</summary>
    public static bool MayBeTakenBack(SessionScript script, SessionEvent happened) =>
        happened.Kind switch
        {
            SessionEventKind.Ticked
            or SessionEventKind.Answered
            or SessionEventKind.Touched
            or SessionEventKind.TouchedTogether
            or SessionEventKind.Layered
            or SessionEventKind.Off
            or SessionEventKind.AllOff
            or SessionEventKind.Crystals
            or SessionEventKind.Reddened
            or SessionEventKind.EndNow
            or SessionEventKind.Ended
            or SessionEventKind.Cooled
            or SessionEventKind.GelOn
            or SessionEventKind.SetTo
            or SessionEventKind.Readied
            or SessionEventKind.Passed => true,
            SessionEventKind.Stung => happened.Value < script.StingEnds,
            _ => false,
        };
}
