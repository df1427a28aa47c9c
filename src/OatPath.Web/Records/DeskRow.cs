using OatPath.Core.House;
using OatPath.Core.Plan;

namespace OatPath.Web.Records;

/// <summary>
/// One thing about one client that the practitioner sees on the Desk. Plain data, so that it can be kept beside the facts it was derived
/// from and shown without deriving anything.
/// </summary>
/// <param name="Version">Row version of the client the row was derived from.</param>
/// <param name="Kind">The more urgent kind comes first.</param>
/// <param name="Key">Names the row for being taken or noted as read.</param>
/// <param name="Doubt">Why a yes should wait; empty where nothing speaks against it.</param>
/// <param name="TakenBy">The colleague who looks after it, and since when; empty while nobody does.</param>
/// <param name="TakenFact">The fact by which it was taken.</param>
public sealed record DeskRow(
    string ClientId,
    string Client,
    string Phone,
    long Version,
    QuestionKind Kind,
    string Key,
    DateOnly Since,
    string Sub,
    string Reason,
    string? Product,
    int? Rung,
    bool AsksFirst,
    string Doubt,
    string TakenBy,
    string TakenFact
)
{
    /// <summary>Says that a client's record cannot be read, in the place of everything that would be derived from it.</summary>
    public static DeskRow Unreadable(Store.Client client, DateOnly today, string what) =>
        new(
            client.Id,
            client.Name,
            client.Phone,
            client.Version,
            QuestionKind.MedicalHelp,
            UnreadableKey,
            today,
            "",
            $"{what} cannot be read, so nothing is planned for this client, and the phone says to call. Call them; then restore a backup "
                + $"or run oat doctor. Nobody else is touched.",
            null,
            null,
            false,
            "",
            "",
            ""
        );

    private const string UnreadableKey = "unreadable";

    /// <summary>Whether the record itself is what is wrong.</summary>
    public bool IsUnreadable => Key == UnreadableKey;

    private QuestionRow Row => QuestionTable.Of(Kind);

    /// <summary>The smaller comes first.</summary>
    public int Urgency => Row.Urgency;

    /// <summary>A line that needs a call looks like no other and is never cleared in one click.</summary>
    public bool IsCall => Row.Asks == QuestionAsks.Call;

    /// <summary>Asks for nothing but to be read.</summary>
    public bool IsOnlyRead => Row.Asks == QuestionAsks.Reading;

    /// <summary>Where it is looked at; what is to be read of the ramp, at its day.</summary>
    public string Page =>
        WalkStations.PathOf(Row.Station) + (IsOnlyRead && Row.Station == Station.Ramp ? $"?day={Since:yyyy-MM-dd}#why" : "");

    public string Look => Row.Look;

    public (string Symbol, string Tone, string Word) Mark =>
        IsUnreadable
            ? ("stop", "tone-stop", "cannot be read")
            : Row.Tone switch
            {
                QuestionTone.Stop => ("stop", "tone-stop", Row.Word),
                QuestionTone.Against => ("stop", "tone-ease", Row.Word),
                QuestionTone.Ease => ("ease", "tone-ease", Row.Word),
                QuestionTone.Good => ("leaf", "tone-leaf", Row.Word),
                QuestionTone.Sun => ("sun", "tone-ease", Row.Word),
                _ => ("ask", "tone-blue", Row.Word),
            };

    public static string KeyOf(Question question) =>
        question.Kind is QuestionKind.Booking or QuestionKind.CheckInOverdue
            ? $"{question.Kind}:{question.Product}:{question.Since:yyyy-MM-dd}:{question.Report}"
            : $"{question.Kind}:{question.Product}:{question.Since:yyyy-MM-dd}";
}
