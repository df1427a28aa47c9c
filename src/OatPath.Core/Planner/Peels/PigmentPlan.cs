using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Peels;

/// <summary>Skin that marks easily has used a pigment inhibitor for some weeks before anything stronger than a weak kit.</summary>
internal sealed class PigmentPlan(KnownFacts facts, HouseRules rules, RuleSwitch rule, Standing standing) : IKeepsOff
{
    public Off? Of(Track kit, DateOnly on)
    {
        var needed = kit.Kit != KitStrength.Weak && facts.File.Intake.MarksEasily(on) && rule.On(RuleBook.PeelPigment);
        return needed && !standing.Tracks.Exists(track => IsUnderWay(track, on))
            ? Off.Through(on, Because.Of(RuleBook.PeelPigment, ("product", kit.Product.Name)))
            : null;
    }

    private bool IsUnderWay(Track track, DateOnly on) =>
        track.Product.Has(Family.PigmentInhibitor)
        && track is { Started: true, Stopped: null }
        && track.IdleDays < rules.GapDownDays
        && track.InUseSince(facts.Today) is { } since
        && since.AddDays(KitTimes.PigmentDays) <= on;
}
