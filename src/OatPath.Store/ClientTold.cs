using Microsoft.Data.Sqlite;
using OatPath.Core.Case;
using OatPath.Core.House;

namespace OatPath.Store;

/// <summary>Names a state of a client's record: as long as it is the same, whatever was derived stays true until the time passes.</summary>
/// <param name="Touched">Rises with everything written down about the client.</param>
/// <param name="Rules">The version of the house rules.</param>
public sealed record ClientStamp(long Touched, long Rules);

/// <summary>Everything told about a client, as of one moment of the database.</summary>
public sealed record ClientTold(
    Client Client,
    IReadOnlyList<Fact> Facts,
    IReadOnlyList<SessionHeld> Sessions,
    Publication? Published,
    HouseRules Rules,
    ClientStamp Stamp
);

/// <summary>Reads what is told about a client in one go.</summary>
public sealed class ClientReading(Database database, Studio studio)
{
    /// <summary>The state of a client's record, or null where there is no such client.</summary>
    public ClientStamp? Stamp(string id) => database.Read(connection => Stamp(connection, id));

    /// <param name="before">What was told before, where that is at hand: facts that stand in it are not read again.</param>
    /// <exception cref="UnreadableException">An entry cannot be read.</exception>
    public ClientTold? Read(string id, DateTimeOffset asOf, IReadOnlyList<Fact>? before = null) =>
        database.Read(connection => Read(connection, id, asOf, before));

    /// <summary>The same inside a write, with what it has written so far.</summary>
    /// <exception cref="UnreadableException">An entry cannot be read.</exception>
    public ClientTold? Read(SqliteConnection connection, string id, DateTimeOffset asOf, IReadOnlyList<Fact>? before = null)
    {
        if (Stamp(connection, id) is not { } stamp || Clients.Find(connection, id) is not { } client)
        {
            return null;
        }

        var facts = Proved(id, "An entry", () => Facts.Of(connection, id, before ?? []));
        foreach (var fact in facts)
        {
            CaseAssembly.Prove(fact);
        }

        return new(
            client,
            facts,
            Proved(id, "A guided session", () => Sessions.Of(connection, id, asOf)),
            Proved(id, "What was published", () => Publications.Latest(connection, id)),
            studio.Current(connection).Rules,
            stamp
        );
    }

    public static ClientStamp? Stamp(SqliteConnection connection, string id) =>
        connection
            .Query(
                "SELECT touched, coalesce((SELECT row_version FROM studio WHERE id = 1), 0) FROM client WHERE id = $1",
                row => new ClientStamp(row.GetInt64(0), row.GetInt64(1)),
                id
            )
            .FirstOrDefault();

    /// <summary>Name and phone, which are readable whatever else is not.</summary>
    public static Client? Client(SqliteConnection connection, string id) => Clients.Find(connection, id);

    /// <summary>The house rules in force and their version.</summary>
    public (HouseRules Rules, long Version) Rules(SqliteConnection connection) => studio.Current(connection);

    private static T Proved<T>(string client, string what, Func<T> read)
    {
        try
        {
            return read();
        }
        catch (Exception fault) when (CaseAssembly.IsUnreadable(fault))
        {
            throw new UnreadableException(client, what, fault);
        }
    }
}
