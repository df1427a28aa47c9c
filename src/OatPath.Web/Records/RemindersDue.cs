using OatPath.Core.CheckIn;

namespace OatPath.Web.Records;

/// <summary>Messages that a client's record asks for.</summary>
public static class RemindersDue
{
    public static IReadOnlyList<Reminder> Of(ClientRecord record) =>
        Reminders.Of(DeskRows.PathOf(record).CheckIns, record.Today, record.Rules, record.Zone);
}
