using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>A rung taken back from the Desk or on the Ramp: at once, undoable, and never twice.</summary>
public sealed class StepDownTests : IDisposable
{
    private readonly TestStudio studio = new();

    private string Id => studio.ClientId("Jory");

    private RecordRoom Room => studio.Services.GetRequiredService<RecordRoom>();

    private ClientRecord Record => Room.Derive(Id)!;

    private LadderStatus Ladder => Record.ClientPath().Ladders.Single();

    private Question? Asked => Record.ClientPath().Questions.SingleOrDefault(question => question.Kind == QuestionKind.StepDown);

    private string Row => $"li[data-client='{Id}']";

    /// <summary>Every use of the rung held is told to have stung close to the limit.</summary>
    private void EveryUseStung(int sting = 4)
    {
        var record = Record;
        var product = Ladder.Product;
        var days = record
            .Draft.Log.OfType<Applied>()
            .Where(use => use.Product == product && use.Day >= Ladder.Since)
            .Select(use => (use.Day, At: use.HappenedAt.AddMinutes(30)))
            .ToList();
        Room.Append(
            Id,
            record.Client.Version,
            [
                .. days.Select(day =>
                    Room.Log(Id, "Maren Holt", (id, _) => new CheckedIn
                    {
                        Id = id,
                        Day = day.Day,
                        HappenedAt = day.At,
                        Report = new SkinReport { Sting = sting, StingSeconds = 40 },
                    })
                ),
            ]
        );
    }

    [Fact]
    public async Task The_desk_takes_a_rung_back_in_one_press_at_once_and_undoes_it()
    {
        using var browser = await studio.SignedIn();
        var held = Ladder.Rung;
        EveryUseStung();
        Assert.Equal(held - 1, Asked!.Rung);

        var desk = await browser.Get("/");
        Assert.Equal("One rung down", Answer.Read(desk.Page.QuerySelector($"{Row} .btn-go")!));
        Assert.Contains("a strong reaction is expected at about", desk.Text, StringComparison.Ordinal);
        var after = await browser.Submit(desk, $"{Row} form[action*='StepDown']");

        Assert.Contains("goes down a rung, at once", after.Text, StringComparison.Ordinal);
        Assert.Equal(held - 1, Ladder.Rung);
        Assert.Null(Asked);
        Assert.Equal(held - 1, Record.DraftPath().Ladders.Single().Rung);

        await browser.Submit(after, ".done form");
        Assert.Equal(held, Ladder.Rung);
        Assert.NotNull(Asked);
    }

    [Fact]
    public async Task The_same_press_from_an_old_page_takes_nothing_more()
    {
        using var browser = await studio.SignedIn();
        var held = Ladder.Rung;
        EveryUseStung();
        var (desk, ramp) = (await browser.Get("/"), await browser.Get($"/clients/{Id}/ramp"));
        await browser.Submit(desk, $"{Row} form[action*='StepDown']");

        var again = await browser.Submit(desk, $"{Row} form[action*='StepDown']");
        Assert.Contains("no step down to decide any more", again.Text, StringComparison.Ordinal);
        var stale = await browser.Submit(ramp, "main form[action*='StepDown']");
        Assert.Contains("nothing was changed", stale.Text, StringComparison.Ordinal);
        Assert.Equal(held - 1, Ladder.Rung);
    }

    [Fact]
    public async Task A_week_of_waiting_is_kept_and_asked_again_after_it()
    {
        using var browser = await studio.SignedIn();
        EveryUseStung();
        await browser.Submit(await browser.Get("/"), $"{Row} form[action*='Wait']");

        Assert.Null(Asked);
        Assert.Single(Record.Draft.Decisions.OfType<WaitBeforeStep>());
    }

    [Fact]
    public async Task On_the_ramp_a_rung_is_taken_back_unasked_and_the_client_s_plan_follows()
    {
        using var browser = await studio.SignedIn();
        var held = Ladder.Rung;
        Assert.Null(Asked);
        var before = Record.ClientPath(0, 28).Days.Count(day => day.Evening.Steps.Any(step => step.Product == Ladder.Product));

        var after = await browser.Submit(await browser.Get($"/clients/{Id}/ramp"), "main form[action*='StepDown']");

        Assert.Contains("goes down a rung, at once", after.Text, StringComparison.Ordinal);
        Assert.Equal(held - 1, Ladder.Rung);
        Assert.True(Record.ClientPath(0, 28).Days.Count(day => day.Evening.Steps.Any(step => step.Product == Ladder.Product)) < before);
        Assert.Equal(0, Record.Changes);
    }

    /// <summary>Said to be in use on a higher rung, and not given out yet: there is nothing in the client's plan to take back.</summary>
    [Fact]
    public async Task What_the_client_does_not_follow_yet_is_not_offered()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id}/ramp");
        Assert.NotNull(page.Page.QuerySelector("main form[action*='StepDown']"));

        var draft = await browser.Submit(
            page,
            "details form[action*='Decide']",
            ("rung", "2"),
            ("reason", "three a week for a year"),
            ("what", "in-use")
        );

        Assert.Equal(2, Record.DraftPath().Ladders.Single().Rung);
        Assert.Null(draft.Page.QuerySelector("main form[action*='StepDown']"));
    }

    [Fact]
    public async Task An_assistant_is_told_and_takes_nothing_back()
    {
        EveryUseStung();
        using var assistant = await studio.SignedIn("oskar");
        var page = await assistant.Get($"/clients/{Id}/ramp");

        Assert.Contains("a strong reaction is expected at about", page.Text, StringComparison.Ordinal);
        Assert.Null(page.Page.QuerySelector("main form[action*='StepDown']"));
    }

    public void Dispose() => studio.Dispose();
}
