using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Proposals;
using OatPath.Core.Routine;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>Three ways to a first routine: proposed, from a template, or as another client has it.</summary>
public sealed class StartModel(RecordRoom room, Store.StudioShelf studio, Store.Templates templates, Store.Clients clients) : WalkPage(room)
{
    public override string Station => "Routine";

    /// <summary>Template to fit.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Template { get; set; }

    /// <summary>Client to copy from.</summary>
    [BindProperty(SupportsGet = true)]
    public string? From { get; set; }

    public IReadOnlyList<Proposal> Proposals { get; private set; } = [];

    public IReadOnlyList<StoredTemplate> Kept { get; private set; } = [];

    public IReadOnlyList<Client> Others { get; private set; } = [];

    /// <summary>The routine being fitted, and how it fits.</summary>
    public (string Name, AdaptedRoutine Fit)? Fitted { get; private set; }

    /// <summary>"marks left by spots 12 to 26 weeks", for what the client came for and takes its time.</summary>
    public IReadOnlyList<string> Judged =>
        [
            .. Record
                .Draft.Intake.Concerns.Select(concern => (concern, Time: WaitingTime.Of(concern)))
                .Where(each => each.Time is not null)
                .Select(each => $"{ConcernWords.Of(each.concern)} {each.Time!.From} to {each.Time.Until} weeks"),
        ];

    public bool MayDecide => !User.IsInRole(People.Roles.Assistant);

    public IActionResult OnGet()
    {
        Fill();
        return (Template ?? From) is not null && Fitted is null ? NotFound() : Page();
    }

    public IActionResult OnPostPropose(RegimenSize size)
    {
        if (!MayDecide)
        {
            return Forbid();
        }

        return Take(
            Proposer.For(Record.Draft, Record.Rules, studio.All(), size).Case,
            $"The {size.ToString().ToLowerInvariant()} routine is on the Bench as a draft."
        );
    }

    public IActionResult OnPostFit()
    {
        if (!MayDecide)
        {
            return Forbid();
        }

        return Fit() is { } fitted
            ? Take(fitted.Fit.Case, $"{fitted.Name} is on the Bench as a draft, fitted to {Record.Client.Name}.")
            : NotFound();
    }

    /// <summary>The steps of the fullest day, in order, each with its reasons.</summary>
    public static IEnumerable<(Step Step, ProposedItem? Item)> Steps(Proposal proposal, Moment moment) =>
        MomentSheet
            .Of(proposal.Path.Days, moment)
            .Where(line => line.Step.Action == StepAction.Apply)
            .Select(line => (line.Step, proposal.Items.FirstOrDefault(item => item.Product.Id == line.Step.Product)));

    private IActionResult Take(CaseFile after, string done)
    {
        var facts = CaseChange.Facts(Room, Record, after, By);
        if (facts.Count == 0)
        {
            return Back("routine", "Everything is on the Bench already.");
        }

        if (!Save(facts))
        {
            Fill();
            return Page();
        }

        return Back("routine", done, facts[0].Id);
    }

    private (string Name, AdaptedRoutine Fit)? Fit()
    {
        var template =
            Template is { } id ? templates.Find(id)?.Template
            : From is { } other && other != Id && Room.Open(other, User, "Copied from") is { } record
                ? RegimenTemplate.Of($"The routine of {record.Client.Name}", record.Draft)
            : null;
        return template is null ? null : (template.Name, TemplateFitting.Fit(template, Record.Draft, Record.Rules, studio.All()));
    }

    private void Fill()
    {
        Version = Version == 0 ? Record.Client.Version : Version;
        Fitted = Fit();
        if (Fitted is not null)
        {
            return;
        }

        var products = studio.All();
        Proposals = Proposer.All(Record.Draft, Record.Rules, products);
        Kept = templates.All();
        Others = [.. clients.Search("").Where(client => client.Id != Id)];
    }
}
