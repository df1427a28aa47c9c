namespace OatPath.Core.Shelf;

/// <summary>Tools with a motor, a current, warmth, light or needles.</summary>
/// <remarks>
/// Source: trade convention. Electrical means that a current goes through the skin. What a sheet leaves open of a device nobody listed
/// counts as yes: house default.
/// </remarks>
public static class DeviceKinds
{
    public static bool IsElectrical(this Product product) =>
        product.Kind
            is ProductKind.GalvanicDevice
                or ProductKind.MicrocurrentDevice
                or ProductKind.IonCleanser
                or ProductKind.RadioFrequencyDevice
                or ProductKind.MuscleTool
        || (product.Kind == ProductKind.OtherDevice && product.Sheet?.Current != false);

    public static bool IsWarm(this Product product) =>
        product.Kind is ProductKind.FacialSteamer or ProductKind.WarmColdPlate
        || (product.Kind == ProductKind.OtherDevice && product.Sheet?.Heat != false);

    /// <summary>Shines into the face.</summary>
    public static bool IsLight(this Product product) =>
        product.Kind == ProductKind.LightMask || (product.Kind == ProductKind.OtherDevice && product.Sheet?.Light != false);

    public static bool IsDevice(this Product product) => IsDevice(product.Kind);

    public static bool IsDevice(ProductKind kind) =>
        kind
            is ProductKind.RadioFrequencyDevice
                or ProductKind.MuscleTool
                or ProductKind.LightMask
                or ProductKind.UltrasonicBlade
                or ProductKind.CleansingBrush
                or ProductKind.NanoTip
                or ProductKind.NeedleRoller
                or ProductKind.OtherDevice
                or ProductKind.FacialSteamer
        || HasItsGel(kind);

    /// <summary>A device that has its way over the neck too.</summary>
    /// <remarks>Source: trade convention.</remarks>
    public static bool GoesOverNeck(this Product product) =>
        product.Kind is ProductKind.GalvanicDevice or ProductKind.MicrocurrentDevice or ProductKind.CleansingBrush;

    /// <summary>Kinds whose gel or mist is made for them.</summary>
    public static bool HasItsGel(ProductKind kind) =>
        kind
            is ProductKind.GalvanicDevice
                or ProductKind.MicrocurrentDevice
                or ProductKind.IonCleanser
                or ProductKind.WarmColdPlate
                or ProductKind.RadioFrequencyDevice
                or ProductKind.MuscleTool
                or ProductKind.OtherDevice;

    /// <summary>
    /// Whether a kind of product can be made for a kind of device: tips and serums for needles, gels and mists for the others.
    /// </summary>
    public static bool GoesWith(ProductKind product, ProductKind device) =>
        product switch
        {
            ProductKind.DeviceTip => device == ProductKind.NanoTip,
            ProductKind.HydratingSerum => device is ProductKind.NanoTip or ProductKind.NeedleRoller,
            _ => HasItsGel(device),
        };

    /// <summary>What a kind of device may be set to over all its programmes and levels; empty where it has no settings.</summary>
    /// <remarks>Source: trade convention; the maker's own names stand in its sheet.</remarks>
    public static IReadOnlyList<string> SettingsOf(ProductKind kind) =>
        kind switch
        {
            ProductKind.GalvanicDevice => ["negative", "positive"],
            ProductKind.MicrocurrentDevice => ["first programme", "second programme"],
            ProductKind.CleansingBrush => ["level 1", "level 2", "level 3"],
            ProductKind.WarmColdPlate => ["warm", "cold"],
            _ => [],
        };

    /// <summary>Needles, however fine.</summary>
    public static bool IsNeedle(this Product product) => product.Kind is ProductKind.NeedleRoller or ProductKind.NanoTip;

    /// <summary>How it is used at home stands in its own sheet or nowhere.</summary>
    public static bool GoesByItsSheet(this Product product) =>
        product.Kind is ProductKind.LightMask or ProductKind.RadioFrequencyDevice or ProductKind.MuscleTool or ProductKind.OtherDevice;
}
