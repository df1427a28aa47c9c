using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Questionnaire;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;

namespace OatPath.Web.Pages.Answers;

/// <summary>Asked first: whether what is answered may be kept. Before a yes nothing is.</summary>
public sealed class ConsentModel(AnswerDoor door, AnswerLinks links, Studio studio, TimeProvider clock)
    : AnswersPage(door, links, studio, clock)
{
    protected override string Title => Said.Of("Questions before your visit");

    public bool Declined { get; private set; }

    public void OnGet() => Declined = TempData["Declined"] is true;

    public IActionResult OnPost(string version, bool agree)
    {
        if (!agree)
        {
            Links.Forget(Cookie, Now);
            Declined = true;
            return Page();
        }

        // Who agreed to other words reads these first.
        return version == RecordConsent.Version
            ? Keep(answers => answers with { Consent = answers.Consent ?? RecordConsent.Given(Now) })
            : Page();
    }
}
