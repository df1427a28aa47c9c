using OatPath.Core.House;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Questionnaire;

/// <summary>One screen of the phone: a question, or day and place of one answer.</summary>
/// <param name="About">The answer whose day and place are asked after.</param>
public sealed record MeetScreen(MeetQuestion Question, FlagKind? About = null)
{
    /// <summary>Names the screen in an address: "medicines", "medicines-isotretinoin".</summary>
    public string Key => EnumName.Of(Question) + (About is { } kind ? $"-{EnumName.Of(kind)}" : "");

    public bool IsDone(MeetAnswers answers) =>
        About is { } kind ? answers.DoneAbout.Contains(kind) : answers.Has(Question) || answers.Passed.Contains(Question);
}

/// <summary>Which screens a client goes through; what was ticked decides what is asked after it.</summary>
public static class MeetScreens
{
    private static readonly (MeetQuestion Question, MeetGroup Group)[] Groups =
    [
        (MeetQuestion.Today, MeetGroup.Today),
        (MeetQuestion.Medicines, MeetGroup.Medicines),
        (MeetQuestion.SkinHistory, MeetGroup.SkinHistory),
        (MeetQuestion.Body, MeetGroup.Body),
        (MeetQuestion.SunAndPlans, MeetGroup.SunAndPlans),
    ];

    /// <summary>An age at which nobody has to agree for somebody.</summary>
    public const int OfAge = 18;

    public static MeetQuestion QuestionOf(MeetGroup group) => Array.Find(Groups, pair => pair.Group == group).Question;

    /// <summary>The group of answers that a question asks for; null for every other question.</summary>
    public static MeetGroup? GroupOf(MeetQuestion question) =>
        Groups.Where(pair => pair.Question == question).Select(pair => (MeetGroup?)pair.Group).FirstOrDefault();

    /// <summary>Every screen in its order, as the answers so far have it.</summary>
    public static IReadOnlyList<MeetScreen> Of(MeetAnswers answers, DateOnly today)
    {
        var screens = new List<MeetScreen>();
        foreach (var question in Enum.GetValues<MeetQuestion>())
        {
            if (question == MeetQuestion.Guardian && answers.AgeOn(today) is not < OfAge)
            {
                continue;
            }

            screens.Add(new(question));
            if (GroupOf(question) is { } group)
            {
                screens.AddRange(
                    answers
                        .Flags.Where(flag => MeetGroups.Of(flag.Kind) == group && FlagQuestions.AsksAfter(flag.Kind))
                        .Select(flag => new MeetScreen(question, flag.Kind))
                );
            }
        }

        return screens;
    }

    /// <summary>The first screen that was not gone through; null at the end.</summary>
    public static MeetScreen? Next(MeetAnswers answers, DateOnly today) =>
        Of(answers, today).FirstOrDefault(screen => !screen.IsDone(answers));

    /// <summary>Why the answers cannot be sent, or null.</summary>
    public static string? NotYet(MeetAnswers answers, DateOnly today) =>
        answers.Consent is null ? Said.Of("agree first that your answers are kept")
        : answers.AgeOn(today) is < OfAge && answers.Consent.Guardian is null ? Said.Of("a parent or guardian has to agree first")
        : answers.Done.Count == 0 ? Said.Of("answer at least one question")
        : answers.Flags.Any(flag => FlagQuestions.Of(flag.Kind)?.NeedsDay == true && flag.From is null)
            ? Said.Of("say the day of what you ticked, or untick it")
        : null;
}
