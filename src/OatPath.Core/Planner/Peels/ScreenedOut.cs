using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Peels;

/// <summary>
/// What the client answered before a peel and no answer at Meet stands for: a new medicine, something used beside the plan, skin that
/// stings.
/// </summary>
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

        Off? latest = null;
        foreach (var answers in facts.Screened)
        {
            if (on < answers.Day || day < answers.Day)
            {
                continue;
            }

            foreach (var question in answers.Yes)
            {
                if (Holds(question, track) is { } days && (days == UntilCleared || on <= answers.Day.AddDays(days)))
                {
                    var because = Because.Of(
                        RuleBook.PeelScreened,
                        ("product", track.Product.Name),
                        ("on", answers.Day),
                        ("question", DayQuestionWords.Of(question).Text),
                        ("changes", DayQuestionWords.Of(question).Changes)
                    );
                    var off = days == UntilCleared ? Off.ByHand(because) : Off.Through(answers.Day.AddDays(days), because);
                    latest = latest is null || off.Until is null || (latest.Until is { } until && off.Until > until) ? off : latest;
                }
            }
        }

        return latest;
    }

    /// <summary>
    /// Days after the answer for which it keeps a product off, <see cref="UntilCleared"/> until somebody acts; null where it does not
    /// concern it.
    /// </summary>
    /// <remarks>
    /// Source: trade convention. What pressure, needles or minutes of acid would make worse waits; whatever else irritates rests on the
    /// day.
    /// </remarks>
    private static int? Holds(DayQuestion question, Track track)
    {
        var guided = track.Kit is not null || track.BoosterFor is not null || track.Product.IsNeedle();
        int? today = track.Product.Irritancy() != Degree.No ? 0 : null;
        return question switch
        {
            DayQuestion.NewMedicine => guided ? UntilCleared : today,
            DayQuestion.Current => track.Product.IsElectrical() || track.Product.IsLight() ? UntilCleared : null,
            DayQuestion.Light => guided || track.Product.IsLight() ? UntilCleared : null,
            DayQuestion.UsedElse or DayQuestion.Stings or DayQuestion.Changed => guided ? DayQuestionWords.WaitDays : today,
            _ => null,
        };
    }

    private const int UntilCleared = int.MaxValue;
}
