namespace OatPath.Core.House;

/// <summary>Something with a name for people and an id for everything else.</summary>
public interface INamed
{
    string Id { get; }
    string Name { get; }
}
