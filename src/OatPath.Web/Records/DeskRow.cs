using OatPath.Core.House;
using OatPath.Core.Plan;

namespace OatPath.Web.Records;

/// <summary>One thing about one client that the practitioner sees on the Desk. Plain data, so that it can be kept beside the facts it was derived from and shown without deriving anything.</summary>
/// <param name="Version">Row version of the client the row was derived from.</param>
/// <param name="Kind">The more urgent kind comes first.</param>
/// <param name="Key">Names the row for being taken or noted as read.</param>
/// <param name="Doubt">Why a yes should wait; empty where nothing speaks against it.</param>
/// <param name="TakenBy">The colleague who looks after it, and since when; empty while nobody does.</param>
/// <param name="TakenFact">The fact by which it was taken.</param>
public sealed record DeskRow(
    string ClientId, string Client, string Phone, long Version, QuestionKind Kind, string Key, DateOnly Since, string Sub, string Reason,
    string? Product, int? Rung, bool AsksFirst, string Doubt, string TakenBy, string TakenFact)
{
    /// <summary>Says that a client's record cannot be read, in the place of everything that would be derived from it.</summary>
    public static DeskRow Unreadable(Store.Client client, DateOnly today, string what) => new(client.Id, client.Name, client.Phone, client.Version, QuestionKind.MedicalHelp, UnreadableKey, today, "",
        $"{what} cannot be read, so nothing is planned for this client, and the phone says to call. Call them; then restore a backup or run ./oat doctor. Nobody else is touched.", null, null, false, "", "", "");

    private const string UnreadableKey = "unreadable";

    /// <summary>Whether the record itself is what is wrong.</summary>
    public bool IsUnreadable => Key == UnreadableKey;

    /// <summary>A line that needs a call looks like no other and is never cleared in one click.</summary>
    public bool IsCall => Kind is QuestionKind.MedicalHelp or QuestionKind.ClearRed;

    /// <summary>Asks for nothing but to be read.</summary>
    public bool IsOnlyRead => Kind is QuestionKind.EasedOff or QuestionKind.SessionFaults or QuestionKind.UsedElse or QuestionKind.TooSoon or QuestionKind.KitTooLong or QuestionKind.Overuse or QuestionKind.SunscreenSkipped or QuestionKind.CheckInOverdue or QuestionKind.Repeated;

    /// <summary>Where it is looked at.</summary>
    public string Page => Kind switch
    {
        QuestionKind.NoSunscreen or QuestionKind.LowSupply => "shelf",
        QuestionKind.Screened or QuestionKind.SessionFaults or QuestionKind.KitTooLong => "peel",
        QuestionKind.AskSafetyAgain or QuestionKind.AskBirthDate or QuestionKind.StartDoubted => "meet",
        QuestionKind.Booking or QuestionKind.CheckInOverdue => "care",
        QuestionKind.Repeated => "look-back",
        _ when IsOnlyRead => $"ramp?day={Since:yyyy-MM-dd}#why",
        _ => "ramp",
    };

    public string Look => Kind switch
    {
        QuestionKind.NoSunscreen => "Choose one",
        QuestionKind.LowSupply => "Set one aside",
        QuestionKind.AskSafetyAgain => "Ask again",
        QuestionKind.AskBirthDate => "Enter it",
        QuestionKind.StartDoubted => "Settle it",
        QuestionKind.Screened => "Look at the answer",
        QuestionKind.Booking => "Look at it",
        QuestionKind.CheckInOverdue => "Look",
        _ when IsOnlyRead => "Read it",
        _ => "Look",
    };

    public (string Symbol, string Tone, string Word) Mark => Kind switch
    {
        _ when IsUnreadable => ("stop", "tone-stop", "cannot be read"),
        QuestionKind.MedicalHelp => ("stop", "tone-stop", "medical help"),
        QuestionKind.ClearRed => ("stop", "tone-stop", "stop"),
        QuestionKind.Booking => ("stop", "tone-ease", "a booking"),
        QuestionKind.EasedOff => ("ease", "tone-ease", "ease off"),
        QuestionKind.StoppedAtEntry or QuestionKind.PatchReaction => ("ease", "tone-ease", "stopped"),
        QuestionKind.Screened => ("ease", "tone-ease", "an answer before a session"),
        QuestionKind.SessionFaults => ("ease", "tone-ease", "a session to look at"),
        QuestionKind.TooSoon => ("ease", "tone-ease", "too soon"),
        QuestionKind.KitTooLong => ("ease", "tone-ease", "left on too long"),
        QuestionKind.UsedElse or QuestionKind.Overuse => ("ease", "tone-ease", "used beside the plan"),
        QuestionKind.Repeated => ("ease", "tone-ease", "again"),
        QuestionKind.StepUp => ("leaf", "tone-leaf", "a step up"),
        QuestionKind.NoSunscreen or QuestionKind.LowSupply or QuestionKind.SunscreenSkipped => ("sun", "tone-ease", "sunscreen"),
        QuestionKind.CheckInOverdue => ("ask", "tone-blue", "not answered"),
        _ => ("ask", "tone-blue", "to decide"),
    };

    public static string KeyOf(Question question) => question.Kind is QuestionKind.Booking or QuestionKind.CheckInOverdue
        ? $"{question.Kind}:{question.Product}:{question.Since:yyyy-MM-dd}:{question.Report}" : $"{question.Kind}:{question.Product}:{question.Since:yyyy-MM-dd}";
}
