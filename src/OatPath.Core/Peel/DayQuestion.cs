using OatPath.Core.Wording;

namespace OatPath.Core.Peel;

/// <summary>
/// What is asked on the day of a session; yes to any of them speaks against it. An answer is one kind of fact, wherever it was given.
/// </summary>
public enum DayQuestion
{
    Sunburn,
    OpenSkin,
    ColdSore,
    NewMedicine,
    UsedElse,
    Pregnant,
    Ill,
    Stings,

    /// <summary>Before a current: an implant, heart rhythm, epilepsy, metal in the face.</summary>
    Current,

    /// <summary>Before a light: eyes, a medicine, epilepsy.</summary>
    Light,

    /// <summary>Before a device: filler or muscle relaxant.</summary>
    Filler,

    /// <summary>At the sink, where the questions of the day were answered before: anything of them.</summary>
    Changed,
}

/// <summary>A question of the day, what a yes means for tonight, and what would change it; in words for the client.</summary>
/// <remarks>Source: trade convention; asked before every acid session, and the last one again after cleansing.</remarks>
public sealed record DayQuestionWords(DayQuestion Question, string Text, string Means, string Changes)
{
    /// <summary>Days a peel waits after something was used beside the plan, or where cleansed skin stung.</summary>
    /// <remarks>House default: as long as the strictest stop before a kit.</remarks>
    public const int WaitDays = 7;

    public static IReadOnlyList<DayQuestionWords> All { get; } =
    [
        new(
            DayQuestion.Sunburn,
            "Any sunburn, or strong sun in the last 7 days?",
            "Not tonight: skin that was in the sun burns under an acid.",
            "7 days without strong sun."
        ),
        new(
            DayQuestion.OpenSkin,
            "Anything open: a picked spot, a scratch, a nick, a burn?",
            "Where it is open the peel is left out; show where.",
            "Say so when it has closed."
        ),
        new(
            DayQuestion.ColdSore,
            "A cold sore, or the tingle of one?",
            "Not tonight: an acid spreads a cold sore. Only gentle care until it has healed.",
            "Say so when it has healed; a clinician can advise on cover."
        ),
        new(
            DayQuestion.NewMedicine,
            "A new medicine since your studio last asked?",
            "Not tonight: some medicines make skin burn or bleed sooner.",
            "Your studio looks at it first, with your clinician where it is needed."
        ),
        new(
            DayQuestion.UsedElse,
            "Any acid, scrub, retinoid, wax or new product in the last 7 days that was not in the plan?",
            "Not tonight: two of them add up.",
            "7 days with the plan alone; tell your studio what it was."
        ),
        new(DayQuestion.Pregnant, "Pregnant, or possibly?", "Not tonight: peels wait.", "A clinician's word, and your studio's plan."),
        new(
            DayQuestion.Ill,
            "A fever, an infection, or run down?",
            "Not tonight: skin heals worse then.",
            "Say so when you are well again; the plan comes back gentler."
        ),
        new(
            DayQuestion.Stings,
            "Does the skin sting, burn or feel raw now?",
            "Not tonight: skin that stings before a peel is not whole.",
            "7 calm days; a plain moisturiser that does not sting."
        ),
    ];

    /// <summary>What is asked at the sink besides, before a device or once more before a peel.</summary>
    public static IReadOnlyList<DayQuestionWords> AtTheSink { get; } =
    [
        new(
            DayQuestion.Current,
            "Has anything changed: an implant, heart rhythm trouble, epilepsy, metal in the face?",
            "Never with these. Put it away and tell your studio.",
            "Your studio notes it at Meet, or clears the answer with a reason."
        ),
        new(
            DayQuestion.Light,
            "Light-sensitive eyes, a medicine that makes skin sensitive to light, or epilepsy?",
            "Not with these. Put it away and tell your studio.",
            "Your studio notes it at Meet, or clears the answer with a reason."
        ),
        new(
            DayQuestion.Filler,
            "Filler or muscle relaxant in the last 14 days?",
            "Not over fresh filler. Tell your studio when it was.",
            "14 days after it."
        ),
        new(
            DayQuestion.Changed,
            "Has anything changed since you answered: something open, a cold sore, a fever, anything else used?",
            "Not tonight. Answer the questions of the day again; your studio sees it.",
            "The questions of the day answered again, or 7 calm days."
        ),
    ];

    /// <summary>A question, in the language spoken now.</summary>
    public static DayQuestionWords Of(DayQuestion question) =>
        ((int)question < All.Count ? All[(int)question] : AtTheSink[(int)question - All.Count]).InWords();

    /// <summary>The same in the language spoken now.</summary>
    public DayQuestionWords InWords() => new(Question, Said.Of(Text), Said.Of(Means), Said.Of(Changes));

    /// <summary>The question that an ask of a session stands for; null for one that is about that moment alone.</summary>
    /// <param name="ask">Id of the ask: the question's own name, or one of scripts written before they had it.</param>
    public static DayQuestion? OfAsk(string ask) =>
        House.EnumName.Find<DayQuestion>(ask)
        ?? ask switch
        {
            "open" => DayQuestion.OpenSkin,
            "active" => DayQuestion.UsedElse,
            _ => null,
        };
}
