using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Ramp;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>The fewest wishes of a week to give up so that every product has the uses its rung allows.</summary>
/// <remarks>
/// Derived: all sets of up to four wishes, fewest first; among equals those named first in the week from Monday. Each product is counted by
/// itself.
/// </remarks>
internal static class WeekSearch
{
    private const int MostWishes = 4;

    /// <summary>Uses a week that may be lacking without being worth a wish.</summary>
    public const double Slack = 0.3;

    /// <summary>One wish: an evening that rests, or a day a product is never used on.</summary>
    private sealed record Wish(string? Product, DayOfWeek Day, string InWords);

    /// <summary>A product as the week sees it.</summary>
    /// <param name="RestsInEvening">Whether rest evenings keep it off.</param>
    public sealed record Wisher(string Product, string Name, Frequency Frequency, bool RestsInEvening);

    /// <summary>
    /// The answer as a reason; null where one product alone is short and one day mends it, or where four wishes are not enough.
    /// </summary>
    public static Because? Nearest(ShapeWeek week, IReadOnlyList<Wisher> wishers)
    {
        var missing = wishers.Where(wisher => IsShort(week, wisher, [])).ToList();
        if (missing.Count == 0)
        {
            return null;
        }

        var wishes = week
            .RestEvenings.Select(day => new Wish(null, day, $"{day} evening free"))
            .Where(_ => missing.Exists(wisher => wisher.RestsInEvening))
            .Concat(
                missing.SelectMany(wisher => NeverOf(week, wisher).Select(day => new Wish(wisher.Product, day, $"{wisher.Name} on {day}")))
            )
            .OrderBy(wish => ((int)wish.Day + 6) % 7)
            .ThenBy(wish => wish.Product, StringComparer.Ordinal)
            .ToList();
        for (var count = 1; count <= Math.Min(MostWishes, wishes.Count); count++)
        {
            if (FirstOf(wishes, count, 0, [], given => !missing.Exists(wisher => IsShort(week, wisher, given))) is { } enough)
            {
                return count == 1 && missing.Count == 1
                    ? null
                    : Because.Of(
                        RuleBook.WishesTogether,
                        ("count", count),
                        ("wishes", string.Join("; ", enough.Select(wish => wish.InWords)))
                    );
            }
        }

        return null;
    }

    private static List<Wish>? FirstOf(List<Wish> wishes, int count, int from, List<Wish> given, Func<List<Wish>, bool> enough)
    {
        if (given.Count == count)
        {
            return enough(given) ? [.. given] : null;
        }

        for (var i = from; i < wishes.Count; i++)
        {
            given.Add(wishes[i]);
            if (FirstOf(wishes, count, i + 1, given, enough) is { } found)
            {
                return found;
            }

            given.RemoveAt(given.Count - 1);
        }

        return null;
    }

    private static bool IsShort(ShapeWeek week, Wisher wisher, List<Wish> given)
    {
        var free = 0b111_1111;
        foreach (var day in NeverOf(week, wisher).Where(day => !given.Exists(wish => wish.Product == wisher.Product && wish.Day == day)))
        {
            free &= ~(1 << (int)day);
        }

        foreach (
            var day in week.RestEvenings.Where(day =>
                wisher.RestsInEvening && !given.Exists(wish => wish.Product is null && wish.Day == day)
            )
        )
        {
            free &= ~(1 << (int)day);
        }

        return WeekRoom.UsesAWeek(wisher.Frequency, free) + Slack < WeekRoom.UsesAWeek(wisher.Frequency, 0b111_1111);
    }

    private static IReadOnlyList<DayOfWeek> NeverOf(ShapeWeek week, Wisher wisher) =>
        week.Never.FirstOrDefault(never => never.Product == wisher.Product)?.Days ?? [];
}
