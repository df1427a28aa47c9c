using OatPath.Core.House;
using OatPath.Core.Routine;

namespace OatPath.Core.Plan;

/// <summary>One line of a sheet.</summary>
/// <param name="Days">Days of the span on which it is done, oldest first.</param>
public sealed record SheetLine(Step Step, IReadOnlyList<DateOnly> Days);

/// <summary>
/// All that one moment asks for over a span of days, in one order: actives of alternate evenings stand on the same sheet, each with its
/// days.
/// </summary>
/// <remarks>Derived: the fullest day gives the order; what other days add follows whatever stands before it there.</remarks>
public static class MomentSheet
{
    /// <param name="days">One or more days, oldest first.</param>
    public static IReadOnlyList<SheetLine> Of(IReadOnlyList<DayPath> days, Moment moment)
    {
        var fullest = days.MaxBy(day => day[moment].Steps.Count(IsDone))!;
        var order = fullest[moment].Steps.Where(Stands).ToList();
        foreach (var day in days)
        {
            Merge(order, [.. day[moment].Steps.Where(Stands)]);
        }

        return
        [
            .. order.Select(step => new SheetLine(
                step,
                [.. days.Where(day => day[moment].Steps.Any(other => other.Key == step.Key)).Select(day => day.Date)]
            )),
        ];
    }

    private static void Merge(List<Step> order, List<Step> steps)
    {
        for (var i = 0; i < steps.Count; i++)
        {
            if (!IsDone(steps[i]) || order.Exists(step => step.Key == steps[i].Key))
            {
                continue;
            }

            var before = steps.Take(i).LastOrDefault(step => IsDone(step) && order.Exists(other => other.Key == step.Key));
            var at = before is null ? 1 : order.FindIndex(step => step.Key == before.Key) + 1;

            // Steps of earlier slots that stand there already stay in front, and drying in front of all that is not rinsed.
            var rinsed = steps[i].Slot is { } own && RoutineSlots.Phase(own) == 0;
            for (var next = at; next < order.Count && !(order[next].Slot > steps[i].Slot); next++)
            {
                at = order[next].Slot < steps[i].Slot || (order[next].Action == StepAction.Dry && !rinsed) ? next + 1 : at;
            }

            order.Insert(Math.Min(at, order.Count), steps[i]);
            if (i + 1 < steps.Count && steps[i + 1].Action == StepAction.WashHands && !order.Exists(step => step.Key == steps[i + 1].Key))
            {
                order.Insert(order.IndexOf(steps[i]) + 1, steps[i + 1]);
            }
        }
    }

    private static bool IsDone(Step step) => step.Action is StepAction.Apply or StepAction.Water;

    private static bool Stands(Step step) => step.Action is not (StepAction.PatchTest or StepAction.ReadPatch);
}
