using OatPath.Core.Skin;

namespace OatPath.Core.Routine;

/// <summary>What a step is, read off its roles.</summary>
public static class StepReading
{
    /// <summary>The use of an irritant that climbs a ladder.</summary>
    public static bool IsActive(this Step step) =>
        step.Action == StepAction.Apply
        && step.Frequency is not null
        && step.Roles.Any(role => FamilyTraits.Of(role).Irritant != Degree.No);

    /// <summary>
    /// The use of what takes its time and is not on every evening's list: steam, what is done by hand or with a blade, a device, a mask.
    /// </summary>
    public static bool TakesItsTime(this Step step) =>
        step is { Action: StepAction.Apply, Product: not null }
        && step.Slot
            is RoutineSlot.Steam
                or RoutineSlot.LateSteam
                or RoutineSlot.WetExfoliation
                or RoutineSlot.Blade
                or RoutineSlot.Device
                or RoutineSlot.Mask
                or RoutineSlot.LateMask;
}
