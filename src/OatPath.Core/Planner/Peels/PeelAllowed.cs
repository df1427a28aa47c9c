using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.Peels;

/// <summary>
/// Whether a kit is for this house and this client at all: the house's school, one kit at a time, what the answers at Meet refuse,
/// sunscreen for the days after.
/// </summary>
internal sealed class PeelAllowed(KnownFacts facts, HouseRules rules, RuleSwitch rule, Verdicts verdicts, List<Track> kits) : IKeepsOff
{
    public Off? Of(Track kit, DateOnly on) => School(kit) ?? Newer(kit) ?? Refused(kit, on);

    private Off? School(Track kit)
    {
        var signedOff = kit.Start!.Reason.Trim().Length >= CaseCheck.ShortestReason;
        var allowed = rules.HomePeels switch
        {
            HomePeels.SalonOnly => false,
            HomePeels.WeakKits => kit.Kit == KitStrength.Weak,
            _ => kit.Kit == KitStrength.Weak || signedOff,
        };
        return allowed || !rule.On(RuleBook.PeelSchool)
            ? null
            : Off.ByHand(
                Because.Of(
                    RuleBook.PeelSchool,
                    ("product", kit.Product.Name),
                    (
                        "school",
                        rules.HomePeels switch
                        {
                            HomePeels.SalonOnly => "no peel",
                            HomePeels.WeakKits => "weak kits only",
                            _ => "strong kits only when signed off with the reason",
                        }
                    )
                )
            );
    }

    /// <summary>One kit at a time: the one started last, for good; going back to the other is a new start.</summary>
    private Off? Newer(Track kit)
    {
        foreach (var other in kits)
        {
            if (
                other != kit
                && other.Start is { } start
                && (start.On > kit.Start!.On || (start.On == kit.Start.On && other.Index > kit.Index))
            )
            {
                return Off.ByHand(Because.Of(RuleBook.Replaced, ("product", kit.Product.Name), ("other", other.Product.Name)));
            }
        }

        return null;
    }

    private Off? Refused(Track kit, DateOnly on)
    {
        if (verdicts.RefusalAhead(kit.Product, on) is { } refused)
        {
            return Off.WithAnswers(refused);
        }

        if (!rule.On(RuleBook.SunscreenRequired))
        {
            return null;
        }

        var spf = rules.WindowSpf;
        var until = on.AddDays(1);
        return facts.InUse.Exists(product => product.IsUsableSunscreen(spf, until) && verdicts.RefusalAhead(product, on) is null)
            ? null
            : Off.ByHand(Because.Of(RuleBook.SunscreenRequired, ("product", kit.Product.Name), ("spf", spf)));
    }
}
