using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Ramp;

namespace OatPath.Web.Wording;

/// <summary>A chance in words, with the number that stands behind them.</summary>
public static class ChanceWords
{
    public static string Of(double chance) => Of(ChanceBands.Of(chance));

    public static string Of(ChanceBand band) =>
        band switch
        {
            ChanceBand.VeryUnlikely => "very unlikely",
            ChanceBand.Unlikely => "unlikely",
            ChanceBand.Possible => "possible",
            ChanceBand.RatherLikely => "rather likely",
            _ => "likely",
        };

    /// <summary>"fewer than 1 use in 100", "about 3 uses in 100".</summary>
    public static string InHundred(double chance) =>
        Math.Round(chance * 100) switch
        {
            0 => "fewer than 1 use in 100",
            1 => "about 1 use in 100",
            var uses => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"about {uses:0} uses in 100"),
        };

    /// <summary>
    /// What to say of a step that may be asked although a strong reaction is expected over the house's limit; null where it is not.
    /// </summary>
    public static string? Doubt(LadderStatus status, HouseRules rules) =>
        status is { Missing.Count: 0, ChanceNext: { } chance, SureOverNext: { } sure }
        && StepAdvices.Of(status, rules) == StepAdvice.AskFirst
            ? string.Create(
                System.Globalization.CultureInfo.InvariantCulture,
                $"There a strong reaction is expected at {InHundred(chance)}, but it is only {sure * 100:0} % sure to be more than "
                    + $"{rules.StepUpChancePercent}."
            )
            : null;
}
