using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Known;

namespace OatPath.Core.LookBack;

/// <summary>Something done to a skin, whose days are looked at beside each other: a sitting at the studio, or a peel at home.</summary>
/// <param name="On">The day it was done.</param>
/// <param name="Sitting">Null for a peel at home.</param>
/// <param name="Product">Id of the peel that was used at home; null for a sitting.</param>
/// <param name="Until">The last day that still tells of it: until the next, and not for longer than it takes to judge.</param>
public sealed record HealingCourse(DateOnly On, Sitting? Sitting, string? Product, DateOnly Until)
{
    /// <summary>How many days before it a picture still shows what the skin was like.</summary>
    /// <remarks>House default.</remarks>
    private const int DaysBefore = 28;

    /// <summary>Days after which what is seen is no longer of it alone.</summary>
    /// <remarks>Source: trade convention for needling, the longest; house default for the others.</remarks>
    private const int DaysAfter = 84;

    /// <summary>All that was done by today, the latest first.</summary>
    public static IReadOnlyList<HealingCourse> Of(CaseFile file)
    {
        var facts = new KnownFacts(file);
        var done = Sittings
            .Of(file.Treatments)
            .Select(sitting => (sitting.On, Sitting: (Sitting?)sitting, Product: (string?)null))
            .Concat(facts.HomePeels.Distinct().Select(peel => (On: peel.Day, Sitting: (Sitting?)null, Product: (string?)peel.Product)))
            .Where(one => one.On <= facts.Today)
            .OrderBy(one => one.On)
            .ThenBy(one => one.Sitting?.Id ?? one.Product, StringComparer.Ordinal)
            .ToList();
        return
        [
            .. done.Select(one => new HealingCourse(one.On, one.Sitting, one.Product, End(one.On, done.Select(other => other.On))))
                .Reverse(),
        ];
    }

    /// <summary>Those days that tell of it: the last one before, and all from the day itself on.</summary>
    /// <remarks>A picture of the day of the next is taken before that one.</remarks>
    /// <param name="taken">Days with a picture, in any order.</param>
    public IReadOnlyList<DateOnly> DaysOf(IEnumerable<DateOnly> taken)
    {
        var days = taken.Distinct().Order().ToList();
        return
        [
            .. days.Where(day => day < On && day >= On.AddDays(-DaysBefore)).TakeLast(1),
            .. days.Where(day => day >= On && day <= Until),
        ];
    }

    private static DateOnly End(DateOnly on, IEnumerable<DateOnly> all) =>
        all.Where(other => other > on).Append(on.AddDays(DaysAfter)).Min();
}
