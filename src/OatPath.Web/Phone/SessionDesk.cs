using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Screening;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>
/// Gives leave for a session: for a published plan that has it tonight, screened and agreed to on this care day, to one device.
/// </summary>
public sealed class SessionDesk(Sessions sessions, TimeProvider clock)
{
    /// <summary>The kit or booster whose evenings the client's plan has, that of tonight first; or null.</summary>
    public static LadderStatus? CourseOf(CarePath path)
    {
        var guided = path.Ladders.Where(IsGuided).ToList();
        return guided.Find(ladder => IsTonight(path, ladder))
            ?? guided.FindLast(ladder => ladder.EveryDays is not null)
            ?? guided.LastOrDefault();
    }

    public static bool IsTonight(CarePath path, LadderStatus ladder) =>
        path.On(path.Today)!
            .Evening.Steps.Any(step => step.Product == ladder.Product && step.Action == StepAction.Apply && IsGuided(ladder));

    /// <summary>Kits and boosters are guided; everything else is a step of the routine.</summary>
    public static bool IsGuided(LadderStatus ladder) =>
        ladder.EveryDays is not null
        || (ladder.Ladder == Ladder.Booster.Id && ladder.State is not (LadderState.Stopped or LadderState.Blocked));

    /// <summary>Today's answers that count, or null before they were given.</summary>
    public static Screened? AnswersOf(ClientRecord record, string product) =>
        record
            .Lived.OfType<Screened>()
            .Where(answers => answers.Day == record.Today && answers.Product == product)
            .MaxBy(answers => answers.HappenedAt);

    /// <summary>Whether a practice run is still asked for before the first real session.</summary>
    public static bool AsksPractice(ClientRecord record, string product) =>
        record.PublishedRules.PractiseFirst
        && !record.Sessions.Any(held =>
            held.Practice && held.Script.Device is null && SessionReading.Of(held.Script, held.Events).Last.Phase == SessionPhase.Done
        )
        && !record.Lived.Any(entry => entry is Applied applied && applied.Product == product)
        && !record.Sessions.Any(held => !held.Practice && held.Script.Device is null);

    /// <summary>A real session's grant, a running one again, or why there is none.</summary>
    public (SessionGrant? Grant, string Why) Begin(ClientRecord record, Device device, string product)
    {
        if (record.Published is null)
        {
            return (null, Said.Of("Nothing was published yet; your studio does that first."));
        }

        var latest = sessions.Latest(device.Id, product, record.Today);
        if (latest is { } running && sessions.Progress(running.Id) is { Run: not null } progress)
        {
            return progress.Events.Count > 0 && SessionReading.Of(running.Script, progress.Events).IsOver
                ? (null, Said.Of("Tonight's session was used. What happened besides goes under How was it."))
                : (running, "");
        }

        if (!IsDevice(record, product) && WaitsFor(record, product) is { } first)
        {
            return (null, first);
        }

        var (script, reasons) = SessionCompiler.Compile(record.Followed, record.PublishedRules, product, record.Today);
        if (script is null)
        {
            return (null, string.Join(" ", reasons.Select(Words.Say)));
        }

        // A grant that nothing was sent for yet is given again while its script still is the plan's.
        return (
            latest is not null && CaseAssembly.Write(latest.Script) == CaseAssembly.Write(script)
                ? latest
                : Issue(record, device.Id, Author.Client, script, practice: false),
            ""
        );
    }

    /// <summary>Whether it is led way by way: its script asks its own questions.</summary>
    public static bool IsDevice(ClientRecord record, string product) =>
        record.ShownProduct(product) is { } found && DeviceScript.Leads(found);

    /// <summary>What a peel or booster still waits for, in words; null where nothing is missing.</summary>
    private static string? WaitsFor(ClientRecord record, string product) =>
        AnswersOf(record, product) is not { } answers ? Said.Of("Answer the questions of the day first.")
        : answers.ConsentVersion != PeelConsent.Version
            ? Said.Of("Agree to the words below the questions first; they may have changed since.")
        : AsksPractice(record, product) ? Said.Of("One practice run with water comes first.")
        : null;

    /// <summary>Practice with water on the script of the next evening.</summary>
    public (SessionGrant? Grant, string Why) Practise(ClientRecord record, long? device, string by, string product)
    {
        var path = record.ClientPath(0, 1);
        var on = path.Ladders.FirstOrDefault(ladder => ladder.Product == product)?.NextOn
            ?? (IsDevice(record, product) ? NextUse(record, product) : null)
            ?? record.Today;
        var (script, reasons) = SessionCompiler.Compile(record.Followed, record.PublishedRules, product, on);
        return script is null
            ? (null, string.Join(" ", reasons.Select(Words.Say)))
            : (Issue(record, device, by, script, practice: true), "");
    }

    /// <summary>The next day the plan has it, within five weeks.</summary>
    public static DateOnly? NextUse(ClientRecord record, string product) =>
        record.ClientPath(0, 35) is var path && path.On(path.Today)?.Log?.Applied.Contains(product) == true
            ? (path with { Days = [.. path.Days.Where(day => day.Date > path.Today)] }).NextUse(product)?.On
            : path.NextUse(product)?.On;

    private SessionGrant Issue(ClientRecord record, long? device, string by, SessionScript script, bool practice)
    {
        var grant = new SessionGrant(
            Fact.NewId(),
            record.Client.Id,
            device,
            script.Product,
            record.Today,
            practice,
            script,
            clock.GetUtcNow(),
            by
        );
        sessions.Issue(grant);
        return grant;
    }
}
