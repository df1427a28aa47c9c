using System.Globalization;
using OatPath.Core.House;
using OatPath.Core.Wording;

namespace OatPath.Core.Shelf;

/// <summary>Ways a product leaves its bottle.</summary>
public enum Dispenser
{
    Pipette,
    TreatmentPump,
    LotionPump,
    FoamPump,
    WideNeck,
    Tube,
    Jar,
    Spray,
    Pad,
    Powder,
    Stick,
    Vial,
    SingleUse,
}

/// <summary>Kitchen-plain units a client can see.</summary>
public enum AmountUnit
{
    Drop,
    TreatmentPump,
    LotionPump,
    FoamPump,
    Pea,
    Coin,
    Teaspoon,
    SpatulaTip,
    Pad,
    Piece,
    Millilitre,
    Spray,
    Swipe,
    Vial,
}

/// <summary>How much of a product one use takes on face and neck.</summary>
/// <param name="Count">More than 0; halves and quarters allowed.</param>
public sealed record Amount([property: Between(0, 100, Above = true)] decimal Count, AmountUnit Unit)
{
    /// <summary>Millilitres in one unit; zero for units that are counted, not poured.</summary>
    /// <remarks>
    /// Source: house default, changeable per product: drop 0.05, treatment pump 0.125, lotion pump 0.5, foam pump 0.7, pea 0.25, coin 1.0,
    /// teaspoon 5, spatula tip 0.2.
    /// </remarks>
    public static decimal MillilitresIn(AmountUnit unit) =>
        unit switch
        {
            AmountUnit.Drop => 0.05m,
            AmountUnit.TreatmentPump => 0.125m,
            AmountUnit.LotionPump => 0.5m,
            AmountUnit.FoamPump => 0.7m,
            AmountUnit.Pea => 0.25m,
            AmountUnit.Coin => 1.0m,
            AmountUnit.Teaspoon => 5m,
            AmountUnit.SpatulaTip => 0.2m,
            AmountUnit.Millilitre => 1m,
            AmountUnit.Spray => 0.14m,
            AmountUnit.Swipe => 0.02m,
            AmountUnit.Vial => 4m,
            _ => 0m,
        };

    public decimal Millilitres => Count * MillilitresIn(Unit);

    /// <summary>Counted in pieces rather than poured.</summary>
    public bool IsCounted => MillilitresIn(Unit) == 0;

    /// <summary>Plain words: "half a teaspoon", "2 pumps", "1 pea".</summary>
    public override string ToString() =>
        (Count, Unit) switch
        {
            (0.5m, AmountUnit.Teaspoon) => Said.Of("half a teaspoon"),
            (0.5m, AmountUnit.Pea) => Said.Of("half a pea"),
            (_, AmountUnit.Millilitre) => Said.Of($"{Number} mL"),
            _ => Counted(NounOf(Unit)),
        };

    private string Counted((string One, string Other) noun) =>
        Count >= 1 && Count == decimal.Truncate(Count)
            ? Said.Count((int)Count, noun.One, noun.Other)
            : string.Format(CultureInfo.InvariantCulture, Said.Of(Count > 1 ? noun.Other : noun.One), Number);

    private string Number => Count.ToString("0.##", CultureInfo.InvariantCulture);

    /// <summary>The unit beside one of it and beside several, with {0} for the number.</summary>
    internal static (string One, string Other) NounOf(AmountUnit unit) =>
        unit switch
        {
            AmountUnit.Drop => ("{0} drop", "{0} drops"),
            AmountUnit.TreatmentPump or AmountUnit.LotionPump => ("{0} pump", "{0} pumps"),
            AmountUnit.FoamPump => ("{0} foam pump", "{0} foam pumps"),
            AmountUnit.Pea => ("{0} pea", "{0} peas"),
            AmountUnit.Coin => ("{0} coin", "{0} coins"),
            AmountUnit.Teaspoon => ("{0} teaspoon", "{0} teaspoons"),
            AmountUnit.SpatulaTip => ("{0} spatula tip", "{0} spatula tips"),
            AmountUnit.Pad => ("{0} pad", "{0} pads"),
            AmountUnit.Piece => ("{0} piece", "{0} pieces"),
            AmountUnit.Spray => ("{0} spray", "{0} sprays"),
            AmountUnit.Swipe => ("{0} swipe", "{0} swipes"),
            _ => ("{0} vial", "{0} vials"),
        };
}
