namespace OatPath.Web.Clock;

/// <summary>A jump of the machine's clock that is not believed.</summary>
/// <param name="Record">The time as the record has it.</param>
/// <param name="Machine">The time as the machine has it.</param>
public sealed record ClockJump(DateTimeOffset Record, DateTimeOffset Machine);

/// <summary>
/// Time as the record knows it: never before the last thing that was written down, and never ahead by a jump that nobody confirmed. Where
/// the machine's clock was set back, time flows on
/// from the last entry by the steady clock, so that nothing told is hidden and what is told next keeps its order. Where it jumped ahead by
/// more than a day, time flows on from before the jump
/// until an owner says which day it is: what rests on the skin must not end because a clock was wrong.
/// </summary>
public sealed class RecordClock(MachineClock machine) : TimeProvider
{
    /// <summary>A clock that is more than so far ahead of the time that has passed is not believed.</summary>
    /// <remarks>House default: a time zone set wrong and a change of summer time lie below it, a wrong month or year above.</remarks>
    public static readonly TimeSpan MostAhead = TimeSpan.FromDays(1);

    /// <summary>From here on it is said that the clock is behind.</summary>
    /// <remarks>House default: what a time service corrects by itself is not worth a word.</remarks>
    private static readonly TimeSpan WorthSaying = TimeSpan.FromMinutes(1);

    /// <summary>What comes next is later than what was last, if only by so much.</summary>
    private static readonly TimeSpan Least = TimeSpan.FromMilliseconds(1);

    private readonly Lock recording = new();
    private (DateTimeOffset At, long Stamp)? last;
    private (DateTimeOffset At, long Stamp)? reached;
    private TimeSpan sleptBefore;
    private bool isAhead;

    /// <summary>How far the machine's clock is behind the record; null where it is not, or not worth a word.</summary>
    public TimeSpan? Behind => GetUtcNow() - machine.Now is var behind && behind >= WorthSaying ? behind : null;

    /// <summary>The jump that an owner is asked about, or null.</summary>
    public ClockJump? Jump
    {
        get
        {
            var now = GetUtcNow();
            lock (recording)
            {
                return isAhead ? new(now, machine.Now) : null;
            }
        }
    }

    public override TimeZoneInfo LocalTimeZone => machine.Time.LocalTimeZone;

    public override long TimestampFrequency => machine.Time.TimestampFrequency;

    public override DateTimeOffset GetUtcNow()
    {
        lock (recording)
        {
            var now = Believed(machine.Now);
            if (last is { } recorded && now < recorded.At)
            {
                now = recorded.At + Longer(machine.Time.GetElapsedTime(recorded.Stamp), Least);
            }

            if (!isAhead)
            {
                reached = (now, machine.Time.GetTimestamp());
            }

            return now;
        }
    }

    /// <summary>Something was written down at a moment.</summary>
    public void Recorded(DateTimeOffset at)
    {
        lock (recording)
        {
            if (last is null || at > last.Value.At)
            {
                last = (at, machine.Time.GetTimestamp());
            }
        }
    }

    /// <summary>The program begins: it was last alive at a moment.</summary>
    /// <remarks>Where a time service keeps the machine's clock, it may have been off for long.</remarks>
    public void Resume(DateTimeOffset seen)
    {
        lock (recording)
        {
            if (!machine.IsKept)
            {
                reached = (seen, machine.Time.GetTimestamp());
            }
        }
    }

    /// <summary>An owner says that the machine's clock is right.</summary>
    /// <returns>The jump that is believed from now on, or null where there is none.</returns>
    public ClockJump? Believe()
    {
        lock (recording)
        {
            if (Jump is not { } jump)
            {
                return null;
            }

            (reached, isAhead) = ((jump.Machine, machine.Time.GetTimestamp()), false);
            return jump;
        }
    }

    public override long GetTimestamp() => machine.Time.GetTimestamp();

    public override ITimer CreateTimer(TimerCallback callback, object? state, TimeSpan dueTime, TimeSpan period) =>
        machine.Time.CreateTimer(callback, state, dueTime, period);

    private DateTimeOffset Believed(DateTimeOffset now)
    {
        if (reached is not { } before)
        {
            return now;
        }

        var expected = before.At + machine.Time.GetElapsedTime(before.Stamp);
        isAhead = now - expected > MostAhead;
        if (isAhead && machine.Slept is var slept && now - expected - (slept - sleptBefore) <= MostAhead)
        {
            (isAhead, sleptBefore) = (false, slept);
        }

        return isAhead ? expected : now;
    }

    private static TimeSpan Longer(TimeSpan one, TimeSpan other) => one > other ? one : other;
}
