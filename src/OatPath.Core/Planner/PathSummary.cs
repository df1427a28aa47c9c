using System.Globalization;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Peels;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner;

/// <summary>Where every active stands today, what the practitioner has to decide, and what to warn of.</summary>
internal sealed class PathSummary
{
    private const int SafetyAskDays = 28;

    public required IReadOnlyList<LadderStatus> Ladders { get; init; }
    public required IReadOnlyList<Question> Questions { get; init; }
    public required IReadOnlyList<Because> Warnings { get; init; }
    public required IReadOnlyList<Family> Established { get; init; }
    public required IReadOnlyList<CheckInDue> CheckIns { get; init; }

    public static PathSummary Of(KnownFacts facts, HouseRules rules, PlanRun run)
    {
        var today = facts.Today;
        var ladders = new List<LadderStatus>();
        var questions = new List<Question>();
        if (run.Reactions.OpenStop is { } stop && run.Reactions.OpenStopSince is { } since)
        {
            questions.Add(
                new(
                    stop.Outcome == Outcome.MedicalHelp ? QuestionKind.MedicalHelp : QuestionKind.ClearRed,
                    null,
                    since,
                    stop.Because,
                    Report: run.Reactions.OpenStopReport
                )
            );
        }

        foreach (var track in run.Standing.Tracks.Where(track => track.Active))
        {
            var status = Status(track, facts, rules, run);
            ladders.Add(status);
            Ask(track, status, facts, questions, run);
        }

        var warnings = Missing(facts, run).ToList();
        if (warnings.FirstOrDefault(because => because.Rule == RuleBook.SunscreenRequired) is { } sunless)
        {
            questions.Add(new(QuestionKind.NoSunscreen, null, today, sunless));
        }

        var checkIns = CheckInsDue.Of(facts);
        questions.AddRange(CareQuestions.Of(facts, run, checkIns));
        questions.AddRange(ToldQuestions.Of(facts, run));
        if (facts.File.Intake.BirthDate is null && facts.InUse.Exists(product => product.Has(Family.Retinoid) || product.IsKit()))
        {
            questions.Add(new(QuestionKind.AskBirthDate, null, today, Because.Of(RuleBook.AskBirthDate)));
        }

        // Every four weeks, and on the day of a treatment.
        if (
            facts.File.Intake.SafetyAskedOn is { } asked
            && (asked.AddDays(SafetyAskDays) <= today || (asked < today && facts.File.Treatments.Any(treatment => treatment.On == today)))
        )
        {
            questions.Add(
                new(
                    QuestionKind.AskSafetyAgain,
                    null,
                    asked.AddDays(SafetyAskDays) <= today ? asked.AddDays(SafetyAskDays) : today,
                    Because.Of(RuleBook.AskSafety, ("on", asked))
                )
            );
        }

        return new()
        {
            CheckIns = checkIns,
            Ladders = Projected(ladders, rules),
            Questions =
            [
                .. questions
                    .OrderBy(question => QuestionTable.Of(question.Kind).Urgency)
                    .ThenBy(question => question.Since)
                    .ThenBy(question => question.Product, StringComparer.Ordinal),
            ],
            Warnings = warnings,
            Established =
            [
                .. Enum.GetValues<Family>()
                    .Where(family => FamilyTraits.Of(family).Irritant != Degree.No && run.Established.Is(family, today)),
            ],
        };
    }

