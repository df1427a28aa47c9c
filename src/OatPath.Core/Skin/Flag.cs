namespace OatPath.Core.Skin;

/// <summary>Answers at Meet that change what may be planned.</summary>
public enum FlagKind
{
    Pregnancy,
    Breastfeeding,
    Isotretinoin,
    PrescriptionRetinoid,
    KeloidTendency,
    ColdSoreActive,
    ColdSoreHistory,
    SkinFlare,
    EczemaProneZone,
    Rosacea,
    Melasma,
    DarkOrPalePatch,
    OpenSkin,
    ActiveBreakouts,
    Sunburn,
    StrongSun,
    PhotosensitisingMedicine,
    BloodThinning,
    Diabetes,
    ImmuneSuppression,
    ImplantedElectronics,
    HeartRhythm,
    Epilepsy,
    MetalInFace,
    LightSensitiveEyes,
    RecentFiller,
    HairRemoval,
    CauseBeyondProducts,
    NeverUsedAcid,
    DrySpell,
    Illness,
}

/// <summary>One answer with the days and zones it holds for.</summary>
public sealed record Flag
{
    public required FlagKind Kind { get; init; }

    /// <summary>First day it holds; null means always.</summary>
    public DateOnly? From { get; init; }

    /// <summary>Last day it holds; null means until it is taken back.</summary>
    public DateOnly? Until { get; init; }

    public IReadOnlyList<FaceZone> Zones { get; init; } = [];
    public string Note { get; init; } = "";

    /// <summary>Told in a report of what had already happened: it counts from its day on and asks for no days before it.</summary>
    internal bool Told { get; init; }

    /// <summary>The first day of the span before it that it asks for.</summary>
    /// <param name="days">Days kept clear before something that was known ahead.</param>
    internal DateOnly? Since(int days) => Told ? From : From?.AddDays(-days);

    public bool Covers(DateOnly day) => (From is null || From <= day) && (Until is null || day <= Until);

    public bool Equals(Flag? other) =>
        other is not null
        && Kind == other.Kind
        && From == other.From
        && Until == other.Until
        && Note == other.Note
        && Told == other.Told
        && Zones.SequenceEqual(other.Zones);

    public override int GetHashCode() => HashCode.Combine(Kind, From, Until);
}

/// <summary>What an answer forbids or asks for, in words for the practitioner.</summary>
/// <remarks>Source: trade convention; the clinician's and the label's word come first.</remarks>
public sealed record FlagEffect(FlagKind Kind, string Title, string Effect, bool AsksDates = false, bool AsksZones = false)
{
    /// <summary>Answers that keep a peel off, hold it back or change it.</summary>
    private static readonly HashSet<FlagKind> ForPeels =
    [
        FlagKind.Pregnancy,
        FlagKind.Isotretinoin,
        FlagKind.PrescriptionRetinoid,
        FlagKind.KeloidTendency,
        FlagKind.ColdSoreHistory,
        FlagKind.Rosacea,
        FlagKind.Sunburn,
        FlagKind.StrongSun,
        FlagKind.PhotosensitisingMedicine,
        FlagKind.BloodThinning,
        FlagKind.Diabetes,
        FlagKind.ImmuneSuppression,
        FlagKind.Illness,
    ];

    public bool ConcernsPeels => ForPeels.Contains(Kind);

