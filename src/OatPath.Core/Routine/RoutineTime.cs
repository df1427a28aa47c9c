namespace OatPath.Core.Routine;

/// <summary>How long a half day takes at the sink.</summary>
/// <remarks>
/// House default: 20 s to take and spread each step, its hold, and its wait; the wait after sunscreen is spent elsewhere.
/// </remarks>
public static class RoutineTime
{
    private const int HandlingSeconds = 20;

    public static int Seconds(IEnumerable<Step> steps) =>
        steps.Sum(step => HandlingSeconds + step.HoldSeconds + (step.Slot == RoutineSlot.Sunscreen ? 0 : step.WaitSeconds));
}
