using OatPath.Core.Ramp;

namespace OatPath.Core.Calibration;

/// <summary>What part of each product's factor is its own, and not shared by all products of the house.</summary>
/// <remarks>
/// Derived: with own parts d and a shared part c, all normal around 0 with <see cref="BiteShown.Spread"/>, the density of one product's d
/// is its prior times the sum over c of prior(c) L(c + d) times, for every other product, the sum over its own part of prior(d) L(c + d).
/// Reckoned on a grid. Where a house has one product only, what it shows is half its own: the rest may be the house.
/// </remarks>
internal static class OwnBites
{
    private const double Step = 0.02;

    /// <summary>Points of the grid on either side of 0: up to 4 standard deviations.</summary>
    private const int Half = 70;

    private static readonly double[] Logs = [.. Bite.Times.Select(times => Math.Log(times))];
    private static readonly double[] Prior =
    [
        .. Enumerable.Range(-Half, (2 * Half) + 1).Select(i => -(i * Step) * (i * Step) / (2 * BiteShown.Spread * BiteShown.Spread)),
    ];

    /// <summary>Middle and the ends of the 80 % band of the logarithm of each product's own part.</summary>
    /// <param name="products">Of each the log-likelihood of <see cref="Bite.Times"/>.</param>
    public static IReadOnlyList<(double Middle, double Low, double High)> Of(IReadOnlyList<double[]> products)
    {
        var curves = products.Select(Curve).ToList();
        var given = curves.Select(ByShared).ToList();
        var shared = Prior.Select((prior, c) => prior + given.Sum(product => product[c])).ToArray();
        return [.. curves.Zip(given, (curve, itself) => Band(curve, Less(shared, itself)))];
    }

    /// <summary>The log-likelihood of a sum of shared and own part, from twice the grid's least to twice its most.</summary>
    private static double[] Curve(double[] values)
    {
        var curve = Enumerable.Range(-2 * Half, (4 * Half) + 1).Select(i => Between(values, i * Step)).ToArray();
        var top = curve.Max();
        return Array.ConvertAll(curve, value => value - top);
    }

    /// <summary>How well a shared part goes with what one product shows, its own part summed over.</summary>
    private static double[] ByShared(double[] curve) => Summed(Prior, curve);

    private static (double Middle, double Low, double High) Band(double[] curve, double[] others)
    {
        var weights = Summed(others, curve).Zip(Prior, (likely, prior) => likely + prior).ToArray();
        var top = weights.Max();
        var whole = weights.Sum(weight => Math.Exp(weight - top));
        double Quantile(double share)
        {
            var (sum, i) = (0.0, 0);
            while (sum + (Math.Exp(weights[i] - top) / 2) < share * whole && i < weights.Length - 1)
            {
                sum += Math.Exp(weights[i] - top);
                i++;
            }

            return (i - Half) * Step;
        }

        return (Quantile(0.5), Quantile(0.1), Quantile(0.9));
    }

    /// <summary>For each point of the grid the logarithm of the sum of exp(weight + curve) over the other part.</summary>
    private static double[] Summed(double[] weights, double[] curve)
    {
        var sums = new double[weights.Length];
        for (var i = 0; i < sums.Length; i++)
        {
            var top = double.NegativeInfinity;
            for (var j = 0; j < weights.Length; j++)
            {
                top = Math.Max(top, weights[j] + curve[i + j]);
            }

            var sum = 0.0;
            for (var j = 0; j < weights.Length; j++)
            {
                sum += Math.Exp(weights[j] + curve[i + j] - top);
            }

            sums[i] = top + Math.Log(sum);
        }

        return sums;
    }

    private static double[] Less(double[] all, double[] one) => [.. all.Zip(one, (whole, part) => whole - part)];

    /// <summary>A parabola through the three nearest points that were tried; beyond them as at the last.</summary>
    private static double Between(double[] values, double log)
    {
        var within = Math.Clamp(log, Logs[0], Logs[^1]);
        var apart = Logs[1] - Logs[0];
        var i = Math.Clamp((int)Math.Round((within - Logs[0]) / apart), 1, Logs.Length - 2);
        var x = (within - Logs[i]) / apart;
        var (before, here, after) = (values[i - 1], values[i], values[i + 1]);
        return here + (x * (after - before) / 2) + (x * x * (before - (2 * here) + after) / 2);
    }
}
