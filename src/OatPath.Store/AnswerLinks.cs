using Microsoft.Data.Sqlite;
using OatPath.Core.Formats;
using OatPath.Core.Questionnaire;

namespace OatPath.Store;

/// <summary>The latest link of a client to the questions of Meet, as the studio sees it.</summary>
/// <param name="EndsAt">When it ends by itself.</param>
/// <param name="ClosedAt">When it was used up, withdrawn or replaced; null while it can be used.</param>
/// <param name="Answered">How many questions are answered so far; which, and how, the studio learns when they are sent.</param>
public sealed record AnswerLink(
    DateTimeOffset Since,
    DateTimeOffset EndsAt,
    DateTimeOffset? OpenedAt,
    DateTimeOffset? SentAt,
    DateTimeOffset? ClosedAt,
    int Answered
)
{
    public bool IsOpen(DateTimeOffset now) => ClosedAt is null && now < EndsAt;
}

/// <summary>A phone that answers.</summary>
/// <param name="Sent">Whether everything was sent; then there is nothing more to answer.</param>
/// <param name="Open">Whether answers are still taken.</param>
public sealed record AnsweringPhone(long Link, string ClientId, MeetAnswers Answers, bool Sent, bool Open);

/// <summary>
/// Links by which clients answer Meet before the first visit. One phone answers, as long as the link lives; sent, it is used up. It opens
/// nothing else, and tells nothing of the client.
/// </summary>
public sealed class AnswerLinks(Database database)
{
    /// <summary>How long a link lives, opened or not.</summary>
    /// <remarks>House default.</remarks>
    public static readonly TimeSpan Life = TimeSpan.FromDays(14);

    private const string IsAlive = "closed_at IS NULL AND created_at > $2";

    /// <summary>Makes a new link; the one before, and what was answered there and not sent, ends.</summary>
    /// <returns>The token, shown once and never stored.</returns>
    public string Create(string clientId, string by, DateTimeOffset at)
    {
        var token = SecretToken.New();
        database.Write(connection =>
        {
            Close(connection, clientId, at);
            connection.Run(
                "INSERT INTO answer_link (client_id, token_hash, created_at, created_by) VALUES ($1, $2, $3, $4)",
                clientId,
                SecretToken.Hash(token),
                at,
                by
            );
        });
        return token;
    }

    public void Withdraw(string clientId, DateTimeOffset at) => database.Write(connection => Close(connection, clientId, at));

    /// <summary>The link that was made last, or null.</summary>
    public AnswerLink? Latest(string clientId) =>
        database.Read(connection =>
            connection
                .Query(
                    "SELECT created_at, opened_at, sent_at, closed_at, answers FROM answer_link WHERE client_id = $1 ORDER BY id DESC "
                        + "LIMIT 1",
                    row => new AnswerLink(
                        row.Instant(0),
                        row.Instant(0) + Life,
                        row.IsDBNull(1) ? null : row.Instant(1),
                        row.IsDBNull(2) ? null : row.Instant(2),
                        row.IsDBNull(3) ? null : row.Instant(3),
                        Read(row.GetString(4)).Done.Count
                    ),
                    clientId
                )
                .FirstOrDefault()
        );

    public bool IsOpen(string token, DateTimeOffset now) =>
        database.Read(connection =>
            connection.Number($"SELECT count(*) FROM answer_link WHERE token_hash = $1 AND {IsAlive}", SecretToken.Hash(token), now - Life)
        ) > 0;

