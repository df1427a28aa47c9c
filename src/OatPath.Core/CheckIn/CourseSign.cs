namespace OatPath.Core.CheckIn;

/// <summary>What may be seen or felt and belong to the course of a treatment.</summary>
public enum CourseSign
{
    Pink,
    Warm,
    Tight,
    Flaking,
    Itch,
    Swelling,
    Crusts,
    Marks,
    NewSpots,
    ClearFluid,
}
