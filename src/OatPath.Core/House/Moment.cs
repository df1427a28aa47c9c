namespace OatPath.Core.House;

/// <summary>The half of the care day a step belongs to.</summary>
public enum Moment
{
    Morning,
    Evening,
}
