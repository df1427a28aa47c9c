using OatPath.Core.Case;
using OatPath.Core.House;

namespace OatPath.Core.Known;

/// <summary>Mornings of which it is known that sunscreen was left out. A morning nobody ticked says nothing.</summary>
public sealed class SunscreenMornings
{
    /// <summary>Mornings that are looked back on.</summary>
    public const int Span = 7;

    private readonly HashSet<DateOnly> skipped = [];

    /// <summary>Mornings of the last 7 of a case on which sunscreen was left out, newest first.</summary>
    public static IReadOnlyList<DateOnly> LeftOut(CaseFile file) =>
        new KnownFacts(file) is var facts ? [.. facts.Sunscreen.In7(facts.Today)] : [];

    internal SunscreenMornings(IReadOnlyList<LogEntry> log, IReadOnlyList<ShelfItem> shelf)
    {
        var sunscreens = shelf.Where(item => item.Product.Spf is not null).Select(item => item.Product.Id).ToHashSet();
        foreach (var entry in log)
        {
            if (entry is Skipped { Moment: Moment.Morning } skip && (skip.Product is null || sunscreens.Contains(skip.Product)))
            {
                skipped.Add(skip.Day);
            }
        }

        foreach (var entry in log)
        {
            if (entry is Applied { Moment: Moment.Morning } applied && sunscreens.Contains(applied.Product))
            {
                skipped.Remove(applied.Day);
            }
        }
    }

    /// <summary>Whether no morning was ever left out.</summary>
    internal bool None => skipped.Count == 0;

    /// <summary>Days of the last 7 mornings, a day's own included, on which it was left out; newest first.</summary>
    internal IEnumerable<DateOnly> In7(DateOnly day)
    {
        for (var back = 0; back < Span && skipped.Count > 0; back++)
        {
            if (skipped.Contains(day.AddDays(-back)))
            {
                yield return day.AddDays(-back);
            }
        }
    }
}
