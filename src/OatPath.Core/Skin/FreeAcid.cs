namespace OatPath.Core.Skin;

/// <summary>The share of an acid that is free, and so able to work, at a pH.</summary>
/// <remarks>Source: derived from the Henderson-Hasselbalch equation: free = labelled / (1 + 10^(pH - pKa)).</remarks>
public static class FreeAcid
{
    /// <summary>Free percent of one acid.</summary>
    /// <param name="labelledPercent">0 to 100.</param>
    /// <param name="ph">0 to 14.</param>
    /// <param name="pka">First acid constant at 25 C.</param>
    /// <exception cref="ArgumentOutOfRangeException">A value is outside its range.</exception>
    public static double Percent(double labelledPercent, double ph, double pka)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(labelledPercent);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(labelledPercent, 100);
        ArgumentOutOfRangeException.ThrowIfNegative(ph);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(ph, 14);
        return labelledPercent / (1 + Math.Pow(10, ph - pka));
    }
}