    /// <summary>Lets the first phone in, and that one again.</summary>
    /// <param name="known">The cookie of a phone that may be in already.</param>
    /// <returns>What came of it, and the value of a new cookie.</returns>
    public (Admission Outcome, string? Cookie) Admit(string token, string? known, DateTimeOffset at) =>
        database.Write(connection =>
        {
            var (id, cookie) = connection
                .Query(
                    $"SELECT id, cookie_hash FROM answer_link WHERE token_hash = $1 AND {IsAlive}",
                    row => (row.GetInt64(0), row.Text(1)),
                    SecretToken.Hash(token),
                    at - Life
                )
                .FirstOrDefault();
            if (id == 0)
            {
                return (Admission.Ended, (string?)null);
            }

            if (cookie is not null)
            {
                return (known is not null && SecretToken.Hash(known) == cookie ? Admission.In : Admission.TakenByAnother, null);
            }

            var made = SecretToken.New();
            connection.Run("UPDATE answer_link SET cookie_hash = $2, opened_at = $3 WHERE id = $1", id, SecretToken.Hash(made), at);
            return (Admission.In, made);
        });

    /// <summary>The phone behind a cookie, or null where the cookie is unknown.</summary>
    public AnsweringPhone? Known(string cookie, DateTimeOffset now) => database.Read(connection => Known(connection, cookie, now));

    /// <summary>Keeps an answer at once, on top of those that were kept by then.</summary>
    /// <returns>False where none is taken any more.</returns>
    public bool Keep(string cookie, DateTimeOffset now, Func<MeetAnswers, MeetAnswers> change) =>
        database.Write(connection =>
            Known(connection, cookie, now) is { Open: true } phone
            && connection.Run(
                "UPDATE answer_link SET answers = $2 WHERE id = $1",
                phone.Link,
                CaseAssembly.Write(change(phone.Answers))
            ) == 1
        );

    /// <summary>Forgets everything that was answered and not sent.</summary>
    public void Forget(string cookie, DateTimeOffset now) =>
        database.Write(connection =>
            Known(connection, cookie, now) is { Open: true } phone
                ? connection.Run("UPDATE answer_link SET answers = '' WHERE id = $1", phone.Link)
                : 0
        );

    /// <summary>Makes the answers an entry of the record, and uses the link up, in one step: however often it is sent, once.</summary>
    /// <returns>False where there is nothing to send any more.</returns>
    public bool Send(string cookie, DateTimeOffset now, Func<AnsweringPhone, Fact> entry) =>
        database.Write(connection =>
        {
            if (Known(connection, cookie, now) is not { Open: true } phone)
            {
                return false;
            }

            Facts.Append(connection, phone.ClientId, null, [entry(phone)]);
            connection.Run("UPDATE answer_link SET sent_at = $2, closed_at = $2 WHERE id = $1", phone.Link, now);
            return true;
        });

    /// <summary>Forgets what was answered by links that have ended without being sent.</summary>
    public int DropEnded(DateTimeOffset now) =>
        database.Read(connection =>
            connection.Number("SELECT count(*) FROM answer_link WHERE closed_at IS NULL AND created_at <= $1", now - Life)
        ) == 0
            ? 0
            : database.Write(connection =>
                connection.Run("UPDATE answer_link SET closed_at = $1 WHERE closed_at IS NULL AND created_at <= $2", now, now - Life)
            );

    private static void Close(SqliteConnection connection, string clientId, DateTimeOffset at) =>
        connection.Run("UPDATE answer_link SET closed_at = $2 WHERE client_id = $1 AND closed_at IS NULL", clientId, at);

    private static AnsweringPhone? Known(SqliteConnection connection, string cookie, DateTimeOffset now) =>
        connection
            .Query(
                $"SELECT id, client_id, answers, sent_at IS NOT NULL, {IsAlive} FROM answer_link WHERE cookie_hash = $1",
                row => new AnsweringPhone(row.GetInt64(0), row.GetString(1), Read(row.GetString(2)), row.GetBoolean(3), row.GetBoolean(4)),
                SecretToken.Hash(cookie),
                now - Life
            )
            .FirstOrDefault();

    private static MeetAnswers Read(string answers) => answers.Length == 0 ? new() : CaseJson.ReadStored<MeetAnswers>(answers);
}
