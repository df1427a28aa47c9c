using System.Numerics;
using System.Runtime.InteropServices;
using OatPath.Core.Skin;

namespace OatPath.Core.Ramp;

/// <summary>How the skin took one use; mildest first.</summary>
public enum Felt
{
    /// <summary>Sting of 0.</summary>
    Nothing,

    /// <summary>Sting of 1.</summary>
    Calm,

    /// <summary>Sting of 2 that fades: what one aims for.</summary>
    Tingle,

    /// <summary>Nobody said anything: not strong, or it would have been told.</summary>
    Untold,

    /// <summary>Sting of 3 or 4, or a sign that lasted.</summary>
    Mild,

    /// <summary>Sting of 5 or more, or an outcome of stop.</summary>
    Strong,
}

/// <summary>
/// A small estimate of what one skin bears of one active: what the intake lets expect, corrected by every use since. It may hold a step up
/// back and never forces one.
/// </summary>
/// <remarks>
/// Derived, with house constants. A use asks a demand, <see cref="DemandOf"/>. The skin's tolerance is an unknown demand, and how alike its
/// evenings turn out is an unknown slope; a use is strong with chance
/// logistic((ln demand - ln tolerance) / slope), at least mild with the same 0.2 further down, at least a tingle 0.4, felt at all 0.7. The
/// prior is a normal distribution of ln tolerance with each of three slopes as likely; each use multiplies it by
/// the chance of what was felt, and uses long ago count less. No medical measure.
/// </remarks>
public sealed class Tolerance
{
    private const double Step = 0.05;
    private const int Low = -60;

    // A whole number of vectors, whatever the machine's width.
    private const int Count = 208;
    private const int Reach = 240;
    private const double MildBand = 0.2;
    private const double TingleBand = 0.4;
    private const double FeltBand = 0.7;
    private const double PriorSpread = 1;
    private const double HalfLifeDays = 84;

    /// <summary>A weight so many logarithms under the largest counts for nothing: all of them together under 1e-10.</summary>
    private const double Negligible = 30;

    /// <summary>How alike evenings turn out, most alike first.</summary>
    private static readonly double[] Slopes = [0.06, 0.12, 0.2];

    private static readonly double[][][] LogChances =
    [
        .. Enum.GetValues<Felt>().Select(felt => Slopes.Select(slope => Table(felt, slope)).ToArray()),
    ];

    // One block of tolerances for each slope.
    private readonly double[] weight = new double[Slopes.Length * Count];
    private readonly double middle;

    /// <summary>What the intake lets expect, before any use.</summary>
    public Tolerance(Sensitivity sensitivity)
    {
        middle = Math.Log(
            sensitivity switch
            {
                Sensitivity.Resilient => 80,
                Sensitivity.Average => 56,
                Sensitivity.Sensitive => 36,
                _ => 24,
            }
        );
        for (var i = 0; i < weight.Length; i++)
        {
            weight[i] = Before(i);
        }
    }

    /// <summary>Logarithm of a weight before any use.</summary>
    private double Before(int i)
    {
        var z = (((Low + (i % Count)) * Step) - middle) / PriorSpread;
        return -z * z / 2;
    }

    /// <summary>What a use asks: the geometric mean of the load of its day and of the 7 days that end with it.</summary>
    /// <param name="day">Load index of the day's actives, over 0.</param>
    /// <param name="week">Load index of the 7 days, the day among them.</param>
    public static double DemandOf(double day, double week) => Math.Sqrt(day * week);

    /// <summary>Takes in one use.</summary>
    /// <param name="demand">Over 0.</param>
    /// <param name="daysAgo">0 or more; a use counts half after 84 days.</param>
    public void See(double demand, Felt felt, int daysAgo)
    {
        var counts = Math.Pow(0.5, daysAgo / HalfLifeDays);
        var at = Math.Clamp((int)Math.Round(Math.Log(demand) / Step), Low + Count - Reach - 1, Low + Reach);
        for (var slope = 0; slope < Slopes.Length; slope++)
        {
            var block = MemoryMarshal.Cast<double, Vector<double>>(weight.AsSpan(slope * Count, Count));
            var chances = MemoryMarshal.Cast<double, Vector<double>>(LogChances[(int)felt][slope].AsSpan(Low - at + Reach, Count));
            for (var i = 0; i < block.Length; i++)
            {
                block[i] += chances[i] * counts;
            }
        }
    }

    /// <summary>Days go by: what was taken in so far counts less, half after 84 days.</summary>
    /// <param name="days">0 or more.</param>
    public void Pass(int days)
    {
        var counts = Math.Pow(0.5, days / HalfLifeDays);
        for (var i = 0; i < weight.Length; i++)
        {
            weight[i] = Before(i) + ((weight[i] - Before(i)) * counts);
        }
    }

    /// <summary>Chance that a use of a demand brings a mild reaction or worse, 0 to 1.</summary>
    public double ChanceOfMild(double demand) => ChanceOfStrong(demand * Math.Exp(MildBand));

    /// <summary>Chance that a use of a demand brings a strong reaction, 0 to 1.</summary>
    public double ChanceOfStrong(double demand) => Mean(demand, chance => chance);

    /// <summary>How sure it is, 0 to 1, that a use of a demand brings a strong reaction with more than a chance.</summary>
    /// <param name="demand">Over 0.</param>
    /// <param name="limit">The chance, 0 to 1.</param>
    public double SureOver(double demand, double limit) => Mean(demand, chance => chance > limit ? 1 : 0);

    private double Mean(double demand, Func<double, double> of)
    {
        var top = weight.Max();
        var at = Math.Log(demand);
        var (sum, mean) = (0.0, 0.0);
        for (var i = 0; i < weight.Length; i++)
        {
            if (weight[i] > top - Negligible)
            {
                var share = Math.Exp(weight[i] - top);
                sum += share;
                mean += share * of(1 / (1 + Math.Exp(-(at - ((Low + (i % Count)) * Step)) / Slopes[i / Count])));
            }
        }

        return mean / sum;
    }

    /// <summary>By how many steps the tolerance lies over the demand, from -240.</summary>
    private static double[] Table(Felt felt, double slope) =>
        [.. Enumerable.Range(-Reach, (2 * Reach) + 1).Select(steps => LogChanceOf(felt, -steps * Step, slope))];

    /// <summary>Logarithm of the chance of what was felt, by how far the demand lies over the tolerance.</summary>
    private static double LogChanceOf(Felt felt, double over, double slope) =>
        felt switch
        {
            Felt.Nothing => LogChance(-over - FeltBand, slope),
            Felt.Calm => LogBetween(over + TingleBand, over + FeltBand, slope),
            Felt.Tingle => LogBetween(over + MildBand, over + TingleBand, slope),
            Felt.Untold => LogChance(-over, slope),
            Felt.Mild => LogBetween(over, over + MildBand, slope),
            _ => LogChance(over, slope),
        };

    /// <summary>Logarithm of chance(high) - chance(low).</summary>
    /// <remarks>
    /// Derived: it equals chance(high) (1 - chance(low)) (1 - exp((low - high) / slope)), so no small difference is ever taken.
    /// </remarks>
    private static double LogBetween(double low, double high, double slope) =>
        LogChance(high, slope) + LogChance(-low, slope) + Math.Log(1 - Math.Exp((low - high) / slope));

    private static double LogChance(double over, double slope) =>
        over < 0 ? (over / slope) - Math.Log(1 + Math.Exp(over / slope)) : -Math.Log(1 + Math.Exp(-over / slope));
}