    private static LadderStatus Status(Track track, KnownFacts facts, HouseRules rules, PlanRun run)
    {
        var today = facts.Today;
        var blocked = run.Verdicts.Refusal(track.Product, today);
        var replaced = track.Started ? run.StrongerInUse.Of(track, today)?.Because : null;
        var state =
            blocked is not null ? LadderState.Blocked
            : track.Stopped is not null || replaced is not null ? LadderState.Stopped
            : track.Start is null ? LadderState.WaitingForStart
            : run.Repair.On(today) is not null || run.Calendar.Of(track, today) is not null ? LadderState.Paused
            : track.Easing.Covers(today) ? LadderState.Off
            : !track.Started
                ? (
                    track.NeedsPatch && (track.Patch.ReadyFrom is null || track.Patch.ReadyFrom > today)
                        ? LadderState.PatchTest
                        : LadderState.WaitingForStart
                )
            : track.Level ? LadderState.Level
            : LadderState.Climbing;
        var rung = track.Started ? track.Rung : track.FirstRung;
        var climbs =
            track.Started
            && state is LadderState.Climbing or LadderState.Off or LadderState.Paused
            && rung < track.Ladder.Top
            && track.Ladder.Climbs;
        var missing = climbs ? run.Steps.Missing(track, today) : [];
        if (blocked is not null || track.Stopped is not null || replaced is not null)
        {
            missing = [blocked ?? track.Stopped ?? replaced!];
        }

        var kit = track.Kit is not null && track.Start is not null && track.Stopped is null;
        if (kit && track.Peels.NextOn is null && track.Peels.NotSooner is { } waits && !missing.Contains(waits))
        {
            // What blocks it for good is said before what only moves its day.
            missing.Insert(blocked is null && track.Stopped is null ? 0 : missing.Count, waits);
        }

        var next = climbs && track.Evidence.HoldFrom is { } hold ? Later(hold.AddDays(track.Ladder.HoldDays), today) : (DateOnly?)null;
        if (kit && next is not null && track.Evidence.Uses == 0)
        {
            next = track.Peels.NextOn?.AddDays(1);
        }

        if (next is { } soonest && run.Standing.LastChange is { } changed)
        {
            next = Later(soonest, changed.AddDays(rules.ChangeSpacingDays));
        }

        var expected = climbs ? run.Steps.Expects(track, rung + 1, today.AddDays(1)) : null;
        return new()
        {
            Product = track.Product.Id,
            Ladder = track.Ladder.Id,
            State = state,
            Rung = rung,
            Frequency = track.Ladder[rung],
            DownOn =
                track.Active
                && track.Started
                && rung > 0
                && track.IdleDays < rules.GapDownDays + track.DaysByPlan
                && state is LadderState.Climbing or LadderState.Level
                    ? today.AddDays(rules.GapDownDays + track.DaysByPlan - track.IdleDays)
                    : null,
            Moment = run.Standing.MomentOf(track),
            Rungs = kit ? [.. track.Ladder.Rungs.Select(one => one with { EveryDays = run.Peels.EveryDays(track) })] : track.Ladder.Rungs,
            StartRung = track.Ladder.StartRung,
            HoldDays = track.Ladder.HoldDays,
            Since = track.Since,
            OffUntil = track.Easing.Covers(today) ? track.Easing.Until : null,
            EveryDays = kit ? run.Peels.EveryDays(track) : null,
            NextOn = kit ? track.Peels.NextOn : null,
            Tonight = kit ? run.Peels.Against(track, today) : [],
            NotSooner = kit ? run.Peels.NotSooner(track, today) : null,
            Uses = track.Evidence.Uses,
            Planned = track.Evidence.Planned,
            WorstSting = track.Evidence.WorstSting,
            NextDecision = next,
            ChanceNext = expected is { Chance: var chance } ? Math.Round(chance, 3) : null,
            SureOverNext = expected is { SureOver: var sure } ? Math.Round(sure, 3) : null,
            Missing = missing,
        };
    }

    /// <summary>The climb if every step were approved on its day, over all ladders: one change at a time.</summary>
    private static List<LadderStatus> Projected(List<LadderStatus> ladders, HouseRules rules)
    {
        var ready = ladders.ConvertAll(ladder => ladder.NextDecision);
        var rungs = ladders.ConvertAll(_ => new List<ProjectedRung>());
        DateOnly? last = null;
        while (
            Enumerable.Range(0, ladders.Count).Where(i => ready[i] is not null).OrderBy(i => ready[i]).Select(i => (int?)i).FirstOrDefault()
                is { } next
        )
        {
            var ladder = ladders[next];
            var from =
                last is { } before && before.AddDays(rules.ChangeSpacingDays) > ready[next]
                    ? before.AddDays(rules.ChangeSpacingDays)
                    : ready[next]!.Value;
            var rung = ladder.Rung + rungs[next].Count + 1;
            rungs[next].Add(new(from, rung, ladder.Rungs[rung].Frequency));
            ready[next] =
                rung < ladder.Rungs.Count - 1
                    ? from.AddDays(Math.Max(Math.Max(ladder.HoldDays, ladder.EveryDays ?? 0), rules.ChangeSpacingDays))
                    : null;
            last = from;
        }

        return [.. ladders.Select((ladder, i) => ladder with { Projected = rungs[i] })];
    }

