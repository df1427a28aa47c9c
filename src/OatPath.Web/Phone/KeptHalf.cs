using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>One half of a day as a phone keeps it, with the time during which it is the one that is shown.</summary>
public sealed record KeptHalf(DateOnly Day, Moment Moment, DateTimeOffset From, DateTimeOffset Until, HalfDay Half)
{
    /// <summary>Names it in a press, as the pages with network do.</summary>
    public string Name => $"{Day:yyyy-MM-dd}-{Moment}";

    /// <summary>Every half day from today on, in order.</summary>
    public static IEnumerable<KeptHalf> Of(CarePath path, TimeZoneInfo zone, int days)
    {
        foreach (var day in path.Days.Take(days))
        {
            var (morning, evening, next) = (
                At(day.Date, CareDay.StartHour, zone),
                At(day.Date, CareDay.EveningHour, zone),
                At(day.Date.AddDays(1), CareDay.StartHour, zone)
            );
            yield return new(day.Date, Moment.Morning, morning, evening, day.Morning);
            yield return new(day.Date, Moment.Evening, evening, next, day.Evening);
        }
    }

    /// <summary>
    /// Whether a step may be ticked without network: a kit and a patch test ask what only a page with network can ask.
    /// </summary>
    public static bool MayBeTicked(Step step) =>
        step is { Action: StepAction.Apply or StepAction.WashHands or StepAction.Water or StepAction.Dry, ContactSeconds: null };

    /// <summary>Cleanse, plain cream, sunscreen: what is left of a half day whose plan is too old to follow.</summary>
    public static IEnumerable<Step> Gentle(HalfDay half) =>
        half.Steps.Where(step =>
            step.Action != StepAction.Apply
                ? step.Action is StepAction.WashHands or StepAction.Water && step.Key is "hands" or "water"
                : !step.IsActive()
                    && !step.TakesItsTime()
                    && step.Slot
                        is RoutineSlot.EyeRemover
                            or RoutineSlot.FirstCleanse
                            or RoutineSlot.Cleanse
                            or RoutineSlot.Moisturiser
                            or RoutineSlot.Lips
                            or RoutineSlot.Sunscreen
        );

    private static DateTimeOffset At(DateOnly day, int hour, TimeZoneInfo zone)
    {
        var wall = day.ToDateTime(new TimeOnly(hour, 0));
        return new(wall, zone.GetUtcOffset(wall));
    }
}
