using System.Globalization;
using OatPath.Core.House;
using OatPath.Core.Questionnaire;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Web.Pages.Answers;

/// <summary>A screen and its answer in the client's words.</summary>
public static class ScreenWords
{
    public static string TitleOf(MeetScreen screen) =>
        Said.Of(screen.About is { } kind ? FlagQuestions.Of(kind)!.Words : QuestionWords.Of(screen.Question).Text);

    /// <summary>Whether day or place were told after a tick, which stands with its question already.</summary>
    public static bool TellsMore(MeetScreen screen, MeetAnswers answers) =>
        screen.About is null
        || answers.Flags.Any(flag =>
            flag.Kind == screen.About && (flag.From is not null || flag.Until is not null || flag.Zones.Count > 0)
        );

    public static string AnswerOf(MeetScreen screen, MeetAnswers answers)
    {
        if (screen.About is { } kind)
        {
            return answers.Flags.FirstOrDefault(flag => flag.Kind == kind) is { } flag ? AnswerOf(flag) : "";
        }

        if (!answers.Has(screen.Question))
        {
            return Said.Of("not answered");
        }

        return screen.Question switch
        {
            MeetQuestion.BirthDate => answers.BirthDate is { } born ? Said.On(born, "d MMMM yyyy") : "",
            MeetQuestion.Guardian => Said.Of("agreed"),
            MeetQuestion.SkinType => Said.Of(QuestionWords.Of(answers.SkinType!.Value)),
            MeetQuestion.Sensitivity => Said.Of(QuestionWords.Of(answers.Sensitivity!.Value)),
            MeetQuestion.Phototype => Said.Of(QuestionWords.Of(answers.Phototype!.Value)),
            MeetQuestion.Concerns => Listed(answers.Concerns.Select(ConcernWords.Of)),
            MeetQuestion.Allergies => Listed(answers.Allergies.Select(AllergenTitle.Of)),
            MeetQuestion.Habits => Listed(answers.Habits.Select(QuestionWords.Of)),
            MeetQuestion.HoursOutdoors => Said.Of(
                QuestionWords.Outdoors.FirstOrDefault(offer => offer.Hours.Equals(answers.HoursOutdoors)).Words ?? ""
            ),
            MeetQuestion.Minutes => Said.Of($"{answers.Minutes ?? 0} min"),
            MeetQuestion.Budget => answers.Budget?.ToString(CultureInfo.InvariantCulture) ?? "",
            MeetQuestion.Products => answers.Products.Count == 0
                ? Said.Of("nothing")
                : string.Join("; ", answers.Products.Select(product => product.Name)),
            MeetQuestion.History => answers.History.Length == 0 ? Said.Of("nothing") : answers.History,
            var question => MeetScreens.GroupOf(question) is { } group
                ? Listed(answers.Flags.Where(flag => MeetGroups.Of(flag.Kind) == group).Select(flag => FlagQuestions.Of(flag.Kind)!.Words))
                : "",
        };
    }

    private static string AnswerOf(Flag flag)
    {
        List<string> parts =
        [
            .. flag.From is { } from ? [Said.Of($"from {Words.Day(from)}")] : Array.Empty<string>(),
            .. flag.Until is { } until ? [Said.Of($"until {Words.Day(until)}")] : Array.Empty<string>(),
            .. flag.Zones.Select(FaceZones.TitleOf),
        ];
        return string.Join(", ", parts);
    }

    private static string Listed(IEnumerable<string> english) =>
        english.Select(words => Said.Of(words)).ToList() is { Count: > 0 } all ? string.Join("; ", all) : Said.Of("none of these");
}
