namespace OatPath.Core.Shelf;

/// <summary>Wash-off peel kits: planned on evenings of their own, raised by contact time.</summary>
public static class Kits
{
    public static bool IsKit(this Product product) => product.Kind == ProductKind.WashOffPeel;

    /// <summary>
    /// Raised step by step: patch test first, counts as a change when begun, planned by a ladder. An active of the routine, or a kit.
    /// </summary>
    public static bool IsRaised(this Product product) => product.IsActive() || product.IsKit();
}
