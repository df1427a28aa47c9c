namespace OatPath.Core.House;

/// <summary>Who wrote something down: a person of the studio by name, or the client.</summary>
public static class Author
{
    /// <summary>Stands for the client of the record; nobody of the studio may be called so.</summary>
    public const string Client = "client";
}
