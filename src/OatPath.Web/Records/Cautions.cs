namespace OatPath.Web.Records;

/// <summary>The cautions every client is told, on the phone and on paper alike.</summary>
public static class Cautions
{
    public static IReadOnlyList<string> WashOff { get; } =
    [
        "Sting of 5 or more, or sting that grows.",
        "Product in the eye: rinse with water for 15 minutes and get medical help.",
        "On lips or in the mouth: rinse at once.",
    ];

    public static IReadOnlyList<string> MedicalHelp { get; } =
    [
        "Weals, swelling of eyes or lips, trouble breathing.",
        "Blisters, weeping, pus, fever, hot redness that spreads.",
        "Pain of 8 or more, or pain that wakes you. Skin gone white or grey.",
    ];

    public static IReadOnlyList<string> Always { get; } =
    [
        "Sunscreen every morning; again every 2 hours outdoors and after sweat or water.",
        "Acids on dry, closed skin only; not on lids, lips or open spots.",
        "Nothing new beside the plan without asking. No picking, no squeezing.",
        "Pregnant, a new medicine, sunburn: leave actives out and tell the studio.",
    ];

    public const string Last = "Product labels and your clinician's word come before this plan.";
}
