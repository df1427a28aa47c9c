using OatPath.Core.Ramp;
using OatPath.Core.Shelf;

namespace OatPath.Core.Calibration;

/// <summary>How many times what its label lets expect a product asks of a skin, as all clients of a house show it.</summary>
/// <remarks>
/// Derived: the likelihoods of all clients multiplied, and a prior by which the logarithm of the factor is normal around 0, so that a
/// product few have used is taken as its label says. House defaults: the prior's standard deviation, and how many uses of one client
/// count in full; of one with more each counts less, so that nobody outweighs the rest.
/// </remarks>
/// <param name="Clients">How many clients it is of.</param>
/// <param name="Uses">Their uses since the formula last changed.</param>
/// <param name="Mild">Uses told of as mild or worse.</param>
/// <param name="Strong">Uses with a strong reaction.</param>
/// <param name="Times">The middle of what it may be, a factor over 0.</param>
/// <param name="Low">Lower end of the 80 % band.</param>
/// <param name="High">Upper end of it.</param>
public sealed record BiteShown(string Product, int Clients, int Uses, int Mild, int Strong, double Times, double Low, double High)
{
    /// <summary>Standard deviation of the logarithm of a product's factor before anything is seen; house default.</summary>
    public const double Spread = 0.35;

    /// <summary>Uses of one client that count in full; house default.</summary>
    public const int MostOfOne = 60;

    private const double Step = 0.01;

    /// <summary>Whether it may be shown at all.</summary>
    public bool MayBeShown => Clients >= HeldToAccount.FewestClients;

    /// <summary>1 where the band lies over what the label lets expect, -1 where under it, 0 where it may be as labelled.</summary>
    public int Strays =>
        Low > 1 ? 1
        : High < 1 ? -1
        : 0;

    /// <summary>Every product of which a client tells, by its id.</summary>
    /// <param name="isShared">Whether a client's bottle is what stands on the studio's shelf.</param>
    public static IReadOnlyList<BiteShown> Of(IEnumerable<IReadOnlyList<ProductEvidence>> clients, Func<Product, bool> isShared) =>
        [
            .. clients
                .SelectMany(client => client)
                .Where(evidence => isShared(evidence.Bottle))
                .GroupBy(evidence => evidence.Bottle.Id)
                .OrderBy(product => product.Key, StringComparer.Ordinal)
                .Select(product => Of(product.Key, [.. product])),
        ];

    private static BiteShown Of(string product, IReadOnlyList<ProductEvidence> clients)
    {
        var (middle, low, high) = Quantiles(clients);
        return new(
            product,
            clients.Count,
            clients.Sum(client => client.Uses),
            clients.Sum(client => client.Mild),
            clients.Sum(client => client.Strong),
            Math.Exp(middle),
            Math.Exp(low),
            Math.Exp(high)
        );
    }

    /// <summary>Middle and the ends of the 80 % band of the logarithm of the factor.</summary>
    private static (double Middle, double Low, double High) Quantiles(IReadOnlyList<ProductEvidence> clients)
    {
        var at = Bite.Times.Select(times => Math.Log(times)).ToArray();
        var sums = at.Select((_, i) => clients.Sum(client => client.LogLikelihood[i] * Math.Min(1, MostOfOne / (double)client.Uses)))
            .ToArray();
        var points = Enumerable
            .Range(0, (int)Math.Round((at[^1] - at[0]) / Step) + 1)
            .Select(i => at[0] + (i * Step))
            .Select(log => (Log: log, Weight: Between(at, sums, log) - (log * log / (2 * Spread * Spread))))
            .ToList();
        var top = points.Max(point => point.Weight);
        var whole = points.Sum(point => Math.Exp(point.Weight - top));
        double Quantile(double share)
        {
            var sum = 0.0;
            foreach (var (log, weight) in points)
            {
                sum += Math.Exp(weight - top);
                if (sum >= share * whole)
                {
                    return log;
                }
            }

            return points[^1].Log;
        }

        return (Quantile(0.5), Quantile(0.1), Quantile(0.9));
    }

    /// <summary>A parabola through the three nearest points that were tried.</summary>
    private static double Between(double[] at, double[] values, double log)
    {
        var i = Math.Clamp((int)Math.Round((log - at[0]) / (at[1] - at[0])), 1, at.Length - 2);
        var x = (log - at[i]) / (at[1] - at[0]);
        var (before, here, after) = (values[i - 1], values[i], values[i + 1]);
        return here + (x * (after - before) / 2) + (x * x * (before - (2 * here) + after) / 2);
    }
}
