using System.Globalization;
using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>Nothing is raised, though it might be started: winter and dry spells.</summary>
internal sealed class TenderSeason(Intake intake, HouseRules rules, RuleSwitch rule) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day)
    {
        if (intake.Has(FlagKind.DrySpell, day) && rule.On(RuleBook.DrySpell))
        {
            return Off.WithAnswers(Because.Of(RuleBook.DrySpell, ("product", track.Product.Name)));
        }

        var tender = intake.SkinType == SkinType.Dry || intake.Sensitivity >= Sensitivity.Sensitive;
        return rules.IsWinter(day) && (tender || rules.WinterHold == WinterHold.Everybody) && rule.On(RuleBook.WinterHold)
            ? Off.Through(
                day,
                Because.Of(
                    RuleBook.WinterHold,
                    ("product", track.Product.Name),
                    ("month", CultureInfo.InvariantCulture.DateTimeFormat.GetMonthName(rules.WinterUntil))
                )
            )
            : null;
    }
}
