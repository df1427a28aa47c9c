using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
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
        Intake = Record.Draft.Intake;
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
