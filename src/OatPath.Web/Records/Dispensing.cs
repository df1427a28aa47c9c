using OatPath.Core.Case;
using OatPath.Core.Shelf;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>What a unit handed to a client means for the client's record.</summary>
public static class Dispensing
{
    /// <summary>
    /// A product the client has already: a new package is opened. Else it comes onto the shelf, parked when it does not suit.
    /// </summary>
    public static List<Fact> Facts(RecordRoom room, ClientRecord record, Product product, string batch, string by)
    {
        var client = record.Client.Id;
        if (record.Draft.Shelf.Any(item => item.Product.Id == product.Id && item.State != ShelfState.ThrownOut))
        {
            return [Opened(room, record, product.Id, batch, by)];
        }

        var own = product with { Batch = batch, OpenedOn = record.Today };
        return [room.Make(client, FactKind.Shelf, OwnItem.Of(own, record), by)];
    }

    /// <summary>A new package was opened, a fact that acts at once.</summary>
    public static Fact Opened(RecordRoom room, ClientRecord record, string product, string batch, string by) =>
        Seen(room, record, product, 1, by, opened: true, batch);

    public static Fact Seen(
        RecordRoom room,
        ClientRecord record,
        string product,
        decimal share,
        string by,
        bool opened = false,
        string batch = ""
    )
    {
        var id = Fact.NewId();
        return room.Make<LogEntry>(
            record.Client.Id,
            FactKind.Log,
            new BottleSeen
            {
                Id = id,
                HappenedAt = room.Now,
                RecordedAt = room.Now,
                By = by,
                Product = product,
                Share = share,
                Opened = opened,
                Batch = batch,
            },
            by,
            id
        );
    }
}
