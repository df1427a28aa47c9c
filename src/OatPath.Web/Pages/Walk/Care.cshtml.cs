using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Care;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>Care windows of the path, salon treatments and occasions.</summary>
public sealed class CareModel(RecordRoom room) : WalkPage(room)
{
    public override string Station => "Care";

    public CarePath Path { get; private set; } = null!;

    public void OnGet() => Fill();

    public IActionResult OnPostTreatment(string kind, string on)
    {
        var known = Enum.TryParse<TreatmentKind>(kind, out var treatment) && Enum.IsDefined(treatment);
        if (!known)
        {
            Problems.Add(new("Treatment", "choose what is done"));
        }

        return Add(on, date => ("treatment", new Treatment { Id = Fact.NewId(), Kind = treatment, On = date }, $"{TreatmentTimes.Of(treatment).Title} on {Core.House.Words.Day(date)}: actives stop before and after by themselves."));
    }

    public IActionResult OnPostOccasion(string title, string on)
    {
        var text = (title ?? "").Trim();
        if (text.Length is < 1 or > 80)
        {
            Problems.Add(new("Occasion", "say what it is, in 1 to 80 characters"));
        }

        return Add(on, date => ("occasion", new Occasion { Id = Fact.NewId(), Title = text, On = date }, $"{text} on {Core.House.Words.Day(date)}: no irritant in the 3 days before."));
    }

    private IActionResult Add(string on, Func<DateOnly, (string Kind, object Body, string Done)> make)
    {
        if (!DateOnly.TryParseExact(on, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date) || date < Record.Today.AddDays(-90) || date > Record.Today.AddYears(2))
        {
            Problems.Add(new("Date", "give a date from 90 days ago to 2 years ahead"));
        }

        if (Problems.Count == 0)
        {
            var (kind, body, done) = make(date);
            var fact = body is Treatment treatment ? Room.Make(Id, kind, treatment, By) : Room.Make(Id, kind, (Occasion)body, By);
            if (Save(fact))
            {
                return Back("care", done, fact.Id);
            }
        }

        Fill();
        return Page();
    }

    private void Fill()
    {
        Version = Record.Client.Version;
        ModelState.Remove(nameof(Version));
        Path = Record.DraftPath(28, 120);
    }
}
