using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Needles;

/// <summary>
/// The next evening of each roller and nano tip, and what rests before and after it: the one other place beside peels where a run looks at
/// days to come.
/// </summary>
/// <param name="serum">The serum that needles glide on, on a day.</param>
/// <param name="otherwise">Whatever else keeps a roller off an evening.</param>
internal sealed class NeedleEvenings(
    KnownFacts facts,
    HouseRules rules,
    RuleSwitch rule,
    Standing standing,
    NeedleDays days,
    Establishment established,
    Func<DateOnly, Product?> serum,
    IKeepsOff otherwise
) : IKeepsOff
{
    /// <summary>How far ahead an evening is looked for, days.</summary>
    private const int LooksAheadDays = 60;

    private readonly List<Track> rollers = standing.Tracks.FindAll(track => track.Product.IsNeedle());

    /// <summary>Rollers that left the plan: what was used of them still asks for its days of rest.</summary>
    private readonly List<Track> gone = standing.Gone.FindAll(track => track.Product.IsNeedle());
    private readonly Dictionary<Track, DateOnly> lookAgain = [];

    public bool Never => rollers.Count == 0 && gone.Count == 0;

    /// <summary>Finds each roller's next evening, seen from a day before anything is placed on it.</summary>
    public void Schedule(DateOnly day)
    {
        foreach (var roller in gone.Where(roller => facts.WasApplied(roller.Product.Id, day)))
        {
            days.Stood(roller, day, wasUsed: true);
        }

        foreach (var roller in rollers)
        {
            if (roller.Placed.LastBefore(day) is { } last && last >= facts.Today)
            {
                days.Stood(roller, last, wasUsed: false);
            }

            if (facts.WasApplied(roller.Product.Id, day))
            {
                days.Stood(roller, day, wasUsed: true);
            }

            days.Plan(roller, Find(roller, day));
        }
    }

    public Off? Of(Track track, DateOnly day) =>
        track.Product.IsNeedle() ? Tonight(track, day) : days.Of(track.Product, day, roller => MayFollow(track, roller, day));

    /// <summary>A razor and then the nano tip on one evening: only where both are established and the house allows it.</summary>
    private bool MayFollow(Track blade, Track tip, DateOnly day) =>
        rules.NanoAfterRazor
        && blade.Product.Kind == ProductKind.Razor
        && tip.Product.Kind == ProductKind.NanoTip
        && established.Is(blade, day)
        && established.Is(tip, day);

    private Off? Tonight(Track roller, DateOnly day) =>
        Refused(roller) is { } refused ? Off.ByHand(refused)
        : Unserved(roller, day) ? Off.ByHand(Because.Of(RuleBook.NeedleSerum, ("product", roller.Product.Name)))
        : days.NextOf(roller) is not { } next ? Off.Through(day, Because.Of(RuleBook.NeedleNoEvening, ("product", roller.Product.Name)))
        : next == day ? null
        : Off.Through(next.AddDays(-1), Because.Of(RuleBook.NeedleNext, ("product", roller.Product.Name), ("on", next)));

    /// <summary>No plain serum to glide on; what was used was used with something.</summary>
    private bool Unserved(Track roller, DateOnly day) => rule.On(RuleBook.NeedleSerum) && !roller.Placed.On(day) && serum(day) is null;

    /// <summary>Needles are signed off for one client with a reason; longer ones only where the house does that at all.</summary>
    private Because? Refused(Track roller)
    {
        if (
            !NeedleTimes.AreFine(roller.Product)
            && roller.Product.NeedleMm <= NeedleTimes.LongestMm
            && !rules.LongNeedlesSignedOff
            && rule.On(RuleBook.NeedleSchool)
        )
        {
            return Because.Of(RuleBook.NeedleSchool, ("product", roller.Product.Name), ("length", roller.Product.NeedleMm ?? 0));
        }

        return roller.Product.Kind == ProductKind.NeedleRoller && roller.Start is { Reason.Length: 0 } && rule.On(RuleBook.NeedleSignOff)
            ? Because.Of(RuleBook.NeedleSignOff, ("product", roller.Product.Name))
            : null;
    }

    private DateOnly? Find(Track roller, DateOnly day)
    {
        if (
            roller.Start is not { } start
            || roller.Stopped is not null
            || Refused(roller) is not null
            || lookAgain.GetValueOrDefault(roller) > day
        )
        {
            return null;
        }

        var times = NeedleTimes.Of(roller.Product);
        var least = rule.On(RuleBook.DeviceInterval) ? Math.Max(times.IntervalDays, roller.Product.Sheet?.RestDays ?? 0) : 1;
        var from = start.On > day ? start.On : day;
        if (roller.Placed.Last is { } last && last.AddDays(least) > from)
        {
            from = last == day && !facts.WasApplied(roller.Product.Id, day) ? day : last.AddDays(least);
        }

        for (var on = from; on < day.AddDays(LooksAheadDays); on = on.AddDays(1))
        {
            if (Fits(roller, on, day))
            {
                return on;
            }
        }

        lookAgain[roller] = day.AddDays(7);
        return null;
    }

    private bool Fits(Track roller, DateOnly on, DateOnly day) =>
        !Unserved(roller, on)
        && otherwise.Of(roller, on) is null
        && !(rule.On(RuleBook.NeedleSun) && SunNear(on, NeedleDays.SunAfter(roller.Product)))
        && (!rule.On(RuleBook.NeedleRest) || !RestsBefore(roller, on, on < day ? on : day));

    /// <summary>
    /// Whether something that rests before needles was used, or stands already, too near before one day and before another: from then on it
    /// can be kept off.
    /// </summary>
    private bool RestsBefore(Track roller, DateOnly on, DateOnly before) =>
        standing.All.Any(other =>
            other != roller
            && days.RestOf(other.Product, roller.Product) is { Before: > 0 } rest
            && Range(on.AddDays(-rest.Before), before).Any(day => other.Placed.On(day) || facts.WasApplied(other.Product.Id, day))
        );

    private static IEnumerable<DateOnly> Range(DateOnly from, DateOnly before)
    {
        for (var day = from; day < before; day = day.AddDays(1))
        {
            yield return day;
        }
    }

    private bool SunNear(DateOnly on, int days) =>
        facts.File.Intake.Flags.Any(flag =>
            flag.Kind == FlagKind.StrongSun && flag.From is { } from && on <= (flag.Until ?? from) && on.AddDays(days) >= from
        );
}
