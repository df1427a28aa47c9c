using OatPath.Core.House;

namespace OatPath.Core.Simulation;

/// <summary>A barrier that wears and mends, and mends worse in the dry air of winter than in summer.</summary>
/// <param name="wear">What one use takes of the barrier; 1 is all of it.</param>
/// <param name="mending">Share of the wear that mends in a day, the year's mean, 0 to 1.</param>
/// <param name="spread">How unevenly evenings turn out: the scale of a logistic draw.</param>
/// <param name="dayOfYear">Of the first day, 1 to 366.</param>
/// <remarks>Made up: the share swings by 35 % about its mean, least in the middle of January.</remarks>
public sealed class SeasonalSkin(double wear, double mending, double spread, int dayOfYear) : HiddenSkin
{
    private const double Swing = 0.35;
    private const int Coldest = 15;
    private const int Year = 365;

    private double worn;
    private int day = dayOfYear;

    public override double Use(double chance)
    {
        worn += wear;
        return worn + (spread * Math.Log(chance / (1 - chance)));
    }

    public override void Night() => worn *= 1 - Mending(day++);

    /// <summary>The mean of a year, once the skin lives at it.</summary>
    public override double SteadyChance(Frequency frequency)
    {
        var (state, sum, uses, at) = (0.0, 0.0, 0, 0);
        foreach (var use in Days(frequency, 2 * Year))
        {
            if (use)
            {
                state += wear;
                if (at >= Year)
                {
                    sum += 1 / (1 + Math.Exp((1 - state) / spread));
                    uses++;
                }
            }

            state *= 1 - Mending(at++);
        }

        return sum / uses;
    }

    private double Mending(int on) => mending * (1 - (Swing * Math.Cos(2 * Math.PI * (on - Coldest) / Year)));
}
