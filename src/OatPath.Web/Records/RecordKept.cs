using System.Collections.Concurrent;
using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>
/// Derived records, kept while nothing they follow from has changed: the client's facts, the house rules, the quarter of an hour. The
/// engine changes only with the program.
/// </summary>
public sealed class RecordKept
{
    /// <summary>A record with its paths is some hundred kilobytes; so many are the busy ones of a large studio.</summary>
    private const int Most = 200;

    private static readonly TimeSpan Quarter = TimeSpan.FromMinutes(15);

    private readonly ConcurrentDictionary<string, Entry> kept = [];
    private long uses;

    private sealed record Entry(ClientStamp Stamp, long Quarter, ClientRecord Record)
    {
        public long LastUse;
    }

    public ClientRecord? Find(string id, ClientStamp stamp, DateTimeOffset now)
    {
        if (
            kept.TryGetValue(id, out var entry)
            && entry.Stamp == stamp
            && entry.Quarter == QuarterOf(now)
            && CareDay.Of(now, entry.Record.Zone) == entry.Record.Today
        )
        {
            entry.LastUse = Interlocked.Increment(ref uses);
            return entry.Record;
        }

        return null;
    }

    /// <summary>A client's facts as they were when the record was kept.</summary>
    public IReadOnlyList<Fact> FactsOf(string id) => kept.TryGetValue(id, out var entry) ? entry.Record.Facts : [];

    public void Keep(ClientStamp stamp, ClientRecord record)
    {
        kept[record.Client.Id] = new(stamp, QuarterOf(record.AsOf), record) { LastUse = Interlocked.Increment(ref uses) };
        if (kept.Count > Most)
        {
            foreach (var old in kept.OrderBy(pair => pair.Value.LastUse).Take(kept.Count - (Most * 3 / 4)))
            {
                kept.TryRemove(old.Key, out _);
            }
        }
    }

    public void Forget(string id) => kept.TryRemove(id, out _);

    private static long QuarterOf(DateTimeOffset at) => at.UtcTicks / Quarter.Ticks;
}
