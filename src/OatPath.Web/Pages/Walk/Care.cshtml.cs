using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Booking;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Course;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Drawing;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>A treatment on the page: the fact that holds it, and what it stands against.</summary>
/// <param name="With">What shares its sitting, in words; empty for none.</param>
public sealed record TreatmentLine(string Fact, Treatment Treatment, TreatmentTimes Times, Because? Stands, string With)
{
    /// <summary>What was done, in brief.</summary>
    public string Detail =>
        string.Join(
            ", ",
            new[]
            {
                Treatment.Peel?.InWords ?? "",
                Treatment.DepthMm is { } depth ? FormattableString.Invariant($"{depth:0.##} mm") : "",
                Treatment.Products,
                Treatment.Settings,
                Treatment.Batch.Length > 0 ? $"batch {Treatment.Batch}" : "",
                Treatment.NumbingMinutes is { } numbing ? $"numbed {numbing} min" : "",
                Treatment.Zones.Count > 0 ? Words.List([.. Treatment.Zones.Select(Core.Skin.FaceZones.TitleOf)]) : "",
                Treatment.By,
                Treatment.Note,
            }.Where(part => part.Length > 0)
        );
}

/// <summary>Treatments with their windows day by day, what the client sees of them, occasions.</summary>
public sealed class CareModel(RecordRoom room, IAuthorizationService authorization) : WalkPage(room)
{
    private const int AskedDays = 14;
    private const int MostTreatments = 12;

    public override string Station => "Care";

    public CarePath Path { get; private set; } = null!;
    public CareDrawing? Drawing { get; private set; }

    /// <summary>The treatment whose course is told: the last that was done, else the next.</summary>
    public Treatment? Near { get; private set; }
    public string Headline { get; private set; } = "";
    public IReadOnlyList<TreatmentLine> Treatments { get; private set; } = [];
    public IReadOnlyList<CourseDay> Courses { get; private set; } = [];
    public IReadOnlyList<(CheckedIn Entry, Outcome Outcome)> Asked { get; private set; } = [];
    public IReadOnlyList<CheckInDue> CheckIns { get; private set; } = [];
    public IReadOnlyList<string> Lacking { get; private set; } = [];
    public IReadOnlyList<(string Fact, Occasion Occasion)> Occasions { get; private set; } = [];

    /// <summary>The treatment that was done last and when it may be done again.</summary>
    public (string Template, DateOnly From)? Again { get; private set; }

    public void OnGet() => Fill();

    public IActionResult OnPostOccasion(string title, string on)
    {
        var text = (title ?? "").Trim();
        if (TypedName.Problem(text) is { } wrong)
        {
            Problems.Add(new("Occasion", wrong));
        }

        var date = Field.Day(on) ?? default;
        if (date < Record.Today.AddDays(-90) || date > Record.Today.AddYears(2))
        {
            Problems.Add(new("Date", "give a date from 90 days ago to 2 years ahead"));
        }

        if (Problems.Count == 0)
        {
            var id = Fact.NewId();
            var fact = Room.Make(
                Id,
                FactKind.Occasion,
                new Occasion
                {
                    Id = id,
                    Title = text,
                    On = date,
                },
                By,
                id
            );
            if (Save(fact))
            {
                return Back(
                    "care",
                    $"{text} on {Words.Day(date)}: no irritant in the 3 days before, once it is published. Bookings near it are "
                        + $"looked at again.",
                    fact.Id
                );
            }
        }

        Fill();
        return Page();
    }

    /// <summary>It does not take place; the record keeps that it was planned.</summary>
    public async Task<IActionResult> OnPostDropOccasionAsync(string of)
    {
        if (Record.Live(FactKind.Occasion).FirstOrDefault(fact => fact.Id == of) is not { } found)
        {
            return NotFound();
        }

        // Who may not decide takes out only what they set themselves.
        if (found.RecordedBy != By && await MayNotDecide(authorization))
        {
            return Forbid();
        }

        var occasion = CaseAssembly.Body<Occasion>(found);
        var gone = found.Published
            ? Room.Make(Id, FactKind.Occasion, occasion with { CalledOff = true }, By, supersedes: of)
            : Room.Make(Id, FactKind.Retract, of, By, supersedes: of);
        if (Save(gone))
        {
            var said =
                $"{occasion.Title} on {Words.Day(occasion.On)} is taken "
                + $"out{(found.Published ? ", once that is published" : "; it had not been published")}.";
            return found.Published ? Back("care", said, gone.Id) : Back("care", said);
        }

        Fill();
        return Page();
    }

