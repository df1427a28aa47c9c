using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>Somebody who works in the studio.</summary>
/// <param name="Role">owner, practitioner or assistant.</param>
/// <param name="Stamp">Changes when password, role or right to sign in changes, so that open sessions end.</param>
public sealed record Person(long Id, string Name, string SignIn, string Role, string PasswordHash, int Failed, DateTimeOffset? LockedUntil, bool Active, string Stamp);

public sealed class People(Database database)
{
    private const string Columns = "SELECT id, name, sign_in, role, password_hash, failed, locked_until, active, stamp FROM person";

    public bool Any() => database.Read(connection => connection.Number("SELECT count(*) FROM person")) > 0;

    public IReadOnlyList<Person> All() => database.Read(connection => connection.Query($"{Columns} ORDER BY name COLLATE NOCASE", Read));

    public Person? Find(string signIn) => database.Read(connection => connection.Query($"{Columns} WHERE sign_in = $1", Read, signIn).FirstOrDefault());

    public Person? Find(long id) => database.Read(connection => connection.Query($"{Columns} WHERE id = $1", Read, id).FirstOrDefault());

    /// <returns>False when the sign-in name is taken.</returns>
    public bool Add(string name, string signIn, string role, string passwordHash) => database.Write(connection =>
        connection.Run(
            "INSERT OR IGNORE INTO person (name, sign_in, role, password_hash, stamp) VALUES ($1, $2, $3, $4, $5)",
            name, signIn, role, passwordHash, Fact.NewId()) == 1);

    /// <returns>False when an owner is there already; the first run is over.</returns>
    public bool AddFirstOwner(string name, string signIn, string passwordHash) => database.Write(connection =>
        connection.Run(
            "INSERT INTO person (name, sign_in, role, password_hash, stamp) SELECT $1, $2, 'owner', $3, $4 WHERE NOT EXISTS (SELECT 1 FROM person)",
            name, signIn, passwordHash, Fact.NewId()) == 1);

    public void SetPassword(long id, string passwordHash) => database.Write(connection =>
        connection.Run("UPDATE person SET password_hash = $2, stamp = $3, failed = 0, locked_until = NULL WHERE id = $1", id, passwordHash, Fact.NewId()));

    public void SetActive(long id, bool active) => database.Write(connection =>
        connection.Run("UPDATE person SET active = $2, stamp = $3 WHERE id = $1", id, active ? 1 : 0, Fact.NewId()));

    public void NoteFailure(long id, int lockAfter, DateTimeOffset lockUntil) => database.Write(connection =>
        connection.Run(
            "UPDATE person SET failed = CASE WHEN failed + 1 >= $2 THEN 0 ELSE failed + 1 END, locked_until = CASE WHEN failed + 1 >= $2 THEN $3 ELSE locked_until END WHERE id = $1",
            id, lockAfter, lockUntil));

    public void NoteSuccess(long id) => database.Write(connection => connection.Run("UPDATE person SET failed = 0, locked_until = NULL WHERE id = $1", id));

    private static Person Read(SqliteDataReader row) => new(
        row.GetInt64(0), row.GetString(1), row.GetString(2), row.GetString(3), row.GetString(4), row.GetInt32(5), row.IsDBNull(6) ? null : row.Instant(6), row.GetBoolean(7), row.GetString(8));
}
