using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Planner.Compose;
using OatPath.Core.Planner.Days;
using OatPath.Core.Planner.Stock;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner;

/// <summary>Turns facts and house rules into a day-by-day care path. Pure: same facts, same path.</summary>
public static class PathPlanner
{
    /// <summary>Longest path planned at once, days.</summary>
    public const int MaxDays = 400;

    /// <summary>Plans from the care day of <see cref="CaseFile.AsOf"/>, or from <paramref name="from"/>.</summary>
    /// <param name="days">1 to <see cref="MaxDays"/>.</param>
    /// <exception cref="ArgumentException">The case names an unknown time zone; check it with <see cref="CaseCheck"/> first.</exception>
    /// <exception cref="ArgumentOutOfRangeException">Too many days.</exception>
    public static CarePath Plan(CaseFile file, HouseRules rules, DateOnly? from = null, int days = 84) =>
        Plan(file, rules, from, days, RuleSwitch.All);

    /// <param name="climbs">Projects: every planned use is made without a reaction and every step up approved on its day. Never shown to a
    /// client.</param>
    internal static CarePath Plan(CaseFile file, HouseRules rules, DateOnly? from, int days, RuleSwitch rule, bool climbs = false)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(days, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(days, MaxDays);

        // What a path says of itself is data: it is put into a language where it is shown.
        using var plain = Language.Speak(Language.English);
        var facts = new KnownFacts(file);
        var run = new PlanRun(facts, rules, rule, climbs);
        var composer = new DayComposer(facts, rules, rule, run);
        var first = from ?? facts.Today;
        var last = Later(first.AddDays(days - 1), facts.Today);
        var planned = new List<DayPath>(days);
        PathSummary? summary = null;
        for (var day = Earlier(first, facts.EarliestDay()); day <= last; day = day.AddDays(1))
        {
            run.Open(day);
            var path = composer.Compose(day, wanted: day >= first && planned.Count < days);
            if (path is not null)
            {
                planned.Add(path);
            }

            if (day <= facts.Today || climbs)
            {
                run.Close(day);
            }

            if (day == facts.Today)
            {
                run.Peels.Settle(day);
                summary = PathSummary.Of(facts, rules, run);
            }
        }

        var supply = SupplyCount.Count(facts, planned, rules);
        return new CarePath
        {
            AsOf = file.AsOf,
            Today = facts.Today,
            Days = planned,
            Windows =
            [
                .. run
                    .Reactions.Windows.Concat(PlanWindows.Of(facts, run.Care, run.Standing, run.PeelDays, run.Needles, run.PeelRest))
                    .Where(window => window.From <= last && (window.Until is null || window.Until >= first))
                    .OrderBy(window => window.From)
                    .ThenBy(window => window.Kind),
            ],
            Ladders = [.. summary!.Ladders.Select(ladder => WithDay(ladder, planned, facts.Today))],
            Questions =
            [
                .. summary.Questions.Concat(SupplyCount.Ask(facts, supply)).OrderBy(question => QuestionTable.Of(question.Kind).Urgency),
            ],
            Warnings =
            [
                .. summary.Warnings,
                .. run.Ignored,
                .. run.Standing.FacialUndone is { } undone ? [undone] : Array.Empty<Because>(),
                .. composer.Warnings(planned),
            ],
            Established = summary.Established,
            Reports = run.Reactions.Reports,
            CheckIns = summary.CheckIns,
            Supply = supply,
        };
    }

    /// <summary>What the estimate expected of each use so far, before it, how it was taken, and what it asked.</summary>
    /// <exception cref="ArgumentException">The case names an unknown time zone.</exception>
    public static LivedUses Foretold(CaseFile file, HouseRules rules)
    {
        using var plain = Language.Speak(Language.English);
        var facts = new KnownFacts(file);
        var run = new PlanRun(facts, rules, RuleSwitch.All, foretells: true);
        var composer = new DayComposer(facts, rules, RuleSwitch.All, run);
        for (var day = facts.EarliestDay(); day <= facts.Today; day = day.AddDays(1))
        {
            run.Open(day);
            composer.Compose(day, wanted: false);
            run.Close(day);
        }

        return new(run.Foretelling!.All, run.Foretelling.Asked(facts.ChangedOn));
    }

    /// <summary>What was done day by day, and where each active stood.</summary>
    /// <exception cref="ArgumentException">The case names an unknown time zone.</exception>
    public static LivedPast Lived(CaseFile file, HouseRules rules)
    {
        using var plain = Language.Speak(Language.English);
        var facts = new KnownFacts(file);
        var run = new PlanRun(facts, rules, RuleSwitch.All);
        var composer = new DayComposer(facts, rules, RuleSwitch.All, run);
        var lived = new DaysLived(facts, run.Standing, run.Reactions);
        for (var day = facts.EarliestDay(); day <= facts.Today; day = day.AddDays(1))
        {
            lived.Dawn(day);
            run.Open(day);
            composer.Compose(day, wanted: false);
            lived.Dusk(day);
            run.Close(day);
        }

        return new(lived.Days, [.. run.Reactions.Reports.Where(report => !run.Reactions.OfPicking.Contains(report.Id))]);
    }

    /// <summary>Only the days, without what is asked, supplied and warned of: for trying many cases over.</summary>
    internal static (DateOnly Today, IReadOnlyList<DayPath> Days) DaysOf(CaseFile file, HouseRules rules, int days)
    {
        // What a path says of itself is data: it is put into a language where it is shown.
        using var plain = Language.Speak(Language.English);
        var facts = new KnownFacts(file);
        var run = new PlanRun(facts, rules, RuleSwitch.All);
        var composer = new DayComposer(facts, rules, RuleSwitch.All, run);
        var planned = new List<DayPath>(days);
        for (var day = facts.EarliestDay(); planned.Count < days; day = day.AddDays(1))
        {
            run.Open(day);
            if (composer.Compose(day, wanted: day >= facts.Today) is { } path)
            {
                planned.Add(path);
            }

            if (day <= facts.Today)
            {
                run.Close(day);
            }
        }

        return (facts.Today, planned);
    }

    /// <summary>Says by which day the uses still missing are planned.</summary>
    private static LadderStatus WithDay(LadderStatus ladder, List<DayPath> days, DateOnly today)
    {
        if (ladder.Missing.FirstOrDefault(missing => missing.Rule == RuleBook.EnoughUses) is not { } uses)
        {
            return ladder;
        }

        var more = uses.Number("more");
        foreach (var day in days)
        {
            if (
                day.Date >= today
                && day.Log?.Applied.Contains(ladder.Product) != true
                && day.Morning.Steps.Concat(day.Evening.Steps).Any(step => step.Product == ladder.Product && step.IsActive())
                && --more == 0
            )
            {
                var said = Because.Of(
                    RuleBook.EnoughUses,
                    ("more", uses.Values["more"]),
                    ("need", uses.Values["need"]),
                    ("by", Said.Later(() => Said.Of($"by {Words.Day(day.Date)}"))),
                    ("on", day.Date)
                );
                return ladder with { Missing = [.. ladder.Missing.Select(missing => missing == uses ? said : missing)] };
            }
        }

        return ladder;
    }

    private static DateOnly Earlier(DateOnly a, DateOnly b) => a < b ? a : b;

    private static DateOnly Later(DateOnly a, DateOnly b) => a > b ? a : b;
}