    private void Fill()
    {
        Version = Record.Client.Version;
        ModelState.Remove(nameof(Version));
        var treatments = Record.Draft.Treatments;
        var (before, days) = CareDrawing.Span(Record.Today, treatments);
        Path = Record.DraftPath(28, 120);
        var shown = treatments.Where(treatment => CareDrawing.Shown(treatment, Record.Today)).OrderBy(treatment => treatment.On).ToList();
        Drawing = shown.Count == 0 ? null : CareDrawing.Of(Record.DraftPath(before, days), treatments);
        Near = shown.LastOrDefault(treatment => treatment.On <= Record.Today) ?? (shown.Count > 0 ? shown[0] : null);
        Headline = string.Join("; ", Sittings.Of(shown).Select(sitting => $"{Words.Capital(sitting.Title)}, {Words.Day(sitting.On)}"));
        Treatments =
        [
            .. treatments
                .OrderByDescending(treatment => treatment.On)
                .Take(MostTreatments)
                .Select(treatment => new TreatmentLine(
                    FactOf(FactKind.Treatment, treatment.Id),
                    treatment,
                    TreatmentTimes.Of(treatment),
                    Path.Questions.FirstOrDefault(question =>
                        question.Kind == QuestionKind.Booking && question.Report == treatment.Id
                    )?.Because,
                    Words.List([
                        .. treatments
                            .Where(other => other.Id != treatment.Id && Sittings.Together(other, treatment))
                            .Select(other => TreatmentTimes.Of(other).Title),
                    ])
                )),
        ];
        Courses = WhatToExpect.On(Record.Draft, Record.Today);
        var outcomes = Path.Reports.ToDictionary(report => report.Id, report => report.Outcome);
        Asked =
        [
            .. Record
                .Draft.Log.OfType<CheckedIn>()
                .Where(entry => entry.Asked is not null && entry.Day >= Record.Today.AddDays(-AskedDays) && outcomes.ContainsKey(entry.Id))
                .OrderByDescending(entry => entry.HappenedAt)
                .Take(3)
                .Select(entry => (entry, outcomes[entry.Id])),
        ];
        CheckIns =
        [
            .. Path
                .CheckIns.Where(due => due.Of != CheckInOf.Rung && due.State is CheckInState.Due or CheckInState.Overdue)
                .Concat(Path.CheckIns.Where(due => due.Of != CheckInOf.Rung && due.State == CheckInState.Ahead).Take(1))
                .TakeLast(2),
        ];
        var usable = Record
            .Draft.Shelf.Where(item => item.State == ShelfState.InUse)
            .Select(item => Record.Seen(item.Product.Id))
            .Where(product => product.UsableOn(Record.Today))
            .ToList();
        Lacking =
        [
            .. treatments
                .Where(treatment => treatment.On.AddDays(TreatmentTimes.Of(treatment).AfterDays) >= Record.Today)
                .SelectMany(treatment => RepairShelf.Lacking(TreatmentTimes.Of(treatment), usable, Record.Today))
                .Distinct(),
        ];
        Occasions =
        [
            .. Record
                .Draft.Occasions.Where(occasion => occasion.On >= Record.Today.AddDays(-7))
                .OrderBy(occasion => occasion.On)
                .Select(occasion => (FactOf(FactKind.Occasion, occasion.Id), occasion)),
        ];
        var last = treatments
            .Where(treatment => treatment.On <= Record.Today && treatment.Kind.Irritates())
            .MaxBy(treatment => treatment.On);
        Again =
            last is not null && NextDate.Of(Record.Draft, last) is { } again ? (last.Template?.Id ?? EnumName.Of(last.Kind), again) : null;
    }

    /// <summary>The fact that holds what the case knows by its own id.</summary>
    private string FactOf(FactKind kind, string id) =>
        Record
            .Live(kind)
            .First(fact =>
                (kind == FactKind.Treatment ? CaseAssembly.Body<Treatment>(fact).Id : CaseAssembly.Body<Occasion>(fact).Id) == id
            )
            .Id;
}
