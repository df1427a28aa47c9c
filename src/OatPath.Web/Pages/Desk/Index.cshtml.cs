using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.People;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Desk;

public sealed class IndexModel(
    Store.Clients clients,
    RecordRoom room,
    ClientDigests digests,
    DigestView digest,
    Store.ViewLog views,
    Store.Outbox outbox,
    Store.Retention retention,
    Store.ProgramSettings settings,
    Store.Studio studio,
    Store.StudioShelf shelf,
    Store.FirstSteps firstSteps,
    Store.MailAddresses addresses,
    Web.Messages.Messenger messenger,
    TimeProvider clock,
    IAuthorizationService authorization
) : PageModel
{
    /// <summary>So many lines at first where there are more than fit a page; the others come as they scroll into view.</summary>
    private const int FirstLines = 8;
    private const int MostAtOnce = 16;
    private const int NextLines = 20;
    private const int MostLines = 200;
    private const int MostWaiting = 8;
    private const int MostRefused = 8;
    private const int DaysTold = 14;

    /// <summary>The most urgent lines; as many as fit.</summary>
    public IReadOnlyList<DigestRow> Lines { get; private set; } = [];

    /// <summary>How many clients need somebody.</summary>
    public int Needing { get; private set; }

    public IReadOnlyList<DigestRow> Unpublished { get; private set; } = [];

    public int Waiting { get; private set; }

    /// <summary>The next days: what, and whose.</summary>
    public IReadOnlyList<Store.StoredAhead> Ahead { get; private set; } = [];

    public IReadOnlyList<VisitToday> Visits { get; private set; } = [];

    public int FailedMessages { get; private set; }

    /// <summary>Addresses that the mail server does not know.</summary>
    public IReadOnlyList<Store.MailAddress> RefusedMail { get; private set; } = [];

    /// <summary>Why nothing goes out, and since when.</summary>
    public (string Reason, DateTimeOffset Since)? MailTrouble { get; private set; }

    /// <summary>Lines that are still being brought up to this morning.</summary>
    public int Coming { get; private set; }

    public DateOnly Today { get; private set; }

    public int Total { get; private set; }

    public bool ContactsMissing { get; private set; }

    /// <summary>The way to the first plan on a phone, while it is not gone or was not put away.</summary>
    public FirstPath? First { get; private set; }

    /// <summary>Records without an entry for years that the owner has not looked through for a year.</summary>
    public int Quiet { get; private set; }

    /// <summary>A wider margin that the estimate took by itself of late; the owner is told.</summary>
    public MarginSince? Widened { get; private set; }

    /// <summary>Whether there are more than are ever shown here.</summary>
    public bool IsCut => Next is null && Needing > MostLines;

    /// <summary>Where the next lines begin; null where there are no more.</summary>
    public int? Next { get; private set; }

    public void OnGet(int from) =>
        Fill(
            from is > 0 and <= MostLines ? from + NextLines
            : digest.CountUrgent <= MostAtOnce ? MostAtOnce
            : FirstLines
        );

    /// <summary>The owner puts the first steps away, or has them back.</summary>
    public IActionResult OnPostPutAway(bool back)
    {
        if (!User.IsInRole(Roles.Owner))
        {
            return Forbid();
        }

        var (choices, version) = settings.Current();
        settings.Save(choices with { FirstStepsPutAway = !back }, version);
        TempData["Done"] = back ? "The first steps are back." : "The first steps are put away. They can be had back on the House page.";
        return Redirect("/");
    }

    /// <summary>Lines from a place on.</summary>
    public IActionResult OnGetMore(int from)
    {
        from = from is > 0 and < MostLines ? from : FirstLines;
        Take(from, NextLines);
        return Partial("Desk/_Lines", this);
    }

    /// <summary>The one-click yes: decides and publishes just this step.</summary>
    public async Task<IActionResult> OnPostStepUpAsync(string client, string product, int rung, long version)
    {
        if (!(await authorization.AuthorizeAsync(User, Roles.Decides)).Succeeded)
        {
            return Forbid();
        }

        if (room.Open(client, User, "Desk") is not { } record)
        {
            return NotFound();
        }

        var path = record.ClientPath();
        if (
            path.Ladders.FirstOrDefault(ladder => ladder.Product == product) is { } ladder
            && StepAdvices.Of(ladder, record.PublishedRules) == StepAdvice.AskFirst
        )
        {
            TempData["Done"] =
                $"{record.NameOf(product)}: a strong reaction is rather likely at the next rung, so this yes needs its reason; it is "
                    + $"given here, under Step up all the same. Nothing was changed.";
            return Redirect($"/clients/{client}/ramp");
        }

        if (!path.Questions.Any(question => question.Kind == QuestionKind.StepUp && question.Product == product && question.Rung == rung))
        {
            TempData["Done"] = $"{record.NameOf(product)} is not due for a step up any more. Nothing was changed.";
            return Redirect("/");
        }

        var by = User.Identity?.Name ?? "";
        var fact = room.Decide(client, by, (id, now) => new StepUp
        {
            Id = id,
            On = record.Today,
            RecordedAt = now,
            By = by,
            Product = product,
            Rung = rung,
        });
        try
        {
            room.PublishOne(record, by, version, fact);
        }
        catch (UnsafePlanException unsafePlan)
        {
            TempData["Done"] = $"{record.Client.Name}: {unsafePlan.Message}";
            return Redirect("/");
        }

        TempData["Done"] = $"{record.Client.Name}: {record.NameOf(product)} goes up from today.";
        TempData["UndoUrl"] = $"/clients/{client}/undo/{fact.Id}?back=desk";
        return Redirect("/");
    }

    /// <summary>The one-click yes to a step down, or to a stop on the first rung; the client's plan follows at once.</summary>
    public async Task<IActionResult> OnPostStepDownAsync(string client, string product, int rung, long version)
    {
        if (!(await authorization.AuthorizeAsync(User, Roles.Decides)).Succeeded)
        {
            return Forbid();
        }

        if (room.Open(client, User, "Desk") is not { } record)
        {
            return NotFound();
        }

        if (
            !record
                .ClientPath()
                .Questions.Any(question => question.Kind == QuestionKind.StepDown && question.Product == product && question.Rung == rung)
        )
        {
            TempData["Done"] = $"{record.NameOf(product)} has no step down to decide any more. Nothing was changed.";
            return Redirect("/");
        }

        var fact = room.StepDown(record, User.Identity?.Name ?? "", product, rung);
        room.Append(client, version, fact);
        TempData["Done"] = $"{record.Client.Name}: {record.NameOf(product)} {(rung < 0 ? "is stopped" : "goes down a rung")}, at once.";
        TempData["UndoUrl"] = $"/clients/{client}/undo/{fact.Id}?back=desk";
        return Redirect("/");
    }

    /// <summary>Asks the client how the last uses felt, or waits a week, before the next step.</summary>
    public async Task<IActionResult> OnPostWaitAsync(string client, string product, bool ask, long version)
    {
        if (!(await authorization.AuthorizeAsync(User, Roles.Decides)).Succeeded)
        {
            return Forbid();
        }

        if (room.Open(client, User, "Desk") is not { } record)
        {
            return NotFound();
        }

        if (!record.ClientPath().Questions.Any(question => question.IsAStep && question.Product == product))
        {
            TempData["Done"] = $"{record.NameOf(product)} is not due for a step any more. Nothing was changed.";
            return Redirect("/");
        }

        var by = User.Identity?.Name ?? "";
        var until = record.Today.AddDays(StepAdvices.WaitDays);
        var fact = room.WaitBeforeStep(record, by, product, ask);
        room.Append(client, version, fact);
        TempData["Done"] = ask
            ? $"{record.Client.Name}: the phone asks how the last uses felt."
            : $"{record.Client.Name}: asked again from {Core.House.Words.Day(until)}.";
        TempData["UndoUrl"] = $"/clients/{client}/undo/{fact.Id}?back=desk";
        return Redirect("/");
    }

    /// <summary>Notes that a line was read that asks for nothing more; what it started goes on.</summary>
    public IActionResult OnPostSeen(string client, string key, long version)
    {
        if (
            room.Open(client, User, "Desk") is not { } record
            || DeskRows.Of(record).FirstOrDefault(row => row.Key == key) is not { IsOnlyRead: true }
        )
        {
            TempData["Done"] = "That line has changed in the meantime.";
            return Redirect("/");
        }

        return Note(record, version, key, "noted as read by you. The plan goes on as it stands.");
    }

    /// <summary>Says to the colleagues who looks after a line. It stays on the Desk, a red one most of all.</summary>
    public IActionResult OnPostTake(string client, string key, long version)
    {
        if (
            room.Open(client, User, "Desk") is not { } record
            || DeskRows.Of(record).FirstOrDefault(row => row.Key == key) is not { TakenBy.Length: 0 }
        )
        {
            TempData["Done"] = "That line has changed, or somebody else has taken it.";
            return Redirect("/");
        }

        return Note(record, version, DeskRows.Taken + key, "you look after this line; your colleagues see it.");
    }

    private RedirectResult Note(ClientRecord record, long version, string words, string done)
    {
        var fact = room.Make(record.Client.Id, FactKind.Note, words, User.Identity?.Name ?? "");
        room.Append(record.Client.Id, version, fact);
        TempData["Done"] = $"{record.Client.Name}: {done}";
        TempData["UndoUrl"] = $"/clients/{record.Client.Id}/undo/{fact.Id}?back=desk";
        return Redirect("/");
    }

    /// <summary>The most urgent lines from a place on.</summary>
    private void Take(int from, int count)
    {
        Lines = [.. digest.Urgent(Math.Min(from + count, MostLines)).Skip(from)];
        Needing = digest.CountUrgent;
        Next = from + Lines.Count < Math.Min(Needing, MostLines) && Lines.Count > 0 ? from + Lines.Count : null;

        // What a line says of a client is a reading of the record.
        views.LogLines(Lines.Select(line => line.ClientId), User.Identity?.Name ?? "", "Desk", clock.GetUtcNow());
    }

    private void Fill(int lines)
    {
        Total = clients.Count();
        Today = digests.Now().Day;
        Take(0, lines);
        Unpublished = digest.Waiting(MostWaiting);
        Waiting = digest.CountWaiting;
        Visits = digest.Visits;
        Ahead = digest.Ahead(Today);
        Coming = digest.Coming;
        ContactsMissing = !room.ContactsComplete();
        First = FirstPath.Of(studio.Current().Rules, shelf, firstSteps, settings.Current().Choices);
        FailedMessages = outbox.FailedOf(latest: 200);
        RefusedMail = addresses.Refused(MostRefused);
        MailTrouble = messenger.Trouble;
        Widened =
            User.IsInRole(Roles.Owner)
            && studio.Current().Rules.MarginInForce() is { ByItself: true } margin
            && margin.From > Today.AddDays(-DaysTold)
                ? margin
                : null;
        Quiet =
            User.IsInRole(Roles.Owner) && !(retention.AskedOn() > Today.AddYears(-1))
                ? retention.Since(clock.GetUtcNow().AddYears(-settings.Current().Choices.RetentionYears)).Count
                : 0;
    }
}
