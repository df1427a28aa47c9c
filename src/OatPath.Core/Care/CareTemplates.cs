using OatPath.Core.Skin;
using static OatPath.Core.Care.RestrictionKind;
using static OatPath.Core.CheckIn.CourseSign;

namespace OatPath.Core.Care;

/// <summary>The treatments as they ship: before, after, course, check-ins, interval.</summary>
/// <remarks>
/// Source: trade convention, strictest end. House defaults where convention names nothing: what irritates stops with the acids, devices and enzymes rest with what irritates,
/// swimming rests with sport, and a medium peel asks for the make-up, sport and heat of a superficial one.
/// </remarks>
public static class CareTemplates
{
    private static readonly FaceZone[] Mouth = [FaceZone.UpperLip, FaceZone.Chin];
    private static readonly FaceZone[] Middle = [FaceZone.BetweenBrows, FaceZone.LeftBrow, FaceZone.RightBrow, FaceZone.LeftCheek, FaceZone.RightCheek, FaceZone.Forehead];
    private static readonly FaceZone[] Edge = [FaceZone.Hairline, FaceZone.LeftTemple, FaceZone.RightTemple, FaceZone.LeftJaw, FaceZone.RightJaw];

    /// <summary>The course of a light peel, in the salon or with a kit at home.</summary>
    public static IReadOnlyList<CourseLine> LightPeel { get; } =
    [
        new(0, 0, "Pink and tight.", "Aloe tonight, then plain moisturiser as often as it feels tight.", [Pink, Warm, Tight], []),
        new(1, 1, "Tight and a little glossy.", "Cream cleanser, plain moisturiser, SPF 50.", [Pink, Tight], []),
        new(2, 2, "Tight; flakes begin round the mouth.", "Leave the flakes; more moisturiser.", [Tight, Flaking, Itch], Mouth),
        new(3, 3, "Flakes round the mouth; brows, cheeks and forehead follow.", "Let them fall by themselves. No picking, no rubbing.", [Tight, Flaking, Itch], [.. Mouth, .. Middle]),
        new(4, 5, "Flakes at brows, cheeks and forehead.", "Let them fall by themselves; mist or moisturiser when it is tight.", [Tight, Flaking, Itch], Middle),
        new(6, 7, "The last flakes at the hairline; then it is done.", "Go on gently; nothing that exfoliates yet.", [Tight, Flaking], Edge),
    ];

    /// <summary>The course of a stronger peel: it begins later and takes longer.</summary>
    public static IReadOnlyList<CourseLine> StrongPeel { get; } =
    [
        new(0, 1, "Red, warm and tight.", "Aloe the first evening only, then plain moisturiser as often as it is tight.", [Pink, Warm, Tight], []),
        new(2, 2, "Very tight, darker in places, like a film.", "Moisturise before it pulls; no stretching, no picking.", [Pink, Tight], []),
        new(3, 5, "Peels round the mouth first, then brows and cheeks.", "Leave what is loose; cut nothing, pull nothing.", [Tight, Flaking, Itch], [.. Mouth, .. Middle]),
        new(6, 8, "Peels at forehead, hairline and jaw.", "Leave it; an enzyme for loose skin is for the studio to do.", [Tight, Flaking, Itch], [FaceZone.Forehead, .. Edge]),
        new(9, 10, "The last loose skin goes; fresh and pink below.", "Shade, hat and SPF 50: new skin darkens fast.", [Tight, Flaking], Edge),
    ];

    private static readonly string[] AfterPeel = ["Cream cleanser, plain moisturiser, SPF 50 again every two hours outdoors.", "No picking and no forcing of flakes: it leaves marks.", "Dark spots where spots were: tell us, and never put more acid on them."];
    private static readonly string[] AfterNeedles = ["Plain serum and plain moisturiser only; nothing with fragrance or alcohol.", "A fresh pillowcase, clean hands, no hot water."];

    // After the courses and words it is made of: static fields are set in the order of the text.
    private static readonly Dictionary<TreatmentKind, CareTemplate> Defaults = Enum.GetValues<TreatmentKind>().ToDictionary(kind => kind, Describe);

