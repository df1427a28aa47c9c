using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.Peels;

/// <summary>The days a kit keeps from the peel before it, from the beginning of a steady routine, and from a wish of the client.</summary>
internal sealed class PeelGaps(KnownFacts facts, RuleSwitch rule, PeelDays peels, Standing standing) : IKeepsOff
{
    public Off? Of(Track kit, DateOnly on) => Wished(kit, on) ?? Interval(kit, on) ?? Steady(kit, on);

    /// <summary>A day before which nothing is free: a search may begin there.</summary>
    public DateOnly Soonest(Track kit, DateOnly day, int within)
    {
        var soonest = day;
        void NotBefore(DateOnly? until) => soonest = until > soonest ? until.Value : soonest;
        NotBefore(Between(kit).Until);
        NotBefore(SteadyUntil(kit));
        NotBefore(kit.Started ? null : kit.Start!.FirstOn);
        NotBefore(kit.Easing.Until);
        return soonest < day.AddDays(within) ? soonest : day;
    }

    private static Off? Wished(Track kit, DateOnly on) =>
        !kit.Started && kit.Start!.FirstOn is { } wished && on < wished
            ? Off.Through(wished.AddDays(-1), Because.Of(RuleBook.PeelWished, ("product", kit.Product.Name), ("on", wished)))
            : null;

    private Off? Interval(Track kit, DateOnly on)
    {
        var (last, until, peeled) = Between(kit);
        return on < until
            ? Off.Through(
                until.Value.AddDays(-1),
                Because.Of(
                    peeled ? RuleBook.PeelInterval : RuleBook.PeelPassed,
                    ("product", kit.Product.Name),
                    ("on", last!.Value),
                    ("until", until.Value)
                )
            )
            : null;
    }

    /// <summary>
    /// Days from one evening of a kit to the next, as they hold now: longer while the skin is new to it, or after a stronger one.
    /// </summary>
    public int DaysOf(Track kit)
    {
        var strongest = 0;
        var done = 0;
        DateOnly? last = null;
        foreach (var (other, day) in peels.All)
        {
            done += other == kit ? 1 : 0;
            last = last > day ? last : day;
            strongest = last == day ? KitTimes.Of(peels.StrengthOf(other, day)).IntervalDays : strongest;
        }

        var least = Math.Max(strongest, KitTimes.Of(kit.Kit!.Value).IntervalDays);
        return Math.Max(
            kit.Peels.EveryDays,
            done < KitTimes.NewPeels && !kit.Start!.AlreadyInUse ? Math.Max(least, KitTimes.NewIntervalDays) : least
        );
    }

    /// <summary>
    /// The evening that counts for the interval, the first after it that may be, and whether somebody peeled on it; nothing before the
    /// first peel.
    /// </summary>
    private (DateOnly? Last, DateOnly? Until, bool Peeled) Between(Track kit)
    {
        if (!rule.On(RuleBook.PeelInterval))
        {
            return (null, null, false);
        }

        DateOnly? until = null;
        DateOnly? last = peels.All.Count == 0 ? null : peels.All.Max(peel => peel.On);
        var days = DaysOf(kit);
        if (last is { } peeled)
        {
            until = peeled.AddDays(days);
        }

        if (
            kit.Placed.Last is { } passed
            && passed > last.GetValueOrDefault()
            && passed.AddDays(KitTimes.OfferAgainDays) > until.GetValueOrDefault()
            && !CostsNothing(kit, passed)
        )
        {
            return (passed, passed.AddDays(KitTimes.OfferAgainDays), false);
        }

        return (last, until, last is not null);
    }

    /// <summary>
    /// An evening that somebody said was left out moves on to the next that is free; only where two running were is the rest of the plan
    /// let on first.
    /// </summary>
    private bool CostsNothing(Track kit, DateOnly passed) =>
        facts.WasSkipped(kit.Product.Id, passed) && !facts.WasSkipped(kit.Product.Id, passed.AddDays(-1));

    private Off? Steady(Track kit, DateOnly on) =>
        SteadyUntil(kit) is { } until && on < until
            ? Off.Through(until.AddDays(-1), Because.Of(RuleBook.PeelSteady, ("product", kit.Product.Name), ("until", until)))
            : null;

    private DateOnly? SteadyUntil(Track kit)
    {
        if (kit.Started || !rule.On(RuleBook.PeelSteady))
        {
            return null;
        }

        var since = standing.LastChange is { } change && change > facts.EarliestDay() ? change : facts.EarliestDay();
        return since.AddDays(KitTimes.SteadyDays);
    }
}
