using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Core.Questionnaire;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

public sealed class MeetModel(RecordRoom room, Store.Clients clients) : WalkPage(room)
{
    public override string Station => "Meet";

    public Intake Intake { get; private set; } = new();

    [BindProperty]
    public string? Name { get; set; }

    [BindProperty]
    public string? Phone { get; set; }

    public void OnGet()
    {
        Intake = Record.MetIntake;
        Name = Record.Client.Name;
        Phone = Record.Client.Phone;
        Version = Record.Client.Version;
    }

    public IActionResult OnPost()
    {
        Intake = IntakeForm.Read(Request.Form, Record.Today, Problems);
        if (TypedName.Problem(Name, Client.MostName) is { } wrong)
        {
            Problems.Add(new("Name", wrong));
        }

        else if (Record.Client.IsPractice && Name!.Trim() != Record.Client.Name)
        {
            Problems.Add(new("Name", "leave it: a practice client keeps its name, so that nobody takes it for somebody"));
        }

        if (Phone?.Length > 40)
        {
            Problems.Add(new("Phone number", "give at most 40 characters"));
        }

        if (Problems.Count > 0)
        {
            return Page();
        }

        if (Name!.Trim() != Record.Client.Name || (Phone ?? "").Trim() != Record.Client.Phone)
        {
            try
            {
                clients.Rename(Id, Name.Trim(), (Phone ?? "").Trim(), Version);
                Version++;
            }
            catch (ConflictException)
            {
                // Saving the answers below meets the same conflict and says so.
            }
        }

        return Save(Room.Make(Id, FactKind.Intake, Intake, By))
            ? Back("shelf", "Saved. What the answers change is on the shelf and in the path already; allergies and flags act at once.")
            : Page();
    }

    /// <summary>Whether who is signed in may leave an answer that acts already.</summary>
    public bool MayDecide => !User.IsInRole(People.Roles.Assistant);

    /// <summary>Takes one answer of the phone over into Meet.</summary>
    public IActionResult OnPostTake(string answers, string key) => Settle(answers, key, take: true);

    /// <summary>Leaves Meet as it stands against one answer of the phone.</summary>
    public IActionResult OnPostLeave(string answers, string key) => Settle(answers, key, take: false);

    /// <summary>Takes over everything that is not settled yet; what is in use is looked at by itself.</summary>
    public IActionResult OnPostTakeAll(string answers) =>
        Find(answers) is { Told: { } told, Lines: var lines }
            ? Settle(told, [.. lines.Where(line => line.Key.Product is null).Select(line => line.Key)], [], "Taken over.")
            : NotFound();

    /// <summary>Takes back what was taken over or left last.</summary>
    public IActionResult OnPostUnsettle(string fact)
    {
        Version = Record.Client.Version;
        if (SettledAnswers.Undo(Room, Record, fact, By) is { } facts)
        {
            return Save(facts) ? Back("meet", "Taken back.") : Reshown();
        }

        return Back("meet", "Meet was changed since; change it there.");
    }

    private IActionResult Settle(string answers, string key, bool take)
    {
        if (Find(answers) is not { Told: { } told, Lines: var lines } || lines.FirstOrDefault(line => line.Key.Name == key) is not { } line)
        {
            return NotFound();
        }

        if (!take && line.IsSafety && !MayDecide)
        {
            return Forbid();
        }

        return take
            ? Settle(told, [line.Key], [], $"{line.Title}: taken over.")
            : Settle(told, [], [line.Key], line.OnlyNoted ? $"{line.Title}: noted." : $"{line.Title}: left as it stands.");
    }

    private IActionResult Settle(ToldAnswers told, IReadOnlyList<AnswerKey> taken, IReadOnlyList<AnswerKey> left, string done)
    {
        var facts = SettledAnswers.Of(Room, Record, told, taken, left, By);
        if (!Save(facts))
        {
            return Reshown();
        }

        TempData["UndoUrl"] = $"/clients/{Id}/meet?handler=Unsettle&fact={facts[1].Id}";
        return Back("meet", done);
    }

    private (ToldAnswers? Told, IReadOnlyList<AnswerLine> Lines) Find(string answers) =>
        Record.ToldAhead.FirstOrDefault(open => open.Told.Id == answers);

    private PageResult Reshown()
    {
        var version = Version;
        OnGet();
        Version = version;
        return Page();
    }

    /// <summary>Whether a group was answered: something in it applies, or nothing does.</summary>
    public bool IsAnswered(MeetGroup group) => Intake.NoneOf.Contains(group) || Intake.Flags.Any(flag => MeetGroups.Of(flag.Kind) == group);

    /// <summary>What became of an answer since the time before the last, or null where it is as it was.</summary>
    public string? SinceLastTime(FlagKind kind)
    {
        if (Record.Facts.Where(fact => fact.Kind == FactKind.Intake).TakeLast(2).ToList() is not [var before, var last])
        {
            return null;
        }

        var (was, holds) = (Has(before), Has(last));
        return was == holds ? null
            : holds ? $"new on {Record.Local(last.RecordedAt, "d MMMM")}"
            : $"no more since {Record.Local(last.RecordedAt, "d MMMM")}";

        bool Has(Fact fact) => CaseAssembly.Body<Intake>(fact).Flags.Any(flag => flag.Kind == kind);
    }

    public Flag? FlagOf(FlagKind kind) => Intake.Flags.FirstOrDefault(flag => flag.Kind == kind);

    public static string FieldOf(FlagKind kind) => EnumName.Of(kind);
}
