using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.Peels;

/// <summary>What the client answered before a peel and no answer at Meet stands for: a new medicine, something used beside the plan, skin that stings.</summary>
internal sealed class ScreenedOut(KnownFacts facts, RuleSwitch rule) : IKeepsOff
{
    public bool Never => facts.Screened.Count == 0;

    public Off? Of(Track kit, DateOnly on)
    {
        // Kits and boosters are guided sessions; what else the answers mean stands in flags.
        if (kit.Kit is null && kit.BoosterFor is null)
        {
            return null;
        }

        foreach (var answers in facts.Screened)
        {
            foreach (var question in answers.Yes)
            {
                if (on >= answers.Day && rule.On(RuleBook.PeelScreened) && Until(question, answers.Day) is var (concerns, until) && concerns && (until is null || on <= until))
                {
                    var because = Because.Of(RuleBook.PeelScreened, ("product", kit.Product.Name), ("on", answers.Day), ("question", DayQuestionWords.Of(question).Text), ("changes", DayQuestionWords.Of(question).Changes));
                    return until is { } last ? Off.Through(last, because) : Off.ByHand(because);
                }
            }
        }

        return null;
    }

    private static (bool Concerns, DateOnly? Until) Until(DayQuestion question, DateOnly day) => question switch
    {
        DayQuestion.UsedElse or DayQuestion.Stings => (true, day.AddDays(DayQuestionWords.WaitDays)),
        DayQuestion.NewMedicine => (true, null),
        _ => (false, null),
    };
}
