namespace OatPath.Core.Plan;

/// <summary>A station of the walk with a client, in its order.</summary>
public enum Station { Meet, Shelf, Routine, Ramp, Peel, Care, LookBack }

/// <summary>How a question is marked: never by its colour alone.</summary>
public enum QuestionTone { Stop, Against, Ease, Good, Sun, Ask }

/// <summary>What a question asks of the practitioner.</summary>
public enum QuestionAsks
{
    Decision,

    /// <summary>A call, and no clearing in one press.</summary>
    Call,

    /// <summary>To be read, and noted as read.</summary>
    Reading,
}

/// <summary>One kind of question, with all that is known of it.</summary>
/// <param name="Urgency">The smaller comes first on Desk and paths.</param>
/// <param name="Word">The mark in words: "too soon".</param>
/// <param name="Station">Where it is looked at.</param>
/// <param name="Look">What to press to look at it.</param>
/// <param name="AtStation">The word of its station while it is open, where it is not the mark's.</param>
public sealed record QuestionRow(
    QuestionKind Kind, int Urgency, QuestionTone Tone, string Word, Station Station, string Look = "Look", QuestionAsks Asks = QuestionAsks.Decision, string? AtStation = null)
{
    public string StationWord => AtStation ?? Word;
}

/// <summary>Every kind of question once: a new one is a name and a row here, and whatever raises it.</summary>
/// <remarks>Source: house default for the order: harm first, then what waits for a decision, then what can wait.</remarks>
public static class QuestionTable
{
    public static IReadOnlyList<QuestionRow> Rows { get; } =
    [
        new(QuestionKind.MedicalHelp, 0, QuestionTone.Stop, "medical help", Station.Ramp, "Record what happened", QuestionAsks.Call),
        new(QuestionKind.ClearRed, 10, QuestionTone.Stop, "stop", Station.Ramp, "Clear with a reason", QuestionAsks.Call, "stopped"),
        Read(QuestionKind.EasedOff, 20, "ease off", Station.Ramp, "eased off"),
        new(QuestionKind.StoppedAtEntry, 30, QuestionTone.Ease, "stopped", Station.Ramp),
        new(QuestionKind.PatchReaction, 40, QuestionTone.Ease, "stopped", Station.Ramp),
        new(QuestionKind.Booking, 50, QuestionTone.Against, "a booking", Station.Care, "Look at it", AtStation: "a booking to look at"),
        new(QuestionKind.Screened, 60, QuestionTone.Ease, "an answer before a session", Station.Peel, "Look at the answer", AtStation: "an answer to look at"),
        Read(QuestionKind.SessionFaults, 70, "a session to look at", Station.Peel),
        Read(QuestionKind.TooSoon, 80, "too soon", Station.Ramp),
        Read(QuestionKind.KitTooLong, 90, "left on too long", Station.Peel),
        Read(QuestionKind.UsedElse, 100, "used beside the plan", Station.Ramp),
        Read(QuestionKind.Overuse, 110, "used beside the plan", Station.Ramp),
        new(QuestionKind.StepDown, 115, QuestionTone.Ease, "a step down", Station.Ramp, AtStation: "a step down to decide"),
        new(QuestionKind.NoSunscreen, 120, QuestionTone.Sun, "sunscreen", Station.Shelf, "Choose one"),
        Read(QuestionKind.SunscreenSkipped, 130, "sunscreen left out", Station.Ramp) with { Tone = QuestionTone.Sun },
        Read(QuestionKind.CheckInOverdue, 140, "not answered", Station.Care) with { Tone = QuestionTone.Ask, Look = "Look" },
        Read(QuestionKind.Repeated, 150, "again", Station.LookBack),
        new(QuestionKind.StartDoubted, 160, QuestionTone.Ask, "to settle", Station.Meet, "Settle it"),
        new(QuestionKind.AnswersCame, 162, QuestionTone.Ask, "answers came", Station.Meet, "Look at the answers", AtStation: "answers to look at"),
        new(QuestionKind.BottleFound, 165, QuestionTone.Ask, "a bottle found", Station.Shelf, "Look at the label"),
        new(QuestionKind.LowSupply, 170, QuestionTone.Sun, "runs out", Station.Shelf, "Set one aside"),
        new(QuestionKind.StepUp, 180, QuestionTone.Good, "a step up", Station.Ramp, AtStation: "waits for your yes"),
        new(QuestionKind.PatchUnread, 190, QuestionTone.Ask, "patch not read", Station.Ramp),
        new(QuestionKind.AskBirthDate, 200, QuestionTone.Ask, "birth date lacking", Station.Meet, "Enter it"),
        new(QuestionKind.AskSafetyAgain, 210, QuestionTone.Ask, "to ask again", Station.Meet, "Ask again"),
    ];

    private static readonly Dictionary<QuestionKind, QuestionRow> ByKind = Rows.ToDictionary(row => row.Kind);

    /// <exception cref="KeyNotFoundException">The kind has no row.</exception>
    public static QuestionRow Of(QuestionKind kind) => ByKind[kind];

    private static QuestionRow Read(QuestionKind kind, int urgency, string word, Station station, string? atStation = null) =>
        new(kind, urgency, QuestionTone.Ease, word, station, "Read it", QuestionAsks.Reading, atStation);
}
