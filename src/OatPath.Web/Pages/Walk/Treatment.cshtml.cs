using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Booking;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Screening;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>A treatment is booked, moved, written down or called off; whatever day is typed is screened at once.</summary>
public sealed class TreatmentModel(RecordRoom room, HouseTreatments house, IAuthorizationService authorization) : WalkPage(room)
{
    private const int ShortestReason = 3;

    public override string Station => "Care";

    /// <summary>The treatment that is changed; empty for a new one.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Of { get; set; }

    [BindProperty]
    public TreatmentForm Form { get; set; } = new();

    public IReadOnlyList<CareTemplate> House { get; private set; } = [];

    /// <summary>What the facts say to what is typed; null while it cannot be read.</summary>
    public BookingAnswer? Answer { get; private set; }

    public Treatment? Asked { get; private set; }

    public Treatment? Before { get; private set; }

    public bool IsDone => Asked is { } asked && asked.On < Record.Today;

    public IActionResult OnGet(string? template, string? on)
    {
        if (!Find())
        {
            return NotFound();
        }

        Form = Before is { } before ? TreatmentForm.Of(before) : new() { Template = template ?? EnumName.Of(TreatmentKind.SuperficialPeel), On = on ?? Words(Record.Today.AddDays(7)), Sheet = RestrictionRow.For([], []) };
        Fill(quietly: true);
        return Page();
    }

    /// <summary>Only looks: whether what is typed may be booked.</summary>
    public IActionResult OnPostScreen(string? take)
    {
        if (!Find())
        {
            return NotFound();
        }

        Take(take);
        Fill(quietly: true);
        return Request.Headers.ContainsKey("HX-Request") ? Partial("Walk/_Booking", this) : Page();
    }

    public async Task<IActionResult> OnPostAsync(string? take)
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        if (!Find())
        {
            return NotFound();
        }

        Take(take);
        Fill(quietly: false);
        if (Problems.Count == 0 && Answer is { } answer && Asked is { } asked)
        {
            Problems.AddRange(Stands(answer, asked));
        }

        if (Problems.Count == 0 && Asked is { } treatment)
        {
            var id = Fact.NewId();
            var fact = Room.Make(Id, "treatment", treatment with { Id = id }, By, id, supersedes: Of);
            if (Save(fact))
            {
                var title = TreatmentTimes.Of(treatment).Title;
                return Back("care", Of is null
                    ? $"{title} on {Core.House.Words.Day(treatment.On)} is {(treatment.On < Record.Today ? "written down" : "booked")}: what stops for it and when it is back stands below."
                    : $"{title}: changed, now on {Core.House.Words.Day(treatment.On)}.", fact.Id);
            }
        }

        return Page();
    }

    /// <summary>It does not take place; the record keeps that it was planned.</summary>
    public async Task<IActionResult> OnPostCallOffAsync()
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        if (!Find() || Before is not { } before || Of is null)
        {
            return NotFound();
        }

        var fact = Room.Make(Id, "treatment", before with { CalledOff = true }, By, supersedes: Of);
        if (Save(fact))
        {
            return Back("care", $"{TreatmentTimes.Of(before).Title} on {Core.House.Words.Day(before.On)} is taken out; what stopped for it goes on.", fact.Id);
        }

        Form = TreatmentForm.Of(before);
        Fill(quietly: true);
        return Page();
    }

    /// <summary>Why it cannot be booked as it stands.</summary>
    private IEnumerable<Problem> Stands(BookingAnswer answer, Treatment asked)
    {
        if (asked.On < Record.Today)
        {
            yield break;
        }

        if (answer.IsHard)
        {
            yield return new("Booking", $"{Core.House.Words.Say(answer.Reasons[0].Because)} Nothing lets it be booked.");
        }
        else if (answer.Outcome == BookingOutcome.AskClinician && asked.Despite.Length < ShortestReason)
        {
            yield return new("Clinician's word", "note whose word it was and when, or give your reason below");
        }
        else if (answer.Outcome == BookingOutcome.Refused && asked.Despite.Length < ShortestReason)
        {
            yield return new("Day", answer.Nearest.Count > 0 ? $"choose a day that fits, such as {Core.House.Words.Day(answer.Nearest[0])}, or give your reason below" : "no day fits as things stand; change what speaks against it, or give your reason below");
        }

        if (Record.Draft.Treatments.Any(other => other.Id != Before?.Id && other.On == asked.On && other.Kind == asked.Kind))
        {
            yield return new("What", $"the same treatment stands there already for {Core.House.Words.Day(asked.On)}; change that one instead");
        }
    }

    private bool Find()
    {
        House = [.. house.All().Select(one => one.Template)];
        if (string.IsNullOrEmpty(Of))
        {
            Of = null;
            return true;
        }

        // By the fact, which is what a later one stands in place of.
        if (Record.Facts.FirstOrDefault(fact => fact.Id == Of && fact.Kind == "treatment") is not { } fact)
        {
            return false;
        }

        Before = CaseAssembly.Body<Treatment>(fact);
        return Record.Draft.Treatments.Any(treatment => treatment.Id == Before.Id);
    }

    /// <summary>A day offered is taken.</summary>
    private void Take(string? day)
    {
        if (day is not null && DateOnly.TryParseExact(day, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out _))
        {
            Form.On = day;
            ModelState.Remove("Form.On");
        }
    }

    private void Fill(bool quietly)
    {
        if (quietly)
        {
            Version = Record.Client.Version;
            ModelState.Remove(nameof(Version));
        }

        if (Form.Sheet.Count == 0)
        {
            Form.Sheet = RestrictionRow.For([], []);
        }

        var (treatment, problems) = Form.Read(House, Record.Today, Before);
        if (!quietly)
        {
            Problems.AddRange(problems);
        }

        Asked = problems.Count == 0 ? treatment : null;
        Answer = Asked is null ? null : BookingScreening.Of(Record.Draft, Record.Rules, Asked);
    }

    private static string Words(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
