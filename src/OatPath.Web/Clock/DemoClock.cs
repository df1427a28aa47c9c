using System.Globalization;

namespace OatPath.Web.Clock;

/// <summary>
/// A demo's time: it begins at half past six in the evening of the day it is first started, runs on, and is wound forward by whole days
/// so that plans, ramps and windows are seen to change. Never backward; kept beside the data, so that a restart goes on where it stood.
/// </summary>
public sealed class DemoClock : TimeProvider
{
    private const int MaxDays = 366 * 2;
    private const int StartHour = 18;
    private const int StartMinute = 30;
    private readonly string file;
    private readonly Lock winding = new();
    private TimeSpan offset;
    private int days;

    /// <param name="from">The day it begins on; null for today.</param>
    public DemoClock(string folder, TimeZoneInfo zone, DateOnly? from = null)
    {
        file = Path.Combine(folder, Store.DataFolder.DemoClockName);
        if (
            File.Exists(file)
            && File.ReadAllText(file).Split(' ') is [var ticks, var wound]
            && long.TryParse(ticks, CultureInfo.InvariantCulture, out var kept)
            && int.TryParse(wound, CultureInfo.InvariantCulture, out days)
        )
        {
            offset = TimeSpan.FromTicks(kept);
            return;
        }

        var real = base.GetUtcNow();
        var wall = (from ?? DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(real, zone).DateTime)).ToDateTime(new(StartHour, StartMinute));
        offset = new DateTimeOffset(wall, zone.GetUtcOffset(wall)) - real;
        Keep();
    }

    public int Days => Volatile.Read(ref days);

    public override DateTimeOffset GetUtcNow()
    {
        lock (winding)
        {
            return base.GetUtcNow() + offset;
        }
    }

    /// <returns>False when the clock would leave its range.</returns>
    public bool Wind(int by)
    {
        lock (winding)
        {
            if (by < 1 || days + by > MaxDays)
            {
                return false;
            }

            days += by;
            offset += TimeSpan.FromDays(by);
            Keep();
            return true;
        }
    }

    private void Keep() => File.WriteAllText(file, string.Create(CultureInfo.InvariantCulture, $"{offset.Ticks} {days}"));
}
