using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>Nothing that irritates goes on top of what a report says was used besides the plan.</summary>
internal sealed class ToldUse(KnownFacts facts, RuleSwitch rule) : IKeepsOff
{
    public bool Never => facts.Told.Count == 0;

    public Off? Of(Track track, DateOnly day) => track.Irritancy == Degree.Yes ? On(day) : null;

    public Off? On(DateOnly day)
    {
        foreach (var (product, report) in facts.Told)
        {
            if (report.Day == day && rule.On(RuleBook.UsedElse))
            {
                return Off.Through(day, Say(product, report));
            }
        }

        return null;
    }

    public static Because Say(Product product, CheckedIn report) =>
        Because.Of(RuleBook.UsedElse, ("what", product.Name), ("on", report.Day), ("words", report.Report.AlsoUsed));
}
