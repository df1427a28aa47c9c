using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Screening;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>One sheet: a moment over the days it stands for.</summary>
/// <param name="Peel">The sheet of a peel evening, which holds nothing that other evenings hold.</param>
public sealed record HandoutSheet(
    string Title,
    Moment Moment,
    IReadOnlyList<DateOnly> Days,
    IReadOnlyList<SheetLine> Lines,
    bool Repair,
    bool Peel
);

/// <summary>The published plan on paper: one sheet for the morning, one for the evening, and one of its own for a peel evening.</summary>
[Authorize(Policy = People.Roles.Decides)]
public sealed class HandoutModel(RecordRoom room, Links links, ServeOptions options, TimeProvider clock) : WalkPage(room)
{
    public const int Days = 14;

    public override string Station => "Handout";

    public CarePath Path { get; private set; } = null!;

    /// <summary>Each moment with all its lines over the next two weeks.</summary>
    public IReadOnlyList<HandoutSheet> Sheets { get; private set; } = [];

    /// <summary>
    /// Treatments whose window is open or that come within two weeks, one sheet each; none that stands against the facts.
    /// </summary>
    public IReadOnlyList<Treatment> Care { get; private set; } = [];

    /// <summary>What rests after a treatment, as the path has it: overlaps joined.</summary>
    public IEnumerable<PathWindow> RestsOf(Treatment treatment) =>
        cared
            .Windows.Where(window =>
                window.Restriction is not null
                && window.Because.Rule != RuleBook.TreatmentBefore
                && window.From <= treatment.On
                && window.Until >= treatment.On
            )
            .OrderBy(window => window.Until)
            .ThenBy(window => window.Restriction);

    private CarePath cared = null!;

    /// <summary>The phone link's address, only on the sheet that made it.</summary>
    public string? Address { get; private set; }

    public IActionResult OnGet()
    {
        if (Record.Published is null)
        {
            TempData["Done"] = "Publish a plan first; only what was published goes on paper.";
            return Redirect($"/clients/{Id}/publish");
        }

        Fill();
        return Page();
    }

    /// <summary>Makes a new phone link for this sheet; the old one stops.</summary>
    public IActionResult OnPost()
    {
        if (Record.Published is null)
        {
            return OnGet();
        }

        Address = PhoneLink.Address(options, links.Create(Id, By, clock.GetUtcNow()));
        Fill();
        return Page();
    }

    /// <summary>How often a line is done: nothing for what belongs to every day; an active by its rung, with its next days.</summary>
    public static string WhenOf(SheetLine line, HandoutSheet sheet)
    {
        if (line.Step.InFacial)
        {
            return Said.Of("Only in the home facial. ");
        }

        if (line.Days.Count >= sheet.Days.Count - 1)
        {
            return "";
        }

        var often = StepWords.HowOften(line.Step, sheet.Moment == Moment.Morning) is { } words
            ? Said.Of($"Only {words}: ")
            : Said.Of("Only on ");
        var next = line.Days.Take(7).Select(day => Said.On(day, "ddd d"));
        return $"{often}{string.Join(", ", next)}. ";
    }

    /// <summary>The parts of the home facial on a sheet, in their order.</summary>
    public static IReadOnlyList<SheetLine> FacialOf(HandoutSheet sheet) => [.. sheet.Lines.Where(line => line.Step.InFacial)];

    /// <summary>What is laid out before the home facial.</summary>
    public static IReadOnlyList<string> KitOf(IReadOnlyList<SheetLine> facial, ClientRecord record) =>
        FacialKit.Of([.. facial.Select(line => line.Step)], step => record.ShownNameOf(step.Product));

    private void Fill()
    {
        Path = Record.ClientPath(days: Days);
        cared = Record.ClientPath(28, 90);
        Care =
        [
            .. Record
                .Followed.Treatments.Where(treatment =>
                    treatment.On <= Path.Today.AddDays(Days)
                    && treatment.On.AddDays(Math.Max(TreatmentTimes.Of(treatment).SunDays, TreatmentTimes.Of(treatment).AfterDays))
                        >= Path.Today
                    && !cared.Questions.Any(question => question.IsAgainst(treatment.Id))
                )
                .OrderBy(treatment => treatment.On),
        ];
        var peels = Path.Days.Where(day => day.Evening.Steps.Any(step => step.ContactSeconds is not null)).ToList();
        Devices = [.. DevicesOf()];
        var others = Path.Days.Except(peels).ToList();
        Sheets =
        [
            Sheet(Said.Of("In the morning"), Moment.Morning, Path.Days, false),
            Sheet(Said.Of("In the evening"), Moment.Evening, others, false),
        ];
        if (peels.Count > 0)
        {
            var kit = peels[0].Evening.Steps.First(step => step.ContactSeconds is not null).Product!;
            Stops = Countdown.Of(Record.Followed, kit, peels[0].Date);
            Session = PeelScript.Compile(Record.Followed, Record.PublishedRules, kit, peels[0].Date).Script;
            Sheets =
            [
                .. Sheets,
                Sheet(Said.Of($"Peel evening, {Words.List([.. peels.Select(day => Words.Day(day.Date))])}"), Moment.Evening, peels, true),
            ];
        }
    }

    /// <summary>
    /// Devices and tools of these days, each led way by way on a sheet of its own: over the whole face where only the first use is on
    /// a half.
    /// </summary>
    public IReadOnlyList<(string Name, DateOnly First, Step Step, RouteView Route)> Devices { get; private set; } = [];

    private IEnumerable<(string, DateOnly, Step, RouteView)> DevicesOf() =>
        Path
            .Days.SelectMany(day => day.Evening.Steps.Select(step => (day.Date, Step: step)))
            .Where(each => each.Step.Product is not null)
            .GroupBy(each => each.Step.Product)
            .Select(uses => (First: uses.First(), Whole: uses.FirstOrDefault(use => use.Step.Side is null).Step))
            .Select(use =>
                (
                    Name: Record.ShownNameOf(use.First.Step.Product),
                    use.First.Date,
                    use.First.Step,
                    Route: RouteView.Of(use.Whole ?? use.First.Step, Record)
                )
            )
            .Where(each => each.Route is not null)
            .Select(each => (each.Name, each.Date, each.Step, each.Route!));

    private HandoutSheet Sheet(string title, Moment moment, IReadOnlyList<DayPath> days, bool peel) =>
        new(
            title,
            moment,
            [.. days.Select(day => day.Date)],
            MomentSheet.Of(days, moment),
            !peel && days[0].Date == Path.Days[0].Date && Path.Days[0][moment].Repair,
            peel
        );

    /// <summary>What the first peel evening takes, for a sheet of its own to tick; null where no session can be guided.</summary>
    public SessionScript? Session { get; private set; }

    /// <summary>What stops for that evening, and when it is back.</summary>
    public IReadOnlyList<PeelStopLine> Stops { get; private set; } = [];

    private static readonly string[] Counted = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight"];

    /// <summary>"Print two sheets".</summary>
    public string PrintWords =>
        Sheets.Count + Care.Count + Devices.Count + (Session is null ? 0 : 1) is var count && count < Counted.Length
            ? $"Print {Counted[count]} sheets"
            : $"Print {count} sheets";
}
