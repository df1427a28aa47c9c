using System.Threading.RateLimiting;

namespace OatPath.Web.Limits;

/// <summary>
/// How often one phone may tell something on one page: past it, nothing is kept for a while, but what is told is judged and answered all
/// the same.
/// </summary>
public sealed class PhoneLimit : IDisposable
{
    /// <summary>Nobody tells more of one thing in a minute.</summary>
    private const int Most = 30;

    private readonly PartitionedRateLimiter<(long Phone, string Page)> limiter = PartitionedRateLimiter.Create<
        (long Phone, string Page),
        (long, string)
    >(from => RateLimitPartition.GetFixedWindowLimiter(from, _ => new() { PermitLimit = Most, Window = TimeSpan.FromMinutes(1) }));

    public bool Takes(long phone, string page)
    {
        using var lease = limiter.AttemptAcquire((phone, page));
        return lease.IsAcquired;
    }

    public void Dispose() => limiter.Dispose();
}
