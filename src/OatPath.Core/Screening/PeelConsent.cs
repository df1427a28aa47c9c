using OatPath.Core.Wording;

namespace OatPath.Core.Screening;

/// <summary>
/// What a client agrees to before a peel at home. The words are kept with each agreement, and their version is what they say.
/// </summary>
/// <remarks>
/// Source: house default. It stands beside the licensed practice, local codes and the product's label, and takes nothing from them.
/// </remarks>
public static class PeelConsent
{
    private static readonly string[] English =
    [
        "This is an acid on my face. It can sting, redden, flake, leave dark or pale marks, and burn.",
        "I have answered the questions truly, and I stop when it burns, however short it was on.",
        "I use only the bottle, the time and the places of the plan, with its ending and a kitchen timer at hand.",
        "I use sunscreen of SPF 50 every morning for 14 days and keep out of strong sun, and I pick at nothing.",
        "Nobody is watching while I do it. If it burns, whitens, blisters or gets into an eye I do what the guide says and call the "
            + "number it shows.",
        "The label of the product and the word of my practitioner or a clinician come first.",
    ];

    public static IReadOnlyList<string> Lines => Said.Each(English);

    /// <summary>What is kept: the words as they were read.</summary>
    public static string Text => AgreedWords.TextOf(Lines);

    /// <summary>Changes with every letter of the words.</summary>
    public static string Version => AgreedWords.VersionOf(Text);
}
