using OatPath.Core.Skin;

namespace OatPath.Core.Ramp;

/// <summary>One use of one active as the skin met it.</summary>
/// <param name="On">The care day.</param>
/// <param name="Demand">What it was reckoned to ask, over 0.</param>
/// <param name="Felt">What was told of it; <see cref="Felt.Untold"/> where nobody said anything.</param>
public sealed record AskedUse(DateOnly On, double Demand, Felt Felt);

/// <summary>How likely what was told of one client's uses of a product is, by how many times its reckoned demand it truly asks.</summary>
/// <remarks>
/// Derived: the estimate of <see cref="Tolerance"/> is gone through use by use, each told outcome weighed by the chance it had before it
/// was told, and then taken in. So the client's own tolerance is summed over, and a client who bears little is not taken for a product
/// that bites. Told outcomes are strong, mild, or less; one nobody told of is not strong.
/// </remarks>
public static class Bite
{
    /// <summary>The factors that are tried: 0.5 to 2, each 2^(1/4) times the one before.</summary>
    public static IReadOnlyList<double> Times { get; } = [.. Enumerable.Range(-4, 9).Select(step => Math.Pow(2, step / 4.0))];

    /// <summary>The logarithm of the chance of all that was told, for each of <see cref="Times"/>.</summary>
    /// <param name="uses">In the order of their days.</param>
    public static IReadOnlyList<double> LogLikelihood(Sensitivity sensitivity, IReadOnlyList<AskedUse> uses) =>
        [.. Times.Select(times => LogLikelihood(sensitivity, uses, times))];

    private static double LogLikelihood(Sensitivity sensitivity, IReadOnlyList<AskedUse> uses, double times)
    {
        var tolerance = new Tolerance(sensitivity);
        var sum = 0.0;
        for (var i = 0; i < uses.Count; i++)
        {
            if (i > 0)
            {
                tolerance.Pass(uses[i].On.DayNumber - uses[i - 1].On.DayNumber);
            }

            var demand = times * uses[i].Demand;
            sum += Math.Log(Math.Max(Least, ChanceOf(tolerance, demand, uses[i].Felt)));
            tolerance.See(demand, uses[i].Felt, 0);
        }

        return sum;
    }

    /// <summary>No single report says more than this against a factor.</summary>
    private const double Least = 1e-4;

    private static double ChanceOf(Tolerance tolerance, double demand, Felt felt) =>
        felt switch
        {
            Felt.Strong => tolerance.ChanceOfStrong(demand),
            Felt.Mild => tolerance.ChanceOfMild(demand) - tolerance.ChanceOfStrong(demand),
            Felt.Untold => 1 - tolerance.ChanceOfStrong(demand),
            _ => 1 - tolerance.ChanceOfMild(demand),
        };
}
