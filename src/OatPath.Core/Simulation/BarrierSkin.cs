using OatPath.Core.House;

namespace OatPath.Core.Simulation;

/// <summary>
/// A skin whose barrier wears down with each use and mends by a share a day; what is worn when a use comes is what stings.
/// </summary>
/// <param name="wear">What one use takes of the barrier; 1 is all of it.</param>
/// <param name="mending">Share of the wear that mends in a day, 0 to 1.</param>
/// <param name="spread">How unevenly evenings turn out: the scale of a logistic draw.</param>
/// <param name="firstDay">The day that <see cref="Season"/> begins with.</param>
public class BarrierSkin(double wear, double mending, double spread, int firstDay = 0) : HiddenSkin
{
    private double worn;
    private int today = firstDay;

    /// <summary>Days that a frequency is lived at until its chance is counted, and days that it is counted over.</summary>
    protected virtual (int Settling, int Counted) SteadyDays => (112, 28);

    public override double Use(double chance)
    {
        worn += wear;
        return worn + (spread * Math.Log(chance / (1 - chance)));
    }

    public override void Night() => worn *= 1 - (mending * Season(today++));

    public override double SteadyChance(Frequency frequency)
    {
        var (state, sum, uses, day) = (0.0, 0.0, 0, 0);
        var (settling, counted) = SteadyDays;
        foreach (var use in Days(frequency, settling + counted))
        {
            if (use)
            {
                state += wear;
                if (day >= settling)
                {
                    sum += 1 / (1 + Math.Exp((1 - state) / spread));
                    uses++;
                }
            }

            state *= 1 - (mending * Season(day++));
        }

        return sum / uses;
    }

    /// <summary>How many times its usual share mends on a day.</summary>
    protected virtual double Season(int day) => 1;
}
