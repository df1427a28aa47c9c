namespace OatPath.Core.Session;

/// <summary>How fast these hands go from zone to zone, as practised.</summary>
/// <remarks>
/// Source: trade convention for the usual 20 s a zone; what a practice counts for, and its bounds: house default.
/// </remarks>
public static class HandPace
{
    public const int Usual = ZoneGroups.ApplySeconds;
    private const int Quickest = 10;
    private const int Slowest = 30;

    /// <summary>A practice of fewer zones says nothing about a pace.</summary>
    private const int LeastTimes = 3;

    /// <summary>Seconds a zone, 10 to 30: the middle of the times between first touches of a practice.</summary>
    /// <param name="practice">What happened in it; the phone's steady clock counts, since a practice may run faster than that.</param>
    public static int Of(IEnumerable<SessionEvent> practice)
    {
        var touches = practice
            .Where(happened => happened.Kind == SessionEventKind.Touched)
            .Select(happened => happened.SteadyMilliseconds)
            .OfType<long>()
            .Order()
            .ToList();
        var times = touches.Zip(touches.Skip(1), (from, to) => to - from).Order().ToList();
        return times.Count < LeastTimes ? Usual : (int)Math.Clamp((times[times.Count / 2] + 999) / 1000, Quickest, Slowest);
    }
}
