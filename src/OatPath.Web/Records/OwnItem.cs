using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>A product as it comes onto a client's shelf.</summary>
public static class OwnItem
{
    /// <summary>In use, or parked with the reason why it does not suit this client.</summary>
    public static ShelfItem Of(Product product, ClientRecord record) =>
        Suitability.Judge(product, record.Draft.Intake, record.Today).FirstOrDefault(verdict => verdict.Refuses) is { } refused
            ? new ShelfItem
            {
                Product = product,
                State = ShelfState.Parked,
                Reason = Words.Say(refused.Because),
            }
            : new ShelfItem { Product = product };

    /// <summary>
    /// The facts that bring a product in, and the sentence that says what happened. An active is asked for at the same time by who may
    /// decide.
    /// </summary>
    public static string BringIn(RecordRoom room, ClientRecord record, Product product, string by, bool mayDecide, List<Fact> facts)
    {
        var item = Of(product, record);
        facts.Add(room.Make(record.Client.Id, FactKind.Shelf, item, by));
        if (item.State == ShelfState.Parked)
        {
            return $"{product.Name} is parked: {item.Reason}";
        }

        return OnShelf(room, record, product, by, mayDecide, facts);
    }

    /// <summary>Asks for an active that is brought in, by who may decide, and says so.</summary>
    public static string OnShelf(RecordRoom room, ClientRecord record, Product product, string by, bool mayDecide, List<Fact> facts)
    {
        if (!product.IsActive() || !mayDecide)
        {
            return $"{product.Name} is on the shelf.";
        }

        facts.Add(room.Decide(record.Client.Id, by, (id, now) => new StartActive
        {
            Id = id,
            On = record.Today,
            RecordedAt = now,
            By = by,
            Product = product.Id,
        }));
        return $"{product.Name} is on the shelf. It is asked for: patch test first, then its ladder.";
    }
}
