using OatPath.Core.House;

namespace OatPath.Store;

/// <summary>What a fact tells of. In the database and in archives by its name in small letters: shelf-removed.</summary>
public enum FactKind
{
    /// <summary>The answers at Meet, whole.</summary>
    Intake,

    /// <summary>A bottle of the client's shelf as it is now.</summary>
    Shelf,

    /// <summary>A bottle left the shelf; the body is its id.</summary>
    ShelfRemoved,
    Decision,

    /// <summary>What happened: a use, a report, a session, a look.</summary>
    Log,
    Treatment,
    Occasion,
    Visit,

    /// <summary>What a client answered on the phone before a visit.</summary>
    Answers,

    /// <summary>Which of those answers somebody took over or left.</summary>
    AnswersSettled,

    /// <summary>What somebody noted of a line of the Desk: that they take it, or have read it.</summary>
    Note,

    /// <summary>Takes back the fact that it supersedes.</summary>
    Retract,
}

/// <summary>The names of the kinds.</summary>
public static class FactKinds
{
    public static string NameOf(FactKind kind) => EnumName.Of(kind);

    /// <exception cref="UnreadableException">No program of this version writes such a kind.</exception>
    internal static FactKind Read(string name, string client, string fact) =>
        EnumName.Find<FactKind>(name)
        ?? throw new UnreadableException(
            client,
            $"The entry {fact}, of a kind that is not known ({name}),",
            new InvalidDataException(name)
        );
}
