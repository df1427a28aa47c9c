using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Ramp;

/// <summary>How much exfoliation any rolling 7 days may hold.</summary>
/// <remarks>Source: house default within trade convention.</remarks>
public static class ExfoliationBudget
{
    /// <summary>
    /// Uses of all exfoliants in any rolling 7 days. A beginner's budget is 3 until an approved rung itself asks for more:
    /// the practitioner's yes to every other evening is the yes to its 4 uses, that to morning and evening, on any skin, to its 14.
    /// </summary>
    public static int Per7Days(bool established, Frequency highestRung, HouseRules rules)
    {
        if (established)
        {
            return highestRung == Frequency.TwiceADay
                ? Math.Max(rules.EstablishedExfoliationsPer7Days, highestRung.MaxUsesPer7Days())
                : rules.EstablishedExfoliationsPer7Days;
        }

        return highestRung >= Frequency.EveryOther
            ? Math.Max(rules.BeginnerExfoliationsPer7Days, highestRung.MaxUsesPer7Days())
            : rules.BeginnerExfoliationsPer7Days;
    }

    /// <summary>Uses in one role in any rolling 7 days.</summary>
    public static int Per7Days(ExfoliantRole role, Intake intake) =>
        role switch
        {
            ExfoliantRole.AcidCleanser when !Ladder.IsTenderToWashes(intake) => 7,
            ExfoliantRole.Razor or ExfoliantRole.ScrubMask or ExfoliantRole.UltrasonicBlade or ExfoliantRole.Needle => 1,
            ExfoliantRole.PeelPad => 3,
            _ => 2,
        };
}
