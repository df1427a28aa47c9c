using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>One page for the chair: what happened since last time, what is open, what is done now, when next.</summary>
public sealed class VisitModel(RecordRoom room, PictureStore pictures) : WalkPage(room)
{
    private const int MostDays = 70;
    private const int Ahead = 14;
    private const int FirstLook = 28;

    public override string Station => "Visit";

    public DateOnly Since { get; private set; }
    public bool IsFirst { get; private set; }
    public IReadOnlyList<string> Lines { get; private set; } = [];

    /// <summary>Pictures that the client sent since last time; none for who may not see any.</summary>
    public int Sent { get; private set; }

    public CarePath? Path { get; private set; }
    public IReadOnlyList<DeskRow> Rows { get; private set; } = [];
    public IReadOnlyList<(string Fact, Visit Visit)> Earlier { get; private set; } = [];
    public (string Fact, Visit Visit)? Next { get; private set; }

    public void OnGet() => Fill();

    /// <summary>Keeps the notes of today and the next date, together.</summary>
    public IActionResult OnPost(string? note, string? on, string? at)
    {
        var text = (note ?? "").Trim();
        if (text.Length > 4000)
        {
            Problems.Add(new("Notes", "keep them under 4000 characters"));
        }

        var facts = new List<Fact>();
        if (text.Length > 0)
        {
            facts.Add(
                Make(
                    new Visit
                    {
                        Id = "",
                        On = Record.Today,
                        Held = true,
                        Note = text,
                    },
                    null
                )
            );
        }

        if (!string.IsNullOrWhiteSpace(on) && Read(on, at) is { } next)
        {
            facts.Add(Make(next, Visits.Next(Record)?.Fact));
        }
        else if (string.IsNullOrWhiteSpace(on) && !string.IsNullOrWhiteSpace(at))
        {
            Problems.Add(new("Next date", "give the day as well as the time"));
        }

        if (Problems.Count == 0 && facts.Count == 0)
        {
            Problems.Add(new("Visit", "write notes, a next date, or both"));
        }

        if (Problems.Count == 0 && Save([.. facts]))
        {
            var said = facts
                .Select(fact => CaseAssembly.Body<Visit>(fact))
                .Select(visit =>
                    visit.Held
                        ? "the notes are kept"
                        : $"next on {Words.Day(visit.On)}"
                            + $"{(visit.At is { } time ? $", {time.ToString("HH:mm", CultureInfo.InvariantCulture)}" : "")}"
                );
            return Back("visit", $"{Record.Client.Name}: {string.Join(", ", said)}.", facts[0].Id);
        }

        Fill();
        return Page();
    }

    /// <summary>The next date does not take place.</summary>
    public IActionResult OnPostCallOff(string of)
    {
        if (Visits.Next(Record) is not { } next || next.Fact != of)
        {
            return NotFound();
        }

        var fact = Make(next.Visit with { CalledOff = true }, of);
        if (Save(fact))
        {
            return Back("visit", $"The visit on {Words.Day(next.Visit.On)} is called off.", fact.Id);
        }

        Fill();
        return Page();
    }

    private Fact Make(Visit visit, string? supersedes)
    {
        var id = Fact.NewId();
        return Room.Make(Id, FactKind.Visit, visit with { Id = id }, By, id, supersedes);
    }

    private Visit? Read(string on, string? at)
    {
        var day = Field.Day(on) ?? default;
        if (day < Record.Today || day > Record.Today.AddYears(2))
        {
            Problems.Add(new("Next date", "give a day from today to 2 years ahead"));
        }

        var time = Field.Read(at, Field.Time, "Time", "give hours and minutes, such as 14:30, or leave it empty", Problems);

        return Problems.Count > 0
            ? null
            : new Visit
            {
                Id = "",
                On = day,
                At = time,
            };
    }

    private void Fill()
    {
        Version = Record.Client.Version;
        ModelState.Remove(nameof(Version));
        var held = Visits.Last(Record);
        IsFirst = held is null;
        Since = held?.On ?? Record.Today.AddDays(-FirstLook);
        var days = Math.Clamp(Record.Today.DayNumber - Since.DayNumber, 1, MostDays);
        if (Record.Published is not null)
        {
            Path = Record.ClientPath(days, days + Ahead);
            Lines = SinceLast.Of(Record, Since, Path);
            Rows = DeskRows.Of(Record);
        }

        Sent = User.IsInRole(People.Roles.Assistant)
            ? 0
            : pictures.Of(Id).Count(picture => picture is { IsShown: true, IsByClient: true } && picture.TakenOn > Since);
        Earlier = [.. Visits.Of(Record).Where(pair => pair.Visit.Held).Reverse().Take(6)];
        Next = Visits.Next(Record);
    }
}
