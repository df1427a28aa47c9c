using System.Collections.Concurrent;
using OatPath.Core.Calibration;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>
/// What was expected of every use of every client, held against what followed: a client's is derived once and kept as long as nothing new
/// is told of them, so that a page reads a result and waits for nobody's plan. Where more happened than was said, the estimate takes a
/// wider margin, and a product that bites more than its label says is reckoned with as such.
/// </summary>
public sealed class ChancesKept(Clients clients, ClientReading reading, StudioShelf shelf, Studio studio, TimeProvider clock)
{
    /// <summary>Who is named in the history of the house where nobody chose.</summary>
    private const string ByItself = "Oat Path";

    private readonly ConcurrentDictionary<string, (ClientStamp Stamp, Derived? Derived)> kept = [];
    private readonly Lock counting = new();
    private Dictionary<string, FormerFormula> onShelf = [];

    /// <summary>The account as it was counted last, and when; null before that.</summary>
    public (Account Account, DateTimeOffset At)? Latest { get; private set; }

    /// <summary>How each product of the studio shelf bites, as counted last; by its id.</summary>
    public IReadOnlyList<BiteShown> Bites { get; private set; } = [];

    /// <summary>How a bottle bites that is what stands on the studio shelf; null for any other, and before it is known.</summary>
    public BiteShown? BiteOf(Product bottle) => IsOnShelf(bottle) ? Bites.FirstOrDefault(bite => bite.Product == bottle.Id) : null;

    private bool IsOnShelf(Product bottle) => onShelf.TryGetValue(bottle.Id, out var formula) && formula.IsSame(bottle);

    /// <summary>What one client's record comes to.</summary>
    private sealed record Derived(ClientForetold Foretold, IReadOnlyList<ProductEvidence> Evidence);

    /// <summary>Counts anew whoever told something since, and all of them together, and lets the estimate go by it.</summary>
    /// <exception cref="ConflictException">The house was changed meanwhile; the next count sees to it.</exception>
    public void Count(CancellationToken stop = default)
    {
        lock (counting)
        {
            var (rules, version) = studio.Current();
            CountUnder(rules.EstimateMarginPercent, stop);
            if (!stop.IsCancellationRequested && rules.MarginGrows && Latest is { Account.IsSurelyMore: true })
            {
                Widen(rules, version, stop);
            }

            if (!stop.IsCancellationRequested)
            {
                Reckon();
            }
        }
    }

    /// <summary>What the house has seen of its products counts for the steps to come, from today on.</summary>
    private void Reckon()
    {
        var (rules, version) = studio.Current();
        var now = clock.GetUtcNow();
        if (rules.BitesHold)
        {
            var reckoned = rules.WithBitesFrom(CareDay.Of(now, CareDay.ZoneOf(rules.Zone)), BiteReckoned.Of(Bites, rules.BitesInForce()));
            if (!ReferenceEquals(reckoned, rules))
            {
                studio.Save(reckoned, version, ByItself, now);
            }
        }
    }

    private void Widen(HouseRules rules, long version, CancellationToken stop)
    {
        var inForce = rules.EstimateMarginPercent;
        var percent = MarginNeeded.Of(inForce, margin => margin == inForce ? Latest!.Value.Account : Under(margin, stop));
        if (percent > inForce && !stop.IsCancellationRequested)
        {
            var now = clock.GetUtcNow();
            var wider = rules with { EstimateMarginPercent = percent };
            studio.Save(wider.WithMarginFrom(CareDay.Of(now, CareDay.ZoneOf(rules.Zone)), byItself: true), version, ByItself, now);
            CountUnder(percent, stop);
        }
    }

    private void CountUnder(int margin, CancellationToken stop)
    {
        var all = clients.Search("", int.MaxValue).Select(client => client.Id).ToHashSet();
        foreach (var gone in kept.Keys.Where(id => !all.Contains(id)))
        {
            kept.TryRemove(gone, out _);
        }

        foreach (var id in all.TakeWhile(_ => !stop.IsCancellationRequested))
        {
            if (reading.Stamp(id) is { } stamp && !(kept.TryGetValue(id, out var known) && known.Stamp == stamp))
            {
                kept[id] = (
                    stamp,
                    Live(id, margin) is var (file, lived)
                        ? new(Foretold(id, file, lived), ProductEvidence.Of(file.Intake.Sensitivity, lived, BottlesOf(file)))
                        : null
                );
            }
        }

        onShelf = shelf.Everything().ToDictionary(each => each.Product.Id, each => FormerFormula.Of(each.Product, default));
        Bites = BiteShown.Of(kept.Values.Select(each => each.Derived?.Evidence).OfType<IReadOnlyList<ProductEvidence>>(), IsOnShelf);
        Latest = (Of(kept.Select(each => (each.Key, each.Value.Derived?.Foretold))), clock.GetUtcNow());
    }

    /// <summary>What the account would be had the estimate always had a margin.</summary>
    private Account Under(int margin, CancellationToken stop) =>
        Of(
            kept.Keys.TakeWhile(_ => !stop.IsCancellationRequested)
                .Select(id => (id, Live(id, margin) is var (file, lived) ? Foretold(id, file, lived) : null))
                .ToList()
        );

    private static ClientForetold Foretold(string id, CaseFile file, LivedUses lived) => new(id, file.Intake.Sensitivity, lived.Expected);

    private static Func<string, Product?> BottlesOf(CaseFile file) =>
        product => file.Shelf.FirstOrDefault(item => item.Product.Id == product)?.Product;

    private Account Of(IEnumerable<(string Id, ClientForetold? Foretold)> all) =>
        Account.Of(
            [.. all.OrderBy(each => each.Id, StringComparer.Ordinal).Select(each => each.Foretold).OfType<ClientForetold>()],
            onShelf.ContainsKey
        );

    /// <summary>One client's uses under a margin; null where nothing was given out yet, or something told cannot be read.</summary>
    private (CaseFile File, LivedUses Lived)? Live(string id, int margin)
    {
        try
        {
            var now = clock.GetUtcNow();
            if (reading.Read(id, now) is not { Published: not null } told)
            {
                return null;
            }

            var record = RecordRoom.Of(told, now);
            var rules = record.Rules with { EstimateMarginPercent = margin, EstimateMargins = [] };
            return (record.Followed, PathPlanner.Foretold(record.Followed, rules));
        }
        catch (Exception fault) when (fault is not (StoreException or Microsoft.Data.Sqlite.SqliteException or OutOfMemoryException))
        {
            // Whoever cannot be read is named at the Desk.
            return null;
        }
    }
}
