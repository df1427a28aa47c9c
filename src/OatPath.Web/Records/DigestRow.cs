using System.Text.Json;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Drawing;

namespace OatPath.Web.Records;

/// <summary>The head of a client on the Clients page: the state in a word, and a small strip where a plan is followed.</summary>
public sealed record ClientHead(string Word, string Symbol, string Tone, string Since, StripDrawing? Strip);

/// <summary>A client's rows of the Desk without the strip, which stands in the head.</summary>
public sealed record DeskNeed(DeskRow First, IReadOnlyList<DeskRow> Others);

/// <summary>
/// What Desk and Clients page show of one client: plain data, derived from a record and from nothing else, so that it can be kept, thrown
/// away and made again the same.
/// </summary>
/// <param name="Waiting">Changes that wait; <see cref="NotMet"/> or <see cref="NotPublished"/> where nothing was published yet; 0 where
/// nothing waits.</param>
/// <param name="Found">What the client is found by, in lower case.</param>
/// <param name="Reminds">Whether a message may be due.</param>
public sealed record DigestRow(
    string ClientId,
    string Name,
    int? Urgency,
    DateOnly Since,
    int Waiting,
    string Found,
    ClientHead Head,
    DeskNeed? Need,
    VisitToday? Visit,
    IReadOnlyList<DeskAhead> Ahead,
    IReadOnlyList<StoredHeld> Held,
    bool Reminds
)
{
    public const int NotMet = -2;
    public const int NotPublished = -1;

    private static readonly JsonSerializerOptions Json = new() { IgnoreReadOnlyProperties = true };

    public static DigestRow Of(ClientRecord record)
    {
        var rows = DeskRows.Of(record);
        var state = ClientState.Of(record);
        var strip = record.Published is null ? null : StripDrawing.Mini(Drawn(DeskRows.PathOf(record)), record.ShownNameOf);
        return new(
            record.Client.Id,
            record.Client.Name,
            rows.Count > 0 ? QuestionTable.Of(rows[0].Kind).Urgency : null,
            rows.Count > 0 ? rows[0].Since : default,
            record.Published is not null ? record.Changes
                : record.Draft.Shelf.Count == 0 ? NotMet
                : NotPublished,
            state.Found,
            new(state.Word, state.Symbol, state.Tone, state.Since, strip),
            rows.Count > 0 ? new(rows[0], [.. rows.Skip(1)]) : null,
            Visits.Today(record),
            [.. DeskAhead.Of(record)],
            HeldBack.Of(record),
            record.Published is not null && RemindersDue.Of(record).Count > 0
        );
    }

    /// <summary>The days that a small strip draws.</summary>
    private static CarePath Drawn(CarePath path) =>
        path with
        {
            Days = [.. path.Days.Where(day => day.Date >= path.Today.AddDays(-DaysDrawnBefore))],
        };

    private const int DaysDrawnBefore = 4;

    /// <summary>A client of whose record something cannot be read: named on the Desk, and nothing is planned for them.</summary>
    public static DigestRow Unreadable(Client client, DateOnly today, string what) =>
        new(
            client.Id,
            client.Name,
            QuestionTable.Of(QuestionKind.MedicalHelp).Urgency,
            today,
            0,
            $"{client.Name.ToLowerInvariant()} unreadable",
            new("cannot be read", "stop", "tone-stop", "", null),
            new(DeskRow.Unreadable(client, today, what), []),
            null,
            [],
            [],
            false
        );

    public StoredDigest ToStored() =>
        new(
            ClientId,
            Name,
            Urgency,
            Since,
            Waiting,
            Found,
            Write(Head),
            Need is null ? null : Write(Need),
            Visit is null ? null : Write(Visit),
            [.. Ahead.Select(entry => (entry.On, entry.What)).Distinct()],
            Held,
            Reminds
        );

    /// <summary>A row as stored; what is ahead and what was held back are read from tables of their own.</summary>
    public static DigestRow FromStored(StoredDigest stored) =>
        new(
            stored.ClientId,
            stored.Name,
            stored.Urgency,
            stored.Since,
            stored.Waiting,
            stored.Found,
            Read<ClientHead>(stored.Head),
            stored.Need is null ? null : Read<DeskNeed>(stored.Need),
            stored.Visit is null ? null : Read<VisitToday>(stored.Visit),
            [],
            [],
            stored.Reminds
        );

    private static string Write<T>(T part) => JsonSerializer.Serialize(part, Json);

    // The same rows are shown all day: each text is read once.
    private const int MostKept = 2_000;
    private static readonly Remembered<(Type Type, string Text), object> Known = new(MostKept);

    private static T Read<T>(string text)
        where T : class =>
        (T)
            Known.Of((typeof(T), text), key =>
                JsonSerializer.Deserialize<T>(key.Text, Json) ?? throw new JsonException("Nothing was kept.")
            );
}
