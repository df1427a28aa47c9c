using System.Collections.Concurrent;
using OatPath.Web.Clock;

namespace OatPath.Web.Phone;

/// <summary>
/// How long each guided run has been open, by what its guide said and the steady clock since: never by a clock of the studio that may jump.
/// </summary>
public sealed class RunTimes(MachineClock machine)
{
    private const int MostKept = 5_000;
    private readonly ConcurrentDictionary<string, (TimeSpan Elapsed, long Stamp)> runs = [];

    /// <summary>A guide says how long its run has been open.</summary>
    /// <returns>The longer of that and what was known of it before.</returns>
    public TimeSpan Heard(string grant, TimeSpan elapsed)
    {
        if (runs.Count > MostKept)
        {
            runs.Clear();
        }

        var stamp = machine.Time.GetTimestamp();
        return runs.AddOrUpdate(grant, (elapsed, stamp), (_, known) =>
            known.Elapsed + machine.Time.GetElapsedTime(known.Stamp, stamp) is var since && since > elapsed
                ? (since, stamp)
                : (elapsed, stamp)
        ).Elapsed;
    }
}
