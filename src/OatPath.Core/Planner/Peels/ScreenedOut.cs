using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Peels;

/// <summary>What the client answered before a peel and no answer at Meet stands for: a new medicine, something used beside the plan, skin that stings.</summary>
/// <remarks>Kits and boosters wait for as long as the answer holds; every other active rests on the day of the answer.</remarks>
internal sealed class ScreenedOut(KnownFacts facts, RuleSwitch rule) : IKeepsOff
{
    public bool Never => facts.Screened.Count == 0;

    public Off? Of(Track track, DateOnly day) => Of(track, day, day);

    /// <param name="day">The day it is seen from: nobody stopped for an answer that was still to come.</param>
    public Off? Of(Track track, DateOnly on, DateOnly day)
    {
        if (!rule.On(RuleBook.PeelScreened))
        {
            return null;
        }

        var guided = track.Kit is not null || track.BoosterFor is not null;
        if (!guided && track.Product.Irritancy() == Degree.No)
        {
            return null;
        }

        foreach (var answers in facts.Screened)
        {
            if (on >= answers.Day && day >= answers.Day && Strictest(answers, guided) is var (question, until) && question is { } said && (until is null || on <= until))
            {
                var because = Because.Of(RuleBook.PeelScreened, ("product", track.Product.Name), ("on", answers.Day), ("question", DayQuestionWords.Of(said).Text), ("changes", DayQuestionWords.Of(said).Changes));
                return until is { } last ? Off.Through(last, because) : Off.ByHand(because);
            }
        }

        return null;
    }

    /// <summary>The answer that holds longest, and its last day; null as a day is until somebody acts.</summary>
    private static (DayQuestion? Question, DateOnly? Until) Strictest(Screened answers, bool guided)
    {
        if (answers.Yes.Contains(DayQuestion.NewMedicine))
        {
            return (DayQuestion.NewMedicine, guided ? null : answers.Day);
        }

        DayQuestion? waits = answers.Yes.Contains(DayQuestion.UsedElse) ? DayQuestion.UsedElse : answers.Yes.Contains(DayQuestion.Stings) ? DayQuestion.Stings : null;
        return (waits, waits is null ? null : answers.Day.AddDays(guided ? DayQuestionWords.WaitDays : 0));
    }
}
