using System.Globalization;
using Microsoft.Data.Sqlite;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>
/// Keeps the digest in step with the facts: whatever is written about a client changes their row in the same step; a new care day, other house rules or another engine bring all rows up to date in the background.
/// </summary>
public sealed partial class ClientDigests(Database database, ClientReading reading, DigestTable table, TimeProvider clock, ILogger<ClientDigests> log)
{
    /// <summary>More than so many in one write are left to the next round.</summary>
    private const int MostInOneWrite = 40;

    private const int Batch = 200;

    private readonly Lock round = new();

    /// <summary>From now on every write brings the rows of its clients along.</summary>
    public void Attach() => database.BeforeCommit = (connection, clients) =>
    {
        foreach (var id in clients.Take(MostInOneWrite))
        {
            if (Derive(connection, id) is { } made)
            {
                DigestTable.Put(connection, made.Row.ToStored(), made.Age);
            }

            Stale.Settle(connection, id);
        }
    };

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
            for (var old = table.Outdated(Now(), Batch); old.Count > 0 && !stop.IsCancellationRequested; old = table.Outdated(Now(), Batch))
            {
                var rows = old.AsParallel().WithDegreeOfParallelism(Environment.ProcessorCount).Select(id => database.Read(connection => Derive(connection, id))).ToList();
                database.Write(connection =>
                {
                    foreach (var (row, age) in rows.OfType<(DigestRow, DigestAge)>())
                    {
                        DigestTable.Put(connection, row.ToStored(), age);
                    }

                    foreach (var id in old)
                    {
                        Stale.Settle(connection, id);
                    }
                });
                made += old.Count;
            }

            return made;
        }
    }

    private DigestAge Now(SqliteConnection connection)
    {
        var (rules, version) = reading.Rules(connection);
        return new(0, version, EngineVersion.Current, CareDay.Of(clock.GetUtcNow(), CareDay.FindZone(rules.Zone) ?? TimeZoneInfo.Utc));
    }

    private (DigestRow Row, DigestAge Age)? Derive(SqliteConnection connection, string id)
    {
        if (ClientReading.Stamp(connection, id) is not { } stamp)
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
