using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Planner;

namespace OatPath.Core.LookBack;

/// <summary>What one skin said over all the time that is known of it.</summary>
/// <remarks>Derived from the log; rungs as the plan reckons them today. A record of what was, and no advice.</remarks>
/// <param name="Uses">Days with an active, in order.</param>
/// <param name="Changes">What changed about the care, in order.</param>
/// <param name="Products">Every active that was used, or was not borne by its patch test, in the order of first use.</param>
public sealed record SkinHistory(
    LivedPast Past,
    IReadOnlyList<CheckedIn> Reports,
    IReadOnlyList<UseDay> Uses,
    Precedents Precedents,
    IReadOnlyList<ProductLife> Products,
    IReadOnlyList<PlanChange> Changes
)
{
    /// <exception cref="ArgumentException">The case names an unknown time zone; check it with <see cref="CaseCheck"/> first.</exception>
    public static SkinHistory Of(CaseFile file, HouseRules rules)
    {
        var facts = new KnownFacts(file);
        var past = PathPlanner.Lived(file, rules);
        var (days, without) = UseDay.Of(past, facts.Log);
        return new(
            past,
            facts.Reports,
            days,
            Precedents.Of(file, facts, days, without),
            ProductLife.Of(facts, days),
            PlanChange.Of(file, facts, past)
        );
    }

    /// <summary>The first day of a use, a report or a change that had come by today; null where there was none.</summary>
    public DateOnly? Begins =>
        Uses.Select(day => day.Date)
            .Concat(Reports.Select(entry => entry.Day))
            .Concat(Changes.Select(change => change.On))
            .Select(day => (DateOnly?)day)
            .Min();

    public DateOnly First => Past.Days[0].Date;
    public DateOnly Today => Past.Days[^1].Date;

    /// <summary>The days before a change; null where nothing is known of them.</summary>
    public Stretch? Before(DateOnly change) => Between(change.AddDays(-Stretch.Span), change.AddDays(-1));

    /// <summary>The days from a change on, as far as they have come.</summary>
    public Stretch? After(DateOnly change) => Between(change, change.AddDays(Stretch.Span - 1));

    private Stretch? Between(DateOnly from, DateOnly until)
    {
        var (first, last) = (from < First ? First : from, until > Today ? Today : until);
        return first > last ? null : Stretch.Of(Uses, Reports, first, last);
    }
}
