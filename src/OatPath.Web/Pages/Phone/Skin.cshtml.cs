using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.LookBack;
using OatPath.Core.Scores;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>How the skin looks to the client: three scales, zone by zone. How a use went is told elsewhere.</summary>
public sealed class SkinModel(PhoneDoor door, RecordRoom room, ViewLog views, TimeProvider clock) : PhonePage(door, room, views, clock)
{
    /// <summary>From this score on a client is asked how it feels.</summary>
    /// <remarks>House default.</remarks>
    private const int Strong = 3;

    public ScoreSheet Sheet { get; private set; } = null!;

    public List<Problem> Problems { get; } = [];

    /// <summary>What the client scored today, in the order in which it was written.</summary>
    public IReadOnlyList<Scored> Today { get; private set; } = [];

    /// <summary>What of today counts: of a place scored twice the last.</summary>
    public ScoredDay? Counts { get; private set; }

    /// <summary>Much redness or flaking today: how it looks answers nothing, a report does.</summary>
    public bool IsMuch =>
        Counts?.Places.Any(place => place.Scale is SkinScale.Redness or SkinScale.Flaking && place.Most >= Strong) == true;

    public void OnGet() => Fill();

    public IActionResult OnPost(string key)
    {
        Fill();
        var (sheet, scores, problems) = Sheet.Read(Request.Form);
        if (problems.Count > 0)
        {
            Sheet = sheet;
            Problems.AddRange(problems);
            return Page();
        }

        if (Guid.TryParseExact(key, "n", out _))
        {
            Tell(
                new Scored
                {
                    Id = key,
                    HappenedAt = Now,
                    RecordedAt = Now,
                    By = Author.Client,
                    Day = View.Day,
                    Scores = scores,
                }
            );
        }

        return Redirect("/my/skin");
    }

    public IActionResult OnPostUndo(string key, string entry)
    {
        Fill();
        if (Today.Any(one => one.Id == entry) && Guid.TryParseExact(key, "n", out _))
        {
            TakeBack(key, entry);
        }

        return Redirect("/my/skin");
    }

    private void Fill()
    {
        var own = View.Record.Lived.OfType<Scored>().Where(entry => entry.By == Author.Client).ToList();
        Today = [.. own.Where(entry => entry.Day == View.Day)];
        Counts = ScoredDay.Of(Today) is [var day] ? day : null;
        Sheet = new(SkinScales.ForClient, Mirrored: true) { Last = ScoreSheet.LastOf(ScoredDay.Of(own), Author.Client) };
    }
}
