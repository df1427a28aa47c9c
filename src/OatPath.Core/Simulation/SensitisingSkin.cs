using OatPath.Core.House;

namespace OatPath.Core.Simulation;

/// <summary>A skin that bears what four days bring together up to a threshold, and bears less for weeks after it was once passed.</summary>
/// <param name="bite">What one use asks, as a share of the threshold of the calm skin.</param>
/// <param name="spread">How unevenly evenings turn out: standard deviation of the logarithm of a use.</param>
public sealed class SensitisingSkin(double bite, double spread) : HiddenSkin
{
    private const double Carry = 0.5;
    private const int Remembers = 4;
    private const double Sensitised = 0.7;
    private static readonly double Recovery = Math.Pow(0.5, 1 / 28.0);

    private readonly Queue<double> before = new();
    private double lost;
    private double today;

    public override double Use(double chance)
    {
        today += bite;
        var together = today;
        var share = Carry;
        foreach (var past in before.Reverse())
        {
            together += past * share;
            share *= Carry;
        }

        var strain = together * Math.Exp(spread * Normal(chance)) / (1 - lost);
        if (strain >= 1)
        {
            lost = 1 - ((1 - lost) * Sensitised);
        }

        return strain;
    }

    public override void Night()
    {
        before.Enqueue(today);
        today = 0;
        if (before.Count == Remembers)
        {
            before.Dequeue();
        }

        lost *= Recovery;
    }

    public override double SteadyChance(Frequency frequency)
    {
        var days = Days(frequency, 56).ToArray();
        var (sum, uses) = (0.0, 0);
        for (var day = 28; day < days.Length; day++)
        {
            if (days[day])
            {
                var together = 0.0;
                for (var back = 0; back < Remembers; back++)
                {
                    together += days[day - back] ? bite * Math.Pow(Carry, back) : 0;
                }

                sum += Below(Math.Log(together) / spread);
                uses++;
            }
        }

        return sum / uses;
    }

    /// <summary>The standard normal quantile.</summary>
    /// <remarks>Derived: bisection of the distribution below, to 1e-9.</remarks>
    private static double Normal(double chance)
    {
        var (low, high) = (-8.0, 8.0);
        while (high - low > 1e-9)
        {
            var middle = (low + high) / 2;
            (low, high) = Below(middle) < chance ? (middle, high) : (low, middle);
        }

        return (low + high) / 2;
    }

    /// <summary>The standard normal distribution function.</summary>
    /// <remarks>Public: Abramowitz and Stegun, Handbook of Mathematical Functions, 1964, formula 7.1.26; error under 1.5e-7.</remarks>
    private static double Below(double x)
    {
        var z = Math.Abs(x) / Math.Sqrt(2);
        var t = 1 / (1 + (0.3275911 * z));
        var erf =
            1
            - (((((((((1.061405429 * t) - 1.453152027) * t) + 1.421413741) * t) - 0.284496736) * t) + 0.254829592) * t * Math.Exp(-z * z));
        return x < 0 ? (1 - erf) / 2 : (1 + erf) / 2;
    }
}
