using OatPath.Core.Shelf;

namespace OatPath.Core.Routine;

/// <summary>The places of a routine in their order, morning and evening alike.</summary>
/// <remarks>Source: trade convention: rinse first, then thin to thick, sunscreen last.</remarks>
public enum RoutineSlot
{
    Steam,
    EyeRemover,
    FirstCleanse,
    Brush,
    Cleanse,

    /// <summary>Steam where the house has it after the cleanse.</summary>
    LateSteam,
    WetExfoliation,
    Blade,

    /// <summary>The plain serum that needles glide on.</summary>
    Glide,
    Device,
    Mask,
    Peel,
    Prep,
    CalmingToner,
    Acid,
    Antioxidant,
    Serum,
    Niacinamide,
    Treatment,
    LateMask,
    Eye,
    Neck,
    Moisturiser,
    Oil,
    Occlusive,
    Lips,
    Sunscreen,
}

public static class RoutineSlots
{
    /// <summary>The slot of a kind, or null for what has no place in an everyday routine.</summary>
    public static RoutineSlot? Of(ProductKind kind) =>
        kind switch
        {
            ProductKind.EyeMakeUpRemover => RoutineSlot.EyeRemover,
            ProductKind.OilCleanser or ProductKind.BalmCleanser or ProductKind.MicellarWater => RoutineSlot.FirstCleanse,
            ProductKind.GelCleanser or ProductKind.FoamCleanser or ProductKind.CreamCleanser => RoutineSlot.Cleanse,
            ProductKind.ExfoliatingCleanser or ProductKind.Enzyme or ProductKind.Scrub or ProductKind.Mitt or ProductKind.Razor =>
                RoutineSlot.WetExfoliation,
            ProductKind.FacialSteamer => RoutineSlot.Steam,
            ProductKind.CleansingBrush => RoutineSlot.Brush,
            ProductKind.GalvanicDevice
            or ProductKind.MicrocurrentDevice
            or ProductKind.IonCleanser
            or ProductKind.WarmColdPlate
            or ProductKind.LightMask
            or ProductKind.RadioFrequencyDevice
            or ProductKind.MuscleTool
            or ProductKind.NanoTip
            or ProductKind.NeedleRoller
            or ProductKind.OtherDevice => RoutineSlot.Device,
            ProductKind.UltrasonicBlade => RoutineSlot.Blade,
            ProductKind.ClayMask or ProductKind.SoothingMask or ProductKind.HydratingMask or ProductKind.ScrubMask => RoutineSlot.Mask,
            ProductKind.WashOffPeel => RoutineSlot.Peel,
            ProductKind.CalmingToner => RoutineSlot.CalmingToner,
            ProductKind.ExfoliatingToner or ProductKind.PeelPad or ProductKind.LeaveOnAcidLiquid or ProductKind.LeaveOnAcidGel =>
                RoutineSlot.Acid,
            ProductKind.AntioxidantSerum => RoutineSlot.Antioxidant,
            ProductKind.PigmentSerum or ProductKind.HydratingSerum => RoutineSlot.Serum,
            ProductKind.NiacinamideSerum => RoutineSlot.Niacinamide,
            ProductKind.AzelaicSuspension or ProductKind.Retinoid or ProductKind.BenzoylPeroxide or ProductKind.SpotTreatment =>
                RoutineSlot.Treatment,
            ProductKind.EyeGel => RoutineSlot.Eye,
            ProductKind.NeckCream => RoutineSlot.Neck,
            ProductKind.Moisturiser or ProductKind.MoisturiserWithSpf => RoutineSlot.Moisturiser,
            ProductKind.FaceOil => RoutineSlot.Oil,
            ProductKind.OcclusiveBalm => RoutineSlot.Occlusive,
            ProductKind.LipBalm => RoutineSlot.Lips,
            ProductKind.SunscreenFluid or ProductKind.SunscreenTinted => RoutineSlot.Sunscreen,
            _ => null,
        };

    /// <summary>Rinsed steps stand before everything that stays on, and sunscreen after everything: no hand order moves across.</summary>
    public static int Phase(RoutineSlot slot) =>
        slot switch
        {
            <= RoutineSlot.Peel => 0,
            RoutineSlot.Sunscreen => 2,
            _ => 1,
        };
}
