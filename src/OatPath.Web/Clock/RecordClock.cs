namespace OatPath.Web.Clock;

/// <summary>
/// Time as the record knows it: never before the last thing that was written down. Where the machine's clock was set back, time flows on from there by the steady clock,
/// so that nothing told is hidden and what is told next keeps its order.
/// </summary>
public sealed class RecordClock(TimeProvider inner) : TimeProvider
{
    /// <summary>From here on it is said that the clock is wrong.</summary>
    /// <remarks>House default: what a time service corrects by itself is not worth a word.</remarks>
    private static readonly TimeSpan WorthSaying = TimeSpan.FromMinutes(1);

    /// <summary>What comes next is later than what was last, if only by so much.</summary>
    private static readonly TimeSpan Least = TimeSpan.FromMilliseconds(1);

    private readonly Lock recording = new();
    private DateTimeOffset last = DateTimeOffset.MinValue;
    private long stamp;

    /// <summary>How far the machine's clock is behind the record; null where it is not, or not worth a word.</summary>
    public TimeSpan? Behind => GetUtcNow() - inner.GetUtcNow() is var behind && behind >= WorthSaying ? behind : null;

    public override TimeZoneInfo LocalTimeZone => inner.LocalTimeZone;

    public override long TimestampFrequency => inner.TimestampFrequency;

    public override DateTimeOffset GetUtcNow()
    {
        var now = inner.GetUtcNow();
        lock (recording)
        {
            if (now >= last)
            {
                return now;
            }

            var passed = inner.GetElapsedTime(stamp);
            return last + (passed > Least ? passed : Least);
        }
    }

    /// <summary>Something was written down at a moment.</summary>
    public void Recorded(DateTimeOffset at)
    {
        lock (recording)
        {
            if (at > last)
            {
                (last, stamp) = (at, inner.GetTimestamp());
            }
        }
    }

    public override long GetTimestamp() => inner.GetTimestamp();

    public override ITimer CreateTimer(TimerCallback callback, object? state, TimeSpan dueTime, TimeSpan period) => inner.CreateTimer(callback, state, dueTime, period);
}
