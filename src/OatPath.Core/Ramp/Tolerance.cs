using OatPath.Core.Skin;

namespace OatPath.Core.Ramp;

/// <summary>How the skin took one use; mildest first.</summary>
public enum Felt
{
    /// <summary>Sting of 0 or 1.</summary>
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
/// A small estimate of what one skin bears of one active: what the intake lets expect, corrected by every use since. It may hold a step up back and never forces one.
/// </summary>
/// <remarks>
/// Derived, with house constants. A use asks a demand, <see cref="DemandOf"/>. The skin's tolerance is an unknown demand; a use is strong with chance
/// logistic((ln demand - ln tolerance) / 0.14), at least mild with the same 0.2 further down, at least a tingle 0.4 further down. The prior is a normal distribution of ln tolerance; each use multiplies it by
/// the chance of what was felt, and uses long ago count less. No medical measure.
/// </remarks>
public sealed class Tolerance
{
    private const double Step = 0.05;
    private const int Low = -60;
    private const int High = 140;
    private const int Reach = 240;
    private const double Slope = 0.14;
    private const double MildBand = 0.2;
    private const double TingleBand = 0.4;
    private const double PriorSpread = 1;
    private const double HalfLifeDays = 84;

    // The chance of a band between a and b is chance(a) (1 - chance(b)) (1 - exp((b - a) / slope)); so no small difference is ever taken, and worse stays worse.
    private static readonly double[] LogStrong = Table(difference => LogChance(difference));
    private static readonly double[] LogNotStrong = Table(difference => LogChance(-difference));
    private static readonly double[] LogMild = Table(difference => LogChance(difference + MildBand) + LogChance(-difference));
    private static readonly double[] LogTingle = Table(difference => LogChance(difference + TingleBand) + LogChance(-difference - MildBand));
    private static readonly double[] LogCalm = Table(difference => LogChance(-difference - TingleBand));

    private readonly double[] weight = new double[High - Low + 1];

    /// <summary>What the intake lets expect, before any use.</summary>
    public Tolerance(Sensitivity sensitivity)
    {
        var middle = Math.Log(sensitivity switch { Sensitivity.Resilient => 80, Sensitivity.Average => 56, Sensitivity.Sensitive => 36, _ => 24 });
        for (var i = 0; i < weight.Length; i++)
        {
            var z = (((Low + i) * Step) - middle) / PriorSpread;
            weight[i] = -z * z / 2;
        }
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
        var table = felt switch { Felt.Calm => LogCalm, Felt.Tingle => LogTingle, Felt.Untold => LogNotStrong, Felt.Mild => LogMild, _ => LogStrong };
        var counts = Math.Pow(0.5, daysAgo / HalfLifeDays);
        var at = (int)Math.Round(Math.Log(demand) / Step);
        for (var i = 0; i < weight.Length; i++)
        {
            weight[i] += counts * table[Math.Clamp(at - (Low + i), -Reach, Reach) + Reach];
        }
    }

    /// <summary>Chance that a use of a demand brings a strong reaction, 0 to 1.</summary>
    public double ChanceOfStrong(double demand)
    {
        var top = weight.Max();
        var at = Math.Log(demand);
        var (sum, strong) = (0.0, 0.0);
        for (var i = 0; i < weight.Length; i++)
        {
            var share = Math.Exp(weight[i] - top);
            sum += share;
            strong += share * Chance(at - ((Low + i) * Step));
        }

        return strong / sum;
    }

    private static double Chance(double difference) => 1 / (1 + Math.Exp(-difference / Slope));

    private static double LogChance(double difference) => difference < 0
        ? (difference / Slope) - Math.Log(1 + Math.Exp(difference / Slope))
        : -Math.Log(1 + Math.Exp(-difference / Slope));

    private static double[] Table(Func<double, double> logChance) =>
        [.. Enumerable.Range(-Reach, (2 * Reach) + 1).Select(steps => logChance(steps * Step))];
}
