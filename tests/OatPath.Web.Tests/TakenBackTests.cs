using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>What acts at once is taken back at once: on the phone, on the Desk, in the plan.</summary>
public sealed class TakenBackTests : IDisposable
{
    private readonly TestStudio studio = new();

    private string Id(string name) => studio.ClientId(name);

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(Id(name))!;

    private DateOnly Today => Record("Jory").Today;

    [Fact]
    public async Task A_cleared_stop_taken_back_stands_again_on_phone_and_Desk()
    {
        using var phone = await studio.Phone("Mirre");
        using var browser = await studio.SignedIn();
        var before = (await phone.Get("/my")).Text;
        var after = await browser.Submit(await browser.Get($"/clients/{Id("Mirre")}/ramp"), "#red form", ("reason", "calm at the visit"));
        studio.Clock.Advance(TimeSpan.FromHours(24));
        Assert.DoesNotContain("Repair routine since", (await phone.Get("/my")).Text, StringComparison.Ordinal);

        await browser.Submit(after, ".done form");

        Assert.Contains("Repair routine since", before, StringComparison.Ordinal);
        Assert.Contains("Repair routine since", (await phone.Get("/my")).Text, StringComparison.Ordinal);
        Assert.Equal(QuestionKind.ClearRed, Record("Mirre").ClientPath().Questions[0].Kind);
        Assert.Contains("Mirre", (await browser.Get("/")).Page.QuerySelector(".lines")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(0, Record("Mirre").Changes);
    }

    [Fact]
    public async Task A_stopped_active_taken_back_is_in_the_plan_again()
    {
        using var phone = await studio.Phone("Jory");
        using var browser = await studio.SignedIn();
        var before = (await phone.Get("/my/path")).Text;
        var after = await browser.Submit(
            await browser.Get($"/clients/{Id("Jory")}/ramp"),
            "main form[action*='handler=Decide'], main form[action$='Decide']",
            ("what", "stop")
        );
        Assert.NotEqual(before, (await phone.Get("/my/path")).Text);

        await browser.Submit(after, ".done form");

        Assert.Equal(before, (await phone.Get("/my/path")).Text);
        Assert.Equal(0, Record("Jory").Changes);
    }

    [Fact]
    public async Task A_booking_taken_back_leaves_the_phone_as_it_was()
    {
        using var phone = await studio.Phone("Jory");
        using var browser = await studio.SignedIn();
        var before = (await phone.Get("/my/path")).Text;
        var page = await browser.Get($"/clients/{Id("Jory")}/treatment");
        var after = await browser.Submit(
            page,
            "form#treatment",
            ("Form.Template", "dermaplaning"),
            ("Form.On", Soon),
            ("Form.Despite", "she comes in any case")
        );
        Assert.NotEqual(before, (await phone.Get("/my/path")).Text);

        await browser.Submit(after, ".done form");

        Assert.Equal(before, (await phone.Get("/my/path")).Text);
        Assert.Equal(0, Record("Jory").Changes);
    }

    private string Soon => Today.AddDays(3).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);

    [Fact]
    public async Task An_occasion_waits_to_be_published_and_so_does_taking_it_out()
    {
        using var phone = await studio.Phone("Jory");
        using var browser = await studio.SignedIn();
        var care = $"/clients/{Id("Jory")}/care";
        var before = (await phone.Get("/my/path")).Text;
        async Task<Answer> Add() =>
            await browser.Submit(await browser.Get(care), "main form[action*='Occasion']", ("title", "ferry dance"), ("on", Soon));
        async Task Drop()
        {
            var page = await browser.Get(care);
            var fields = page
                .Page.QuerySelectorAll("input[name=Version], input[name=__RequestVerificationToken]")
                .Select(input => new KeyValuePair<string, string>(input.GetAttribute("name")!, input.GetAttribute("value")!))
                .DistinctBy(pair => pair.Key);
            await browser.Post(
                $"{care}?handler=DropOccasion",
                [.. fields, new("of", page.Page.QuerySelector("button[name=of]")!.GetAttribute("value")!)]
            );
        }

        async Task Publish() => await browser.Submit(await browser.Get($"/clients/{Id("Jory")}/publish"), "main form");

        // A draft that is taken out again leaves nothing that waits.
        await Add();
        Assert.Equal((before, 1), ((await phone.Get("/my/path")).Text, Record("Jory").Changes));
        Assert.Contains("ferry dance", (await browser.Get($"/clients/{Id("Jory")}/publish")).Text, StringComparison.Ordinal);
        await Drop();
        Assert.Equal(0, Record("Jory").Changes);

        // Undone at once, the same.
        await browser.Submit(await Add(), ".done form");
        Assert.Equal(0, Record("Jory").Changes);

        await Add();
        await Publish();
        var published = (await phone.Get("/my/path")).Text;
        Assert.NotEqual(before, published);
        await Drop();
        Assert.Equal((published, 1), ((await phone.Get("/my/path")).Text, Record("Jory").Changes));
        await Publish();
        Assert.Equal((before, 0), ((await phone.Get("/my/path")).Text, Record("Jory").Changes));
    }

