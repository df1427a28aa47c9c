using System.Collections.Concurrent;
using OatPath.Core.Calibration;
using OatPath.Core.Planner;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>
/// What was expected of every use of every client, held against what followed: a client's is derived once and kept as long as nothing new
/// is told of them, so that a page reads a result and waits for nobody's plan.
/// </summary>
public sealed class ChancesKept(Clients clients, ClientReading reading, StudioShelf shelf, TimeProvider clock)
{
    private readonly ConcurrentDictionary<string, (ClientStamp Stamp, ClientForetold? Foretold)> kept = [];
    private readonly Lock counting = new();

    /// <summary>The account as it was counted last, and when; null before that.</summary>
    public (Account Account, DateTimeOffset At)? Latest { get; private set; }

    /// <summary>Counts anew whoever told something since, and all of them together.</summary>
    public void Count(CancellationToken stop = default)
    {
        lock (counting)
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
                    kept[id] = (stamp, Derive(id));
                }
            }

            var ofTheStudio = shelf.Everything().Select(each => each.Product.Id).ToHashSet();
            Latest = (
                Account.Of(
                    [
                        .. kept.OrderBy(each => each.Key, StringComparer.Ordinal)
                            .Select(each => each.Value.Foretold)
                            .OfType<ClientForetold>(),
                    ],
                    ofTheStudio.Contains
                ),
                clock.GetUtcNow()
            );
        }
    }

    /// <summary>One client's uses; null where nothing was given out yet, or something told cannot be read.</summary>
    private ClientForetold? Derive(string id)
    {
        try
        {
            var now = clock.GetUtcNow();
            if (reading.Read(id, now) is not { Published: not null } told)
            {
                return null;
            }

            var record = RecordRoom.Of(told, now);
            return new(id, record.Followed.Intake.Sensitivity, PathPlanner.Foretold(record.Followed, record.Rules));
        }
        catch (Exception fault) when (fault is not (StoreException or Microsoft.Data.Sqlite.SqliteException or OutOfMemoryException))
        {
            // Whoever cannot be read is named at the Desk.
            return null;
        }
    }
}
