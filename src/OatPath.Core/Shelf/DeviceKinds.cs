namespace OatPath.Core.Shelf;

/// <summary>Tools with a motor, a current, warmth or light.</summary>
/// <remarks>Source: trade convention. Electrical means that a current goes through the skin.</remarks>
public static class DeviceKinds
{
    public static bool IsElectrical(this Product product) =>
        product.Kind is ProductKind.GalvanicDevice or ProductKind.MicrocurrentDevice or ProductKind.IonCleanser;

    public static bool IsWarm(this Product product) => product.Kind is ProductKind.FacialSteamer or ProductKind.WarmColdPlate;

    public static bool IsDevice(this Product product) =>
        product.IsElectrical() || product.IsWarm() || product.Kind is ProductKind.LightMask or ProductKind.UltrasonicBlade or ProductKind.CleansingBrush;
}
