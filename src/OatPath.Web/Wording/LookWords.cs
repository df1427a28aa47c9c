using OatPath.Core.House;
using OatPath.Core.LookBack;
using OatPath.Core.Pictures;
using OatPath.Core.Scores;

namespace OatPath.Web.Wording;

/// <summary>How a skin looked before a change and after it, in the practitioner's words.</summary>
/// <param name="house">From what on this house tells a change.</param>
public sealed class LookWords(PictureChoices house)
{
    /// <summary>"At the studio: redness 3, flaking 0; meter M-1: hydration 44.1; pictures: a* 12.3"; empty where nobody looked.</summary>
    public static string Before(IReadOnlyList<LookPair> pairs) => Of(pairs.Select(pair => pair.Before), look => Number(look));

    /// <summary>The same of the days after; what is no more than the same differs by anyhow is said to tell nothing.</summary>
    public string After(IReadOnlyList<LookPair> pairs) =>
        Of(pairs.Select(pair => pair.After), look =>
            pairs.Any(pair => pair.After == look && IsTooNear(pair)) ? $"{Number(look)} (too near to say)" : Number(look)
        );

    private bool IsTooNear(LookPair pair) =>
        pair is { Before: { } before, After: { } after and not ScoredLook }
        && before.Value != after.Value
        && !pair.IsTold((double)house.RepeatRedness);

    private static string Of(IEnumerable<Look?> looks, Func<Look, string> number) =>
        Words.Capital(
            string.Join("; ", looks.OfType<Look>().GroupBy(Whence).Select(same => $"{same.Key}: {string.Join(", ", same.Select(number))}"))
        );

    private static string Whence(Look look) =>
        look switch
        {
            ScoredLook { ByClient: true } => "by the client",
            ScoredLook => "at the studio",
            MeteredLook metered => $"meter {metered.Serial}",
            _ => "pictures",
        };

    private static string Number(Look look) =>
        look switch
        {
            ScoredLook scored => $"{SkinScales.TitleOf(scored.Scale)} {scored.Value:0}",
            MeteredLook metered => FormattableString.Invariant($"{EnumName.Of(metered.Quantity)} {metered.Value:0.0}"),
            _ => FormattableString.Invariant($"a* {look.Value:0.0}"),
        };
}
