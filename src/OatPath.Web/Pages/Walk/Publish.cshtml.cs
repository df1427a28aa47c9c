using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Upgrade;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

[Authorize(Policy = People.Roles.Decides)]
public sealed class PublishModel(RecordRoom room) : WalkPage(room)
{
    private const int DaysCompared = 28;

    public override string Station => "Publish";

    public string? Obstacle { get; private set; }

    /// <summary>Nothing was published before, so everything is new.</summary>
    public bool First => Record.Published is null;

    public CarePath Before { get; private set; } = null!;

    public CarePath After { get; private set; } = null!;

    /// <summary>Each change said once.</summary>
    public IReadOnlyList<ChangeLine> Changes { get; private set; } = [];

    public IReadOnlyList<string> Drafts { get; private set; } = [];

    public void OnGet() => Fill();

    public IActionResult OnPost()
    {
        Fill();
        if (Obstacle is not null || Record.Changes == 0)
        {
            return Page();
        }

        try
        {
            Room.Publish(Record, By, Version);
        }
        catch (UnsafePlanException unsafePlan)
        {
            Problems.Add(new("This plan", unsafePlan.Message));
            return Page();
        }
        catch (ConflictException)
        {
            Reopen();
            Problems.Add(
                new("This client", "was changed by somebody else while you looked. Look over the changes below again, then publish.")
            );
            Version = Record.Client.Version;
            ModelState.Remove(nameof(Version));
            Fill();
            return Page();
        }

        TempData["Done"] = "Published. The client's phone follows from its next look.";
        return Redirect($"/clients/{Id}/link");
    }

    private void Fill()
    {
        Version = Version == 0 ? Record.Client.Version : Version;
        Obstacle = RecordRoom.PublishObstacle(Record);
        After = Record.NextPath(DaysCompared);
        Before = First ? After with { Days = [] } : Record.ClientPath(0, DaysCompared);
        Changes = ChangeWords.Say(PlanChanges.Between(Before, After), (After.Days[0].Date, After.Days[^1].Date), Record.Today, id =>
            Record.NameOf(id)
        );
        Drafts =
        [
            .. Record.Waiting.Select(fact => $"{Say(fact)} ({fact.RecordedBy}, {Record.Local(fact.RecordedAt)})"),
            .. Record.RulesWait ? ["House choices changed since"] : Array.Empty<string>(),
            .. Record.Raises.Select(Say),
        ];
    }

    /// <summary>What the phone asks for this evening, in its own words where they are new.</summary>
    public IEnumerable<(string Name, string? Words)> ReadTonight() =>
        After
            .Days[0]
            .Evening.Steps.Where(step => step.Product is not null)
            .Select(step => (Record.NameOf(step.Product), step.Action == StepAction.Apply ? null : string.Join(" ", StepWords.How(step))));

    public int MinutesTonight => Math.Max(1, RoutineTime.Seconds(After.Days[0].Evening.Steps) / 60);

    private string Shape(ShapeWeek week)
    {
        var parts = new List<string>();
        if (week.RestEvenings.Count > 0)
        {
            parts.Add($"rest on {string.Join(", ", week.RestEvenings)}");
        }

        parts.AddRange(week.Never.Select(never => $"{Record.NameOf(never.Product)} never on {string.Join(", ", never.Days)}"));
        return $"The week: {(parts.Count == 0 ? "every day free" : string.Join("; ", parts))}";
    }

    private string Say(EngineRaise raise) =>
        Core.House.Words.Say(
            raise.Because with
            {
                Values = new Dictionary<string, string>(raise.Because.Values) { ["product"] = Record.NameOf(raise.Product) },
            }
        );

    private string Say(Fact fact) =>
        fact.Kind switch
        {
            FactKind.Intake => "Answers at Meet",
            FactKind.AnswersSettled => "Told on the phone: looked at, and counted as it stands at Meet",
            FactKind.Shelf => CaseAssembly.Body<ShelfItem>(fact) is { } item
                ? $"{item.Product.Name}: {(item.State == ShelfState.InUse ? "in use" : "parked")}"
                : "",
            FactKind.Occasion => CaseAssembly.Body<Core.Care.Occasion>(fact) is var occasion && occasion.CalledOff
                ? $"{occasion.Title}: taken out"
                : $"{occasion.Title} on {Core.House.Words.Day(occasion.On)}",
            FactKind.ShelfRemoved => $"{Record.NameOf(CaseAssembly.Body<string>(fact))}: off the shelf",
            FactKind.Retract => "A published decision taken back",
            _ => CaseAssembly.Body<Decision>(fact) switch
            {
                StartActive { AlreadyInUse: true } start => $"{Record.NameOf(start.Product)}: goes on as used so far",
                StartActive start => $"{Record.NameOf(start.Product)}: start, patch test first",
                StepUp step => $"{Record.NameOf(step.Product)}: a step up",
                StepDown step => $"{Record.NameOf(step.Product)}: a step down",
                WaitBeforeStep wait => $"{Record.NameOf(wait.Product)}: the next step waits",
                KeepLevel keep => $"{Record.NameOf(keep.Product)}: this is the level",
                ReopenLevel reopen => $"{Record.NameOf(reopen.Product)}: may climb again",
                NoteEstablished noted => $"{Core.Skin.FamilyTraits.Of(noted.Family).Title}: established",
                ShapeLadder ladder => $"{Record.NameOf(ladder.Product)}: this client's own ladder",
                TryHalf half =>
                    $"{Record.NameOf(half.Product)}: on the {Core.House.EnumName.Of(half.Side)} side for {half.Days} days, to compare",
                PlaceMask mask => $"{Record.NameOf(mask.Product)}: {BenchDevices.TitleOf(mask.Place)}",
                TieFacial { Products.Count: 0 } => "Home facial: untied, each part by itself again",
                TieFacial facial => $"Home facial {Core.House.FrequencyTraits.Every(facial.EveryDays)}: "
                    + Core.House.Words.List([.. facial.Products.Select(Record.NameOf)]),
                SetOrder order => order.Products.Count == 0 ? $"{order.Moment}: usual order" : $"{order.Moment}: order set by hand",
                ShapeWeek week => Shape(week),
                _ => "A decision",
            },
        };
}
