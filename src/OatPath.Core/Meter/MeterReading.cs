using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Meter;

/// <summary>One reading of a skin meter.</summary>
public sealed record MeterReading
{
    public required MeterQuantity Quantity { get; init; }
    public required FaceZone Zone { get; init; }

    /// <summary>0 to 100, in the meter's own units.</summary>
    [Between(0, Most)]
    public required decimal Value { get; init; }

    public const int Most = 100;

    /// <summary>Readings that make a mean.</summary>
    /// <remarks>Source: trade convention; one alone depends on how the probe was held.</remarks>
    public const int Fewest = 3;
}