    [Fact]
    public async Task A_draft_taken_back_or_a_published_decision_taken_back_waits_as_ever()
    {
        using var browser = await studio.SignedIn();
        var start = Record("Jory").Facts.First(fact => fact.Kind == FactKind.Decision);
        var before = Record("Jory").ClientPath().DaysOf("sedge-serum");
        var page = await browser.Get($"/clients/{Id("Jory")}/ramp");
        var token = page.Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        await browser.Post($"/clients/{Id("Jory")}/undo/{start.Id}", [new("__RequestVerificationToken", token)]);

        Assert.Equal(before, Record("Jory").ClientPath().DaysOf("sedge-serum"));
        Assert.True(Record("Jory").Changes > 0);
    }

    [Fact]
    public void A_report_is_not_lifted_by_a_retraction_without_a_practitioners_reason()
    {
        var room = studio.Services.GetRequiredService<RecordRoom>();
        var id = Id("Tove");
        var red = Record("Tove")
            .Facts.Last(fact => fact.Kind == FactKind.Log && CaseAssembly.Body<LogEntry>(fact) is CheckedIn { Report.Signs.Count: > 0 });
        room.Append(id, null, room.Make(id, FactKind.Retract, red.Id, "client", supersedes: red.Id));
        room.Append(
            id,
            null,
            room.Make<LogEntry>(
                id,
                FactKind.Log,
                new Retracted
                {
                    Id = "r1",
                    HappenedAt = studio.Clock.GetUtcNow(),
                    Entry = red.Id,
                    By = "client",
                    Reason = "oops",
                },
                "client",
                "r1"
            )
        );

        Assert.Equal(QuestionKind.MedicalHelp, Record("Tove").ClientPath().Questions[0].Kind);
        Assert.Equal(QuestionKind.MedicalHelp, Record("Tove").DraftPath().Questions[0].Kind);
    }

