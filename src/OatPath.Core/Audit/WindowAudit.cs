using OatPath.Core.House;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>Days on which actives rest, and zones they leave out: flags with dates, occasions.</summary>
internal sealed class WindowAudit(AuditRun run)
{
    private readonly AuditFacts facts = run.Facts;

    public void AreKept(Product product, Step step, DateOnly date, Moment moment)
    {
        void Report(string rule, string detail) => run.Report(rule, date, moment, product, detail);
        foreach (var flag in facts.Intake.Flags)
        {
            if (flag.Kind is FlagKind.ColdSoreActive or FlagKind.SkinFlare && flag.Covers(date))
            {
                Report(RuleBook.FlagRepair, "falls on a repair routine");
            }

            if (flag.Kind == FlagKind.Illness && flag.From is not null && flag.Covers(date))
            {
                Report(RuleBook.Illness, "falls on an illness");
            }

            var covered =
                flag.Kind is FlagKind.OpenSkin or FlagKind.EczemaProneZone ? flag.Covers(date)
                : flag.Kind == FlagKind.ActiveBreakouts
                    ? flag.Covers(date) && product.Kind is ProductKind.Razor or ProductKind.NanoTip or ProductKind.NeedleRoller
                : flag.Kind == FlagKind.HairRemoval
                    && (product.IsAcid() || product.Has(Family.Retinoid))
                    && flag.From is { } waxed
                    && date >= waxed.AddDays(-3)
                    && date <= (flag.Until ?? waxed).AddDays(3);
            if (covered && flag.Zones.Count == 0)
            {
                Report(RuleBook.ZoneUnknown, "is used although a zone to leave out is not named");
            }
            else if (covered && flag.Zones.Any(zone => !step.LeaveOut.Contains(zone)))
            {
                Report(RuleBook.ZoneLeftOut, "does not leave out a zone");
            }
        }

        foreach (var sun in facts.Suns)
        {
            if (sun.Burn && date >= sun.From && date <= sun.Until.AddDays(7))
            {
                Report(RuleBook.Sunburn, "falls on sunburn");
            }
            else if (!sun.Burn && product.LightSensitising() != Degree.No && date >= sun.Before(3) && date <= sun.Until)
            {
                Report(RuleBook.StrongSun, "falls on strong sun");
            }
        }

        if (facts.File.Occasions.Any(occasion => date <= occasion.On && date.AddDays(3) >= occasion.On))
        {
            Report(RuleBook.Occasion, "is in the 3 days before an occasion");
        }
    }
}
