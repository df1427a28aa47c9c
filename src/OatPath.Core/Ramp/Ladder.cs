using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Ramp;

/// <summary>The rungs an active is raised by, one at a time.</summary>
/// <param name="Id">Names the ladder in data and in docs/method.md.</param>
/// <param name="Rungs">Mildest first.</param>
/// <param name="StartRung">Index of the rung a start or a restart takes.</param>
/// <param name="HoldDays">Days at a rung before the next may be asked; 0 where there is nothing to climb.</param>
public sealed record Ladder(string Id, string Title, IReadOnlyList<Frequency> Rungs, int StartRung, int HoldDays)
{
    public Frequency this[int rung] => Rungs[rung];

    public int Top => Rungs.Count - 1;

    /// <summary>The ladder a product climbs for this client, or null when it is not planned by a ladder.</summary>
    /// <remarks>Source: trade convention, start and hold by house rules; sensitive and reactive skin starts at the entry rung and holds longer.</remarks>
    public static Ladder? For(Product product, Intake intake, HouseRules rules)
    {
        var gentle = intake.Sensitivity >= Sensitivity.Sensitive;
        var acidStart = gentle ? 0 : rules.AcidStartEvenings - 1;
        int Hold(int days) => gentle ? Math.Max(days, rules.SensitiveHoldDays) : days;

        return product.Kind switch
        {
            ProductKind.Scrub or ProductKind.ScrubMask or ProductKind.Razor or ProductKind.UltrasonicBlade or ProductKind.Enzyme or ProductKind.ClayMask
                or ProductKind.SoothingMask or ProductKind.HydratingMask => new("weekly-extra", "weekly extra", [Frequency.OnceAWeek], 0, 0),
            _ when product.IsDevice() => new("device", "device", [DeviceFrequency(product, gentle)], 0, 0),
            _ when product.IsAcidCleanser() => new("exfoliating-cleanser", "exfoliating cleanser",
                [Frequency.OnceAWeek, Frequency.TwiceAWeek], gentle || intake.SkinType == SkinType.Dry ? 0 : 1, Hold(rules.AcidHoldDays)),
            _ when !product.IsActive() => null,
            ProductKind.PeelPad => new("peel-pad", "peel pad", [Frequency.OnceAWeek, Frequency.TwiceAWeek, Frequency.ThreeAWeek], 0, Hold(21)),
            _ when product.Has(Family.Retinoid) => new("retinoid", "retinoid", AllRungs, 0, Hold(14)),
            _ when product.IsAcid() => new("leave-on-acid", "leave-on acid", AllRungs, acidStart, Hold(rules.AcidHoldDays)),
            _ when product.Has(Family.BenzoylPeroxide) => new("benzoyl-peroxide", "benzoyl peroxide", AllRungs, acidStart, Hold(rules.AcidHoldDays)),
            _ when product.Has(Family.Azelaic) => new("azelaic", "azelaic acid",
                [Frequency.OnceAWeek, Frequency.ThreeAWeek, Frequency.EveryOther, Frequency.EveryDay], gentle ? 0 : 1, Hold(rules.AcidHoldDays)),
            _ => new("daily-active", "daily active", [Frequency.EveryOther, Frequency.EveryDay], gentle ? 0 : 1, Hold(rules.AcidHoldDays)),
        };
    }

    /// <summary>How often a device is used when nothing else is agreed.</summary>
    /// <remarks>House default: galvanic 2, microcurrent 3, plate 3, brush 2 (sensitive skin 1), light mask 2, ion cleansing and steam 1 a week; the label comes first.</remarks>
    private static Frequency DeviceFrequency(Product product, bool gentle) => product.Kind switch
    {
        ProductKind.MicrocurrentDevice or ProductKind.WarmColdPlate => Frequency.ThreeAWeek,
        ProductKind.GalvanicDevice or ProductKind.LightMask => Frequency.TwiceAWeek,
        ProductKind.CleansingBrush when !gentle => Frequency.TwiceAWeek,
        _ => Frequency.OnceAWeek,
    };

    private static readonly Frequency[] AllRungs =
        [Frequency.OnceAWeek, Frequency.TwiceAWeek, Frequency.ThreeAWeek, Frequency.EveryOther, Frequency.EveryDay];
}
