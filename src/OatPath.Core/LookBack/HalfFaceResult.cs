using OatPath.Core.Case;

namespace OatPath.Core.LookBack;

/// <summary>How often which side was the better one.</summary>
public sealed record SideCount(int Treated, int Same, int Untreated)
{
    public int All => Treated + Same + Untreated;

    internal static SideCount Of(IEnumerable<BetterSide> sides)
    {
        var list = sides.ToList();
        return new(
            list.Count(side => side == BetterSide.Treated),
            list.Count(side => side == BetterSide.Same),
            list.Count(side => side == BetterSide.Untreated)
        );
    }
}

/// <summary>What a half-face test came to: one side treated, the other not.</summary>
/// <param name="Feel">Every comparison, what was felt; look and touch likewise.</param>
/// <param name="Days">Each day once, by its last comparison: the side that was better in more of feel, look and touch.</param>
/// <param name="Blind">What was judged from pictures without knowing the sides, each picture once for each judge.</param>
public sealed record HalfFaceResult(TryHalf Trial, SideCount Feel, SideCount Look, SideCount Touch, SideCount Days, SideCount Blind)
{
    /// <summary>So many days that differ, all alike, are beyond 1 in 20 by chance; with fewer nothing is said.</summary>
    /// <remarks>Derived: one half to the power of five is 1 in 32.</remarks>
    public const int Fewest = 5;

    /// <summary>Days on which the sides differed.</summary>
    public int Differing => Days.Treated + Days.Untreated;

    /// <summary>
    /// The chance that as many days or more fall to the side that is ahead where neither is better; 0 to 1, 1 with none that differ.
    /// </summary>
    /// <remarks>Source: sign test, one-sided. Days of one skin lean on each other, so the true chance is larger.</remarks>
    public double Chance
    {
        get
        {
            var sum = 0.0;
            var ways = 1.0;
            for (var k = 0; k <= Differing; k++)
            {
                sum += k >= Math.Max(Days.Treated, Days.Untreated) ? ways : 0;
                ways = ways * (Differing - k) / (k + 1);
            }

            return Math.Min(1, sum / Math.Pow(2, Differing));
        }
    }

    /// <summary>Every test of a client, the latest first.</summary>
    /// <param name="decisions">Those in force.</param>
    /// <param name="log">Entries that stand.</param>
    public static IReadOnlyList<HalfFaceResult> Of(IEnumerable<Decision> decisions, IReadOnlyList<LogEntry> log) =>
        [.. decisions.OfType<TryHalf>().Reverse().Select(trial => Of(trial, log))];

    private static HalfFaceResult Of(TryHalf trial, IReadOnlyList<LogEntry> log)
    {
        var compared = log.OfType<Compared>()
            .Where(entry => entry.Product == trial.Product && entry.Side == trial.Side)
            .Where(entry => entry.Day >= trial.On && entry.Day < trial.On.AddDays(trial.Days))
            .ToList();
        return new(
            trial,
            SideCount.Of(compared.Select(entry => entry.Feel)),
            SideCount.Of(compared.Select(entry => entry.Look)),
            SideCount.Of(compared.Select(entry => entry.Touch)),
            SideCount.Of(compared.GroupBy(entry => entry.Day).Select(day => Verdict(day.MaxBy(entry => entry.HappenedAt)!))),
            SideCount.Of(
                log.OfType<JudgedBlind>()
                    .Where(entry => entry.Trial == trial.Id)
                    .GroupBy(entry => (entry.By, entry.Picture))
                    .Select(judged => judged.Last().Better)
            )
        );
    }

    private static BetterSide Verdict(Compared entry)
    {
        var sum = new[] { entry.Feel, entry.Look, entry.Touch }.Sum(side =>
            side == BetterSide.Treated ? 1
            : side == BetterSide.Untreated ? -1
            : 0
        );
        return sum > 0 ? BetterSide.Treated
            : sum < 0 ? BetterSide.Untreated
            : BetterSide.Same;
    }
}
