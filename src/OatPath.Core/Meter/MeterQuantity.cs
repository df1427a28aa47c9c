namespace OatPath.Core.Meter;

/// <summary>What a skin meter reads.</summary>
/// <remarks>Each 0 to 100 in the meter's own units: two meters are not held against each other.</remarks>
public enum MeterQuantity
{
    Hydration,
    Oil,
    Redness,
}
