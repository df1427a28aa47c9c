using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Session;

namespace OatPath.Core.Scripting;

/// <summary>What is asked at the sink, once the kit stands ready and the face is cleansed and dry.</summary>
internal static class SessionAsks
{
    /// <summary>Everything; where the questions of the day were answered already, only what may have changed since, and whether cleansed skin stings.</summary>
    public static IReadOnlyList<SessionAsk> Of(CaseFile file, string product, DateOnly on)
    {
        var stings = new SessionAsk(EnumName.Of(DayQuestion.Stings), "The face is cleansed and fully dry. Does anything sting now?", false, "Not tonight: skin that stings after cleansing is not whole. Cream, and tell your studio.");
        if (file.Log.OfType<Screened>().Any(answers => answers.Day == on && answers.Product == product))
        {
            return [new("changed", "Has anything changed since you answered: something open, a cold sore, a fever, anything else used?", false, "Not tonight. Answer the questions of the day again; your studio sees it."), stings];
        }

        return [.. DayQuestionWords.All.Where(asked => asked.Question != DayQuestion.Stings).Select(asked => new SessionAsk(EnumName.Of(asked.Question), asked.Text, false, asked.Means)), stings];
    }
}
