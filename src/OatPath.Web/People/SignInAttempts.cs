namespace OatPath.Web.People;

/// <summary>
/// Failed attempts, counted by what is given and where it comes from, never by name alone: so a stranger slows down only themselves. From
/// the sixth on each failure doubles the wait.
/// Names that do not exist are counted alike, so that a wait tells nothing.
/// </summary>
public sealed class SignInAttempts(TimeProvider clock)
{
    public const int FreeForOne = 5;
    public const int FreeForAddress = 30;
    private const int MostKept = 20_000;
    private static readonly TimeSpan FirstWait = TimeSpan.FromSeconds(15);
    private static readonly TimeSpan LongestWait = TimeSpan.FromMinutes(15);
    private static readonly TimeSpan ForgottenAfter = TimeSpan.FromHours(2);

    private sealed record Count(int Failures, DateTimeOffset Last, DateTimeOffset Until);

    private readonly Lock gate = new();
    private readonly Dictionary<string, Count> counts = [];

    /// <summary>How long to wait before the next attempt is looked at, or null.</summary>
    /// <param name="since">Failures before this moment do not count; null where all do.</param>
    public TimeSpan? Wait(string key, DateTimeOffset? since = null)
    {
        lock (gate)
        {
            return counts.TryGetValue(key, out var count) && !(since >= count.Last) && count.Until > clock.GetUtcNow()
                ? count.Until - clock.GetUtcNow()
                : null;
        }
    }

    /// <param name="since">Failures before this moment do not count; null where all do.</param>
    public void Failed(string key, int free, DateTimeOffset? since = null)
    {
        var now = clock.GetUtcNow();
        lock (gate)
        {
            if (counts.Count >= MostKept)
            {
                foreach (var old in counts.OrderBy(pair => pair.Value.Last).Take(MostKept / 4).Select(pair => pair.Key).ToList())
                {
                    counts.Remove(old);
                }
            }

            var failures =
                counts.TryGetValue(key, out var count) && now - count.Last < ForgottenAfter && !(since >= count.Last)
                    ? count.Failures + 1
                    : 1;
            var wait = failures < free ? TimeSpan.Zero : FirstWait * Math.Pow(2, Math.Min(failures - free, 10));
            counts[key] = new(failures, now, now + (wait < LongestWait ? wait : LongestWait));
        }
    }

    public void Succeeded(string key)
    {
        lock (gate)
        {
            counts.Remove(key);
        }
    }
}
