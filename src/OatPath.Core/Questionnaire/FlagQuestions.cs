using OatPath.Core.Skin;

namespace OatPath.Core.Questionnaire;

/// <summary>One answer of Meet in the client's own words, as it is ticked on the phone.</summary>
/// <param name="From">How its first day is asked; null where no day is asked.</param>
/// <param name="NeedsDay">Whether it means nothing without its day.</param>
public sealed record FlagQuestion(FlagKind Kind, string Words, string? From = null, bool NeedsDay = false);

/// <summary>Every answer of Meet that a client can give, once.</summary>
/// <remarks>
/// Source: the answers are trade convention; the words are the house's. A cause that products cannot reach is for the practitioner to
/// judge and is not asked.
/// </remarks>
public static class FlagQuestions
{
    private const string SinceWhen = "Since when? Leave it empty if it was always so.";
    private const string Which = "On which day, or from which day?";

    public static IReadOnlyList<FlagQuestion> All { get; } =
    [
        new(FlagKind.Pregnancy, "I am pregnant, or may be", SinceWhen),
        new(FlagKind.Breastfeeding, "I am breastfeeding", SinceWhen),
        new(FlagKind.Isotretinoin, "I take isotretinoin, a capsule against acne, or did in the last 6 months", SinceWhen),
        new(FlagKind.PrescriptionRetinoid, "I use a vitamin A cream that a doctor prescribed", SinceWhen),
        new(FlagKind.KeloidTendency, "My scars grow thick and raised"),
        new(FlagKind.ColdSoreActive, "A cold sore, or the tingle of one", SinceWhen),
        new(FlagKind.ColdSoreHistory, "I have had cold sores before"),
        new(FlagKind.SkinFlare, "A flare of eczema, dermatitis or psoriasis", SinceWhen),
        new(FlagKind.EczemaProneZone, "A place that gets eczema, or is dry again and again"),
        new(FlagKind.Rosacea, "Rosacea, also while it is calm"),
        new(FlagKind.Melasma, "Brown patches that came with sun, a pregnancy or the pill"),
        new(FlagKind.DarkOrPalePatch, "A dark or pale patch after a peel or a treatment"),
        new(FlagKind.OpenSkin, "Something open: a picked spot, a scratch, a burn, a nick", SinceWhen),
        new(FlagKind.ActiveBreakouts, "Spots that are inflamed now"),
        new(FlagKind.Sunburn, "Sunburn", Which, true),
        new(FlagKind.StrongSun, "Strong sun in the last week, or ahead: a holiday, the mountains", Which, true),
        new(FlagKind.PhotosensitisingMedicine, "A medicine that makes skin sensitive to light", SinceWhen),
        new(FlagKind.BloodThinning, "A medicine that thins the blood", SinceWhen),
        new(FlagKind.Diabetes, "Diabetes"),
        new(FlagKind.ImmuneSuppression, "A medicine that weakens my defences", SinceWhen),
        new(FlagKind.ImplantedElectronics, "A pacemaker, or another implant with electronics"),
        new(FlagKind.HeartRhythm, "Trouble with the rhythm of my heart"),
        new(FlagKind.Epilepsy, "Epilepsy"),
        new(FlagKind.MetalInFace, "Metal in my face: plates, pins, wires"),
        new(FlagKind.LightSensitiveEyes, "An eye disease that light makes worse"),
        new(FlagKind.RecentFiller, "Filler or a muscle relaxant in the face, lately or booked", Which, true),
        new(FlagKind.HairRemoval, "Waxing, threading or hair-removal cream on the face, lately or booked", Which, true),
        new(FlagKind.NeverUsedAcid, "I have never used an acid on my face"),
        new(FlagKind.DrySpell, "It is tight and dry, from cold or heated air", SinceWhen),
        new(FlagKind.Illness, "I am ill: a fever, an infection, run down", Which, true),
    ];

    private static readonly Dictionary<FlagKind, FlagQuestion> ByKind = All.ToDictionary(row => row.Kind);

    /// <summary>How an answer is ticked; null where clients are not asked for it.</summary>
    public static FlagQuestion? Of(FlagKind kind) => ByKind.GetValueOrDefault(kind);

    /// <summary>What is asked in one group, in its order.</summary>
    public static IEnumerable<FlagQuestion> Of(MeetGroup group) => All.Where(row => MeetGroups.Of(row.Kind) == group);

    /// <summary>Whether day or place is asked after the tick.</summary>
    public static bool AsksAfter(FlagKind kind) => Of(kind)?.From is not null || FlagEffect.Of(kind).AsksZones;
}
