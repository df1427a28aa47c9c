using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Questionnaire;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Answers;

/// <summary>One question with what was answered, as it is looked over.</summary>
public sealed record LookedOver(string Key, string Question, string Answer);

/// <summary>Everything once more, then it is sent; sent, the link is used up.</summary>
public sealed class SendModel(AnswerDoor door, AnswerLinks links, RecordRoom room, Studio studio, TimeProvider clock)
    : AnswersPage(door, links, studio, clock)
{
    protected override string Title => Phone.Sent ? Said.Of("Sent. Thank you") : Said.Of("Look it over, then send it");

    protected override bool StaysOpen => true;

    public IReadOnlyList<LookedOver> Lines =>
        [
            .. MeetScreens
                .Of(Answers, Today)
                .Where(screen => screen.IsDone(Answers) && ScreenWords.TellsMore(screen, Answers))
                .Select(screen => new LookedOver(screen.Key, ScreenWords.TitleOf(screen), ScreenWords.AnswerOf(screen, Answers))),
        ];

    /// <summary>How many questions were passed over or left out.</summary>
    public int Open =>
        MeetScreens.Of(Answers, Today).Count(screen => screen.About is null && !Answers.Has(screen.Question));

    public void OnGet()
    {
        if (!Phone.Open && !Phone.Sent)
        {
            Response.StatusCode = StatusCodes.Status410Gone;
        }
    }

    public IActionResult OnPost()
    {
        if (Phone.Open && MeetScreens.NotYet(Answers, Today) is { } remedy)
        {
            Problems.Add(new(Said.Of("Not sent"), remedy));
            return Page();
        }

        room.SendAnswers(Links, Cookie);
        return Redirect("/answers/send");
    }
}
