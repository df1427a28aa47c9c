using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Care;

/// <summary>What the client keeps from around needles at home, as spans and in words; plan, guide and paper say the same.</summary>
/// <remarks>Source: trade convention; hours as whole days, the evening's own included. A nano tip counts as needles to 0.3 mm.</remarks>
public static class NeedleCare
{
    /// <summary>Each thing with its days before and after the evening.</summary>
    public static IEnumerable<(RestrictionKind Kind, int Before, int After)> Rests(bool fine, int irritantsBefore)
    {
        yield return (RestrictionKind.Irritants, irritantsBefore, fine ? 2 : 3);
        yield return (RestrictionKind.Perfumed, 0, 1);
        yield return (RestrictionKind.Sun, 0, SunAfter(fine));
        if (!fine)
        {
            yield return (RestrictionKind.MakeUp, 0, 1);
            yield return (RestrictionKind.PoreBlocking, 0, 2);
        }
    }

    /// <summary>Each thing around an evening with these needles.</summary>
    public static IEnumerable<(RestrictionKind Kind, int Before, int After)> Rests(Product needles) =>
        Rests(NeedleTimes.AreFine(needles), NeedleTimes.Of(needles).IrritantsBefore);

    /// <summary>Days without strong sun after needles.</summary>
    public static int SunAfter(bool fine) => fine ? 2 : 7;

    /// <summary>What goes on afterwards, and for how long something stays off.</summary>
    public static IReadOnlyList<string> After(bool fine) =>
        [
            Said.Of("Afterwards only plain serum, a plain soothing mask and plain moisturiser; nothing else tonight."),
            $"{string.Join("; ", Rests(fine, 0).Select(rest => Stay(rest.Kind, rest.After)))}.",
            fine
                ? Said.Of("A little pink tonight is usual; bleeding is not.")
                : Said.Of("Pink like a mild sunburn for 24 to 48 hours is usual; bleeding is not."),
            Said.Of("Itchy weals: medical help. Very tender: less next time, and say so."),
        ];

    private static string Stay(RestrictionKind kind, int days) =>
        kind switch
        {
            RestrictionKind.Irritants => Said.Of($"No acid, retinoid, scrub or vitamin C for {days * 24} hours"),
            RestrictionKind.Perfumed => Said.Of($"nothing with fragrance, alcohol or heavy oil for {days * 24} hours"),
            RestrictionKind.MakeUp => Said.Of($"no make-up for {days * 24} hours"),
            RestrictionKind.PoreBlocking => Said.Of($"no balm or oil for {days * 24} hours"),
            RestrictionKind.Sun => Said.Of($"no strong sun for {days} days"),
            _ => throw new ArgumentOutOfRangeException(nameof(kind)),
        };
}
