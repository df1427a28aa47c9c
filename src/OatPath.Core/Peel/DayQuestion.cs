namespace OatPath.Core.Peel;

/// <summary>What is asked on the day of a peel; yes to any of them speaks against it.</summary>
public enum DayQuestion { Sunburn, OpenSkin, ColdSore, NewMedicine, UsedElse, Pregnant, Ill, Stings }

/// <summary>A question of the day, what a yes means for tonight, and what would change it; in words for the client.</summary>
/// <remarks>Source: trade convention; asked before every acid session, and the last one again after cleansing.</remarks>
public sealed record DayQuestionWords(DayQuestion Question, string Text, string Means, string Changes)
{
    /// <summary>Days a peel waits after something was used beside the plan, or where cleansed skin stung.</summary>
    /// <remarks>House default: as long as the strictest stop before a kit.</remarks>
    public const int WaitDays = 7;

    public static IReadOnlyList<DayQuestionWords> All { get; } =
    [
        new(DayQuestion.Sunburn, "Any sunburn, or strong sun in the last 7 days?", "Not tonight: skin that was in the sun burns under an acid.", "7 days without strong sun."),
        new(DayQuestion.OpenSkin, "Anything open: a picked spot, a scratch, a nick, a burn?", "Where it is open the peel is left out; show where.", "Say so when it has closed."),
        new(DayQuestion.ColdSore, "A cold sore, or the tingle of one?", "Not tonight: an acid spreads a cold sore. Only gentle care until it has healed.", "Say so when it has healed; a clinician can advise on cover."),
        new(DayQuestion.NewMedicine, "A new medicine since your studio last asked?", "Not tonight: some medicines make skin burn or bleed sooner.", "Your studio looks at it first, with your clinician where it is needed."),
        new(DayQuestion.UsedElse, "Any acid, scrub, retinoid, wax or new product in the last 7 days that was not in the plan?", "Not tonight: two of them add up.", "7 days with the plan alone; tell your studio what it was."),
        new(DayQuestion.Pregnant, "Pregnant, or possibly?", "Not tonight: peels wait.", "A clinician's word, and your studio's plan."),
        new(DayQuestion.Ill, "A fever, an infection, or run down?", "Not tonight: skin heals worse then.", "Say so when you are well again; the plan comes back gentler."),
        new(DayQuestion.Stings, "Does the skin sting, burn or feel raw now?", "Not tonight: skin that stings before a peel is not whole.", "7 calm days; a plain moisturiser that does not sting."),
    ];

    public static DayQuestionWords Of(DayQuestion question) => All[(int)question];
}
