using OatPath.Core.Shelf;

namespace OatPath.Web.Drawing;

/// <summary>An amount as pictures: the symbol and how many times it is drawn.</summary>
public sealed record AmountPicture(string Symbol, int Times)
{
    private const int Most = 8;

    public static AmountPicture Of(Amount amount)
    {
        var (symbol, times) = (amount.Unit, amount.Count) switch
        {
            (AmountUnit.Pea, < 1) => ("half-pea", 1m),
            (AmountUnit.Pea, var n) => ("pea", n),
            (AmountUnit.Teaspoon, < 1) => ("half-teaspoon", 1m),
            (AmountUnit.Teaspoon, var n) => ("teaspoon", n),
            (AmountUnit.Coin, var n) => ("coin", n),
            (AmountUnit.Drop, var n) => ("drop", n),
            (AmountUnit.TreatmentPump or AmountUnit.LotionPump, var n) => ("pump", n),
            (AmountUnit.FoamPump, var n) => ("foam-pump", n),
            (AmountUnit.SpatulaTip, var n) => ("spatula", n),
            (AmountUnit.Pad, var n) => ("pad", n),
            (AmountUnit.Spray, var n) => ("mist", n),
            (AmountUnit.Swipe, var n) => ("swipe", n),
            (AmountUnit.Vial or AmountUnit.Millilitre, _) => ("cup", 1m),
            (_, var n) => ("piece", n),
        };
        return new(symbol, Math.Clamp((int)Math.Round(times), 1, Most));
    }
}
