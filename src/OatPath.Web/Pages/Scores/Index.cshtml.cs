using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.LookBack;
using OatPath.Core.Scores;
using OatPath.Store;
using OatPath.Web.Pages.Walk;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Scores;

/// <summary>The skin scored zone by zone, and what was scored before, by whom.</summary>
public sealed class IndexModel(RecordRoom room) : WalkPage(room)
{
    public override string Station => "Look back";

    public ScoreSheet Sheet { get; private set; } = null!;

    /// <summary>The newest first.</summary>
    public IReadOnlyList<ScoredDay> Days { get; private set; } = [];

    public void OnGet() => Fill();

    public IActionResult OnPost()
    {
        Fill();
        var (sheet, scores, problems) = Sheet.Read(Request.Form);
        if (problems.Count > 0)
        {
            Sheet = sheet;
            Problems.AddRange(problems);
            return Page();
        }

        var fact = Room.Log(Id, By, (id, now) => new Scored
        {
            Id = id,
            HappenedAt = now,
            RecordedAt = now,
            By = By,
            Day = Record.Today,
            Scores = scores,
        });
        if (Save(fact))
        {
            return Back("scores", $"{Core.House.Words.Count(scores.Count, "place")} scored.", fact.Id);
        }

        Sheet = sheet;
        return Page();
    }

    private void Fill()
    {
        Version = Version == 0 ? Record.Client.Version : Version;
        ViewData["Title"] = $"Scores, {Record.Client.Name}";
        var days = ScoredDay.Of(Record.Lived);
        Days = [.. days.Reverse()];
        Sheet = new(SkinScales.All, Mirrored: false) { Last = ScoreSheet.LastOf(days, By) };
    }
}
