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
}
