using System.Diagnostics.CodeAnalysis;
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
    [AllowNull]
    public TreatmentForm Form
    {
        get;
        set => field = (value ?? new()).Whole();
    } = new();

    public IReadOnlyList<CareTemplate> House { get; private set; } = [];

    /// <summary>What the facts say to what is typed; null while it cannot be read.</summary>
    public BookingAnswer? Answer { get; private set; }

    public Treatment? Asked { get; private set; }

    /// <summary>What is asked about and what shares its sitting, itself first; each with an id of its own.</summary>
    public IReadOnlyList<Treatment> Parts { get; private set; } = [];

    /// <summary>What else could be done in the same sitting.</summary>
    public IReadOnlyList<CareTemplate> MayShare =>
        Asked is not { } asked
            ? []
            : [.. House.Concat(CareTemplates.All).Where(template => Sittings.MayShare(asked.Counts, template.Kind))];

    public Treatment? Before { get; private set; }

    public bool IsDone => Asked is { } asked && asked.On < Record.Today;

    public IActionResult OnGet(string? template, string? on)
    {
        if (!Find())
        {
            return NotFound();
        }

        Form = Before is { } before
            ? Shown(before)
            : new()
            {
                Template = template ?? EnumName.Of(TreatmentKind.SuperficialPeel),
                On = on ?? Words(Record.Today.AddDays(7)),
                Sheet = RestrictionRow.For([], []),
            };
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
            var facts = Sitting(treatment);
            if (Save(facts))
            {
                var (title, fact) = (new Sitting("", Parts).Title, facts[0]);
                return Back(
                    "care",
                    Of is null
                        ? $"{title} on {Core.House.Words.Day(treatment.On)} is "
                            + $"{(treatment.On < Record.Today ? "written down" : "booked")}: what stops for it and when it is back "
                            + $"stands below."
                        : $"{title}: changed, now on {Core.House.Words.Day(treatment.On)}.",
                    fact.Id
                );
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

        var facts = Mates(before)
            .Prepend((Fact: Of, Treatment: before))
            .Select(part => Room.Make(Id, FactKind.Treatment, part.Treatment with { CalledOff = true }, By, supersedes: part.Fact))
            .ToList();
        if (Save(facts))
        {
            var title = new Sitting("", [before, .. Mates(before).Select(mate => mate.Treatment)]).Title;
            return Back("care", $"{title} on {Core.House.Words.Day(before.On)} is taken out; what stopped for it goes on.", facts[0].Id);
        }

        Form = Shown(before);
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
            yield return new(
                "Day",
                answer.Nearest.Count > 0
                    ? $"choose a day that fits, such as {Core.House.Words.Day(answer.Nearest[0])}, or give your reason below"
                    : "no day fits as things stand; change what speaks against it, or give your reason below"
            );
        }

        if (
            Record.Draft.Treatments.Any(other =>
                !Parts.Any(part => part.Id == other.Id) && other.On == asked.On && Parts.Any(part => part.Kind == other.Kind)
            )
        )
        {
            yield return new(
                "What",
                $"the same treatment stands there already for {Core.House.Words.Day(asked.On)}; change that one instead"
            );
        }
    }

    private TreatmentForm Shown(Treatment before)
    {
        var form = TreatmentForm.Of(before);
        form.With = [.. Mates(before).Select(mate => mate.Treatment.Template?.Id ?? EnumName.Of(mate.Treatment.Kind))];
        return form;
    }

    /// <summary>The other parts of a sitting, each with the fact that holds it.</summary>
    private IEnumerable<(string Fact, Treatment Treatment)> Mates(Treatment before) =>
        before.Sitting is null
            ? []
            : Record
                .Live(FactKind.Treatment)
                .Select(fact => (fact.Id, Treatment: CaseAssembly.Body<Treatment>(fact)))
                .Where(other => other.Treatment.Id != before.Id && !other.Treatment.CalledOff && other.Treatment.Sitting == before.Sitting);

    /// <summary>
    /// The treatment as asked, and what shares its sitting: the parts that stand move with it, new ones take its day, hour, sheet and
    /// numbing.
    /// </summary>
    private List<Treatment> With(Treatment asked)
    {
        var mates = Before is { } before ? Mates(before).Select(mate => mate.Treatment).ToList() : [];
        var parts = new List<Treatment> { asked with { Id = Before?.Id ?? "asked", Sitting = null } };
        foreach (
            var template in MayShare
                .Where(template => Form.With.Contains(template.Id))
                .DistinctBy(template => template.Kind)
                .Take(Sittings.MostParts - 1)
        )
        {
            var stands = mates.FirstOrDefault(mate => mate.Kind == template.Kind);
            parts.Add(
                (
                    stands
                    ?? new Treatment
                    {
                        Id = $"with-{template.Id}",
                        Kind = template.Kind,
                        On = asked.On,
                    }
                ) with
                {
                    On = asked.On,
                    At = asked.At,
                    Template = House.Contains(template) ? template : null,
                    Sheet = asked.Sheet,
                    By = asked.By,
                    NumbingMinutes = asked.NumbingMinutes,
                    ClinicianWord = asked.ClinicianWord,
                    Despite = asked.Despite,
                }
            );
        }

        return parts.Count == 1 ? parts : parts.ConvertAll(part => part with { Sitting = Before?.Sitting ?? "asked" });
    }

    /// <summary>Everything that is written for a sitting: its parts, and what was taken out of it.</summary>
    private List<Fact> Sitting(Treatment asked)
    {
        // It keeps its id when it moves, so that a calendar moves it too.
        var (id, sitting) = (Fact.NewId(), Parts.Count > 1 ? Before?.Sitting ?? Fact.NewId() : null);
        var facts = new List<Fact>
        {
            Room.Make(Id, FactKind.Treatment, asked with { Id = Before?.Id ?? id, Sitting = sitting }, By, id, supersedes: Of),
        };
        var mates = Before is { } before ? Mates(before).ToList() : [];
        foreach (var part in Parts.Skip(1))
        {
            var (own, stands) = (Fact.NewId(), mates.FirstOrDefault(mate => mate.Treatment.Id == part.Id));
            facts.Add(
                Room.Make(
                    Id,
                    FactKind.Treatment,
                    part with
                    {
                        Id = stands.Treatment?.Id ?? own,
                        Sitting = sitting,
                    },
                    By,
                    own,
                    supersedes: stands.Fact
                )
            );
        }

        facts.AddRange(
            mates
                .Where(mate => !Parts.Any(part => part.Id == mate.Treatment.Id))
                .Select(mate => Room.Make(Id, FactKind.Treatment, mate.Treatment with { CalledOff = true }, By, supersedes: mate.Fact))
        );
        return facts;
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
        if (Record.Facts.FirstOrDefault(fact => fact.Id == Of && fact.Kind == FactKind.Treatment) is not { } fact)
        {
            return false;
        }

        Before = CaseAssembly.Body<Treatment>(fact);
        return Record.Live(FactKind.Treatment).Any(live => live.Id == fact.Id) && !Before.CalledOff;
    }

    /// <summary>A day offered is taken.</summary>
    private void Take(string? day)
    {
        if (Field.Day(day) is not null)
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
        Parts = Asked is null ? [] : With(Asked);
        var gone = Before is { } before ? Mates(before).Select(mate => mate.Treatment.Id).ToHashSet() : [];
        Answer = Asked is null
            ? null
            : BookingScreening.Of(
                Record.Draft with
                {
                    Treatments = [.. Record.Draft.Treatments.Where(other => !gone.Contains(other.Id))],
                },
                Record.Rules,
                Parts
            );
    }

    private static string Words(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
