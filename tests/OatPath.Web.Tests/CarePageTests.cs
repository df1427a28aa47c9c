using System.Globalization;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>The Care station, booking, visits and the Desk around them.</summary>
public sealed class CarePageTests : IDisposable
{
    private static readonly DateOnly Today = new(2026, 3, 9);
    private readonly TestStudio studio = new();

    private string Id(string name) => studio.ClientId(name);

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(Id(name))!;

    private static string On(int days) => Today.AddDays(days).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    public void Dispose() => studio.Dispose();

    private static async Task<Answer> Book(Browser browser, string id, params (string, string?)[] fields) =>
        await browser.Submit(
            await browser.Get($"/clients/{id}/treatment"),
            "form#treatment",
            [.. fields.GroupBy(field => field.Item1).Select(same => same.Last())]
        );

    [Fact]
    public async Task The_station_shows_each_restriction_with_its_own_end_the_course_and_what_was_asked()
    {
        using var browser = await studio.SignedIn();
        var text = (await browser.Get($"/clients/{Id("Bettina")}/care")).Text;

        foreach (
            var said in new[]
            {
                "back Sat 14 March",
                "back Tue 17 March",
                "free from Sat 21 March",
                "Day 3",
                "Told: carry on",
                "Check-in today, day 3",
                "Book the next: from Fri 3 April",
            }
        )
        {
            Assert.Contains(said, text, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task A_day_that_does_not_fit_is_refused_with_days_that_do_and_one_press_takes_one()
    {
        using var browser = await studio.SignedIn();
        var id = Id("Bettina");
        var refused = await Book(browser, id, ("Form.Template", "needling-shallow"), ("Form.On", On(2)));
        Assert.Contains("Nothing was saved", refused.Text, StringComparison.Ordinal);
        Assert.Contains("inside the window of the superficial peel", refused.Text, StringComparison.Ordinal);
        Assert.Contains("Mon 16 March", refused.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Record("Bettina").Draft.Treatments, treatment => treatment.Kind == TreatmentKind.NeedlingShallow);

        var booked = await browser.Submit(refused, "form#treatment", ("Form.On", On(8)));
        Assert.Contains("is booked", booked.Text, StringComparison.Ordinal);
        Assert.Contains(Record("Bettina").Draft.Treatments, treatment =>
            treatment.Kind == TreatmentKind.NeedlingShallow && treatment.On == Today.AddDays(8)
        );

        await browser.Submit(booked, ".done form");
        Assert.DoesNotContain(Record("Bettina").Draft.Treatments, treatment => treatment.Kind == TreatmentKind.NeedlingShallow);
    }

    [Fact]
    public async Task A_hard_limit_is_not_booked_whatever_the_reason()
    {
        using var browser = await studio.SignedIn();
        var room = studio.Services.GetRequiredService<RecordRoom>();
        var record = Record("Jory");
        room.Append(
            record.Client.Id,
            null,
            room.Make(record.Client.Id, FactKind.Intake, record.Draft.Intake with { BirthDate = Today.AddYears(-16) }, "test")
        );

        var answer = await Book(
            browser,
            record.Client.Id,
            ("Form.Template", "needling-shallow"),
            ("Form.On", On(40)),
            ("Form.Despite", "her mother agrees"),
            ("Form.ClinicianWord", "Dr Sandt")
        );

        Assert.Contains("Nothing lets it be booked", answer.Text, StringComparison.Ordinal);
        Assert.Empty(Record("Jory").Draft.Treatments);
    }

    [Fact]
    public async Task A_treatment_is_moved_called_off_and_put_back_and_the_record_keeps_it_all()
    {
        using var browser = await studio.SignedIn();
        var id = Id("Ilse");
        await Book(browser, id, ("Form.Template", "hydrating-facial"), ("Form.On", On(20)), ("Form.At", "10:30"));
        var fact = Record("Ilse").Facts.Last(one => one.Kind == FactKind.Treatment).Id;
        var moved = await browser.Submit(await browser.Get($"/clients/{id}/treatment?of={fact}"), "form#treatment", ("Form.On", On(22)));
        Assert.Contains("changed, now on Tue 31 March", moved.Text, StringComparison.Ordinal);
        Assert.Equal(Today.AddDays(22), Assert.Single(Record("Ilse").Draft.Treatments).On);

        var again = Record("Ilse").Facts.Last(one => one.Kind == FactKind.Treatment).Id;
        var off = await browser.Submit(await browser.Get($"/clients/{id}/treatment?of={again}"), "form[action*='CallOff']");
        Assert.Empty(Record("Ilse").Draft.Treatments);
        await browser.Submit(off, ".done form");
        Assert.Equal(Today.AddDays(22), Assert.Single(Record("Ilse").Draft.Treatments).On);
        Assert.Equal(System.Net.HttpStatusCode.NotFound, (await browser.Get($"/clients/{id}/treatment?of={fact}")).Status);
    }

    [Fact]
    public async Task Two_treatments_of_one_sitting_are_booked_moved_and_called_off_as_one()
    {
        using var browser = await studio.SignedIn();
        var id = Id("Ilse");
        IReadOnlyList<Treatment> Booked() => Record("Ilse").Draft.Treatments;
        var booked = await Book(
            browser,
            id,
            ("Form.Template", "ablative-laser"),
            ("Form.With", "radio-frequency-needling"),
            ("Form.On", On(60)),
            ("Form.At", "10:30")
        );
        Assert.Contains("ablative laser with radio-frequency needling", booked.Text, StringComparison.OrdinalIgnoreCase);
        Assert.Equal(2, Booked().Count);
        Assert.Single(Booked().Select(part => (part.Sitting, part.On, part.At)).Distinct());
        Assert.NotNull(Booked()[0].Sitting);

        // Both rows of the station say so, and either one opens the whole sitting.
        var fact = Record("Ilse")
            .Live(FactKind.Treatment)
            .First(one => CaseAssembly.Body<Treatment>(one).Kind == TreatmentKind.RadioFrequencyNeedling)
            .Id;
        var form = await browser.Get($"/clients/{id}/treatment?of={fact}");
        Assert.True(form.Page.QuerySelector("input[name='Form.With'][value='ablative-laser']")!.HasAttribute("checked"));
        var moved = await browser.Submit(form, "form#treatment", ("Form.On", On(63)), ("Form.At", "11:00"));
        Assert.Contains("changed, now on", moved.Text, StringComparison.Ordinal);
        Assert.All(Booked(), part => Assert.Equal((Today.AddDays(63), new TimeOnly(11, 0)), (part.On, part.At!.Value)));
        Assert.Equal(2, Booked().Count);
        await browser.Submit(moved, ".done form");
        Assert.All(Booked(), part => Assert.Equal(Today.AddDays(60), part.On));

        // One part taken out of it leaves the other alone.
        fact = Record("Ilse")
            .Live(FactKind.Treatment)
            .First(one => CaseAssembly.Body<Treatment>(one).Kind == TreatmentKind.AblativeLaser)
            .Id;
        var alone = await browser.Submit(await browser.Get($"/clients/{id}/treatment?of={fact}"), "form#treatment", ("Form.With", null));
        Assert.Null(Assert.Single(Booked()).Sitting);
        await browser.Submit(alone, ".done form");
        Assert.Equal(2, Booked().Count);

        fact = Record("Ilse").Live(FactKind.Treatment)[0].Id;
        var off = await browser.Submit(await browser.Get($"/clients/{id}/treatment?of={fact}"), "form[action*='CallOff']");
        Assert.Empty(Booked());
        await browser.Submit(off, ".done form");
        Assert.Equal(2, Booked().Count);
    }

    [Fact]
    public async Task An_assistant_takes_out_an_occasion_of_their_own_and_not_one_a_practitioner_set()
    {
        using var browser = await studio.SignedIn();
        using var assistant = await studio.SignedIn("oskar");
        var care = $"/clients/{Id("Jory")}/care";
        IReadOnlyList<string> Titles() => [.. Record("Jory").Draft.Occasions.Select(occasion => occasion.Title).Order()];
        async Task Set(Browser by, string title) =>
            await by.Submit(await by.Get(care), "form[action*='handler=Occasion']", ("title", title), ("on", On(30)));

        await Set(browser, "wedding");
        await Set(assistant, "ferry dance");
        foreach (var title in new[] { "wedding", "ferry dance" })
        {
            var fact = Record("Jory").Live(FactKind.Occasion).Single(one => CaseAssembly.Body<Occasion>(one).Title == title);
            var page = await assistant.Get(care);
            var token = page.Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
            var version = page.Page.QuerySelector("input[name=Version]")!.GetAttribute("value")!;
            await assistant.Post(
                $"{care}?handler=DropOccasion",
                [new("Version", version), new("of", fact.Id), new("__RequestVerificationToken", token)]
            );
            await assistant.Post($"/clients/{Id("Jory")}/undo/{fact.Id}", [new("__RequestVerificationToken", token)]);
        }

        Assert.Equal(["wedding"], Titles());
    }

    [Fact]
    public async Task What_to_do_before_a_treatment_stands_on_the_phone_the_day_before_and_until_its_hour()
    {
        using var browser = await studio.SignedIn();
        var id = Id("Ilse");
        await Book(browser, id, ("Form.Template", "radio-frequency-needling"), ("Form.On", On(15)), ("Form.At", "10:30"));
        studio.Services.GetRequiredService<RecordRoom>().Publish(Record("Ilse"), "test", Record("Ilse").Client.Version);
        using var phone = await studio.Phone("Ilse");
        Assert.Null((await phone.Get("/my")).Page.QuerySelector(".ready"));

        studio.Clock.Advance(TimeSpan.FromDays(14));
        Assert.Contains("Tomorrow, 10:30", (await phone.Get("/my")).Page.QuerySelector(".ready")!.TextContent, StringComparison.Ordinal);
        studio.Clock.Advance(TimeSpan.FromHours(24 + 7 - studio.Clock.GetUtcNow().Hour));
        var morning = (await phone.Get("/my")).Page.QuerySelector(".ready")!.TextContent;
        Assert.All(new[] { "Today, 10:30", "45 minutes", "drive you home", "no make-up" }, words =>
            Assert.Contains(words, morning, StringComparison.Ordinal)
        );
        studio.Clock.Advance(TimeSpan.FromHours(4));
        Assert.Null((await phone.Get("/my")).Page.QuerySelector(".ready"));
    }

    [Theory]
    [InlineData("Form.On", "soon", "Day")]
    [InlineData("Form.At", "noonish", "Time")]
    [InlineData("Form.DepthMm", "deep", "Depth")]
    [InlineData("Form.Numbing", "900", "numbing")]
    [InlineData("Form.Template", "magic", "What")]
    [InlineData("Form.Sheet[0].After", "ten", "Acids and actives, after")]
    public async Task What_cannot_be_read_is_named_and_nothing_typed_is_lost(string field, string value, string named)
    {
        using var browser = await studio.SignedIn();
        var answer = await Book(
            browser,
            Id("Ilse"),
            ("Form.Template", "needling-shallow"),
            ("Form.On", On(40)),
            ("Form.Note", "keep this note"),
            (field, value)
        );

        Assert.Contains(named, answer.Page.QuerySelector(".problems")!.TextContent, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("keep this note", answer.Html, StringComparison.Ordinal);
        Assert.Empty(Record("Ilse").Draft.Treatments);
    }

    [Fact]
    public async Task The_same_treatment_twice_on_a_day_is_refused_and_a_sheet_that_contradicts_itself_too()
    {
        using var browser = await studio.SignedIn();
        var id = Id("Ilse");
        var first = ("Form.On", (string?)On(40));
        await Book(browser, id, ("Form.Template", "hydrating-facial"), first);
        Assert.Contains(
            "stands there already",
            (await Book(browser, id, ("Form.Template", "hydrating-facial"), first)).Text,
            StringComparison.Ordinal
        );

        var page = await Book(
            browser,
            id,
            ("Form.Template", "ablative-laser"),
            ("Form.On", On(120)),
            ("Form.SheetFrom", "Dr Sandt"),
            ("Form.Sheet[0].After", "14"),
            ("Form.Sheet[1].After", "7")
        );
        Assert.Contains("would be back before", page.Text, StringComparison.Ordinal);
        Assert.Single(Record("Ilse").Draft.Treatments);
    }

    [Fact]
    public async Task A_treatment_of_yesterday_is_written_down_whatever_speaks_against_it()
    {
        using var browser = await studio.SignedIn();
        await Book(browser, Id("Mirre"), ("Form.Template", "superficial-peel"), ("Form.On", On(-1)));

        Assert.Single(Record("Mirre").Draft.Treatments);
    }

    [Fact]
    public async Task The_house_lengthens_a_treatment_never_shortens_it_and_a_booking_keeps_its_own()
    {
        using var browser = await studio.SignedIn();
        var edit = await browser.Get("/treatments/edit?from=superficial-peel");
        Assert.Contains(
            "at least 7 days",
            (await browser.Submit(edit, "main form", ("Form.Rests[0].After", "5"))).Page.QuerySelector(".problems")?.TextContent ?? "none",
            StringComparison.Ordinal
        );
        Assert.Contains(
            "is kept",
            (await browser.Submit(edit, "main form", ("Form.Title", "river peel"), ("Form.Rests[0].After", "9"))).Text,
            StringComparison.Ordinal
        );
        var own = studio.Services.GetRequiredService<HouseTreatments>().All().Single().Template;

        await Book(browser, Id("Ilse"), ("Form.Template", own.Id), ("Form.On", On(40)));
        Assert.Equal(9, TreatmentTimes.Of(Assert.Single(Record("Ilse").Draft.Treatments)).AfterDays);
        await browser.Submit(await browser.Get($"/treatments/edit?of={own.Id}"), "main form", ("Form.Rests[0].After", "12"));
        Assert.Equal(9, TreatmentTimes.Of(Assert.Single(Record("Ilse").Draft.Treatments)).AfterDays);

        using var assistant = await studio.SignedIn("oskar");
        Assert.NotEqual(System.Net.HttpStatusCode.OK, (await assistant.Get("/treatments/edit", follow: false)).Status);
    }

    [Fact]
    public async Task A_booking_that_stands_against_an_answer_is_on_the_Desk_and_leads_to_Care()
    {
        using var browser = await studio.SignedIn();
        var row = Record("Dov") is var record ? DeskRows.Of(record).First(row => row.Kind == QuestionKind.Booking) : null;

        Assert.Contains("pigment inhibitor", row!.Reason, StringComparison.Ordinal);
        var line = (await browser.Get("/")).Page.QuerySelector($"li[data-client='{Id("Dov")}']")!;
        Assert.Contains(line.QuerySelectorAll("a"), link => link.GetAttribute("href") == $"/clients/{Id("Dov")}/care");
    }

    [Fact]
    public async Task A_row_is_taken_seen_by_colleagues_given_back_and_a_red_one_stays()
    {
        using var browser = await studio.SignedIn();
        using var colleague = await studio.SignedIn("tilde");
        var taken = await browser.Submit(await browser.Get("/"), $"li[data-client='{Id("Tove")}'] form[action*='Take']");
        Assert.Contains(
            "Taken by Maren Holt",
            (await colleague.Get("/")).Page.QuerySelector($"li[data-client='{Id("Tove")}']")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Equal(QuestionKind.MedicalHelp, DigestRow.Of(Record("Tove")).Need!.First.Kind);

        await browser.Submit(taken, ".done form");
        Assert.DoesNotContain("Taken by", (await colleague.Get("/")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task No_red_row_is_cleared_in_one_press()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get("/");
        var line = page.Page.QuerySelector($"li[data-client='{Id("Tove")}']")!;

        Assert.Equal(
            ["/?handler=Take"],
            line.QuerySelectorAll("form")
                .Select(form => form.GetAttribute("action"))
                .Where(action =>
                    !action!.Contains("Seen", StringComparison.Ordinal)
                    && !action.Contains("StepUp", StringComparison.Ordinal)
                    && !action.Contains("Wait", StringComparison.Ordinal)
                )
                .Distinct()
        );
        var key = DigestRow.Of(Record("Tove")).Need!.First.Key;
        var token = page.Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        await browser.Post(
            "/?handler=Seen",
            [
                new("client", Id("Tove")),
                new("key", key),
                new("version", $"{Record("Tove").Client.Version}"),
                new("__RequestVerificationToken", token),
            ]
        );
        Assert.Equal(key, DigestRow.Of(Record("Tove")).Need!.First.Key);
    }

    [Fact]
    public void Every_row_of_the_Desk_is_plain_data()
    {
        var rows = studio
            .Services.GetRequiredService<Clients>()
            .Search("")
            .SelectMany(client => DeskRows.Of(studio.Services.GetRequiredService<RecordRoom>().Derive(client.Id)!))
            .ToList();

        Assert.NotEmpty(rows);
        Assert.All(rows, row =>
            Assert.Equal(row, System.Text.Json.JsonSerializer.Deserialize<DeskRow>(System.Text.Json.JsonSerializer.Serialize(row)))
        );
        Assert.Equal(rows.Count, rows.Select(row => (row.ClientId, row.Key)).Distinct().Count());
    }

    [Fact]
    public async Task A_visit_keeps_its_notes_and_the_next_date_and_stands_on_the_Desk_on_its_day()
    {
        using var browser = await studio.SignedIn();
        var id = Id("Orla");
        var page = await browser.Get($"/clients/{id}/visit");
        Assert.Contains("used on", page.Text, StringComparison.Ordinal);
        var kept = await browser.Submit(page, "aside form", ("note", "lactic feels right; keep"), ("on", On(1)), ("at", "09:15"));
        Assert.Contains("the notes are kept", kept.Text, StringComparison.Ordinal);
        Assert.Contains("lactic feels right; keep", kept.Text, StringComparison.Ordinal);

        studio.Clock.Advance(TimeSpan.FromHours(15));
        Assert.Contains("09:15", (await browser.Get("/")).Page.QuerySelector("aside")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Since Mon 9 March", (await browser.Get($"/clients/{id}/visit")).Text, StringComparison.Ordinal);

        await browser.Submit(await browser.Get($"/clients/{id}/visit"), "form[action*='CallOff']");
        Assert.Null(Visits.Next(Record("Orla")));
    }

    [Theory]
    [InlineData("", "", "", "write notes")]
    [InlineData("", "2020-01-01", "", "from today")]
    [InlineData("", "", "10:00", "give the day")]
    [InlineData("x", "2026-03-20", "teatime", "hours and minutes")]
    public async Task A_visit_that_cannot_be_read_says_what_is_wrong(string note, string on, string at, string said)
    {
        using var browser = await studio.SignedIn();
        var answer = await browser.Submit(
            await browser.Get($"/clients/{Id("Orla")}/visit"),
            "aside form",
            ("note", note),
            ("on", on),
            ("at", at)
        );

        Assert.Contains(said, answer.Text, StringComparison.Ordinal);
        Assert.Empty(Visits.Of(Record("Orla")));
    }

    [Fact]
    public async Task Clients_are_found_by_product_answer_and_state()
    {
        using var browser = await studio.SignedIn();
        async Task<string> Found(string words) =>
            (await browser.Get($"/clients?q={Uri.EscapeDataString(words)}")).Page.QuerySelector("#list")!.TextContent;

        Assert.Contains("Dov Harrowell", await Found("melasma"), StringComparison.Ordinal);
        Assert.DoesNotContain("Orla", await Found("melasma"), StringComparison.Ordinal);
        Assert.Contains("Bettina Oake", await Found("in care"), StringComparison.Ordinal);
        Assert.Contains("Sunniva Brack", await Found("reed water eased"), StringComparison.Ordinal);
        Assert.Contains("Nobody is found", await Found("zebra"), StringComparison.Ordinal);
    }

    /// <summary>Thirty days wound by, day by day: every client's path passes the auditor, and the Desk answers.</summary>
    [Fact]
    public async Task Thirty_days_wound_by_stay_consistent()
    {
        var room = studio.Services.GetRequiredService<RecordRoom>();
        var clients = studio.Services.GetRequiredService<Clients>().Search("").ToList();
        for (var day = 0; day < 30; day++)
        {
            studio.Clock.Advance(TimeSpan.FromDays(1));
            foreach (var client in clients)
            {
                var record = room.Derive(client.Id)!;
                Assert.Empty(Core.Audit.PathAuditor.Audit(record.Followed, record.PublishedRules, record.ClientPath(0, 60)));
                Assert.All(DeskRows.Of(record), row =>
                    Assert.True(row.Reason.Length > 0 && !row.Reason.Contains('{', StringComparison.Ordinal))
                );
            }

            if (day % 6 == 0)
            {
                using var browser = await studio.SignedIn();
                Assert.Equal(System.Net.HttpStatusCode.OK, (await browser.Get("/")).Status);
            }
        }
    }
}
