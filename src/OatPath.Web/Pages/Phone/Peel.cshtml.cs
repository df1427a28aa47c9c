using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Screening;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Drawing;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>Before a peel: what stops until then, the questions of the day, and the way into the guide.</summary>
public sealed class PeelModel(PhoneDoor door, RecordRoom room, ViewLog views, TimeProvider clock, SessionDesk desk, Sessions sessions)
    : PhonePage(door, room, views, clock)
{
    public List<Problem> Problems { get; } = [];

    public LadderStatus? Course { get; private set; }

    public bool Tonight { get; private set; }

    public IReadOnlyList<PeelStopLine> Stops { get; private set; } = [];

    /// <summary>Today's answers, or null before they were given.</summary>
    public Screened? Answers { get; private set; }

    public ScreeningResult? Result { get; private set; }

    public bool AsksPractice { get; private set; }

    /// <summary>A session that was begun tonight, and whether it is over.</summary>
    public SessionGrant? Running { get; private set; }

    public bool Over { get; private set; }

    /// <summary>Tonight's session as it went; null while it is not over.</summary>
    public SessionDrawing? Drawn { get; private set; }

    /// <summary>What comes after it, and when.</summary>
    public IReadOnlyList<string> Next { get; private set; } = [];

    public bool AnswerAgain { get; private set; }

    public HashSet<DayQuestion> Yes { get; private set; } = [];

    public HashSet<DayQuestion> No { get; private set; } = [];

    public HashSet<FaceZone> Zones { get; private set; } = [];

    public string Note { get; private set; } = "";

    public bool Agreed { get; private set; }

    public ContactNow Contact => ContactNow.At(Now, false, View.Record.Rules, View.Record.Zone);

    public void OnGet(bool again)
    {
        AnswerAgain = again;
        Fill();
    }

    public IActionResult OnPostAnswer(string key, string? note, bool agree, [FromForm] FaceZone[]? zones)
    {
        Fill();
        if (Course is not { } course || !Guid.TryParseExact(key, "n", out _))
        {
            return Redirect("/my/peel");
        }

        foreach (var asked in DayQuestionWords.All)
        {
            var answer = Request.Form[EnumName.Of(asked.Question)].ToString();
            if (answer is "yes" or "no")
            {
                (answer == "yes" ? Yes : No).Add(asked.Question);
            }
            else
            {
                Problems.Add(new(asked.Text, Said.Of("choose no or yes")));
            }
        }

        Zones = [.. (zones ?? []).Where(Enum.IsDefined)];
        Note = (note ?? "").Trim();
        Note = Note.Length > 500 ? Note[..500] : Note;
        Agreed = agree;
        if (Yes.Contains(DayQuestion.OpenSkin) && Zones.Count == 0)
        {
            Problems.Add(new(Said.Of("Where it is open"), Said.Of("tick the places, so that they are left out")));
        }

        // Whoever may not go on need not agree to anything: the answers count all the same.
        if (!agree && Yes.All(question => question == DayQuestion.OpenSkin) && Problems.Count == 0)
        {
            Problems.Add(new(Said.Of("The words at the end"), Said.Of("read them and tick that you agree, or leave the peel for tonight")));
        }

        if (Problems.Count > 0)
        {
            AnswerAgain = true;
            return Page();
        }

        var entry = new Screened
        {
            Id = key,
            HappenedAt = Now,
            RecordedAt = Now,
            By = Author.Client,
            Product = course.Product,
            Day = View.Day,
            Yes = [.. Yes.Order()],
            Zones = Yes.Contains(DayQuestion.OpenSkin) ? [.. Zones.Order()] : [],
            Note = Note,
            ConsentVersion = agree ? PeelConsent.Version : "",
            ConsentText = agree ? PeelConsent.Text : "",
        };
        Room.Append(Device.ClientId, null, Room.Make<LogEntry>(Device.ClientId, FactKind.Log, entry, Author.Client, entry.Id));
        return Redirect("/my/peel");
    }

    public IActionResult OnPostBegin() => Open(course => desk.Begin(View.Record, Device, course.Product));

    public IActionResult OnPostPractise() => Open(course => desk.Practise(View.Record, Device.Id, Author.Client, course.Product));

    /// <summary>Opens the guide of a grant, or says why there is none.</summary>
    private RedirectResult Open(Func<LadderStatus, (SessionGrant? Grant, string Why)> ask)
    {
        Fill();
        var (grant, why) = Course is { } course ? ask(course) : (null, Said.Of("No peel is planned."));
        if (grant is null)
        {
            TempData["Hint"] = why;
        }

        return Redirect(grant is null ? "/my/peel" : $"/my/guide/{grant.Id}");
    }

    /// <summary>What is left of tonight, the morning's sunscreen, the word on how the skin is, the next peel.</summary>
    private IEnumerable<string> NextLines(LadderStatus course)
    {
        if (View.Current is not null)
        {
            yield return Said.Of("Tonight: what is left of the evening.");
        }

        var morning = View.Day.AddDays(1);
        if (
            View
                .Path.Days.FirstOrDefault(day => day.Date == morning)
                ?.Morning.Steps.FirstOrDefault(step => step.Slot == RoutineSlot.Sunscreen) is
            { } sunscreen
        )
        {
            yield return Said.Of($"Tomorrow morning: {View.NameOf(sunscreen.Product)}, and how the skin is.");
        }
        else
        {
            yield return Said.Of("Tomorrow: say how the skin is.");
        }

        if (course.NextOn is { } next && next > View.Day)
        {
            yield return Said.Of($"The next peel: {Words.Day(next)}, where the skin agrees.");
        }
    }

    private void Fill()
    {
        Course = SessionDesk.CourseOf(View.Path);
        if (Course is not { } course)
        {
            return;
        }

        var record = View.Record;
        Answers = SessionDesk.AnswersOf(record, course.Product);
        Tonight = SessionDesk.IsTonight(View.Path, course);
        Result = Answers is not null || !Tonight ? PeelScreening.Of(record.Followed, record.PublishedRules, course.Product) : null;
        AsksPractice = SessionDesk.AsksPractice(record, course.Product);
        Stops = course.NextOn is { } next ? Countdown.Of(record.Followed, course.Product, next) : [];
        if (sessions.Latest(Device.Id, course.Product, View.Day) is { } grant && sessions.Progress(grant.Id) is { Run: not null } progress)
        {
            var reading = Core.Session.SessionReading.Of(grant.Script, progress.Events);
            Running = reading.HasBegun || reading.IsOver ? grant : null;
            Over = reading.IsOver;
            Drawn =
                Over && record.Sessions.FirstOrDefault(held => held.Id == grant.Id) is { } held
                    ? SessionDrawing.Of(held, SessionFrame.Pocket)
                    : null;
            Next = Over ? [.. NextLines(course)] : [];
        }
    }
}
