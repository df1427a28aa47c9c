using OatPath.Core.House;
using OatPath.Core.LookBack;

namespace OatPath.Web.Wording;

/// <summary>Half-face tests in the practitioner's words.</summary>
public static class HalfFaceWords
{
    /// <summary>"treated better 4, no difference 1, untreated better 0".</summary>
    public static string Of(SideCount count) =>
        $"treated better {count.Treated}, no difference {count.Same}, untreated better {count.Untreated}";

    /// <summary>What the days come to, and how little that is.</summary>
    public static string Verdict(HalfFaceResult result)
    {
        if (result.Days.All == 0)
        {
            return "The sides were not compared yet.";
        }

        var days = $"Of {Words.Count(result.Days.All, "day")}: {Of(result.Days)}.";
        if (result.Differing < HalfFaceResult.Fewest)
        {
            return $"{days} Fewer than {HalfFaceResult.Fewest} days differ, so nothing can be said.";
        }

        var side = result.Days.Treated >= result.Days.Untreated ? "treated" : "untreated";
        return $"{days} So many or more days for the {side} side come by chance alone in {OneIn(result.Chance)}.";
    }

    /// <summary>"1 of 32 tests"; "1 of 2 tests or more often".</summary>
    private static string OneIn(double chance) =>
        chance >= 0.5 ? "every other test or more often" : FormattableString.Invariant($"1 of {Math.Floor(1 / chance):0} tests");
}
