using OatPath.Core.House;

namespace OatPath.Store;

/// <summary>A span in which the record's time ran ahead of the true one, and what its moments truly were.</summary>
/// <param name="From">The false time at which it begins.</param>
/// <param name="True">What it truly was then.</param>
/// <param name="Now">The true time now: nothing was written down later.</param>
/// <param name="Zone">The studio's.</param>
public sealed record FalseTime(
    DateTimeOffset From,
    DateTimeOffset True,
    DateTimeOffset Now,
    TimeZoneInfo Zone,
    IReadOnlyList<ClockPair> Pairs
)
{
    /// <summary>The false time that somebody confirmed last; null where nobody did.</summary>
    public static FalseTime? Confirmed(IReadOnlyList<ClockPair> pairs, DateTimeOffset now, TimeZoneInfo zone) =>
        pairs.LastOrDefault(pair => pair.ConfirmedBy is not null) is { } jump && jump.Machine > now
            ? new(jump.Machine, jump.Record, now, zone, pairs)
            : null;

    /// <summary>
    /// What a moment truly was. Where the machine's clock was right again while the record went on from its last entry, the machine's
    /// counts; else it is as long after the beginning as it was then.
    /// </summary>
    public DateTimeOffset At(DateTimeOffset at)
    {
        if (at < From)
        {
            return at;
        }

        var right = Pairs.LastOrDefault(pair =>
            pair.ConfirmedBy is null && pair.Record >= From && pair.Record <= at && pair.Machine < From
        );
        var moment = right is not null ? right.Machine + (at - right.Record) : at - (From - True);
        return (moment < Now ? moment : Now).ToOffset(at.Offset);
    }

    /// <summary>
    /// What a care day truly was, for something that happened at a false moment; days before the false ones were meant as they are.
    /// </summary>
    public DateOnly Day(DateOnly day, DateTimeOffset happened) =>
        day < CareDay.Of(From, Zone) || happened < From
            ? day
            : day.AddDays(CareDay.Of(At(happened), Zone).DayNumber - CareDay.Of(happened, Zone).DayNumber);
}
