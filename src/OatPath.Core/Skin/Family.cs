namespace OatPath.Core.Skin;

/// <summary>Active families: what a substance does to skin decides every rule about it.</summary>
public enum Family
{
    Aha,
    Pha,
    Bha,
    Azelaic,
    Retinoid,
    AscorbicAcid,
    VitaminCDerivative,
    BenzoylPeroxide,
    Enzyme,
    PigmentInhibitor,
    Hydroquinone,
    Supportive,
    ByHand,
    SalonOnly,
}

/// <summary>How far something is true of a family.</summary>
public enum Degree
{
    No,
    Mild,
    Yes,
}

public enum PregnancyRule
{
    Allowed,
    LowLeaveOnOnly,
    ClinicianWord,
    Ask,
    Never,
}

/// <summary>What a family is known for.</summary>
/// <remarks>Source: trade convention, as tabled in docs/method.md.</remarks>
public sealed record FamilyTraits(
    Degree Irritant,
    Degree LightSensitising,
    bool Exfoliates,
    bool StopsBeforePeel,
    PregnancyRule Pregnancy,
    string Title
)
{
    public static FamilyTraits Of(Family family) =>
        family switch
        {
            Family.Aha => new(Degree.Yes, Degree.Yes, true, true, PregnancyRule.LowLeaveOnOnly, "AHA"),
            Family.Pha => new(Degree.Mild, Degree.Mild, true, true, PregnancyRule.Allowed, "PHA"),
            Family.Bha => new(Degree.Yes, Degree.Mild, true, true, PregnancyRule.ClinicianWord, "BHA"),
            Family.Azelaic => new(Degree.Mild, Degree.No, false, true, PregnancyRule.Allowed, "azelaic acid"),
            Family.Retinoid => new(Degree.Yes, Degree.Yes, false, true, PregnancyRule.Never, "retinoid"),
            Family.AscorbicAcid => new(Degree.Yes, Degree.No, false, true, PregnancyRule.Allowed, "L-ascorbic acid"),
            Family.VitaminCDerivative => new(Degree.No, Degree.No, false, true, PregnancyRule.Allowed, "vitamin C derivative"),
            Family.BenzoylPeroxide => new(Degree.Yes, Degree.Mild, false, true, PregnancyRule.Ask, "benzoyl peroxide"),
            Family.Enzyme => new(Degree.Mild, Degree.No, true, true, PregnancyRule.Allowed, "enzyme"),
            Family.PigmentInhibitor => new(Degree.Mild, Degree.No, false, false, PregnancyRule.Allowed, "pigment inhibitor"),
            Family.Hydroquinone => new(Degree.Mild, Degree.No, false, false, PregnancyRule.Never, "hydroquinone"),
            Family.Supportive => new(Degree.No, Degree.No, false, false, PregnancyRule.Allowed, "supportive"),
            Family.ByHand => new(Degree.Yes, Degree.No, true, true, PregnancyRule.Allowed, "by hand"),
            Family.SalonOnly => new(Degree.Yes, Degree.Yes, true, true, PregnancyRule.Never, "salon only"),
            _ => throw new ArgumentOutOfRangeException(nameof(family)),
        };

    /// <summary>The exfoliating acids whose evenings are counted as acid evenings.</summary>
    public static bool IsAcid(Family family) => family is Family.Aha or Family.Pha or Family.Bha;
}
