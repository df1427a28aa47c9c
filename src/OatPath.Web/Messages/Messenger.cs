using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Messages;

/// <summary>
/// Writes the messages that are due into the outbox, withdraws those that were answered, and hands the rest to the gateway outside the
/// quiet hours.
/// </summary>
public sealed class Messenger(
    ClientDigests digests,
    DigestTable table,
    RecordRoom room,
    Studio studio,
    Outbox outbox,
    MailAddresses addresses,
    IMessageGateway gateway,
    ServeOptions options,
    TimeProvider clock
)
{
    /// <summary>How long a message waits after each try that failed; after the last it is given up.</summary>
    /// <remarks>House default.</remarks>
    private static readonly TimeSpan[] Waits =
    [
        TimeSpan.FromMinutes(5),
        TimeSpan.FromMinutes(30),
        TimeSpan.FromHours(2),
        TimeSpan.FromHours(6),
    ];

    /// <summary>How long all wait while the way itself is closed.</summary>
    private static readonly TimeSpan[] Rests =
    [
        TimeSpan.FromMinutes(1),
        TimeSpan.FromMinutes(5),
        TimeSpan.FromMinutes(15),
        TimeSpan.FromHours(1),
    ];

    private readonly Lock round = new();
    private bool isFirst = true;
    private (string Reason, DateTimeOffset Since, DateTimeOffset Until, int Times)? closed;

    /// <summary>Why nothing goes out, and since when; null while the way is open.</summary>
    public (string Reason, DateTimeOffset Since)? Trouble => closed is { } down ? (down.Reason, down.Since) : null;

    /// <summary>The way may be open again: it is tried with the next round.</summary>
    public void TryTheWayAgain() => closed = closed is { } down ? down with { Until = down.Since } : null;

    /// <summary>Looks through all clients: what is due is written once, what was answered meanwhile is withdrawn.</summary>
    public void Write()
    {
        if (!gateway.IsSet)
        {
            return;
        }

        var now = clock.GetUtcNow();
        digests.BringUpToDate();
        foreach (var id in table.Reminding())
        {
            if (Readable(id) is { Published: not null } record)
            {
                Write(record, now);
            }
        }
    }

    /// <summary>Hands over whatever waits and may go now, to each client one message a day.</summary>
    public void Send()
    {
        lock (round)
        {
            SendAll();
        }
    }

    private void SendAll()
    {
        var now = clock.GetUtcNow();
        var (rules, _) = studio.Current();
        var zone = CareDay.ZoneOf(rules.Zone);
        if (isFirst)
        {
            outbox.SettleBegun("the program was stopped while it was sent: it may have arrived", now);
            isFirst = false;
        }

        if (Reminders.OutsideQuietHours(now, rules, zone) > now || now < closed?.Until)
        {
            return;
        }

        var today = Midnight(now, zone, daysLater: 0);
        foreach (var message in outbox.Due(now))
        {
            if (!IsStillWanted(message))
            {
                outbox.Withdraw(message.Id, "answered meanwhile", now);
            }
            else if (outbox.WasSent(message.ClientId, today))
            {
                outbox.Postpone(message.Id, Reminders.OutsideQuietHours(Midnight(now, zone, daysLater: 1), rules, zone));
            }
            else if (outbox.Begin(message.Id, now) && !Settle(message, gateway.Send(message), now, rules, zone))
            {
                return;
            }
        }
    }

    /// <summary>Writes down what became of a try.</summary>
    /// <returns>Whether the others can be tried.</returns>
    private bool Settle(Message message, Attempt attempt, DateTimeOffset now, HouseRules rules, TimeZoneInfo zone)
    {
        if (attempt.Fate == Fate.Down)
        {
            var times = closed?.Times ?? 0;
            closed = (attempt.Reason, closed?.Since ?? now, now + Rests[Math.Min(times, Rests.Length - 1)], times + 1);
            outbox.Postpone(message.Id, now);
            return false;
        }

        closed = null;
        switch (attempt.Fate)
        {
            case Fate.Delivered:
                outbox.Delivered(message.Id, now);
                break;
            case Fate.NoAddress:
                outbox.Withdraw(message.Id, attempt.Reason, now);
                break;
            case Fate.Busy when message.Attempts < Waits.Length:
                var next = Reminders.OutsideQuietHours(now + Waits[message.Attempts], rules, zone);
                outbox.Failed(message.Id, attempt.Reason, now, next);
                break;
            default:
                outbox.Failed(message.Id, attempt.Reason, now, null);
                break;
        }

        if (attempt.Fate == Fate.AddressRefused && message.Mail is { } address)
        {
            addresses.Refuse(message.ClientId, address, attempt.Reason, now);
        }

        return true;
    }

    private static DateTimeOffset Midnight(DateTimeOffset now, TimeZoneInfo zone, int daysLater)
    {
        var wall = TimeZoneInfo.ConvertTime(now, zone).Date.AddDays(daysLater);
        wall = zone.IsInvalidTime(wall) ? wall.AddHours(1) : wall;
        return new DateTimeOffset(wall, zone.GetUtcOffset(wall)).ToUniversalTime();
    }

    private void Write(ClientRecord record, DateTimeOffset now)
    {
        // Kept as it is sent: in the language that the client reads.
        using var spoken = Language.Speak(options.ClientLanguage);
        foreach (var reminder in RemindersDue.Of(record))
        {
            var at = reminder.NotBefore > now ? reminder.NotBefore : now;
            outbox.Write(
                record.Client.Id,
                reminder.Key,
                reminder.Text,
                now,
                Reminders.OutsideQuietHours(at, record.Rules, record.Zone).ToUniversalTime()
            );
        }
    }

    /// <summary>A client's record, or null where it cannot be read; the Desk names that one.</summary>
    private ClientRecord? Readable(string id)
    {
        try
        {
            return room.Derive(id);
        }
        catch (UnreadableException)
        {
            return null;
        }
    }

    private bool IsStillWanted(Message message) =>
        Readable(message.ClientId) is { Published: not null } record
        && RemindersDue.Of(record).Any(reminder => reminder.Key == message.Key);
}
