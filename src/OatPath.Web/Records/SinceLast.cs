using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.LookBack;
using OatPath.Core.Plan;
using OatPath.Core.Scores;
using OatPath.Web.Drawing;

namespace OatPath.Web.Records;

/// <summary>What happened since the last visit, in at most ten lines, the weightiest first.</summary>
public static class SinceLast
{
    private const int Most = 10;

    /// <param name="since">Day of the last visit.</param>
    /// <param name="path">As the client followed it, from that day on.</param>
    public static IReadOnlyList<string> Of(ClientRecord record, DateOnly since, CarePath path)
    {
        var log = record.Lived;
        var days = path.Days.Where(day => day.Date > since && day.Date <= path.Today).ToList();
        var lines = new List<string>();
        var reports = path
            .Reports.Where(report =>
                report.Day > since || (report.Day == since && report.HappenedAt.Date > since.ToDateTime(TimeOnly.MinValue))
            )
            .ToList();
        foreach (var report in reports.Where(report => report.Outcome >= Outcome.Stop))
        {
            lines.Add(
                $"{(report.Outcome == Outcome.MedicalHelp ? "Medical help" : "Stop")} on {Words.Day(report.Day)}: "
                    + $"{Words.Say(report.Because)}"
            );
        }

        foreach (var decision in record.Followed.Decisions.OfType<ClearRed>().Where(clear => clear.On > since))
        {
            lines.Add($"Cleared on {Words.Day(decision.On)} by {decision.By}: {decision.Reason}");
        }

        var eased = reports.Where(report => report.Outcome == Outcome.EaseOff).ToList();
        if (eased.Count > 0)
        {
            lines.Add($"Eased off {Times(eased.Count)}, last on {Words.Day(eased[^1].Day)} with sting {eased[^1].Sting}.");
        }

        foreach (
            var sitting in Sittings.Of(record.Followed.Treatments.Where(treatment => treatment.On > since && treatment.On <= path.Today))
        )
        {
            lines.Add($"{Words.Capital(sitting.Title)} on {Words.Day(sitting.On)}.");
        }

        foreach (var due in path.CheckIns.Where(due => due.State is CheckInState.Lapsed or CheckInState.Overdue && due.Due > since))
        {
            lines.Add($"Day {due.Day} after {due.Title}, asked on {Words.Day(due.Due)}, was not answered.");
        }

        var asks = log.OfType<CheckedIn>().Where(entry => entry.Asked is not null && entry.Day > since).ToList();
        if (asks.Count > 0)
        {
            lines.Add(
                $"Asked \"is this normal?\" {Times(asks.Count)}: "
                    + $"{Words.List([.. asks.Select(entry => SignTable.Of(entry.Asked!.Sign).Asked).Distinct().Take(4)])}."
            );
        }

        if (ScoredDay.Of(log.OfType<Scored>().Where(entry => entry.By == Author.Client && entry.Day > since)) is [.., var scored] all)
        {
            var most = scored
                .Places.GroupBy(place => place.Scale)
                .Select(scale => $"{SkinScales.TitleOf(scale.Key)} {scale.Max(place => place.Most)}");
            lines.Add($"Scored {Times(all.Count)} on the phone, on {Words.Day(scored.Day)} at most {Words.List([.. most])}.");
        }

        foreach (var ladder in path.Ladders)
        {
            var planned = days.Count(day =>
                Grains.Actives(day.Morning).Concat(Grains.Actives(day.Evening)).Any(step => step.Product == ladder.Product)
                || day.Log?.Applied.Contains(ladder.Product) == true
            );
            var used = days.Count(day => day.Log?.Applied.Contains(ladder.Product) == true);
            if (planned > 0)
            {
                lines.Add(
                    $"{record.NameOf(ladder.Product)}: used on {used} of {planned} days, now {ladder.HowOften}"
                        + $"{(ladder.State is LadderState.Paused or LadderState.Off or LadderState.Stopped ? ", rests" : "")}."
                );
            }
        }

        foreach (var step in record.Followed.Decisions.OfType<StepUp>().Where(step => step.On > since))
        {
            lines.Add($"{record.NameOf(step.Product)} went up on {Words.Day(step.On)}.");
        }

        var calm = reports.Count(report => report.Outcome == Outcome.CarryOn);
        if (calm > 0)
        {
            lines.Add(
                $"{calm} calm {(calm == 1 ? "report" : "reports")}, worst sting "
                    + $"{reports.Where(report => report.Outcome == Outcome.CarryOn).Max(report => report.Sting)}."
            );
        }

        foreach (var line in path.Supply.Where(line => line.RunsOutOn is { } ends && ends <= path.Today.AddDays(14)))
        {
            lines.Add($"{record.NameOf(line.Product)} runs out on {Words.Day(line.RunsOutOn!.Value)}.");
        }

        return lines.Count <= Most
            ? lines
            : [.. lines.Take(Most - 1), $"And {lines.Count - Most + 1} smaller things; they stand at Look back."];
    }

    private static string Times(int count) =>
        count == 1 ? "once"
        : count == 2 ? "twice"
        : $"{count} times";
}
