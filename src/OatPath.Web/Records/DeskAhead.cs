using OatPath.Core.Care;
using OatPath.Core.CheckIn;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Routine;

namespace OatPath.Web.Records;

/// <summary>Something of one client in the next days that asks for no decision now.</summary>
public sealed record DeskAhead(string ClientId, string Client, DateOnly On, string What)
{
    private const int Days = 7;

    public static IEnumerable<DeskAhead> Of(ClientRecord record)
    {
        if (record.Published is null)
        {
            yield break;
        }

        var path = DeskRows.PathOf(record);
        foreach (
            var (on, what) in Coming(record, path)
                .Where(coming => coming.On >= path.Today && coming.On <= path.Today.AddDays(Days))
                .Distinct()
        )
        {
            yield return new(record.Client.Id, record.Client.Name, on, what);
        }
    }

    private static IEnumerable<(DateOnly On, string What)> Coming(ClientRecord record, CarePath path)
    {
        foreach (var day in path.Days.Where(day => day.Evening.Steps.Any(step => step.Action == StepAction.ReadPatch)))
        {
            yield return (day.Date, "a patch test is read");
        }

        foreach (
            var window in path.Windows.Where(window =>
                window.Until is not null && window.Until >= path.Today && window.Kind != WindowKind.CareRests
            )
        )
        {
            yield return (
                window.Until!.Value.AddDays(1),
                window.Kind switch
                {
                    WindowKind.EaseOff => "rest days are over",
                    WindowKind.Occasion => "the day after an occasion",
                    WindowKind.Peel => "the course of a peel is over",
                    WindowKind.PeelStops => "what stopped for a peel is back",
                    WindowKind.Care => "care is over, one rung lower",
                    WindowKind.BeforeTreatment => "the treatment",
                    _ => "a window is over",
                }
            );
        }

        foreach (
            var window in path.Windows.Where(window =>
                window.Kind is WindowKind.PeelStops or WindowKind.BeforeTreatment && window.From > path.Today
            )
        )
        {
            yield return (
                window.From.AddDays(-1),
                window.Kind == WindowKind.PeelStops ? "a last evening before a peel" : "a last evening before a treatment"
            );
        }

        foreach (var due in path.CheckIns.Where(due => due.State is CheckInState.Ahead or CheckInState.Due))
        {
            yield return (due.Due, $"a check-in, day {due.Day}");
        }

        foreach (var sitting in Sittings.Of(record.Followed.Treatments.Where(treatment => treatment.On > path.Today)))
        {
            yield return (sitting.On, sitting.Title);
        }

        foreach (var ladder in path.Ladders.Where(ladder => ladder.NextOn > path.Today))
        {
            yield return (ladder.NextOn!.Value, "a peel evening");
        }

        foreach (var ladder in path.Ladders.Where(ladder => ladder.NextDecision > path.Today))
        {
            yield return (ladder.NextDecision!.Value, "a rung to decide");
        }

        foreach (var wait in record.Waits)
        {
            yield return (wait.From, $"look again at {wait.InWords}");
        }

        foreach (var line in path.Supply.Where(line => line.RunsOutOn >= path.Today))
        {
            yield return (line.RunsOutOn!.Value, $"{record.ShownNameOf(line.Product)} runs out");
        }
    }
}
