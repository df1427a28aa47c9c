using System.Collections.Concurrent;

namespace OatPath.Store;

/// <summary>Who is signed in, and from which browsers people signed in before. Tokens are 256 random bits, stored only as hashes.</summary>
public sealed class SignIns(Database database)
{
    private static readonly TimeSpan Remembered = TimeSpan.FromDays(90);

    // Where nothing can be written somebody must still be able to look: such a sign-in lasts as long as the program.
    private readonly ConcurrentDictionary<string, long> unwritten = [];

    /// <returns>The token of this sign-in.</returns>
    public string Open(long person, DateTimeOffset at)
    {
        var token = SecretToken.New();
        try
        {
            database.Write(connection =>
            {
                connection.Run("DELETE FROM sign_in WHERE opened_at < $1", at - Remembered);
                connection.Run(
                    "INSERT INTO sign_in (token_hash, person_id, opened_at) VALUES ($1, $2, $3)",
                    SecretToken.Hash(token),
                    person,
                    at
                );
            });
        }
        catch (StoreException)
        {
            unwritten[SecretToken.Hash(token)] = person;
        }

        return token;
    }

    /// <summary>Whether a sign-in of this person is still open.</summary>
    public bool IsOpen(string token, long person) => Whose(token, person) is not null;

    /// <summary>Whoever is signed in by a token, as long as they may be; null else.</summary>
    public Person? Whose(string token, long person)
    {
        var hash = SecretToken.Hash(token);
        return unwritten.TryGetValue(hash, out var known) && known == person
            ? new People(database).Find(person)
            : database.Read(connection =>
                connection
                    .Query(
                        $"{People.Columns} WHERE id = $1 AND EXISTS (SELECT 1 FROM sign_in s WHERE s.token_hash = $2 AND s.person_id = $1 "
                            + $"AND s.ended_at IS NULL)",
                        People.Read,
                        person,
                        hash
                    )
                    .FirstOrDefault()
            );
    }

    public void End(string token, DateTimeOffset at)
    {
        if (!unwritten.TryRemove(SecretToken.Hash(token), out _))
        {
            database.Write(connection =>
                connection.Run("UPDATE sign_in SET ended_at = $2 WHERE token_hash = $1 AND ended_at IS NULL", SecretToken.Hash(token), at)
            );
        }
    }

    /// <summary>Ends every sign-in of a person but one.</summary>
    /// <param name="but">The token that stays open, or null for none.</param>
    public int EndAll(long person, string? but, DateTimeOffset at)
    {
        foreach (var other in unwritten.Where(pair => pair.Value == person && (but is null || pair.Key != SecretToken.Hash(but))))
        {
            unwritten.TryRemove(other.Key, out _);
        }

        return database.Write(connection =>
            connection.Run(
                "UPDATE sign_in SET ended_at = $3 WHERE person_id = $1 AND ended_at IS NULL AND token_hash <> $2",
                person,
                but is null ? "" : SecretToken.Hash(but),
                at
            )
        );
    }

    /// <summary>Open sign-ins by person.</summary>
    public IReadOnlyDictionary<long, int> Counts() =>
        database.Read(connection =>
            connection
                .Query("SELECT person_id, count(*) FROM sign_in WHERE ended_at IS NULL GROUP BY person_id", row =>
                    (row.GetInt64(0), row.GetInt32(1))
                )
                .ToDictionary(row => row.Item1, row => row.Item2)
        );

    /// <summary>From now on a browser is known for a person.</summary>
    /// <returns>The browser's token, or null where it cannot be written now.</returns>
    public string? Know(long person, DateTimeOffset at)
    {
        var token = SecretToken.New();
        try
        {
            database.Write(connection =>
                connection.Run(
                    "INSERT INTO known_browser (token_hash, person_id, known_since) VALUES ($1, $2, $3)",
                    SecretToken.Hash(token),
                    person,
                    at
                )
            );
            return token;
        }
        catch (StoreException)
        {
            return null;
        }
    }

    /// <summary>Whether a person signed in from this browser before.</summary>
    public bool Knows(string token, long person) =>
        database.Read(connection =>
            connection.Number(
                "SELECT count(*) FROM known_browser WHERE token_hash = $1 AND person_id = $2",
                SecretToken.Hash(token),
                person
            )
        ) > 0;
}
