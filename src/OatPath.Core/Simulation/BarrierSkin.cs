using OatPath.Core.House;

namespace OatPath.Core.Simulation;

/// <summary>
/// A skin whose barrier wears down with each use and mends by a share a day; what is worn when a use comes is what stings.
/// </summary>
/// <param name="wear">What one use takes of the barrier; 1 is all of it.</param>
/// <param name="mending">Share of the wear that mends in a day, 0 to 1.</param>
/// <param name="spread">How unevenly evenings turn out: the scale of a logistic draw.</param>
public sealed class BarrierSkin(double wear, double mending, double spread) : HiddenSkin
{
    private const int SettlingDays = 140;
    private double worn;

    public override double Use(double chance)
    {
        worn += wear;
        return worn + (spread * Math.Log(chance / (1 - chance)));
    }

    public override void Night() => worn *= 1 - mending;

    public override double SteadyChance(Frequency frequency)
    {
        var (state, sum, uses, day) = (0.0, 0.0, 0, 0);
        foreach (var use in Days(frequency, SettlingDays))
        {
            if (use)
            {
                state += wear;
                if (day >= SettlingDays - 28)
                {
                    sum += 1 / (1 + Math.Exp((1 - state) / spread));
                    uses++;
                }
            }

            state *= 1 - mending;
            day++;
        }

        return sum / uses;
    }
}
