using System.Globalization;
using OatPath.Core.House;

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
            (0.5m, AmountUnit.Teaspoon) => "half a teaspoon",
            (0.5m, AmountUnit.Pea) => "half a pea",
            (_, AmountUnit.Millilitre) => $"{Number} mL",
            _ => $"{Number} {Noun}{(Count > 1 ? "s" : "")}",
        };

    private string Number => Count.ToString("0.##", CultureInfo.InvariantCulture);

    private string Noun =>
        Unit switch
        {
            AmountUnit.TreatmentPump or AmountUnit.LotionPump => "pump",
            AmountUnit.FoamPump => "foam pump",
            AmountUnit.SpatulaTip => "spatula tip",
            _ => Unit.ToString().ToLowerInvariant(),
        };
}
