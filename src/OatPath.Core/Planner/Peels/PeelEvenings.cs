using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.Peels;

/// <summary>The next evening of each wash-off kit: the earliest one that everything allows.</summary>
/// <param name="always">What keeps a kit off whatever day it is seen from.</param>
/// <param name="calendar">The same, asked once the patch test is.</param>
internal sealed class PeelEvenings(
    KnownFacts facts,
    RuleSwitch rule,
    Verdicts verdicts,
    PatchTests patches,
    StopsKept stops,
    PeelGaps gaps,
    List<Track> kits,
    FirstOf always,
    FirstOf calendar,
    ScreenedOut screened
)
{
    /// <summary>How far ahead an evening is looked for.</summary>
    private const int LooksAheadDays = 200;

    /// <summary>Finds each kit's next evening, seen from a day before anything is placed on it.</summary>
    public void Schedule(DateOnly day)
    {
        foreach (var kit in kits)
        {
            Find(kit, day);
        }

        if (kits.Count > 0)
        {
            stops.Note(day);
        }
    }

    /// <summary>Looks again once a day is placed: a patch test may just have found its day, a peel just been done.</summary>
    public void Settle(DateOnly day)
    {
        // What was used today counts from tomorrow on.
        foreach (var kit in kits.Where(kit => kit.Peels.NextOn != day || facts.WasApplied(kit.Product.Id, day)))
        {
            Find(kit, day.AddDays(1));
        }
    }

    /// <summary>Days from one evening of a kit to the next, as they hold now.</summary>
    public int EveryDays(Track kit) => gaps.DaysOf(kit);

    /// <summary>Why a kit is not used on a day, or null on its evening.</summary>
    public static Because? Tonight(Track kit, DateOnly day) =>
        kit.Peels.NextOn == day ? null
        : kit.Peels.NextOn is { } next ? Because.Of(RuleBook.PeelNext, ("product", kit.Product.Name), ("on", next))
        : kit.Peels.NotSooner;

    /// <summary>Why a kit's next evening is not sooner, seen from a day; null when it is that day's.</summary>
    public Because? NotSooner(Track kit, DateOnly day) =>
        kit.Peels.NextOn is { } next && next > day ? Hindered(kit, next.AddDays(-1), day.AddDays(1))?.Because : null;

    /// <summary>Everything that speaks against a peel on an evening, as seen from it; empty where the kit was never started.</summary>
    public IReadOnlyList<InTheWay> Against(Track kit, DateOnly on) =>
        kit.Start is null || kit.Stopped is not null
            ? []
            :
            [
                .. always
                    .All(kit, on)
                    .Append(screened.Of(kit, on))
                    .Append(Untested(kit, on, on))
                    .Concat(calendar.All(kit, on))
                    .Append(stops.Of(kit, on, on))
                    .OfType<Off>()
                    .Select(off => new InTheWay(off.Because, off.Until))
                    .Distinct(),
            ];

    private void Find(Track kit, DateOnly day)
    {
        kit.Peels.Forget();
        if (kit.Start is null || kit.Stopped is not null)
        {
            return;
        }

        if (kit.Peels.LookAgainOn > day)
        {
            kit.Peels.Hindered(Hindered(kit, day, day)?.Because);
            return;
        }

        for (var on = gaps.Soonest(kit, day, LooksAheadDays); on < day.AddDays(LooksAheadDays); on = on.AddDays(1))
        {
            if (Hindered(kit, on, day) is not { } off)
            {
                kit.Peels.Found(on);
                return;
            }

            kit.Peels.Hindered(off.Because);
            if (off.Until is null && !(off.EndsWithAnswers && verdicts.ChangeAfter(on)))
            {
                // No later day of the search would lift it.
                return;
            }
        }

        // In all that time nothing is free: a week later is soon enough to look again.
        kit.Peels.LookAgain(day.AddDays(7));
    }

    /// <summary>Why a peel with a kit that is started and not stopped cannot be on an evening as seen from a day, or null.</summary>
    private Off? Hindered(Track kit, DateOnly on, DateOnly day) =>
        always.Of(kit, on) ?? screened.Of(kit, on, day) ?? Untested(kit, on, day) ?? calendar.Of(kit, on) ?? stops.Of(kit, on, day);

    private Off? Untested(Track kit, DateOnly on, DateOnly day)
    {
        if (!kit.NeedsPatch || kit.Started || !rule.On(RuleBook.PatchFirst) || patches.IsClear(kit, on))
        {
            return null;
        }

        return kit.Patch.On is { } put && put.AddDays(PatchTests.PatchDays) > day
            ? Off.Through(put.AddDays(PatchTests.PatchDays - 1), Because.Of(RuleBook.PatchRead, ("product", kit.Product.Name), ("on", put)))
            : Off.ByHand(Because.Of(RuleBook.PatchFirst, ("product", kit.Product.Name)));
    }
}
