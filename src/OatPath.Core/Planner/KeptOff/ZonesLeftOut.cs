using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>Zones of the face that a product leaves out on a day.</summary>
internal sealed class ZonesLeftOut(Intake intake, RuleSwitch rule)
{
    private const int WaxDays = 3;

    public IReadOnlyList<FaceZone> Of(Product product, DateOnly day)
    {
        List<FaceZone>? zones = null;
        foreach (var flag in intake.Flags)
        {
            if (flag.Zones.Count > 0 && Concerns(flag, product, day) && rule.On(RuleBook.ZoneLeftOut))
            {
                (zones ??= []).AddRange(flag.Zones.Where(zone => !zones.Contains(zone)));
            }
        }

        if (product.Sheet is { NotOn.Count: > 0 } sheet)
        {
            (zones ??= []).AddRange(sheet.NotOn.Where(zone => !zones.Contains(zone)));
        }

        return zones ?? [];
    }

    /// <summary>Whether an answer that names zones is about this product on this day.</summary>
    public static bool Concerns(Flag flag, Product product, DateOnly day) =>
        flag.Kind switch
        {
            FlagKind.OpenSkin or FlagKind.EczemaProneZone => flag.Covers(day),
            FlagKind.HairRemoval => (product.IsAcid() || product.Has(Family.Retinoid))
                && flag.From is { } on
                && day >= on.AddDays(-WaxDays)
                && day <= (flag.Until ?? on).AddDays(WaxDays),
            FlagKind.ActiveBreakouts => (product.IsNeedle() || product.Kind == ProductKind.Razor) && flag.Covers(day),
            FlagKind.KeloidTendency => product.IsNeedle() && flag.Covers(day),
            _ => false,
        };
}
