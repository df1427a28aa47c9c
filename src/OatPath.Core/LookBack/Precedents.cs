using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Known;

namespace OatPath.Core.LookBack;

/// <summary>What stood before this client's reactions, as plain counts beside how often the same stood before none.</summary>
/// <remarks>
/// Derived: each day with an active falls under reaction, calm or untold, and under every circumstance that held. Untold days are counted
/// nowhere, since silence is no word of calm. A count is no cause: what is done together is counted together.
/// </remarks>
/// <param name="Reactions">Days with an active that were reacted to.</param>
/// <param name="Calm">Days with an active that were told to be calm.</param>
/// <param name="Untold">Days with an active of which nobody said anything.</param>
/// <param name="WithoutUse">Days reacted on with no active in the week before.</param>
/// <param name="Counts">Circumstances that stood before a reaction, the most telling first.</param>
public sealed record Precedents(int Reactions, int Calm, int Untold, int WithoutUse, IReadOnlyList<Circumstance> Counts)
{
    /// <summary>With fewer reactions nothing is told from them.</summary>
    /// <remarks>House default.</remarks>
    public const int Fewest = 4;

    /// <summary>Days before a day that count for sun and sunscreen.</summary>
    /// <remarks>House default, as the next two.</remarks>
    public const int RecentDays = 2;

    /// <summary>Days after a treatment or a peel that count as after it.</summary>
    public const int AfterDays = 14;

    /// <summary>Uses at a rung that count as the first.</summary>
    public const int FirstUses = 3;

    private const double OneInTwenty = 0.05;

    /// <summary>Whether there are enough to tell anything from them.</summary>
    public bool IsEnough => Reactions >= Fewest && Calm >= Fewest;

    /// <param name="days">Days with an active, in order.</param>
    /// <param name="withoutUse">Reactions with none in the week before.</param>
    internal static Precedents Of(CaseFile file, KnownFacts facts, IReadOnlyList<UseDay> days, int withoutUse)
    {
        var told = days.Where(day => day.Took != Took.Untold).ToList();
        var reactions = told.Count(day => day.Took == Took.Reaction);
        var calm = told.Count - reactions;
        var week = WeekLoads(days);
        var middle = told.Count == 0 ? 0 : told.Select(day => week[day.Date]).Order().ElementAt(told.Count / 2);
        var asked = new Asked(file.Treatments, facts, days, day => week[day] > middle);
        var counts = told.SelectMany(day => asked.On(day).Select(what => (what, day.Took)))
            .GroupBy(each => each.what)
            .Select(group => new Circumstance(
                group.Key.Kind,
                group.Key.Product,
                group.Count(each => each.Took == Took.Reaction),
                group.Count(each => each.Took == Took.Calm)
            ))
            .ToList();
        var enough = reactions >= Fewest && calm >= Fewest;
        return new(
            reactions,
            calm,
            days.Count - told.Count,
            withoutUse,
            [
                .. counts
                    .Where(count => count.WithReaction > 0)
                    .Select(count => (count, Chance: Chance(count, reactions, calm)))
                    .OrderBy(each => each.Chance)
                    .ThenBy(each => each.count.Kind)
                    .ThenBy(each => each.count.Product, StringComparer.Ordinal)
                    .Select(each => each.count with { StandsOut = enough && each.Chance * counts.Count < OneInTwenty }),
            ]
        );
    }

    /// <summary>Of as many days with it, drawn from all told ones, at least so many would be days of reaction: by chance alone.</summary>
    private static double Chance(Circumstance count, int reactions, int calm) =>
        ExactTest.AtLeast(count.WithReaction, count.WithReaction + count.WithCalm, reactions, reactions + calm);

    /// <summary>The load of the seven days that end with each day.</summary>
    private static Dictionary<DateOnly, double> WeekLoads(IReadOnlyList<UseDay> days)
    {
        var sums = new Dictionary<DateOnly, double>();
        for (var (at, first) = (0, 0); at < days.Count; at++)
        {
            while (days[first].Date <= days[at].Date.AddDays(-7))
            {
                first++;
            }

            sums[days[at].Date] = days.Skip(first).Take(at - first + 1).Sum(day => day.Lived.Load);
        }

        return sums;
    }

    /// <summary>Which circumstances held on a day.</summary>
    private sealed class Asked(
        IReadOnlyList<Treatment> treatments,
        KnownFacts facts,
        IReadOnlyList<UseDay> days,
        Func<DateOnly, bool> isFull
    )
    {
        private readonly HashSet<DateOnly> used = [.. days.Select(day => day.Date)];
        private readonly HashSet<DateOnly> sun = [.. facts.Reports.Where(entry => entry.Report.StrongSun).Select(entry => entry.Day)];
        private readonly IReadOnlyList<DateOnly> treated = [.. treatments.Select(treatment => treatment.On)];
        private readonly IReadOnlyList<DateOnly> peeled = [.. facts.HomePeels.Select(peel => peel.Day)];

        public IEnumerable<(CircumstanceKind Kind, string? Product)> On(UseDay day)
        {
            foreach (var use in day.Lived.Uses.Where(use => !use.Told))
            {
                yield return (CircumstanceKind.Product, use.Product.Id);
            }

            foreach (var (kind, holds) in Plain(day))
            {
                if (holds)
                {
                    yield return (kind, null);
                }
            }
        }

        private IEnumerable<(CircumstanceKind Kind, bool Holds)> Plain(UseDay day) =>
            [
                (CircumstanceKind.Together, day.Lived.Uses.Count > 1),
                (CircumstanceKind.DayBefore, used.Contains(day.Date.AddDays(-1))),
                (CircumstanceKind.NewRung, day.Lived.Uses.Any(use => use.OnRung <= FirstUses)),
                (CircumstanceKind.FullWeek, isFull(day.Date)),
                (CircumstanceKind.Besides, day.Lived.Uses.Any(use => use.Told)),
                (CircumstanceKind.Sun, Recent(day.Date, sun.Contains)),
                (CircumstanceKind.NoSunscreen, facts.Sunscreen.In7(day.Date).Any(morning => morning >= day.Date.AddDays(-RecentDays))),
                (CircumstanceKind.AfterTreatment, treated.Any(on => IsAfter(on, day.Date))),
                (CircumstanceKind.AfterPeel, peeled.Any(on => IsAfter(on, day.Date))),
            ];

        private static bool IsAfter(DateOnly on, DateOnly day) => on < day && on >= day.AddDays(-AfterDays);

        private static bool Recent(DateOnly day, Func<DateOnly, bool> holds) =>
            Enumerable.Range(0, RecentDays + 1).Any(back => holds(day.AddDays(-back)));
    }
}
