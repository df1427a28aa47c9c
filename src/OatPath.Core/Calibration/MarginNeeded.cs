using OatPath.Core.House;

namespace OatPath.Core.Calibration;

/// <summary>How wide a margin the estimate needs so that what it says of past uses is not less than what happened.</summary>
/// <remarks>
/// Derived: a use taken to ask more has a greater chance of a strong reaction, so a wider margin only ever holds more back. The steps, and
/// that nothing is acted on under 3 standard errors, are house defaults.
/// </remarks>
public static class MarginNeeded
{
    /// <summary>The smallest margin, from the one in force on, under which nothing is surely more than was said.</summary>
    /// <param name="inForce">Percent.</param>
    /// <param name="under">The account of all uses under a margin in percent.</param>
    /// <returns>The margin in percent; the widest there is where none is enough.</returns>
    public static int Of(int inForce, Func<int, Account> under) =>
        HouseChoices.Margins.FirstOrDefault(percent => percent >= inForce && !under(percent).IsSurelyMore, HouseChoices.Margins[^1]);
}