    public static IReadOnlyList<FlagEffect> All { get; } =
    [
        new(
            FlagKind.Pregnancy,
            "Pregnant",
            "No retinoid, hydroquinone or resorcinol; salicylic acid only with a clinician's word; AHA only low and left on; no "
                + "electrical device; no peel beyond a weak lactic one by a clinician's word.",
            true
        ),
        new(FlagKind.Breastfeeding, "Breastfeeding", "As in pregnancy for retinoids, hydroquinone, resorcinol and salicylic acid.", true),
        new(
            FlagKind.Isotretinoin,
            "Isotretinoin now or within 6 months",
            "No acid, retinoid, peel, needling, razor or wax; a gentle routine.",
            true
        ),
        new(
            FlagKind.PrescriptionRetinoid,
            "Prescription retinoid",
            "Counts as an active; stops 7 days before any peel, with the prescriber asked.",
            true
        ),
        new(FlagKind.KeloidTendency, "Keloid tendency", "No needling; no peel beyond a weak kit."),
        new(FlagKind.ColdSoreActive, "Cold sore now", "Repair routine only, until healed.", true),
        new(FlagKind.ColdSoreHistory, "Cold sores before", "No peel or needling until a clinician has advised on cover."),
        new(FlagKind.SkinFlare, "Flare of eczema, dermatitis or psoriasis", "Repair routine only; refer.", true),
        new(FlagKind.EczemaProneZone, "Eczema-prone zone", "Actives are left out of that zone.", false, true),
        new(
            FlagKind.Rosacea,
            "Rosacea, even calm",
            "No scrub, steam, heat device or ultrasonic edge; azelaic or PHA first; peel by a practitioner only."
        ),
        new(FlagKind.Melasma, "Melasma", "Pigment plan first; mandelic, lactic or azelaic before glycolic; tinted sunscreen; avoid heat."),
        new(
            FlagKind.DarkOrPalePatch,
            "Dark or pale patch after a peel",
            "Pigment plan first; mandelic, lactic or azelaic before glycolic; tinted sunscreen."
        ),
        new(
            FlagKind.OpenSkin,
            "Open wound, picked spot, scratch, burn, nick",
            "That zone is left out by acids, razor and needle until closed.",
            true,
            true
        ),
        new(FlagKind.ActiveBreakouts, "Active breakouts", "No needling or razor over them; acids yes; no massage, no squeezing at home."),
        new(FlagKind.Sunburn, "Sunburn", "Actives pause until 7 days after; no new active, no peel.", true),
        new(
            FlagKind.StrongSun,
            "Strong sun ahead or lately",
            "Acids and retinoids pause 3 days before and during; no new active within 7 days; no peel.",
            true
        ),
        new(
            FlagKind.PhotosensitisingMedicine,
            "Photosensitising medicine",
            "Clinician's word before peel or needling; no light mask.",
            true
        ),
        new(FlagKind.BloodThinning, "Blood-thinning medicine", "Clinician's word before peel or needling.", true),
        new(FlagKind.Diabetes, "Diabetes", "Clinician's word before peel or needling."),
        new(FlagKind.ImmuneSuppression, "Immune suppression", "Clinician's word before peel or needling.", true),
        new(FlagKind.ImplantedElectronics, "Implanted electronics", "No electrical device."),
        new(FlagKind.HeartRhythm, "Heart rhythm trouble", "No electrical device."),
        new(FlagKind.Epilepsy, "Epilepsy", "No electrical device, no light mask."),
        new(FlagKind.MetalInFace, "Metal in the face", "No electrical device."),
        new(FlagKind.LightSensitiveEyes, "Light-sensitive eye disease", "No light mask."),
        new(FlagKind.RecentFiller, "Filler or muscle relaxant", "No device, massage tool or needling there for 14 days.", true, true),
        new(FlagKind.HairRemoval, "Waxing, threading, hair-removal cream", "No acid or retinoid there 3 days either side.", true, true),
        new(FlagKind.CauseBeyondProducts, "Cause a product cannot reach", "Say so, promise nothing, suggest whom to ask."),
        new(FlagKind.NeverUsedAcid, "Never used an acid", "Beginner everywhere; patch test first."),
        new(FlagKind.DrySpell, "Dry spell: tight, cold or heated air", "Every active stays at its rung until it is over.", true),
        new(
            FlagKind.Illness,
            "Ill: fever, infection, run down",
            "Actives rest until it is over and come back one rung lower; no peel.",
            true
        ),
    ];

    public static FlagEffect Of(FlagKind kind) => All[(int)kind];
}
