using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>The charge of a gel that goes under a current.</summary>
public enum GelCharge
{
    None,
    Negative,
    Positive,
}

/// <summary>Which gel a device needs: made for it, and under a current of the charge its programmes repel.</summary>
/// <remarks>
/// Source: trade convention; the device's own sheet comes first. A gel whose device or charge nobody noted counts for none.
/// </remarks>
public static class DeviceGels
{
    /// <summary>
    /// Whether it is used with a gel or mist of its own; one nobody listed needs one under a current unless its sheet says otherwise.
    /// </summary>
    public static bool Needs(Product device) =>
        DeviceKinds.HasItsGel(device.Kind) && (device.Kind != ProductKind.OtherDevice || (device.Sheet?.Gel ?? device.IsElectrical()));

    private static readonly (FaceZone Zone, string? What)[] PlateZones =
    [
        (FaceZone.LeftEye, "a gel for around the eyes,"),
        (FaceZone.RightEye, "a gel for around the eyes,"),
        (FaceZone.Forehead, "a gel for forehead and cheeks,"),
        (FaceZone.LeftCheek, "a gel for forehead and cheeks,"),
        (FaceZone.RightCheek, "a gel for forehead and cheeks,"),
    ];

    private static bool IsFor(Product gel, FaceZone zone) =>
        gel.GelZones.Count == 0 || gel.GelZones.SelectMany(FaceZones.Covered).Contains(zone);

    /// <summary>What a device still lacks among the products in use on a day, in words; null when nothing lacks or it needs none.</summary>
    public static string? Lacks(Product device, IEnumerable<Product> inUse, DateOnly day)
    {
        if (!Needs(device))
        {
            return null;
        }

        var made = inUse
            .Where(product =>
                product.MadeFor == device.Kind
                && product.UsableOn(day)
                && product.Kind is ProductKind.ConductiveGel or ProductKind.HydratingMist
            )
            .ToList();
        bool Gel(GelCharge charge) => made.Exists(product => product.Kind == ProductKind.ConductiveGel && product.Charge == charge);
        switch (device.Kind)
        {
            case ProductKind.GalvanicDevice:
                var (minus, plus) = (Gel(GelCharge.Negative), Gel(GelCharge.Positive));
                return minus && plus ? null
                    : minus ? "its positive gel"
                    : plus ? "its negative gel"
                    : "its two gels, negative and positive,";
            case ProductKind.MicrocurrentDevice:
                return Gel(GelCharge.None) ? null : "its own gel, without a charge,";
            case ProductKind.WarmColdPlate:
                return made.Count == 0 ? "the gel, proof against heat and cold,"
                    : PlateZones.FirstOrDefault(part => !made.Exists(gel => IsFor(gel, part.Zone))) is { What: { } what } ? what
                    : null;
            default:
                return made.Count > 0 ? null : "the mist or gel made for it";
        }
    }
}
