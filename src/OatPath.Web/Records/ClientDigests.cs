using System.Collections.Concurrent;
using System.Diagnostics;
using System.Runtime.ExceptionServices;
using Microsoft.Data.Sqlite;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>
/// Keeps the digest in step with the facts: whatever is written about a client makes their row old at once and is derived right after, so
/// that no save waits for it; a new care day, other house rules or another engine bring all rows up to date in the background.
/// </summary>
public sealed partial class ClientDigests(
    Database database,
    ClientReading reading,
    DigestTable table,
    TimeProvider clock,
    ILogger<ClientDigests> log
) : IDisposable
{
    /// <summary>So many rows are written at once: nobody waits long for a save of their own.</summary>
    private const int Batch = 40;

    /// <summary>So many are asked for at once: the question goes through all clients.</summary>
    private const int Asked = 1_000;

    private readonly Lock round = new();
    private readonly ConcurrentDictionary<string, bool> touched = [];
    private readonly SemaphoreSlim wake = new(0);
    private long firstTouched;

    /// <summary>How long the first of what was told has waited for its row; none where nothing waits.</summary>
    public TimeSpan Lag => Interlocked.Read(ref firstTouched) is not 0 and var since ? Stopwatch.GetElapsedTime(since) : TimeSpan.Zero;

    /// <summary>
    /// From now on every write says whose rows it has made old. They are derived right after it, and by whoever looks before that.
    /// </summary>
    public void Attach() =>
        database.BeforeCommit = (_, clients) =>
        {
            foreach (var id in clients)
            {
                touched[id] = true;
            }

            Interlocked.CompareExchange(ref firstTouched, Stopwatch.GetTimestamp(), 0);
            wake.Release();
        };

    public void Dispose() => wake.Dispose();

    /// <summary>Waits until something was written about a client, or for as long as given.</summary>
    public Task<bool> Touched(TimeSpan most, CancellationToken stop) => wake.WaitAsync(most, stop);

    /// <summary>Makes the rows of those anew about whom something was written.</summary>
    public void Settle(CancellationToken stop = default)
    {
        lock (round)
        {
            MakeTouched(stop);
        }
    }

    private void MakeTouched(CancellationToken stop)
    {
        foreach (var batch in touched.Keys.Chunk(Batch).TakeWhile(_ => !stop.IsCancellationRequested))
        {
            foreach (var id in batch)
            {
                touched.TryRemove(id, out _);
            }

            Make(batch);
        }

        if (touched.IsEmpty)
        {
            Interlocked.Exchange(ref firstTouched, 0);
        }
    }

    /// <summary>What rows must carry to be of now.</summary>
    public DigestAge Now() => database.Read(Now);

    /// <summary>A client's row, derived now and written nowhere; null where there is no such client.</summary>
    public DigestRow? Derive(string id) => database.Read(connection => Derive(connection, id))?.Row;

    /// <summary>Derives every row that is not of now, batch by batch, so that nobody waits long for a save.</summary>
    /// <returns>How many were made.</returns>
    public int BringUpToDate(CancellationToken stop = default)
    {
        lock (round)
        {
            var made = 0;
            for (var old = table.Outdated(Now(), Asked); old.Count > 0 && !stop.IsCancellationRequested; old = table.Outdated(Now(), Asked))
            {
                foreach (var batch in old.Chunk(Batch).TakeWhile(_ => !stop.IsCancellationRequested))
                {
                    // Whoever tells something meanwhile does not wait for all the others.
                    MakeTouched(stop);
                    Make(batch);
                    made += batch.Length;
                }
            }

            return made;
        }
    }

    private void Make(string[] clients)
    {
        var rows = new (DigestRow Row, DigestAge Age)?[clients.Length];
        OnTwoThreads(clients.Length, i => rows[i] = database.Read(connection => Derive(connection, clients[i])));
        database.Write(connection =>
        {
            foreach (var (row, age) in rows.OfType<(DigestRow, DigestAge)>())
            {
                DigestTable.Put(connection, row.ToStored(), age);
            }

            foreach (var id in clients)
            {
                Stale.Settle(connection, id);
            }
        });
    }

    /// <summary>Work on threads of its own, this one and another: those of the pool are for whoever waits for a page.</summary>
    private static void OnTwoThreads(int count, Action<int> work)
    {
        var next = -1;
        ExceptionDispatchInfo? fault = null;
        void Work()
        {
            try
            {
                for (var i = Interlocked.Increment(ref next); i < count; i = Interlocked.Increment(ref next))
                {
                    work(i);
                }
            }
            catch (Exception thrown)
            {
                fault = ExceptionDispatchInfo.Capture(thrown);
            }
        }

        var other = count > 1 ? new Thread(Work) { IsBackground = true, Name = "digest" } : null;
        other?.Start();
        Work();
        other?.Join();
        fault?.Throw();
    }

    /// <summary>Engine and build: a digest holds words and places of the program that made it.</summary>
    private static readonly string Program = $"{EngineVersion.Current} {typeof(ClientDigests).Module.ModuleVersionId:n}";

    private DigestAge Now(SqliteConnection connection)
    {
        var (rules, version) = reading.Rules(connection);
        return new(0, version, Program, CareDay.Of(clock.GetUtcNow(), CareDay.ZoneOf(rules.Zone)));
    }

    private (DigestRow Row, DigestAge Age)? Derive(SqliteConnection connection, string id)
    {
        if (ClientReading.Stamp(connection, id) is not { } stamp || ClientReading.Client(connection, id) is { IsPractice: true })
        {
            return null;
        }

        var age = Now(connection) with { Touched = stamp.Touched };
        try
        {
            return (DigestRow.Of(RecordRoom.Of(reading.Read(connection, id, clock.GetUtcNow())!, clock.GetUtcNow())), age);
        }
        catch (Exception fault) when (fault is not (StoreException or SqliteException or OutOfMemoryException))
        {
            // What was told must be kept whatever becomes of it: the client is named, and nothing is planned.
            NotDerived(log, id, fault);
            var client = ClientReading.Client(connection, id)!;
            return (DigestRow.Unreadable(client, age.Day, (fault as UnreadableException)?.What ?? "Something told"), age);
        }
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "The record of client {Id} cannot be derived.")]
    private static partial void NotDerived(ILogger log, string id, Exception fault);
}