    [Fact]
    public async Task A_report_is_taken_back_by_who_decides_with_a_reason_and_stands_again_when_that_is_undone()
    {
        using var phone = await studio.Phone("Mirre");
        using var browser = await studio.SignedIn();
        var (at, report) = ($"/clients/{Id("Mirre")}/look-back", Record("Mirre").ClientPath(56).Reports[^1].Id);
        var form = $"#report-{report} form";
        Assert.Equal(report, Record("Mirre").ClientPath().Questions.First(question => question.Kind == QuestionKind.ClearRed).Report);
        Assert.Contains($"look-back#report-{report}", (await browser.Get($"/clients/{Id("Mirre")}/ramp")).Html, StringComparison.Ordinal);

        // Without a reason it stands, and the form stays open for one.
        var refused = await browser.Submit(await browser.Get(at), form, ("reason", " x "));
        Assert.Contains("say why this report does not count", refused.Text, StringComparison.Ordinal);
        Assert.True(refused.Page.QuerySelector($"#report-{report} details")!.HasAttribute("open"));
        Assert.Contains("Repair routine since", (await phone.Get("/my")).Text, StringComparison.Ordinal);

        var done = await browser.Submit(await browser.Get(at), form, ("reason", "her sister's skin, sent from her phone"));
        Assert.DoesNotContain(Record("Mirre").ClientPath(56).Reports, one => one.Id == report);
        Assert.DoesNotContain(Record("Mirre").ClientPath().Questions, question => question.Kind == QuestionKind.ClearRed);
        Assert.DoesNotContain("Repair routine since", (await phone.Get("/my")).Text, StringComparison.Ordinal);
        Assert.Contains("her sister's skin", done.Page.QuerySelector("#reports")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(0, Record("Mirre").Changes);

        await browser.Submit(done, ".done form");
        Assert.Equal(QuestionKind.ClearRed, Record("Mirre").ClientPath().Questions[0].Kind);
        Assert.DoesNotContain("Taken back", (await browser.Get(at)).Page.QuerySelector("#reports")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_assistant_takes_no_report_back()
    {
        using var assistant = await studio.SignedIn("oskar");
        var page = await assistant.Get($"/clients/{Id("Mirre")}/look-back");
        Assert.Empty(page.Page.QuerySelectorAll("#reports form"));
        var token = page.Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        var report = Record("Mirre").ClientPath(56).Reports[^1].Id;
        await assistant.Post(
            $"/clients/{Id("Mirre")}/look-back?handler=TakeBack",
            [
                new("__RequestVerificationToken", token),
                new("report", report),
                new("reason", "looks fine"),
                new("Version", $"{Record("Mirre").Client.Version}"),
            ]
        );

        Assert.Contains(Record("Mirre").ClientPath(56).Reports, one => one.Id == report);
    }

    [Fact]
    public async Task A_unit_from_the_cupboard_goes_back_when_its_product_is_undone_on_the_Bench_and_out_again_when_redone()
    {
        long Units() => studio.Services.GetRequiredService<Stock>().Levels()["drift-cream"].Units;
        using var browser = await studio.SignedIn();
        var shelf = await browser.Get($"/clients/{Id("Jory")}/shelf?q=Drift");
        var token = shelf.Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        await browser.Post(
            $"/clients/{Id("Jory")}/shelf?handler=Bring",
            [
                new("__RequestVerificationToken", token),
                new("Version", $"{Record("Jory").Client.Version}"),
                new("product", "drift-cream"),
                new("dispense", "true"),
            ]
        );
        Assert.Equal(4, Units());

        var undone = await browser.Submit(await browser.Get($"/clients/{Id("Jory")}/routine"), "form[action*='handler=Undo']");
        Assert.Equal(5, Units());
        await browser.Submit(undone, "form[action*='handler=Redo']");
        Assert.Equal(4, Units());
        Assert.Contains(Record("Jory").Draft.Shelf, item => item.Product.Id == "drift-cream");
    }

    [Fact]
    public async Task Two_that_save_in_the_same_moment_each_take_back_their_own_and_what_was_saved_together_goes_together()
    {
        using var browser = await studio.SignedIn();
        var (at, before) = ($"/clients/{Id("Jory")}", Record("Jory").Draft.Shelf.Count);
        async Task<Answer> Bring(string product)
        {
            var token = (await browser.Get($"{at}/shelf"))
                .Page.QuerySelector("input[name=__RequestVerificationToken]")!
                .GetAttribute("value")!;
            return await browser.Post(
                $"{at}/shelf?handler=Bring",
                [new("__RequestVerificationToken", token), new("Version", $"{Record("Jory").Client.Version}"), new("product", product)]
            );
        }

        await Bring("drift-cream");
        var second = await Bring("chalk-cream");

        // The clock stands still, so both carry one time.
        Assert.Single(
            Record("Jory").Facts.Where(fact => fact.Kind == FactKind.Shelf).TakeLast(2).Select(fact => fact.RecordedAt).Distinct()
        );
        await browser.Submit(second, ".done form");
        Assert.Contains(Record("Jory").Draft.Shelf, item => item.Product.Id == "drift-cream");
        Assert.DoesNotContain(Record("Jory").Draft.Shelf, item => item.Product.Id == "chalk-cream");

        await browser.Submit(await browser.Get($"{at}/routine"), "form[action*='handler=Undo']");
        Assert.Equal(before, Record("Jory").Draft.Shelf.Count);
    }

    [Fact]
    public async Task Ticks_from_a_phone_do_not_refuse_a_decision_and_safety_asked_leaves_the_Desk_at_once()
    {
        using var phone = await studio.Phone("Jory");
        using var browser = await studio.SignedIn();
        var open = await browser.Get($"/clients/{Id("Jory")}/ramp");
        await phone.Submit(await phone.Get("/my"), "form[action*='handler=Done']");
        var after = await browser.Submit(open, "main form[action*='handler=Decide'], main form[action$='Decide']", ("what", "level"));
        Assert.DoesNotContain("was changed by", after.Text, StringComparison.Ordinal);
        Assert.Equal(LadderState.Level, Record("Jory").DraftPath().Ladders.Single().State);

        studio.Clock.Advance(TimeSpan.FromDays(40));
        Assert.Contains(Record("Jory").ClientPath().Questions, question => question.Kind == QuestionKind.AskSafetyAgain);
        await browser.Submit(await browser.Get($"/clients/{Id("Jory")}/meet"), "main form[method=post]", ("safetyAsked", "true"));
        Assert.DoesNotContain(Record("Jory").ClientPath().Questions, question => question.Kind == QuestionKind.AskSafetyAgain);
    }

    public void Dispose() => studio.Dispose();
}

internal static class PathDays
{
    /// <summary>Days on which a product is planned.</summary>
    public static List<DateOnly> DaysOf(this CarePath path, string product) =>
        [
            .. path
                .Days.Where(day =>
                    day.Morning.Steps.Concat(day.Evening.Steps)
                        .Any(step => step.Product == product && step.Action == Core.Routine.StepAction.Apply)
                )
                .Select(day => day.Date),
        ];
}
