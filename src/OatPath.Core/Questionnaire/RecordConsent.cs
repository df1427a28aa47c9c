using OatPath.Core.Wording;

namespace OatPath.Core.Questionnaire;

/// <summary>
/// What a client agrees to before anything of them is kept. The words are kept with each agreement, and their version is what they say.
/// </summary>
/// <remarks>Source: house default; local law on health data comes first, and a studio shows its own notice beside it.</remarks>
public static class RecordConsent
{
    public static IReadOnlyList<string> English { get; } =
    [
        "My studio keeps what I answer here, to plan the care of my skin at home. Some of it is about my health.",
        "Who works there can read it, and each reading is written down.",
        "I may ask to see it, to have a copy, to have it put right, or to have it erased.",
        "I answer as well as I know. It does not take the place of a doctor.",
    ];

    public static IReadOnlyList<string> Lines => Said.Each(English);

    /// <summary>What is kept: the words as they were read.</summary>
    public static string Text => AgreedWords.TextOf(Lines);

    /// <summary>Changes with every letter of the words.</summary>
    public static string Version => AgreedWords.VersionOf(Text);

    public static ConsentGiven Given(DateTimeOffset at) => new(Version, Text, at);
}
