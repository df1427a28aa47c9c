namespace OatPath.Core.Shelf;

/// <summary>The longest contact of a class of kit, seconds from first touch; nothing is planned, guided or cued past it.</summary>
/// <remarks>Source: trade convention; the line between weak and strong as in <see cref="KitClass"/>.</remarks>
public static class KitLimits
{
    public static int Of(KitStrength strength) => strength == KitStrength.Weak ? 600 : 180;
}
