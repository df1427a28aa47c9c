using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.Known;
using OatPath.Core.LookBack;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>What happened so far: reports, uses week by week, publications, and who read the record.</summary>
public sealed class LookBackModel(RecordRoom room, Publications publications, ViewLog views, IAuthorizationService authorization)
    : WalkPage(room)
{
    private const int MostReason = 500;

    public override string Station => "Look back";

    public CarePath Path { get; private set; } = null!;

    /// <summary>From when on what the client came for, or a needling, may be judged.</summary>
    public IReadOnlyList<HonestWait> Waits => Record.Waits;

    public IReadOnlyList<Publication> Published { get; private set; } = [];

    public IReadOnlyList<(string Person, string Page, DateTimeOffset At)> Reads { get; private set; } = [];

    /// <summary>What was tried on one side, the latest first.</summary>
    public IReadOnlyList<HalfFaceResult> Halves => HalfFaceResult.Of(Record.Followed.Decisions, Record.Lived);

    /// <summary>Whether whoever looks may take a report back.</summary>
    public bool MayDecide { get; private set; }

    /// <summary>The report whose reason was refused; its form stays open.</summary>
    public string? Refused { get; private set; }

    /// <summary>Reports that no longer count, each with who took it back and why.</summary>
    public IEnumerable<(CheckedIn Report, Retracted Back)> TakenBack =>
        Record
            .Followed.Log.OfType<Retracted>()
            .SelectMany(back =>
                Record
                    .Followed.Log.OfType<CheckedIn>()
                    .Where(report => report.Id == back.Entry && !Counts(report))
                    .Select(report => (report, back))
            )
            .DistinctBy(pair => pair.report.Id)
            .OrderByDescending(pair => pair.report.HappenedAt);

    public async Task OnGetAsync() => await Fill();

    /// <summary>
    /// A report that was a slip, or of somebody else, counts no longer; both stay in the record, and the plan is reckoned anew at once.
    /// </summary>
    public async Task<IActionResult> OnPostTakeBackAsync(string report, string? reason)
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        await Fill();
        var told = Path.Reports.FirstOrDefault(one => one.Id == report);
        if (told is null)
        {
            return NotFound();
        }

        var why = (reason ?? "").Trim();
        if (why.Length is < CaseCheck.ShortestReason or > MostReason)
        {
            Problems.Add(new("Reason", $"say why this report does not count, in {CaseCheck.ShortestReason} to {MostReason} characters"));
            Refused = report;
            return Page();
        }

        var fact = Room.Log(Id, By, (id, now) => new Retracted
        {
            Id = id,
            HappenedAt = now,
            RecordedAt = now,
            By = By,
            Entry = report,
            Reason = why,
        });
        if (Save(fact))
        {
            return Back(
                "look-back",
                $"The report of {Record.Local(told.HappenedAt)} counts no longer; the plan is reckoned without it.",
                fact.Id
            );
        }

        Refused = report;
        await Fill();
        return Page();
    }

    private bool Counts(CheckedIn report) => Path.Reports.Any(one => one.Id == report.Id);

    private async Task Fill()
    {
        Version = Version == 0 ? Record.Client.Version : Version;
        MayDecide = !await MayNotDecide(authorization);
        Path = Record.ClientPath(56, 57);
        Published = publications.Of(Id);
        Reads = [.. views.Reads(Id).Take(12)];
    }
}
