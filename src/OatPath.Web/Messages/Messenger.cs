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
    IMessageGateway gateway,
    ServeOptions options,
    TimeProvider clock
)
{
    private const int MostTries = 3;
    private static readonly TimeSpan[] Waits = [TimeSpan.FromMinutes(5), TimeSpan.FromMinutes(30)];

    /// <summary>Looks through all clients: what is due is written once, what was answered meanwhile is withdrawn.</summary>
    public void Write()
    {
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

    /// <summary>Hands over whatever waits and may go now.</summary>
    public void Send()
    {
        var now = clock.GetUtcNow();
        var (rules, _) = studio.Current();
        var zone = CareDay.ZoneOf(rules.Zone);
        if (Reminders.OutsideQuietHours(now, rules, zone) > now)
        {
            return;
        }

        foreach (var message in outbox.Due(now))
        {
            if (!IsStillWanted(message))
            {
                outbox.Withdraw(message.Id, "answered meanwhile", now);
                continue;
            }

            var attempt = gateway.Send(message);
            if (attempt.Delivered)
            {
                outbox.Delivered(message.Id, now);
            }
            else
            {
                DateTimeOffset? next =
                    attempt.Final || message.Attempts + 1 >= MostTries
                        ? null
                        : Reminders.OutsideQuietHours(now + Waits[Math.Min(message.Attempts, Waits.Length - 1)], rules, zone);
                outbox.Failed(message.Id, attempt.Reason, now, next);
            }
        }
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
