namespace OatPath.Pictures.Drawn;

/// <summary>A light that a drawn face stands in, as a camera would take it without evening anything.</summary>
/// <param name="Gain">Of red, green and blue.</param>
/// <param name="Bleed">How much of each channel the others take, 0 to 0.15.</param>
/// <param name="Slope">By what share it is brighter at the right edge than at the left.</param>
public sealed record DrawnLight(string Name, (double R, double G, double B) Gain, double Bleed = 0, double Slope = 0)
{
    /// <summary>Six lights of rooms.</summary>
    public static IReadOnlyList<DrawnLight> All { get; } =
    [
        new("day", (1, 1, 1)),
        new("shade", (0.86, 0.98, 1.14), 0.03),
        new("lamp", (1.16, 0.92, 0.55), 0.04),
        new("warm strip", (1.1, 0.98, 0.74), 0.08, 0.06),
        new("cold strip", (0.9, 1.1, 1.02), 0.08, -0.05),
        new("ring", (1.02, 1, 0.92), 0.05),
    ];
}
