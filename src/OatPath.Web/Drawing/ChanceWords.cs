namespace OatPath.Web.Drawing;

/// <summary>A chance in words, with the number that stands behind them.</summary>
public static class ChanceWords
{
    public static string Of(double chance) => chance switch
    {
        < 0.01 => "very unlikely",
        < 0.03 => "unlikely",
        <= 0.05 => "possible",
        < 0.2 => "rather likely",
        _ => "likely",
    };

    /// <summary>"fewer than 1", "3", "12".</summary>
    public static string InHundred(double chance) => chance < 0.005 ? "fewer than 1" : Math.Round(chance * 100).ToString("0", System.Globalization.CultureInfo.InvariantCulture);
}
