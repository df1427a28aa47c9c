using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner.Days;

/// <summary>One use inside a rest: what, when, and why it was too soon.</summary>
internal sealed record TooSoonUse(DateOnly Day, Product Product, Because Because);

/// <summary>
/// What was used, ticked or told while something kept it off: it is named, its rest begins again from that day, it comes back a rung lower
/// and proves nothing.
/// Asked at the beginning of a day, so that each use is held against the plan as it stood before.
/// </summary>
/// <remarks>
/// Source: trade convention; at most twice the length of the rest: house default. Rests that something else ends (an answer, a stop, a
/// booking still to come) are not lengthened.
/// </remarks>
internal sealed class InsideRest(
    KnownFacts facts,
    HouseRules rules,
    RuleSwitch rule,
    Standing standing,
    PeelDays peels,
    PeelRest peelRest,
    NeedleDays needles,
    CareCalendar care,
    FlagRest flags,
    OccasionRest occasions,
    Reactions reactions,
    RestartedRest restarted
)
{
    /// <summary>Rests that ended later than they would have, by what opened them.</summary>
    private readonly Dictionary<(string Opened, DateOnly On, RestrictionKind? Kind), DateOnly> ends = [];
    private readonly Dictionary<DateOnly, HashSet<string>> taken = [];

    /// <summary>What rests after each treatment, and what rests before each with the moment it was written down.</summary>
    private List<List<CareSpan>>? done;
    private List<(DateTimeOffset? RecordedAt, CareSpan Span)>? ahead;

    public List<TooSoonUse> Found { get; } = [];

    /// <summary>One rest as it stands on a day.</summary>
    /// <param name="Opened">Names what opened it.</param>
    /// <param name="On">The day it began; null where it is not counted from one.</param>
    /// <param name="Kind">The kind of thing that rests; null for the product alone.</param>
    /// <param name="Until">Its last day; null until somebody ends it.</param>
    /// <param name="Moves">Stands before an evening at home that the plan only moves on: nothing was strained that has to come back
    /// lower.</param>
    private sealed record Rest(
        string Opened,
        DateOnly? On,
        int Days,
        RestrictionKind? Kind,
        DateOnly? Until,
        Because Because,
        bool Moves = false
    );

    /// <summary>The latest day of a product on which it was used inside a rest, in the days up to one, or null.</summary>
    public DateOnly? Latest(string product, DateOnly from, DateOnly until) =>
        taken.Where(day => day.Key >= from && day.Key <= until && day.Value.Contains(product)).Select(day => (DateOnly?)day.Key).Max();

    /// <summary>Whether anything was used inside a rest on a day.</summary>
    public bool On(DateOnly day) => taken.ContainsKey(day);

    /// <summary>Takes in the uses of a day, before anything of the day itself is known but what opened it.</summary>
    public void Take(DateOnly day)
    {
        foreach (var product in facts.UsedOrToldOn(day))
        {
            Take(product, day, [.. Rests(product, day)]);
        }
    }

    /// <summary>Takes in what was used on a day after a report of that same day had put the skin into repair.</summary>
    public void TakeAfterReports(DateOnly day)
    {
        foreach (var product in facts.UsedOrToldOn(day).Where(product => Restrictions.On(product).Count > 0))
        {
            if (facts.FirstUseOn(product.Id, day) is { } at && reactions.RepairFrom(day, at) is { } because)
            {
                Take(product, day, [new(product.Id, null, 0, null, null, because)]);
            }
        }
    }

    private void Take(Product product, DateOnly day, List<Rest> rests)
    {
        if (rests.Count == 0 || !rule.On(RuleBook.TooSoon) || (taken.TryGetValue(day, out var known) && known.Contains(product.Id)))
        {
            return;
        }

        (taken.TryGetValue(day, out var list) ? list : taken[day] = []).Add(product.Id);
        DateOnly? again = null;
        foreach (var rest in rests)
        {
            again = Lengthen(rest, product, day) is { } end && !(again > end) ? end : again;
        }

        var moves = rests.TrueForAll(rest => rest.Moves);
        foreach (
            var track in standing.Tracks.Where(track =>
                !moves && (track.Product.Id == product.Id || (IsTold(product) && track.Active && track.Irritants.Any(product.Has)))
            )
        )
        {
            track.OweARung();
        }

        var longest = rests.MaxBy(rest => rest.Until ?? DateOnly.MaxValue)!;
        if (day >= facts.Today.AddDays(-Overuse.ToldDays))
        {
            Found.Add(
                new(
                    day,
                    product,
                    Because.Of(
                        RuleBook.TooSoon,
                        ("product", product.Name),
                        ("on", day),
                        (
                            "days",
                            Said.Later(() =>
                                longest.Until is { } until ? Said.Of($" by {Words.Count(until.DayNumber - day.DayNumber + 1, "day")}") : ""
                            )
                        ),
                        ("why", Said.Later(() => Words.Say(longest.Because))),
                        ("again", Said.Later(() => again is { } end ? Said.Of($"The rest begins again, until {Words.Day(end)}. ") : "")),
                        (
                            "then",
                            Said.Later(() => moves ? Said.Of("That evening moves on instead") : Said.Of("It comes back one rung lower"))
                        )
                    )
                )
            );
        }
    }

    private bool IsTold(Product product) => facts.WasToldOf(product.Id);

    /// <summary>Begins a rest again, and says until when; null where something else ends it.</summary>
    private DateOnly? Lengthen(Rest rest, Product product, DateOnly day)
    {
        if (rest.On is not { } on || rest.Until is not { } until)
        {
            return null;
        }

        var (again, most) = (day.AddDays(rest.Days), on.AddDays(2 * rest.Days));
        var end = again < most ? again : most;
        if (end <= until)
        {
            return null;
        }

        ends[(rest.Opened, on, rest.Kind)] = end;
        restarted.Begin(rest.Kind, product, day, end);
        return end;
    }

    private IEnumerable<Rest> Rests(Product product, DateOnly day) =>
        AfterTreatments(product, day)
            .Concat(Peels(product, day))
            .Concat(Needles(product, day))
            .Concat(Reaction(product, day))
            .Concat(Answers(product, day))
            .Concat(BeforeTreatments(product, day))
            .Where(rest => rest.Until is null || rest.Until >= day);

    private DateOnly End(string opened, DateOnly on, RestrictionKind? kind, DateOnly end) =>
        ends.TryGetValue((opened, on, kind), out var later) && later > end ? later : end;

    private IEnumerable<Rest> AfterTreatments(Product product, DateOnly day)
    {
        var own = Kinds(product)[0];
        foreach (var treatment in done ??= [.. care.After.GroupBy(span => (span.Treatment, span.On)).Select(group => group.ToList())])
        {
            foreach (var span in treatment)
            {
                var end = End(span.Treatment, span.On, span.Kind, span.Until);
                if (day <= span.On || end < day || !IsOf(product, span.Kind))
                {
                    continue;
                }

                // A scrub begins the rest of scrubs again; where a treatment names none, that of everything that irritates.
                var counts = span.Kind == own || span.Kind == RestrictionKind.Retinoid || treatment.TrueForAll(other => other.Kind != own);
                yield return new(
                    span.Treatment,
                    counts ? span.On : null,
                    span.Until.DayNumber - span.On.DayNumber,
                    span.Kind,
                    end,
                    TreatmentRest.Say(span)
                );
            }
        }

        foreach (
            var (treatment, times) in care.All.Where(one =>
                product.IsKit() && day > one.Treatment.On && day <= one.Treatment.On.AddDays(one.Times.HomePeelDays)
            )
        )
        {
            var until = treatment.On.AddDays(times.HomePeelDays);
            yield return new(
                times.Title,
                null,
                0,
                null,
                until,
                Because.Of(RuleBook.PeelNear, ("product", product.Name), ("treatment", times.Title), ("on", treatment.On), ("until", until))
            );
        }
    }

    /// <summary>A treatment still to come; what was used before anybody had written it down was no mistake.</summary>
    private IEnumerable<Rest> BeforeTreatments(Product product, DateOnly day)
    {
        ahead ??=
        [
            .. facts
                .File.Treatments.Where(treatment => !treatment.AtHome)
                .SelectMany(treatment =>
                    CareSpan.Of(treatment, facts.Zone).Where(span => span.Before).Select(span => (treatment.RecordedAt, span))
                ),
        ];
        foreach (var (recordedAt, span) in ahead)
        {
            if (span.Covers(day) && IsOf(product, span.Kind) && !(facts.FirstUseOn(product.Id, day) < recordedAt))
            {
                yield return new(span.Treatment, null, 0, span.Kind, span.Until, TreatmentRest.Say(span));
            }
        }
    }

    private IEnumerable<Rest> Peels(Product product, DateOnly day)
    {
        foreach (
            var (kit, on) in peels.All.Where(peel =>
                peel.On < day && peel.Kit.Product.Id != product.Id && facts.WasUsedOrTold(peel.Kit.Product.Id, peel.On)
            )
        )
        {
            if (peelRest.AfterOf(kit, on, product) is { } after and > 0 && Kinds(product) is [var kind, ..])
            {
                yield return new(
                    kit.Product.Id,
                    on,
                    after,
                    kind,
                    End(kit.Product.Id, on, kind, on.AddDays(after)),
                    PeelRest.Say(product, kit, on, after)
                );
            }
        }

        foreach (var kit in standing.Kits)
        {
            if (
                kit.Product.Id == product.Id
                && kit.Peels.EveryDays > 0
                && peels.All.Where(peel => peel.On < day).Select(peel => (DateOnly?)peel.On).Max() is { } last
                && last.AddDays(KitTimes.Of(kit.Kit!.Value).IntervalDays) is var free
                && day < free
            )
            {
                yield return new(
                    kit.Product.Id,
                    null,
                    0,
                    null,
                    free.AddDays(-1),
                    Because.Of(RuleBook.PeelInterval, ("product", product.Name), ("on", last), ("until", free))
                );
            }
            else if (
                kit.Product.Id != product.Id
                && kit.Peels.NextOn is { } next
                && next > day
                && peelRest.StopOf(kit, product) is { Before: > 0 } stop
                && day >= next.AddDays(-stop.Before)
            )
            {
                yield return new(kit.Product.Id, null, 0, null, next, PeelRest.Say(product, kit, next, stop.After), Moves: true);
            }
        }
    }

    private IEnumerable<Rest> Needles(Product product, DateOnly day)
    {
        foreach (var (roller, on) in needles.Used.Where(evening => evening.On < day && evening.Roller.Product.Id != product.Id))
        {
            if (needles.RestOf(product, roller.Product) is { After: > 0 } rest && Kinds(product) is [var kind, ..])
            {
                yield return new(
                    roller.Product.Id,
                    on,
                    rest.After,
                    kind,
                    End(roller.Product.Id, on, kind, on.AddDays(rest.After)),
                    NeedleDays.Say(product, roller, on, rest.After)
                );
            }
        }

        foreach (var (roller, on) in needles.Next.Where(evening => evening.On > day && evening.Roller.Product.Id != product.Id))
        {
            if (needles.RestOf(product, roller.Product) is { Before: > 0 } rest && day >= on.AddDays(-rest.Before))
            {
                yield return new(roller.Product.Id, null, 0, null, on, NeedleDays.Say(product, roller, on, rest.After), Moves: true);
            }
        }
    }

    private IEnumerable<Rest> Reaction(Product product, DateOnly day)
    {
        if (standing.Find(product.Id) is { } track && track.Easing.Covers(day) && track.Easing.ToldOn < day)
        {
            yield return new(
                "reaction",
                track.Easing.UsedOn,
                rules.ReactionRestDays,
                null,
                End("reaction", track.Easing.UsedOn!.Value, null, track.Easing.Until!.Value),
                track.Easing.Because!
            );
        }

        if (Restrictions.On(product).Count > 0 && reactions.Repair(day) is { } repair)
        {
            yield return new("repair", null, 0, null, repair.Until, repair.Because);
        }
    }

    /// <summary>What the answers keep off; the day an answer begins on is not blamed, since nobody knows at which hour.</summary>
    private IEnumerable<Rest> Answers(Product product, DateOnly day)
    {
        if (Restrictions.On(product).Count == 0)
        {
            yield break;
        }

        if ((flags.Repair(day) is not null ? flags.Repair(day.AddDays(-1)) : null) is { } repair)
        {
            yield return new("answers", null, 0, null, repair.Until, repair.Because);
        }

        if (flags.Of(product, day) is { } off && flags.Of(product, day.AddDays(-1))?.Because.Rule == off.Because.Rule)
        {
            yield return new("answers", null, 0, null, off.Until, off.Because);
        }

        if (
            standing.Find(product.Id) is { Active: true } track
            && occasions.Of(track, day) is { } calm
            && facts.File.Occasions.Any(occasion => occasion.On >= day)
        )
        {
            yield return new("occasion", null, 0, null, calm.Until, calm.Because);
        }
    }

    /// <summary>
    /// Whether a restriction is of this kind of thing: by hand and enzymes have their own beside that of everything that irritates.
    /// </summary>
    private static bool IsOf(Product product, RestrictionKind kind) => Restrictions.On(product).Contains(kind);

    /// <summary>What a product is, for a rest that begins again: by hand and devices, enzyme, or whatever irritates.</summary>
    private static List<RestrictionKind?> Kinds(Product product)
    {
        var kinds = Restrictions.On(product);
        return kinds.Contains(RestrictionKind.ByHand) ? [RestrictionKind.ByHand]
            : kinds.Contains(RestrictionKind.Devices) ? [RestrictionKind.Devices]
            : kinds.Contains(RestrictionKind.Enzyme) ? [RestrictionKind.Enzyme]
            : kinds.Count > 0 ? [RestrictionKind.Irritants]
            : [null];
    }
}
