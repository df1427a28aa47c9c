using OatPath.Core.House;

namespace OatPath.Core.Calibration;

/// <summary>What a product is reckoned with for the next client, by how it bit so far.</summary>
/// <remarks>
/// House defaults: only where the 80 % band lies over 1 and at least as many clients tell as may be shown; the largest of
/// <see cref="HouseChoices.Margins"/> that the middle reaches; and it is left only once the middle is a tenth below it, so that it does
/// not change to and fro from night to night.
/// </remarks>
public static class BiteReckoned
{
    /// <param name="bites">As counted last; what is not among them, as after a change of its formula, is taken as its label says.</param>
    /// <param name="inForce">The percent in force by product, over 100.</param>
    /// <returns>Percent by product, over 100; what is taken as its label says is not in it.</returns>
    public static IReadOnlyDictionary<string, int> Of(IEnumerable<BiteShown> bites, IReadOnlyDictionary<string, int> inForce) =>
        bites
            .Where(bite => bite.MayBeShown)
            .Select(bite => (bite.Product, Percent: Of(bite, inForce.GetValueOrDefault(bite.Product, 100))))
            .Where(each => each.Percent > 100)
            .ToDictionary(each => each.Product, each => each.Percent);

    private static int Of(BiteShown bite, int inForce)
    {
        var reached = bite.Strays > 0 ? HouseChoices.Margins.Last(percent => percent == 100 || percent <= 100 * bite.Times) : 100;
        return reached < inForce && 110 * bite.Times > inForce ? inForce : reached;
    }
}
