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
        if (record.Draft.Shelf.FirstOrDefault(item => IsOf(item, product.Id) && item.State != ShelfState.ThrownOut) is { } held)
        {
            return [Opened(room, record, held.Product.Id, batch, by)];
        }

        var own = product with { Batch = batch, OpenedOn = record.Today };
        return [room.Make(client, FactKind.Shelf, OwnItem.Of(own, record), by)];
    }

    /// <summary>Whether a line of a client's shelf is a studio product, by itself or bound to what was asked for by kind.</summary>
    public static bool IsOf(ShelfItem item, string product) => item.Product.Id == product || item.Product.Spec?.Bottle == product;

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
    ) =>
        room.Log(record.Client.Id, by, (id, now) => new BottleSeen
        {
            Id = id,
            HappenedAt = now,
            RecordedAt = now,
            By = by,
            Product = product,
            Share = share,
            Opened = opened,
            Batch = batch,
        });
}
