using System.Collections.Concurrent;

namespace OatPath.Store;

/// <summary>
/// Who read a record, which path a phone was shown, when a phone was last seen: kept in memory for a moment and written together, so that
/// no reading waits for a write or fails where none is possible.
/// What waits counts as written for whoever asks.
/// </summary>
public sealed class ViewLog(Database database)
{
    private const int MostWaiting = 50_000;

    private sealed record Reading(string ClientId, string Person, string Page, DateTimeOffset At);

    private sealed record Showing(string ClientId, long Device, string Hash, DateTimeOffset At);

    private readonly Lock gate = new();
    private readonly List<Reading> readings = [];
    private readonly List<Showing> showings = [];
    private readonly Dictionary<long, DateTimeOffset> seen = [];
    private readonly ConcurrentDictionary<long, string> lastShown = [];
    private readonly Dictionary<(string Client, string Person), DateTimeOffset> linesSeen = [];
    private static readonly TimeSpan LinesAgain = TimeSpan.FromHours(1);

    public void LogRead(string clientId, string person, string page, DateTimeOffset at)
    {
        lock (gate)
        {
            if (readings.Count < MostWaiting)
            {
                readings.Add(new(clientId, person, page, at));
            }
        }
    }

    /// <summary>
    /// Notes that somebody saw lines of several clients, each once an hour: a page that is opened all day long would else write more than
    /// everything else.
    /// </summary>
    public void LogLines(IEnumerable<string> clientIds, string person, string page, DateTimeOffset at)
    {
        lock (gate)
        {
            if (linesSeen.Count > MostWaiting)
            {
                linesSeen.Clear();
            }

            foreach (var client in clientIds)
            {
                if (!(linesSeen.TryGetValue((client, person), out var last) && at - last < LinesAgain && at >= last))
                {
                    linesSeen[(client, person)] = at;
                    readings.Add(new(client, person, page, at));
                }
            }
        }
    }

    /// <summary>Notes that a device was seen, and which path it was shown, once for each change.</summary>
    public void LogShown(Device device, string pathHash, DateTimeOffset at)
    {
        var last = lastShown.GetOrAdd(device.Id, id =>
            database.Read(connection =>
                connection
                    .Query("SELECT path_hash FROM shown WHERE device_id = $1 ORDER BY id DESC LIMIT 1", row => row.GetString(0), id)
                    .FirstOrDefault()
            ) ?? ""
        );
        lock (gate)
        {
            seen[device.Id] = at;
            if (last != pathHash && showings.Count < MostWaiting)
            {
                showings.Add(new(device.ClientId, device.Id, pathHash, at));
                lastShown[device.Id] = pathHash;
            }
        }
    }

    /// <summary>Whether a device was shown a client's path since a moment.</summary>
    public bool ShownSince(string clientId, DateTimeOffset since)
    {
        lock (gate)
        {
            if (showings.Exists(showing => showing.ClientId == clientId && showing.At >= since))
            {
                return true;
            }
        }

        return database.Read(connection =>
            connection
                .Query("SELECT shown_at FROM shown WHERE client_id = $1 ORDER BY id DESC LIMIT 1", row => row.Instant(0), clientId)
                .Exists(at => at >= since)
        );
    }

    /// <summary>Who read a client's record, the latest first.</summary>
    public IReadOnlyList<(string Person, string Page, DateTimeOffset At)> Reads(string clientId, int most = 50)
    {
        List<(string, string, DateTimeOffset)> waiting;
        lock (gate)
        {
            waiting =
            [
                .. readings
                    .Where(reading => reading.ClientId == clientId)
                    .Select(reading => (reading.Person, reading.Page, reading.At))
                    .Reverse(),
            ];
        }

        var written = database.Read(connection =>
            connection.Query(
                "SELECT person, page, read_at FROM record_read WHERE client_id = $1 ORDER BY id DESC LIMIT $2",
                row => (row.GetString(0), row.GetString(1), row.Instant(2)),
                clientId,
                most
            )
        );
        // What was written down in between stands in both.
        return [.. waiting.Concat(written).Distinct().Take(most)];
    }

    /// <summary>When devices were last seen, as far as that is not written yet. Ask before what is written is read.</summary>
    public IReadOnlyDictionary<long, DateTimeOffset> SeenAndWaiting()
    {
        lock (gate)
        {
            return seen.ToDictionary();
        }
    }

    /// <summary>Forgets what waits about a client who is erased.</summary>
    internal void Forget(string clientId)
    {
        lock (gate)
        {
            readings.RemoveAll(reading => reading.ClientId == clientId);
            showings.RemoveAll(showing => showing.ClientId == clientId);
        }
    }

    /// <summary>Writes what waits, in one step; where that fails it goes on waiting.</summary>
    /// <exception cref="StoreException">It cannot be written now.</exception>
    public void Flush()
    {
        Reading[] read;
        Showing[] shown;
        KeyValuePair<long, DateTimeOffset>[] devices;
        lock (gate)
        {
            (read, shown, devices) = ([.. readings], [.. showings], [.. seen]);
        }

        if (read.Length + shown.Length + devices.Length == 0)
        {
            return;
        }

        database.Write(connection =>
        {
            foreach (var reading in read)
            {
                connection.Run(
                    "INSERT INTO record_read (client_id, person, page, read_at) SELECT id, $2, $3, $4 FROM client WHERE id = $1",
                    reading.ClientId,
                    reading.Person,
                    reading.Page,
                    reading.At
                );
            }

            foreach (var showing in shown)
            {
                connection.Run(
                    "INSERT INTO shown (client_id, device_id, path_hash, shown_at) SELECT $1, id, $3, $4 FROM device WHERE id = $2",
                    showing.ClientId,
                    showing.Device,
                    showing.Hash,
                    showing.At
                );
            }

            foreach (var (device, at) in devices)
            {
                connection.Run("UPDATE device SET last_seen_at = $2 WHERE id = $1", device, at);
            }
        });
        lock (gate)
        {
            readings.RemoveRange(0, Math.Min(read.Length, readings.Count));
            showings.RemoveRange(0, Math.Min(shown.Length, showings.Count));
            foreach (var (device, at) in devices)
            {
                if (seen.TryGetValue(device, out var latest) && latest == at)
                {
                    seen.Remove(device);
                }
            }
        }
    }
}