    private static void Ask(Track track, LadderStatus status, KnownFacts facts, List<Question> questions, PlanRun run)
    {
        var today = facts.Today;
        if (track.Stopped is { } stopped)
        {
            var kind = stopped.Rule switch
            {
                RuleBook.StoppedAtEntry => QuestionKind.StoppedAtEntry,
                RuleBook.StoppedMedical => QuestionKind.StoppedAtEntry,
                RuleBook.PatchReaction => QuestionKind.PatchReaction,
                _ => (QuestionKind?)null,
            };
            if (kind is { } asked)
            {
                questions.Add(new(asked, track.Product.Id, track.StoppedOn, stopped));
            }

            return;
        }

        if (track.Easing.Covers(today) && track.Easing.Because is { } off)
        {
            questions.Add(
                new(QuestionKind.EasedOff, track.Product.Id, track.Easing.UsedOn ?? today, off, status.Rung, track.Easing.Report)
            );
        }

        if (status.State == LadderState.PatchTest && track.Patch.Early is { } early)
        {
            var (looked, from) = (facts.DayOf(early.At), TimeZoneInfo.ConvertTime(early.CountsFrom, facts.Zone));
            questions.Add(
                new(
                    QuestionKind.PatchUnread,
                    track.Product.Id,
                    looked,
                    Because.Of(
                        RuleBook.PatchEarly,
                        ("product", track.Product.Name),
                        ("on", looked),
                        ("from", Said.Later(() => Said.At(from, "ddd d MMMM, HH:mm")))
                    )
                )
            );
        }
        else if (status.State == LadderState.PatchTest && track.Patch.Done && track.Patch.On is { } on && on.AddDays(3) < today)
        {
            questions.Add(
                new(
                    QuestionKind.PatchUnread,
                    track.Product.Id,
                    on.AddDays(3),
                    Because.Of(RuleBook.PatchRead, ("product", track.Product.Name), ("on", on))
                )
            );
        }

        var down = status.State is LadderState.Climbing or LadderState.Level ? run.StepsDown.Advised(track, today) : null;
        if (down is { } advised)
        {
            questions.Add(new(QuestionKind.StepDown, track.Product.Id, advised.Since, advised.Because, track.Rung - 1));
        }
        else if (status is { State: LadderState.Climbing, NextDecision: not null, Missing.Count: 0 })
        {
            questions.Add(
                new(
                    QuestionKind.StepUp,
                    track.Product.Id,
                    status.NextDecision.Value,
                    Because.Of(
                        RuleBook.AskStepUp,
                        ("product", track.Product.Name),
                        ("days", today.DayNumber - track.Since!.Value.DayNumber),
                        ("uses", status.Uses),
                        ("planned", status.Planned),
                        ("sting", status.WorstSting),
                        ("frequency", track.Ladder.Rungs[status.Rung + 1].SaidLater(run.Standing.MomentOf(track) == Moment.Morning))
                    ),
                    status.Rung + 1
                )
            );
        }
    }

    private static IEnumerable<Because> Missing(KnownFacts facts, PlanRun run)
    {
        var inUse = facts.InUse;
        foreach (
            var lacking in Essentials.Lacking(
                inUse.Where(product => product.UsableOn(facts.Today) && run.Verdicts.Refusal(product, facts.Today) is null)
            )
        )
        {
            yield return Because.Of(RuleBook.ShelfLacks, ("what", lacking));
        }

        foreach (var track in run.Standing.Tracks)
        {
            if (WeekWishes.Cost(run.Standing.Week, track, run.Standing.MomentOf(track)) is { } wish)
            {
                yield return wish;
            }
        }

        if (WeekWishes.Together(run.Standing.Week, run.Standing.Tracks, track => run.Standing.MomentOf(track)) is { } together)
        {
            yield return together;
        }

        foreach (var said in PeelWarnings.Of(run.Standing, run.PeelRest))
        {
            yield return said;
        }

        var spf = run.SpfNeeded.On(facts.Today);
        if (!inUse.Any(product => product.IsUsableSunscreen(spf, facts.Today)))
        {
            yield return run.Standing.Tracks.FirstOrDefault(track =>
                track.Start is not null && track.Product.LightSensitising() != Degree.No
            )
                is { } active
                ? Because.Of(RuleBook.SunscreenRequired, ("product", active.Product.Name), ("spf", spf))
                : Because.Of(RuleBook.ShelfLacks, ("what", Said.Later(() => Said.Of($"a broad-spectrum sunscreen, SPF {spf} or more"))));
        }

        foreach (var product in inUse)
        {
            foreach (var verdict in run.Verdicts.On(product, facts.Today))
            {
                yield return verdict.Because;
            }
        }
    }

    private static DateOnly Later(DateOnly a, DateOnly b) => a > b ? a : b;
}
