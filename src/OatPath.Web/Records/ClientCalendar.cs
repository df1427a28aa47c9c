using OatPath.Core.Calendar;

namespace OatPath.Web.Records;

/// <summary>A client's calendar from the path as the client follows it.</summary>
public static class ClientCalendar
{
    private const int Days = 84;

    public static string Of(ClientRecord record, bool named) =>
        CalendarFile.Write(
            CalendarEntries.Of(record.Followed, record.ClientPath(0, Days), named),
            record.Rules.StudioName.Length > 0 ? record.Rules.StudioName : "Skin plan",
            record.Zone,
            record.AsOf
        );
}
