using Microsoft.Data.Sqlite;

namespace OatPath.Store;

/// <summary>Somebody who works in the studio.</summary>
/// <param name="Role">owner, practitioner or assistant.</param>
/// <param name="Stamp">Changes when password, role or right to sign in changes, so that open sessions end.</param>
/// <param name="ClearedAt">Failed attempts before this moment no longer count; null where nobody cleared them.</param>
/// <param name="Factor">The protected secret of the second factor, or null where there is none.</param>
public sealed record Person(
    long Id,
    string Name,
    string SignIn,
    string Role,
    string PasswordHash,
    bool Active,
    string Stamp,
    DateTimeOffset? ClearedAt,
    string? Factor
);

public sealed class People(Database database)
{
    internal const string Columns = "SELECT id, name, sign_in, role, password_hash, active, stamp, cleared_at, factor FROM person";

    public bool Any() => database.Read(connection => connection.Number("SELECT count(*) FROM person")) > 0;

    public IReadOnlyList<Person> All() => database.Read(connection => connection.Query($"{Columns} ORDER BY name COLLATE NOCASE", Read));

    public Person? Find(string signIn) =>
        database.Read(connection => connection.Query($"{Columns} WHERE sign_in = $1", Read, signIn).FirstOrDefault());

    public Person? Find(long id) => database.Read(connection => connection.Query($"{Columns} WHERE id = $1", Read, id).FirstOrDefault());

    /// <returns>False when the sign-in name is taken.</returns>
    public bool Add(string name, string signIn, string role, string passwordHash) =>
        database.Write(connection =>
            connection.Run(
                "INSERT OR IGNORE INTO person (name, sign_in, role, password_hash, stamp) VALUES ($1, $2, $3, $4, $5)",
                name,
                signIn,
                role,
                passwordHash,
                Fact.NewId()
            ) == 1
        );

    /// <returns>False when an owner is there already; the first run is over.</returns>
    public bool AddFirstOwner(string name, string signIn, string passwordHash) =>
        database.Write(connection =>
            connection.Run(
                "INSERT INTO person (name, sign_in, role, password_hash, stamp) SELECT $1, $2, 'owner', $3, $4 WHERE NOT EXISTS (SELECT 1 "
                    + "FROM person)",
                name,
                signIn,
                passwordHash,
                Fact.NewId()
            ) == 1
        );

    /// <summary>A new password ends every sign-in and every browser that was known.</summary>
    public void SetPassword(long id, string passwordHash, DateTimeOffset at) =>
        database.Write(connection =>
        {
            connection.Run(
                "UPDATE person SET password_hash = $2, stamp = $3, cleared_at = $4 WHERE id = $1",
                id,
                passwordHash,
                Fact.NewId(),
                at
            );
            connection.Run("UPDATE sign_in SET ended_at = $2 WHERE person_id = $1 AND ended_at IS NULL", id, at);
            connection.Run("DELETE FROM known_browser WHERE person_id = $1", id);
        });

    public void SetActive(long id, bool active) =>
        database.Write(connection =>
            connection.Run("UPDATE person SET active = $2, stamp = $3 WHERE id = $1", id, active ? 1 : 0, Fact.NewId())
        );

    /// <summary>Failed attempts so far no longer count.</summary>
    public void ClearAttempts(long id, DateTimeOffset at) =>
        database.Write(connection => connection.Run("UPDATE person SET cleared_at = $2 WHERE id = $1", id, at));

    /// <summary>Sets the second factor with its recovery codes, or takes both away.</summary>
    /// <param name="factor">The protected secret, or null for none.</param>
    public void SetFactor(long id, string? factor, IReadOnlyList<string> recoveryCodes) =>
        database.Write(connection =>
        {
            connection.Run("UPDATE person SET factor = $2, factor_step = 0 WHERE id = $1", id, factor);
            connection.Run("DELETE FROM recovery_code WHERE person_id = $1", id);
            foreach (var code in recoveryCodes)
            {
                connection.Run("INSERT INTO recovery_code (person_id, code_hash) VALUES ($1, $2)", id, SecretToken.Hash(code));
            }
        });

    /// <summary>
    /// The farthest a code's step may be ahead of another that is taken in the same moment: half a minute before, and half a minute after.
    /// </summary>
    private const int StepsAround = 2;

    /// <summary>
    /// Uses a code's time step up; false when it, or a later one, was used before. A step that only a clock which ran ahead can have used
    /// bars none of now.
    /// </summary>
    public bool UseStep(long id, long step) =>
        database.Write(connection =>
            connection.Run(
                "UPDATE person SET factor_step = $2 WHERE id = $1 AND (factor_step < $2 OR factor_step > $2 + $3)",
                id,
                step,
                StepsAround
            ) == 1
        );

    /// <summary>Uses a recovery code up; false when there is none such left.</summary>
    public bool UseRecoveryCode(long id, string code, DateTimeOffset at) =>
        database.Write(connection =>
            connection.Run(
                "UPDATE recovery_code SET used_at = $3 WHERE person_id = $1 AND code_hash = $2 AND used_at IS NULL",
                id,
                SecretToken.Hash(code),
                at
            ) == 1
        );

    public int RecoveryCodesLeft(long id) =>
        (int)
            database.Read(connection =>
                connection.Number("SELECT count(*) FROM recovery_code WHERE person_id = $1 AND used_at IS NULL", id)
            );

    internal static Person Read(SqliteDataReader row) =>
        new(
            row.GetInt64(0),
            row.GetString(1),
            row.GetString(2),
            row.GetString(3),
            row.GetString(4),
            row.GetBoolean(5),
            row.GetString(6),
            row.IsDBNull(7) ? null : row.Instant(7),
            row.Text(8)
        );
}
