namespace OatPath.Core.Simulation;

/// <summary>A barrier that mends worse in the dry air of winter than in summer; its steady chance is the mean of a year.</summary>
/// <param name="wear">What one use takes of the barrier; 1 is all of it.</param>
/// <param name="mending">Share of the wear that mends in a day, the year's mean, 0 to 1.</param>
/// <param name="spread">How unevenly evenings turn out: the scale of a logistic draw.</param>
/// <param name="dayOfYear">Of the first day, 1 to 366.</param>
/// <remarks>Made up: the share swings by 35 % about its mean, least in the middle of January.</remarks>
public sealed class SeasonalSkin(double wear, double mending, double spread, int dayOfYear)
    : BarrierSkin(wear, mending, spread, dayOfYear)
{
    private const double Swing = 0.35;
    private const int Coldest = 15;
    private const int Year = 365;

    protected override (int Settling, int Counted) SteadyDays => (Year, Year);

    protected override double Season(int day) => 1 - (Swing * Math.Cos(2 * Math.PI * (day - Coldest) / Year));
}
