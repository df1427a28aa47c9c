namespace OatPath.Core.Questionnaire;

/// <summary>One answer of the phone, as it is looked at beside Meet.</summary>
/// <param name="Title">What it is about.</param>
/// <param name="Said">What the client told.</param>
/// <param name="Now">What stands at Meet; empty where nothing does.</param>
/// <param name="Changes">What it would change; empty where it changes no plan.</param>
/// <param name="Against">What speaks against it, in the record or in the client's own answers.</param>
/// <param name="IsSafety">Whether it acts before anybody took it over.</param>
/// <param name="IsNew">Whether it says anything else than what stands at Meet.</param>
/// <param name="OnlyNoted">Whether there is nothing to take over: what stands at Meet is only taken away there, by hand.</param>
public sealed record AnswerLine(
    AnswerKey Key,
    string Title,
    string Said,
    string Now,
    string Changes,
    IReadOnlyList<string> Against,
    bool IsSafety,
    bool IsNew,
    bool OnlyNoted = false
);
