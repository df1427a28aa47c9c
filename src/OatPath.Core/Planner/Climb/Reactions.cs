using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Ramp;

namespace OatPath.Core.Planner.Climb;

/// <summary>
/// Takes in what the client reported, in order of time: outcomes, rest days, rungs down, and the stop that pauses everything.
/// </summary>
/// <param name="inCourse">Whether tightness and flaking are expected on a day, after a treatment or a peel.</param>
/// <param name="pinkInCourse">Whether a little redness is, after a treatment.</param>
internal sealed class Reactions(
    KnownFacts facts,
    HouseRules rules,
    RuleSwitch rule,
    Func<DateOnly, bool> inCourse,
    Func<DateOnly, bool> pinkInCourse,
    List<Track> tracks
)
{
    /// <summary>A report without a use that day is about the latest one so many days back.</summary>
    internal const int LooksBackDays = 7;

    /// <summary>A booster's units rise only under this sting.</summary>
    /// <remarks>Trade convention.</remarks>
    private const int MostStingForMore = 2;

    private readonly Dictionary<DateOnly, int> worstStingOf = [];
    private readonly HashSet<DateOnly> repairDays = [];
    private DateOnly? stopFrom;
    private DateOnly stopUntil = DateOnly.MinValue;
    private Off? stopped;
    private int next;

    public List<PathWindow> Windows { get; } = [];
    public List<ReportOutcome> Reports { get; } = [];

    /// <summary>Reports about a place that was picked, which no active pays for.</summary>
    public HashSet<string> OfPicking { get; } = [];
    public Dictionary<DateOnly, Judgement> Outcomes { get; } = [];
    public Judgement? OpenStop { get; private set; }
    public DateOnly? OpenStopSince => stopFrom;

    /// <summary>The report that the open stop rests on.</summary>
    public string? OpenStopReport { get; private set; }

    public bool IsStopped(DateOnly day) => stopFrom is { } from && day >= from && day <= stopUntil && rule.On(stopped!.Because.Rule);

    /// <summary>Why a reaction puts the whole skin into repair on a day, or null.</summary>
    public Off? Repair(DateOnly day)
    {
        if (IsStopped(day))
        {
            return stopped;
        }

        return repairDays.Contains(day) && rule.On(RuleBook.RepairTonight) ? Off.Through(day, Because.Of(RuleBook.RepairTonight)) : null;
    }

    /// <summary>Why a report of a day, given before a moment of it, put the skin into repair; null where none did.</summary>
    public Because? RepairFrom(DateOnly day, DateTimeOffset moment)
    {
        var before = Reports.FindLast(report =>
            report.Outcome >= Outcome.EaseOff && report.HappenedAt < moment && facts.DayOf(report.HappenedAt) == day
        );
        return before is null
            ? null
            : Because.Of(
                before.Outcome >= Outcome.Stop ? RuleBook.RedPause : RuleBook.RepairTonight,
                ("since", day),
                ("sign", before.Because.Values["sign"])
            );
    }

    /// <summary>Takes in every report given up to the end of a care day.</summary>
    public void TakeUpTo(DateOnly day)
    {
        while (next < facts.Reports.Length && facts.DayOf(facts.Reports[next].HappenedAt) <= day)
        {
            Take(facts.Reports[next++]);
        }
    }

    private void Take(CheckedIn entry)
    {
        var reportDay = facts.DayOf(entry.HappenedAt);
        var context = ContextOf(entry);
        var judged = OutcomeTable.Judge(entry.Report, context);
        if (facts.Replaced.Contains(entry.Id) && judged.Outcome < Outcome.Stop)
        {
            // Sent again with other answers. A stop stays: only a practitioner lifts it.
            return;
        }

        Reports.Add(new(entry.Id, entry.Day, entry.HappenedAt, entry.Report.Sting, judged.Outcome, judged.Because));
        worstStingOf[entry.Day] = Math.Max(entry.Report.Sting, worstStingOf.GetValueOrDefault(entry.Day));
        if (!Outcomes.TryGetValue(entry.Day, out var before) || judged.Outcome > before.Outcome)
        {
            Outcomes[entry.Day] = judged;
        }

        if (entry.Asked is not null && judged.Outcome == Outcome.CarryOn)
        {
            // "Is this normal?" is a question, not word of how a use went.
            return;
        }

        // What was picked is nobody's reaction: the skin is left in peace there, and no active pays for it. What stung beside it counts all
        // the same.
        var implicated = Implicated(entry.Day);
        implicated.ForEach(track => Weigh(track, entry));
        var picked = OutcomeTable.IsForPicking(entry.Report, context) && judged.Outcome == Outcome.EaseOff;
        var touched = picked ? [] : implicated;
        if (picked)
        {
            OfPicking.Add(entry.Id);
        }

        foreach (var track in touched)
        {
            track.Evidence.Told(reportDay);
            var used = LastUse(track, entry.Day);
            track.Peels.Told(used, reportDay);
            Units(track, used, entry.Report.Sting, judged.Outcome);
            track.Evidence.Feel(used, FeltOf(track, entry.Report, judged.Outcome));
        }

        if (judged.Outcome == Outcome.CarryOn)
        {
            return;
        }

        repairDays.Add(reportDay);
        if (reportDay == entry.Day)
        {
            repairDays.Add(reportDay.AddDays(1));
        }

        foreach (var track in touched)
        {
            EaseOff(track, LastUse(track, entry.Day), entry.Id, reportDay, judged);
        }

        if (judged.Outcome >= Outcome.Stop)
        {
            Stop(entry, reportDay, judged);
        }
    }

    private OutcomeContext ContextOf(CheckedIn entry)
    {
        var (before, after) = (facts.IrritantBefore(entry.Day), facts.IrritantAfter(entry.Day));
        var neighbour = Math.Max(
            before is { } b ? worstStingOf.GetValueOrDefault(b) : 0,
            after is { } a ? worstStingOf.GetValueOrDefault(a) : 0
        );
        DateTimeOffset? applied = null;
        foreach (var use in facts.TickedOn(entry.Day))
        {
            if (use.HappenedAt <= entry.HappenedAt && tracks.Exists(track => track.Active && track.Product.Id == use.Product))
            {
                applied = use.HappenedAt;
            }
        }

        return new(
            neighbour > 0 ? neighbour : null,
            applied is null ? null : entry.HappenedAt - applied,
            inCourse(entry.Day),
            pinkInCourse(entry.Day)
        );
    }

    /// <summary>
    /// The actives a report is about: used that day, else planned that day, else the latest used in the week before. What was used that day
    /// and has left the plan since keeps its reports: parking it must not cost what stays a rung.
    /// </summary>
    private List<Track> Implicated(DateOnly day)
    {
        var used = tracks.Where(track => track.Active && facts.WasApplied(track.Product.Id, day)).ToList();
        if (used.Count > 0 || facts.UsedWhatIsGone(day))
        {
            return used;
        }

        var planned = tracks.Where(track => track.Active && track.Placed.On(day)).ToList();
        if (planned.Count > 0)
        {
            return planned;
        }

        return facts.IrritantBefore(day) is { } found && found >= day.AddDays(-LooksBackDays)
            ? tracks.Where(track => track.Active && facts.WasApplied(track.Product.Id, found)).ToList()
            : [];
    }

    private DateOnly LastUse(Track track, DateOnly day)
    {
        for (var back = day; back >= day.AddDays(-LooksBackDays); back = back.AddDays(-1))
        {
            if (facts.WasApplied(track.Product.Id, back))
            {
                return back;
            }
        }

        return day;
    }

    /// <summary>With a kit a sting of 2 or 3 is what contact feels like, not a sign of its end.</summary>
    private static Felt FeltOf(Track track, SkinReport report, Outcome outcome) =>
        report.Sting switch
        {
            >= 5 => Felt.Strong,
            _ when outcome >= Outcome.Stop => Felt.Strong,
            2 or 3 when track.Kit is not null && outcome == Outcome.CarryOn => Felt.Calm,
            _ when report.Sting >= 3 || outcome == Outcome.EaseOff => Felt.Mild,
            2 => Felt.Tingle,
            1 => Felt.Calm,
            _ => Felt.Nothing,
        };

    private static void Weigh(Track track, CheckedIn entry)
    {
        var report = entry.Report;
        var lasting = report.Sting >= 3 && report.StingSeconds is null or > 60;
        if (report.Sting >= 4 || lasting || (report.Redness > 0 && report.RednessPast24h))
        {
            track.Evidence.RestartHold(entry.Day.AddDays(1));
            if (report.Sting >= 4 || report.RednessPast24h)
            {
                track.Evidence.NotCalm(entry.Day);
            }
        }

        track.Evidence.Stung(report.Sting);
    }

    /// <summary>
    /// A booster takes one unit more while the worst that was told of its last use stays under 2; a worse word takes that unit back.
    /// </summary>
    private static void Units(Track track, DateOnly used, int sting, Outcome outcome)
    {
        if (track.BoosterFor is null || !track.Started)
        {
            return;
        }

        var worst = track.Evidence.Sting(used, sting);
        if (worst < MostStingForMore && outcome == Outcome.CarryOn)
        {
            if (track.Evidence.RaisedFor != used && track.Rung < track.Ladder.Top)
            {
                track.Evidence.Raised(used);
                track.Enter(track.Rung + 1, used.AddDays(1));
            }
        }
        else if (track.Evidence.RaisedFor == used)
        {
            track.Evidence.Raised(null);
            track.Enter(track.Rung - 1, used.AddDays(1));
        }
    }

    private void EaseOff(Track track, DateOnly used, string report, DateOnly told, Judgement judged)
    {
        var again = track.Easing.HasCost(used);
        if (again && judged.Outcome < Outcome.MedicalHelp)
        {
            return;
        }

        var until = used.AddDays(rules.ReactionRestDays);
        track.Easing.Told(used, told, report);
        if (
            rule.On(RuleBook.Skip7)
            && track.Easing.Rest(until, Because.Of(RuleBook.Skip7, ("product", track.Product.Name), ("since", used), ("until", until)))
        )
        {
            Windows.Add(new(WindowKind.EaseOff, used.AddDays(1), until, track.Product.Id, track.Easing.Because!));
        }

        if (judged.Outcome == Outcome.MedicalHelp && rule.On(RuleBook.StoppedMedical))
        {
            track.Stop(Because.Of(RuleBook.StoppedMedical, ("product", track.Product.Name), ("on", used)), used);
        }
        else if (!again && rule.On(RuleBook.RungDown))
        {
            if ((track.Started ? track.Rung : track.FirstRung) == 0 && rule.On(RuleBook.StoppedAtEntry))
            {
                track.Stop(Because.Of(RuleBook.StoppedAtEntry, ("product", track.Product.Name), ("on", used)), used);
            }
            else if (track.Started)
            {
                track.Enter(
                    Math.Max(0, track.Rung - 1),
                    until.AddDays(1),
                    Because.Of(RuleBook.RungDown, ("product", track.Product.Name), ("on", used))
                );
            }
            else
            {
                track.LoseBeforeStart();
            }
        }
    }

    private void Stop(CheckedIn entry, DateOnly reportDay, Judgement judged)
    {
        DateOnly? cleared = null;
        foreach (var decision in facts.Decisions)
        {
            if (decision is ClearRed clear && clear.At > entry.HappenedAt)
            {
                var day = facts.DayOf(clear.At);
                cleared = cleared is null || day < cleared ? day : cleared;
            }
        }

        var because =
            judged.Outcome == Outcome.MedicalHelp
                ? Because.Of(RuleBook.MedicalPause, ("since", reportDay), ("sign", judged.Because.Values["sign"]))
                : Because.Of(RuleBook.RedPause, ("since", reportDay), ("sign", judged.Because.Values["sign"]));
        stopFrom = stopFrom is null || reportDay > stopUntil ? reportDay : stopFrom;
        stopUntil = cleared is { } until ? (until > stopUntil ? until : stopUntil) : DateOnly.MaxValue;
        stopped = Off.ByHand(because);
        Windows.Add(new(WindowKind.Stop, reportDay, cleared, null, because));
        if (cleared is null)
        {
            (OpenStop, OpenStopReport) =
                OpenStop is null || judged.Outcome > OpenStop.Outcome ? (judged, entry.Id) : (OpenStop, OpenStopReport);
        }
    }
}
