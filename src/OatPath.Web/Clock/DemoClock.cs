namespace OatPath.Web.Clock;

/// <summary>The machine's time, wound forward by whole days so that a demo shows plans, ramps and windows change. Never backward.</summary>
public sealed class DemoClock : TimeProvider
{
    private const int MaxDays = 366 * 2;
    private int days;

    public int Days => Volatile.Read(ref days);

    public override DateTimeOffset GetUtcNow() => base.GetUtcNow().AddDays(Days);

    /// <returns>False when the clock would leave its range.</returns>
    public bool Wind(int by)
    {
        if (by < 1 || Days + by > MaxDays)
        {
            return false;
        }

        Interlocked.Add(ref days, by);
        return true;
    }
}
