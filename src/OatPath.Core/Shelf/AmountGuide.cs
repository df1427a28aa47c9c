namespace OatPath.Core.Shelf;

/// <summary>Usual amounts for face and neck.</summary>
/// <remarks>Source: trade convention; sunscreen from 2 mg per square cm over face and neck, about half a teaspoon.</remarks>
public static class AmountGuide
{
    public static Amount For(Product product) => product.Amount ?? ForKind(product);

    /// <summary>Liquid on one cotton pad, mL.</summary>
    /// <remarks>House default.</remarks>
    private const decimal PadMl = 2m;

    /// <summary>Millilitres of an amount out of this product's own dispenser; zero for pieces.</summary>
    public static decimal Millilitres(Product product, Amount amount) =>
        amount.Unit == AmountUnit.Pad && product.ContentMl is not null && product.Pieces is null ? amount.Count * (product.UnitMl ?? PadMl)
        : amount.IsCounted ? 0
        : amount.Count * (product.UnitMl is { } unit && amount.Unit != AmountUnit.Millilitre ? unit : Amount.MillilitresIn(amount.Unit));

    private static Amount ForKind(Product product) =>
        product.Kind switch
        {
            ProductKind.FoamCleanser => new(3, AmountUnit.FoamPump),
            ProductKind.GelCleanser or ProductKind.CreamCleanser => product.Dispenser == Dispenser.LotionPump
                ? new(2, AmountUnit.LotionPump)
                : new(1, AmountUnit.Coin),
            ProductKind.ExfoliatingCleanser => new(1, AmountUnit.Pea),
            ProductKind.OilCleanser => new(2, AmountUnit.LotionPump),
            ProductKind.BalmCleanser => new(1, AmountUnit.Coin),
            ProductKind.EyeMakeUpRemover or ProductKind.MicellarWater or ProductKind.PeelPad => new(1, AmountUnit.Pad),
            ProductKind.PhPrep or ProductKind.CalmingToner or ProductKind.ExfoliatingToner => new(1, AmountUnit.Coin),
            ProductKind.Scrub => new(1, AmountUnit.Coin),
            ProductKind.Enzyme => product.Dispenser == Dispenser.Powder ? new(0.5m, AmountUnit.Teaspoon) : new(5, AmountUnit.Millilitre),
            ProductKind.ClayMask => new(7, AmountUnit.Millilitre),
            ProductKind.SoothingMask or ProductKind.HydratingMask => new(5, AmountUnit.Millilitre),
            ProductKind.ScrubMask => new(3, AmountUnit.Millilitre),
            ProductKind.AzelaicSuspension
            or ProductKind.Moisturiser
            or ProductKind.NeckCream
            or ProductKind.OcclusiveBalm
            or ProductKind.Retinoid
            or ProductKind.BenzoylPeroxide => Dispensed(product, new(1, AmountUnit.Pea)),
            ProductKind.EyeGel => new(0.5m, AmountUnit.Pea),
            ProductKind.FaceOil => new(3, AmountUnit.Drop),
            ProductKind.SunscreenFluid or ProductKind.SunscreenTinted or ProductKind.MoisturiserWithSpf => new(0.5m, AmountUnit.Teaspoon),
            ProductKind.ConductiveGel => new(1, AmountUnit.Vial),
            ProductKind.AntisepticSpray or ProductKind.HydratingMist => new(2, AmountUnit.Spray),
            ProductKind.LipBalm => new(1, AmountUnit.Swipe),
            ProductKind.SpotPatch
            or ProductKind.Razor
            or ProductKind.UltrasonicBlade
            or ProductKind.CleansingBrush
            or ProductKind.FacialSteamer
            or ProductKind.GalvanicDevice
            or ProductKind.MicrocurrentDevice
            or ProductKind.IonCleanser
            or ProductKind.WarmColdPlate
            or ProductKind.LightMask
            or ProductKind.DeviceTip
            or ProductKind.Mitt
            or ProductKind.NanoTip
            or ProductKind.NeedleRoller
            or ProductKind.RadioFrequencyDevice
            or ProductKind.MuscleTool
            or ProductKind.OtherDevice
            or ProductKind.CottonPads => new(1, AmountUnit.Piece),
            ProductKind.Gloves => new(1, AmountUnit.Piece),
            ProductKind.SunscreenPowder => new(2, AmountUnit.Swipe),
            ProductKind.WashOffPeel => new(1.5m, AmountUnit.Millilitre),
            ProductKind.Neutraliser => new(5, AmountUnit.Millilitre),
            ProductKind.SpotTreatment => new(0.25m, AmountUnit.Pea),
            _ => Dispensed(product, new(1, AmountUnit.Pea)),
        };

    private static Amount Dispensed(Product product, Amount otherwise) =>
        product.Dispenser switch
        {
            Dispenser.Pipette => new(product.Flow == 1 ? 5 : 3, AmountUnit.Drop),
            Dispenser.TreatmentPump => new(2, AmountUnit.TreatmentPump),
            Dispenser.WideNeck when product.Flow == 1 => new(6, AmountUnit.Drop),
            Dispenser.LotionPump => new(1, AmountUnit.LotionPump),
            Dispenser.Jar => otherwise,
            Dispenser.Pad => new(1, AmountUnit.Pad),
            _ => otherwise,
        };
}