    public static IReadOnlyList<CareTemplate> All { get; } = [.. Defaults.Values];

    /// <summary>The template a kind ships with.</summary>
    public static CareTemplate Of(TreatmentKind kind) => Defaults[kind];

    private static CareTemplate Describe(TreatmentKind kind) => kind switch
    {
        TreatmentKind.SuperficialPeel => Row(kind, "superficial peel", 28, 28, [1, 3, 7], [D(Irritants, 7), D(ByHand, 7), D(Devices, 7), D(Sun, 7), D(Waxing, 7)],
            [D(Irritants, 7), D(ByHand, 10), D(Enzyme, 7), D(Devices, 10), H(MakeUp, 24), H(Sport, 48), H(Heat, 48), H(Swimming, 48), D(Sun, 14), D(Waxing, 7)], LightPeel, AfterPeel, "Smoother from the second week; tone takes 4 to 8 weeks."),
        TreatmentKind.MediumPeel => Row(kind, "medium peel", 90, 90, [1, 3, 7], [D(Irritants, 7), D(ByHand, 7), D(Devices, 7), D(Sun, 7), D(Waxing, 7)],
            [D(Irritants, 14), D(ByHand, 14), D(Enzyme, 14), D(Devices, 14), H(MakeUp, 24), H(Sport, 48), H(Heat, 48), H(Swimming, 48), D(Sun, 28), D(Waxing, 14)], StrongPeel, AfterPeel, "Tone takes 4 to 8 weeks, marks months."),
        TreatmentKind.Dermaplaning => Row(kind, "dermaplaning", 28, 3, [1], [D(Irritants, 3)], [D(Irritants, 3), D(ByHand, 3), D(Enzyme, 3), D(Devices, 3), H(MakeUp, 24), D(Sun, 3)],
            [new(0, 0, "Smooth at once, perhaps a little pink.", "Plain moisturiser, SPF 50.", [Pink], []), new(1, 3, "Smooth.", "Gentle care until the third day is over.", [], [])], ["A nick: antiseptic, and leave it alone."], "At once."),
        TreatmentKind.NeedlingShallow => Row(kind, "needling up to 1.0 mm", 42, 7, [1, 4], [D(Irritants, 3), D(Devices, 3), D(Sun, 7)], [D(Irritants, 3), D(ByHand, 3), D(Enzyme, 3), D(Devices, 3), H(MakeUp, 24), H(Sport, 24), H(Heat, 24), H(Swimming, 24), D(Sun, 7)],
            [new(0, 0, "Pink like a mild sunburn, warm.", "Plain serum, nothing else tonight.", [Pink, Warm, Tight], []), new(1, 2, "Pink, a little tight.", "Plain moisturiser, SPF 50, shade.", [Pink, Tight], []), new(3, 3, "The pink goes; it may feel dry.", "Go on gently.", [Pink, Tight, Flaking], [])], AfterNeedles, "From week 12."),
        TreatmentKind.NeedlingDeep => Row(kind, "needling over 1.0 mm", 180, 14, [1, 4], [D(Irritants, 7), D(Devices, 7), D(Sun, 7)], [D(Irritants, 7), D(ByHand, 7), D(Enzyme, 7), D(Devices, 7), H(MakeUp, 24), H(Sport, 48), H(Heat, 48), H(Swimming, 48), D(Sun, 14)],
            [new(0, 1, "Red like a sunburn, warm, tight.", "Plain serum and moisturiser; cool, not icy.", [Pink, Warm, Tight, Swelling], []), new(2, 3, "The red fades; dry, fine flakes.", "Plain moisturiser, SPF 50, shade.", [Pink, Tight, Flaking], [])], AfterNeedles, "From week 12."),
        TreatmentKind.RadioFrequencyNeedling => Row(kind, "radio-frequency needling", 42, 14, [1, 4], [D(Irritants, 3), D(Retinoid, 7), D(Devices, 3), D(Sun, 7)], [D(Irritants, 5), D(ByHand, 5), D(Enzyme, 5), D(Devices, 5), D(MakeUp, 0), H(Sport, 24), H(Heat, 24), H(Swimming, 24), D(Sun, 14)],
            [new(0, 0, "Red and warm; it goes within a day.", "Make-up this evening only if the skin is calm.", [Pink, Warm, Tight, Swelling], []), new(1, 3, "A little tight and rough.", "Plain moisturiser, SPF 50.", [Tight, Swelling], []), new(4, 5, "Fine tracks or dots may show; they go by themselves.", "No scrubbing at them.", [Tight, Marks, Flaking], [])],
            AfterNeedles, "From week 12, up to a year.", numbing: 45),
        TreatmentKind.AblativeLaser => Row(kind, "ablative laser", null, 28, [1, 3, 5, 10], [D(Irritants, 7), D(Retinoid, 7), D(Devices, 7), D(Sun, 14)],
            [D(Cleansing, 10), D(Irritants, 28), D(ByHand, 28), D(Enzyme, 28), D(Devices, 28), D(MakeUp, 10), D(Sport, 5), D(Heat, 5), D(Swimming, 10), D(Sun, 28), D(Waxing, 28)],
            [new(0, 2, "Raw, red, swollen, weeping clear fluid at first.", "Plain water, plain ointment three times a day. No flannel, no massage.", [Pink, Warm, Tight, Swelling, Crusts, ClearFluid], []),
                new(3, 6, "Crusts and tightness; it itches as it closes.", "Plain water, plain ointment three times a day. Nothing is pulled off.", [Pink, Tight, Flaking, Itch, Swelling, Crusts], [.. Mouth, .. Middle, .. Edge]),
                new(7, 10, "It closes; new pink skin.", "Ointment until it has closed; then plain moisturiser.", [Pink, Tight, Flaking, Itch, Crusts], [.. Mouth, .. Middle, .. Edge]),
                new(11, 28, "Pink new skin.", "Shade, hat, SPF 50.", [Pink], [])],
            ["The clinician's sheet comes first, in everything.", "Until the skin has closed: plain water and plain ointment, three times a day for the first 7 days; no massage, no flannel, no other product.", "No make-up while it is raw or flaking."], "Healed on day 7 to 10; the pink takes weeks."),
        TreatmentKind.HydratingFacial => Row(kind, "hydrating facial", 7, 0, [], [], [D(Irritants, 0), D(ByHand, 0), D(Devices, 0)], [new(0, 1, "A glow for a day.", "Enjoy it; no actives this evening.", [Pink], [])], [], "At once."),
        TreatmentKind.GalvanicFacial => Row(kind, "galvanic facial", 7, 0, [], [], [D(Irritants, 0), D(ByHand, 0), D(Devices, 0)], [new(0, 1, "A glow for a day.", "Enjoy it; no actives this evening.", [Pink], [])], [], "At once."),
        TreatmentKind.Waxing => Row(kind, "waxing", 28, 7, [], [D(Irritants, 3)], [D(Irritants, 3), D(ByHand, 3), D(Enzyme, 3), D(Devices, 3), H(Sport, 24), H(Heat, 24), H(Swimming, 24)],
            [new(0, 0, "Pink for some hours.", "Cool, plain moisturiser; nothing perfumed.", [Pink, Warm], [])], [], "At once."),
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };

    private static Restriction D(RestrictionKind kind, int days) => new(kind, days);

    private static Restriction H(RestrictionKind kind, int hours) => new(kind, hours, LengthUnit.Hours);

    private static CareTemplate Row(TreatmentKind kind, string title, int? again, int homePeel, int[] checkIns, Restriction[] before, Restriction[] after, IReadOnlyList<CourseLine> course, string[] aftercare, string result, int? numbing = null) => new()
    {
        Id = House.EnumName.Of(kind),
        Title = title,
        Kind = kind,
        Before = before,
        After = after,
        Course = course,
        CheckIns = checkIns,
        AgainDays = again,
        HomePeelDays = homePeel,
        Aftercare = aftercare,
        Preparation = Preparations.Of(kind),
        Result = result,
        NumbingMinutes = numbing,
    };
}
