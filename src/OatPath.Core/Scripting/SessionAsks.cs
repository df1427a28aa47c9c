using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Session;
using OatPath.Core.Wording;

namespace OatPath.Core.Scripting;

/// <summary>What is asked at the sink, once the kit stands ready and the face is cleansed and dry.</summary>
internal static class SessionAsks
{
    /// <summary>
    /// Everything; where the questions of the day were answered already, only what may have changed since, and whether cleansed skin
    /// stings.
    /// </summary>
    public static IReadOnlyList<SessionAsk> Of(CaseFile file, string product, DateOnly on)
    {
        var stings = new SessionAsk(
            EnumName.Of(DayQuestion.Stings),
            Said.Of("The face is cleansed and fully dry. Does anything sting now?"),
            false,
            Said.Of("Not tonight: skin that stings after cleansing is not whole. Cream, and tell your studio.")
        );
        if (LiveLog.Read(file).OfType<Screened>().Any(answers => answers.Day == on && answers.Product == product))
        {
            return [Of(DayQuestion.Changed), stings];
        }

        return [.. DayQuestionWords.All.Where(asked => asked.Question != DayQuestion.Stings).Select(asked => Of(asked.Question)), stings];
    }

    /// <summary>A question of the day as an ask; its id is the question's name, so that the answer is the same fact.</summary>
    /// <param name="text">The question in words of its own, or null for the usual ones.</param>
    public static SessionAsk Of(DayQuestion question, string? text = null, string? means = null) =>
        new(EnumName.Of(question), text ?? DayQuestionWords.Of(question).Text, false, means ?? DayQuestionWords.Of(question).Means);
}
