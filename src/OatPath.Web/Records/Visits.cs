using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>Who comes today, with a line each.</summary>
public sealed record VisitToday(string ClientId, string Client, TimeOnly? At, string What, string State);

/// <summary>Visits of a client, agreed or held.</summary>
public static class Visits
{
    /// <summary>Visits that count, each with its fact, by day.</summary>
    public static IReadOnlyList<(string Fact, Visit Visit)> Of(ClientRecord record) =>
        [
            .. record
                .Live(FactKind.Visit)
                .Select(fact => (fact.Id, Visit: CaseAssembly.Body<Visit>(fact)))
                .Where(pair => !pair.Visit.CalledOff)
                .OrderBy(pair => pair.Visit.On)
                .ThenBy(pair => pair.Visit.At),
        ];

    /// <summary>The last visit that was held, or null.</summary>
    public static Visit? Last(ClientRecord record) => Of(record).Select(pair => pair.Visit).LastOrDefault(visit => visit.Held);

    /// <summary>The next that is agreed, with its fact; a visit agreed for today that was held is no longer one.</summary>
    public static (string Fact, Visit Visit)? Next(ClientRecord record)
    {
        var all = Of(record);
        var heldToday = all.Any(pair => pair.Visit.Held && pair.Visit.On == record.Today);
        return all.Where(pair => !pair.Visit.Held && pair.Visit.On >= record.Today && !(heldToday && pair.Visit.On == record.Today))
            .Select(pair => ((string, Visit)?)pair)
            .FirstOrDefault();
    }

    /// <summary>The line of a client who comes today, by visit or treatment; null for everybody else.</summary>
    public static VisitToday? Today(ClientRecord record)
    {
        var sitting = Sittings.Of(record.Followed.Treatments.Where(treatment => treatment.On == record.Today)) is [var first, ..]
            ? first
            : null;
        var visit = Next(record) is { } next && next.Visit.On == record.Today ? next.Visit : null;
        if (sitting is null && visit is null)
        {
            return null;
        }

        var state =
            record.Published is null ? "nothing published yet"
            : DeskRows.Of(record) is [var row, ..] ? row.Reason
            : "walks on alone";
        return new(record.Client.Id, record.Client.Name, sitting?.At ?? visit?.At, sitting?.Title ?? "visit", state);
    }
}
