using OatPath.Core.Case;
using OatPath.Core.Known;
using OatPath.Core.Shelf;

namespace OatPath.Core.LookBack;

/// <summary>How this skin bears a product.</summary>
public enum Bearing
{
    /// <summary>Fewer than three uses: nothing is said.</summary>
    TooFew,

    /// <summary>In use, and not yet long enough or calm enough to say.</summary>
    Finding,

    /// <summary>In use for eight weeks and more, the last eight without a reaction.</summary>
    Borne,

    /// <summary>In use for eight weeks and more, with a reaction in the last eight and one before.</summary>
    NeverSettled,

    /// <summary>No longer used, and reacted to at one of the last uses; or its patch test was not clear.</summary>
    NotBorne,

    /// <summary>No longer used, though the last uses were not reacted to.</summary>
    GivenUp,
}

/// <summary>One active over all the time it was used.</summary>
/// <param name="First">The first use; null where there was none.</param>
/// <param name="Reactions">Days with it that were reacted to; what was used beside it may have been the cause.</param>
/// <param name="Told">Days with it of which something was told.</param>
public sealed record ProductLife(Product Product, DateOnly? First, DateOnly? Last, int Uses, int Told, int Reactions, Bearing Bearing)
{
    /// <summary>Days that make a product settled, and days unused after which it is no longer in use.</summary>
    /// <remarks>House default.</remarks>
    public const int SettledDays = 56;

    private const int FewestUses = 3;

    internal static IReadOnlyList<ProductLife> Of(KnownFacts facts, IReadOnlyList<UseDay> days) =>
        [
            .. facts
                .File.Shelf.Where(item => item.Product.IsRaised())
                .Select(item => Of(item, facts, [.. days.Where(day => day.Lived.Uses.Any(use => use.Product.Id == item.Product.Id))]))
                .Where(life => life.Uses > 0 || life.Bearing == Bearing.NotBorne)
                .OrderBy(life => life.First ?? DateOnly.MaxValue)
                .ThenBy(life => life.Product, ProductOrder.ByContent),
        ];

    private static ProductLife Of(ShelfItem item, KnownFacts facts, IReadOnlyList<UseDay> days) =>
        new(
            item.Product,
            days.Count == 0 ? null : days[0].Date,
            days.Count == 0 ? null : days[^1].Date,
            days.Count,
            days.Count(day => day.Took != Took.Untold),
            days.Count(day => day.Took == Took.Reaction),
            BearingOf(item, facts, days)
        );

    private static Bearing BearingOf(ShelfItem item, KnownFacts facts, IReadOnlyList<UseDay> days)
    {
        var today = facts.Today;
        var patch = facts.Patches.Select(read => read.Entry).OfType<PatchRead>().LastOrDefault(read => read.Product == item.Product.Id);
        if (patch is { Clear: false } && (days.Count == 0 || days[^1].Date <= facts.DayOf(patch.HappenedAt)))
        {
            return Bearing.NotBorne;
        }

        if (days.Count < FewestUses)
        {
            return Bearing.TooFew;
        }

        var since = today.AddDays(-SettledDays);
        if (item.State != ShelfState.InUse || days[^1].Date < since)
        {
            return days.TakeLast(FewestUses).Any(day => day.Took == Took.Reaction) ? Bearing.NotBorne : Bearing.GivenUp;
        }

        if (days[0].Date > since)
        {
            return Bearing.Finding;
        }

        var late = days.Count(day => day.Took == Took.Reaction && day.Date > since);
        var early = days.Count(day => day.Took == Took.Reaction && day.Date <= since);
        return late == 0 ? Bearing.Borne
            : early > 0 ? Bearing.NeverSettled
            : Bearing.Finding;
    }
}
