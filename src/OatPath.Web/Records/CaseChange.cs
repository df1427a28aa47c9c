using OatPath.Core.Case;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>Turns a case as it should be into the facts that make it so.</summary>
public static class CaseChange
{
    /// <summary>Shelf lines that differ and decisions that are new, in one step; shelf lines first.</summary>
    public static List<Fact> Facts(RecordRoom room, ClientRecord record, CaseFile after, string by)
    {
        var before = record.Draft.Shelf.ToDictionary(item => item.Product.Id);
        var known = record.Draft.Decisions.Select(decision => decision.Id).ToHashSet();
        List<Fact> facts =
        [
            .. after
                .Shelf.Where(item => !before.TryGetValue(item.Product.Id, out var old) || old != item)
                .Select(item => room.Make(record.Client.Id, FactKind.Shelf, item, by)),
        ];
        facts.AddRange(
            after
                .Decisions.Where(decision => !known.Contains(decision.Id))
                .Select(decision => room.Decide(record.Client.Id, by, (id, now) => decision with { Id = id, RecordedAt = now, By = by }))
        );
        return facts;
    }
}
