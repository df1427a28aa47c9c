using OatPath.Core.House;

namespace OatPath.Core.Shelf;

public enum SkinState { Any, Dry, Damp, Wet }

public enum Removal { None, Rinse, DampPad, WarmFlannel, SoakedChamois, CottonRounds }

/// <summary>What a kind of product is used for, which decides where it may be planned.</summary>
public enum KindUse
{
    /// <summary>Every day in its moments.</summary>
    Daily,

    /// <summary>A few times a week, placed like an active.</summary>
    Extra,

    /// <summary>Only in a planned session, never in the everyday routine.</summary>
    Session,

    /// <summary>On hand, used when needed.</summary>
    OnHand,
}

/// <summary>Defaults of a product kind.</summary>
/// <param name="LeaveOn">False when it is rinsed or wiped off.</param>
/// <param name="Runniness">1 (water) to 5 (balm).</param>
/// <param name="WaitSeconds">Wait after it before the next step.</param>
/// <param name="HoldSeconds">How long it is worked in or left on before removal, for rinsed kinds.</param>
/// <remarks>Source: trade convention and house defaults.</remarks>
public sealed record KindTraits(
    string Title,
    KindUse Use,
    bool LeaveOn,
    int Runniness,
    bool Morning,
    bool Evening,
    SkinState Wants,
    Removal Removal,
    int WaitSeconds = 0,
    int HoldSeconds = 0,
    bool ByHand = false)
{
    private static readonly KindTraits[] Table = [.. Enum.GetValues<ProductKind>().Select(Describe)];

    public static KindTraits Of(ProductKind kind) => Table[(int)kind];

    public bool In(Moment moment) => moment == Moment.Morning ? Morning : Evening;

    private static KindTraits Describe(ProductKind kind) => kind switch
    {
        ProductKind.EyeMakeUpRemover => new("eye make-up remover", KindUse.Daily, false, 1, false, true, SkinState.Dry, Removal.CottonRounds, 0, 20),
        ProductKind.OilCleanser => new("oil cleanser", KindUse.Daily, false, 3, false, true, SkinState.Dry, Removal.Rinse, 0, 45),
        ProductKind.BalmCleanser => new("balm cleanser", KindUse.Daily, false, 5, false, true, SkinState.Dry, Removal.Rinse, 0, 45),
        // Made to be left on, it leaves a film; here a cleanse with water follows.
        ProductKind.MicellarWater => new("micellar water", KindUse.Daily, false, 1, false, true, SkinState.Dry, Removal.CottonRounds, 0, 30),
        ProductKind.GelCleanser => new("gel cleanser", KindUse.Daily, false, 2, true, true, SkinState.Wet, Removal.Rinse, 0, 45),
        ProductKind.FoamCleanser => new("foam cleanser", KindUse.Daily, false, 2, true, true, SkinState.Wet, Removal.Rinse, 0, 45),
        ProductKind.CreamCleanser => new("cream cleanser", KindUse.Daily, false, 4, true, true, SkinState.Damp, Removal.WarmFlannel, 0, 45),
        ProductKind.ExfoliatingCleanser => new("exfoliating cleanser", KindUse.Extra, false, 2, false, true, SkinState.Wet, Removal.Rinse, 0, 45),
        ProductKind.PhPrep => new("degreaser or pH prep", KindUse.Session, true, 1, false, true, SkinState.Dry, Removal.None, 60),
        ProductKind.CalmingToner => new("calming toner", KindUse.Daily, true, 1, true, true, SkinState.Any, Removal.None),
        ProductKind.ExfoliatingToner => new("exfoliating toner", KindUse.Daily, true, 1, false, true, SkinState.Dry, Removal.None, 45),
        ProductKind.PeelPad => new("peel pad", KindUse.Daily, true, 1, false, true, SkinState.Dry, Removal.None, 45),
        ProductKind.LeaveOnAcidLiquid => new("leave-on acid", KindUse.Daily, true, 1, false, true, SkinState.Dry, Removal.None, 45),
        ProductKind.LeaveOnAcidGel => new("leave-on acid gel", KindUse.Daily, true, 2, false, true, SkinState.Dry, Removal.None, 45),
        ProductKind.WashOffPeel => new("wash-off peel", KindUse.Session, false, 2, false, true, SkinState.Dry, Removal.Rinse),
        ProductKind.Enzyme => new("enzyme exfoliant", KindUse.Extra, false, 3, false, true, SkinState.Damp, Removal.Rinse, 0, 120),
        ProductKind.Scrub => new("scrub", KindUse.Extra, false, 4, false, true, SkinState.Wet, Removal.Rinse, 0, 60, true),
        ProductKind.Mitt => new("exfoliating mitt", KindUse.Extra, false, 1, false, true, SkinState.Wet, Removal.Rinse, 0, 60, true),
        ProductKind.ClayMask => new("clay mask", KindUse.Extra, false, 4, false, true, SkinState.Damp, Removal.WarmFlannel, 0, 900),
        ProductKind.SoothingMask => new("soothing mask", KindUse.Extra, false, 3, false, true, SkinState.Damp, Removal.Rinse, 0, 600),
        ProductKind.HydratingMask => new("hydrating mask", KindUse.Extra, false, 3, false, true, SkinState.Damp, Removal.Rinse, 0, 600),
        ProductKind.ScrubMask => new("scrub mask", KindUse.Extra, false, 4, false, true, SkinState.Damp, Removal.Rinse, 0, 600, true),
        ProductKind.AntioxidantSerum => new("antioxidant serum", KindUse.Daily, true, 1, true, false, SkinState.Any, Removal.None),
        ProductKind.PigmentSerum => new("pigment serum", KindUse.Daily, true, 2, true, true, SkinState.Any, Removal.None),
        ProductKind.NiacinamideSerum => new("niacinamide serum", KindUse.Daily, true, 2, true, true, SkinState.Any, Removal.None),
        ProductKind.HydratingSerum => new("hydrating serum", KindUse.Daily, true, 2, true, true, SkinState.Damp, Removal.None),
        ProductKind.SpotTreatment => new("spot treatment", KindUse.Daily, true, 2, false, true, SkinState.Dry, Removal.None),
        ProductKind.SpotPatch => new("spot patch", KindUse.OnHand, true, 3, false, true, SkinState.Dry, Removal.None),
        ProductKind.AzelaicSuspension => new("azelaic suspension", KindUse.Daily, true, 3, true, true, SkinState.Dry, Removal.None, 60),
        ProductKind.BenzoylPeroxide => new("benzoyl peroxide", KindUse.Daily, true, 3, false, true, SkinState.Dry, Removal.None),
        ProductKind.Retinoid => new("retinoid", KindUse.Daily, true, 3, false, true, SkinState.Dry, Removal.None),
        ProductKind.EyeGel => new("eye gel", KindUse.Daily, true, 2, true, true, SkinState.Any, Removal.None),
        ProductKind.NeckCream => new("neck cream", KindUse.Daily, true, 4, true, true, SkinState.Any, Removal.None),
        ProductKind.Moisturiser => new("moisturiser", KindUse.Daily, true, 4, true, true, SkinState.Any, Removal.None),
        ProductKind.MoisturiserWithSpf => new("moisturiser with SPF", KindUse.Daily, true, 4, true, false, SkinState.Any, Removal.None),
        ProductKind.FaceOil => new("face oil", KindUse.Daily, true, 4, false, true, SkinState.Any, Removal.None),
        ProductKind.OcclusiveBalm => new("occlusive balm", KindUse.Daily, true, 5, false, true, SkinState.Any, Removal.None),
        ProductKind.SunscreenFluid => new("sunscreen", KindUse.Daily, true, 3, true, false, SkinState.Any, Removal.None, 600),
        ProductKind.SunscreenTinted => new("tinted sunscreen", KindUse.Daily, true, 3, true, false, SkinState.Any, Removal.None, 180),
        ProductKind.SunscreenPowder => new("sunscreen powder", KindUse.OnHand, true, 1, true, false, SkinState.Dry, Removal.None),
        ProductKind.Neutraliser => new("neutraliser", KindUse.Session, false, 1, false, true, SkinState.Any, Removal.Rinse),
        ProductKind.AloeGel => new("aloe gel", KindUse.OnHand, true, 2, true, true, SkinState.Any, Removal.None),
        ProductKind.AntisepticSpray => new("antiseptic spray", KindUse.OnHand, true, 1, false, true, SkinState.Any, Removal.None),
        ProductKind.ConductiveGel => new("conductive gel", KindUse.Session, false, 3, false, true, SkinState.Damp, Removal.DampPad),
        ProductKind.HydratingMist => new("hydrating mist", KindUse.OnHand, true, 1, true, true, SkinState.Any, Removal.None),
        ProductKind.LipBalm => new("lip balm", KindUse.Daily, true, 5, true, true, SkinState.Any, Removal.None),
        ProductKind.Razor => new("guarded face razor", KindUse.Extra, false, 1, false, true, SkinState.Damp, Removal.None, 0, 180, true),
        ProductKind.UltrasonicBlade => new("ultrasonic blade", KindUse.Extra, false, 1, false, true, SkinState.Wet, Removal.Rinse, 0, 180, true),
        ProductKind.CleansingBrush => new("cleansing brush", KindUse.Extra, false, 1, false, true, SkinState.Wet, Removal.None, 0, 80, true),
        ProductKind.FacialSteamer => new("facial steamer", KindUse.Extra, false, 1, false, true, SkinState.Any, Removal.None, 0, 300),
        ProductKind.GalvanicDevice => new("galvanic device", KindUse.Extra, false, 3, false, true, SkinState.Damp, Removal.DampPad, 0, 300),
        ProductKind.MicrocurrentDevice => new("microcurrent device", KindUse.Extra, false, 3, false, true, SkinState.Damp, Removal.DampPad, 0, 600),
        ProductKind.IonCleanser => new("ion cleansing device", KindUse.Extra, false, 1, false, true, SkinState.Damp, Removal.DampPad, 0, 165),
        ProductKind.WarmColdPlate => new("warm and cold plate", KindUse.Extra, false, 3, false, true, SkinState.Damp, Removal.DampPad, 0, 240),
        ProductKind.LightMask => new("light mask", KindUse.Extra, false, 1, false, true, SkinState.Dry, Removal.None, 0, 600),
        ProductKind.RadioFrequencyDevice => new("radio-frequency device", KindUse.Extra, false, 3, false, true, SkinState.Damp, Removal.DampPad),
        ProductKind.MuscleTool => new("electric muscle tool", KindUse.Extra, false, 3, false, true, SkinState.Damp, Removal.DampPad),
        ProductKind.NanoTip => new("nano tip device", KindUse.Extra, false, 1, false, true, SkinState.Dry, Removal.None, 0, 315, true),
        ProductKind.NeedleRoller => new("needle roller", KindUse.Extra, false, 1, false, true, SkinState.Dry, Removal.None, 0, 360, true),
        ProductKind.OtherDevice => new("other device", KindUse.Extra, false, 3, false, true, SkinState.Damp, Removal.DampPad),
        ProductKind.DeviceTip => new("device tip", KindUse.Session, false, 1, false, true, SkinState.Any, Removal.None),
        ProductKind.CottonPads => new("cotton pads", KindUse.OnHand, false, 1, true, true, SkinState.Any, Removal.None),
        ProductKind.Gloves => new("gloves", KindUse.OnHand, false, 1, true, true, SkinState.Any, Removal.None),
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };
}
