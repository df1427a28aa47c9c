namespace OatPath.Core.Ramp;

/// <summary>A chance of a strong reaction as it is named to a practitioner, the smallest first.</summary>
public enum ChanceBand
{
    VeryUnlikely,
    Unlikely,
    Possible,
    RatherLikely,
    Likely,
}

/// <summary>Where each band begins and ends; house constants.</summary>
public static class ChanceBands
{
    /// <summary>The band of a chance, 0 to 1.</summary>
    public static ChanceBand Of(double chance) =>
        chance switch
        {
            < 0.01 => ChanceBand.VeryUnlikely,
            < 0.03 => ChanceBand.Unlikely,
            <= 0.05 => ChanceBand.Possible,
            < 0.2 => ChanceBand.RatherLikely,
            _ => ChanceBand.Likely,
        };
}
