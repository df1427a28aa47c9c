using System.Globalization;
using OatPath.Core.House;

namespace OatPath.Core.Plan;

public enum ChangeSign
{
    Added,
    Gone,
    Other,
}

/// <summary>One change in words, and how it is marked.</summary>
/// <param name="What">The products, or "The order".</param>
/// <param name="How">What becomes of them.</param>
public sealed record ChangeLine(ChangeSign Sign, string What, string How);

/// <summary>
/// Says what changes between two plans, each change once: "Every morning: Drift cream", "Chalk cream: patch test tonight, then Sun, Tue,
/// Thu".
/// </summary>
public static class ChangeWords
{
    private const int Week = 7;

    /// <param name="span">First and last day compared.</param>
    public static IReadOnlyList<ChangeLine> Say(
        IReadOnlyList<ProductChange> changes,
        (DateOnly First, DateOnly Last) span,
        DateOnly today,
        Func<string, string> nameOf
    ) =>
        [
            .. changes
                .Select(change => (Change: change, How: How(change, span, today)))
                .GroupBy(said => (said.How, Sign: SignOf(said.Change)))
                .Select(group => new ChangeLine(
                    group.Key.Sign,
                    Words.List([.. group.Select(said => nameOf(said.Change.Product))]),
                    group.Key.How
                )),
        ];

    /// <summary>The days of a product in words: every evening, weekdays, every other, or how many and from when.</summary>
    public static string When(IReadOnlyList<DateOnly> days, Moment moment, (DateOnly First, DateOnly Last) span, DateOnly today)
    {
        var half = moment == Moment.Morning ? "morning" : "evening";
        var from = days[0].DayNumber - span.First.DayNumber >= Week ? $" from {Day(days[0], today, moment)}" : "";
        var all = Enumerable.Range(days[0].DayNumber, span.Last.DayNumber - days[0].DayNumber + 1).Select(DateOnly.FromDayNumber).ToList();
        if (days.Count == all.Count)
        {
            return days[0] == span.First ? $"every {half}" : $"every {half} from {Day(days[0], today, moment)}";
        }

        if (days.Count > 2 && days.SequenceEqual(all.Where((_, i) => i % 2 == 0)))
        {
            return $"every other {half} from {Day(days[0], today, moment)}";
        }

        if (days.Count > 1 && days.SequenceEqual(all.Where((_, i) => i % Week == 0)))
        {
            return $"{days[0].DayOfWeek} {half}s{from}";
        }

        var weekdays = days.Select(day => day.DayOfWeek).ToHashSet();
        if (days.Count > weekdays.Count && days.SequenceEqual(all.Where(day => weekdays.Contains(day.DayOfWeek))))
        {
            return string.Join(", ", days.Take(weekdays.Count).Select(day => day.ToString("ddd", CultureInfo.InvariantCulture)))
                + (moment == Moment.Morning ? " in the morning" : "")
                + from;
        }

        var weeks = (span.Last.DayNumber - span.First.DayNumber + 1) / Week;
        return days.Count == 1
            ? Day(days[0], today, moment)
            : $"{days.Count} {half}s in {weeks} weeks, first {Day(days[0], today, moment)}";
    }

    private static ChangeSign SignOf(ProductChange change) =>
        change.IsGone ? ChangeSign.Gone
        : change.IsAdded ? ChangeSign.Added
        : ChangeSign.Other;

    private static string How(ProductChange change, (DateOnly First, DateOnly Last) span, DateOnly today)
    {
        string Then(IReadOnlyList<DateOnly> days) => When(days, change.Moment, span, today);
        if (change.IsGone)
        {
            return $"no more in the {(change.Moment == Moment.Morning ? "morning" : "evening")}";
        }

        var parts = new List<string>();
        if (change.PatchOn is { } patch)
        {
            parts.Add($"patch test {Day(patch, today, Moment.Evening)}");
        }

        if (change.After.Count == 0)
        {
            parts.Add("not used in these weeks");
        }
        else if (!change.Before.SequenceEqual(change.After))
        {
            parts.Add(
                (change.PatchOn is null ? "" : "then ") + Then(change.After) + (change.Before.Count > 0 ? Instead(change, span, today) : "")
            );
        }

        if (change.AmountAfter is { } amount)
        {
            parts.Add($"{amount} instead of {change.AmountBefore}");
        }

        return string.Join(", ", parts);
    }

    /// <summary>What it was before; where the words are the same, the number of uses tells the difference.</summary>
    private static string Instead(ProductChange change, (DateOnly First, DateOnly Last) span, DateOnly today)
    {
        var (was, will) = (When(change.Before, change.Moment, span, today), When(change.After, change.Moment, span, today));
        return was != will ? $" instead of {was}"
            : change.Before.Count != change.After.Count ? $", {change.After.Count} times instead of {change.Before.Count}"
            : ", on other days";
    }

    private static string Day(DateOnly day, DateOnly today, Moment moment) =>
        day == today ? (moment == Moment.Morning ? "this morning" : "tonight")
        : day == today.AddDays(1) ? $"tomorrow{(moment == Moment.Morning ? " morning" : "")}"
        : Words.Day(day);
}
