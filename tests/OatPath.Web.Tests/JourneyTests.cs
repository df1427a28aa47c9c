using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Plan;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

public sealed class JourneyTests : IDisposable
{
    private readonly TestStudio studio = new();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    [Fact]
    public async Task A_step_up_is_one_click_and_can_be_undone_until_the_client_has_looked()
    {
        using var browser = await studio.SignedIn();
        var jory = studio.ClientId("Jory");
        var form = $"li[data-client='{jory}'] form";

        var after = await browser.Submit(await browser.Get("/"), form);
        Assert.Contains("goes up from today", after.Text, StringComparison.Ordinal);
        Assert.Equal(2, Record("Jory").ClientPath().Ladders.Single().Rung);

        var undone = await browser.Submit(after, ".done form");
        Assert.Contains("Taken back", undone.Text, StringComparison.Ordinal);
        Assert.Equal(1, Record("Jory").ClientPath().Ladders.Single().Rung);

        after = await browser.Submit(await browser.Get("/"), form);
        using var phone = await studio.Phone("Jory");
        await phone.Get("/my");
        Assert.Contains("opened the new plan already", (await browser.Submit(after, ".done form")).Text, StringComparison.Ordinal);
        Assert.Equal(2, Record("Jory").ClientPath().Ladders.Single().Rung);
    }

    [Fact]
    public async Task Two_people_saving_one_client_lose_nothing()
    {
        using var maren = await studio.SignedIn();
        using var tilde = await studio.SignedIn("tilde");
        var address = $"/clients/{studio.ClientId("Jory")}/meet";
        var one = await maren.Get(address);
        var two = await tilde.Get(address);
        await maren.Submit(one, "main form:has(#history)", ("history", "from Maren"));

        var conflict = await tilde.Submit(two, "main form:has(#history)", ("history", "from Tilde"));
        Assert.Contains("was changed by Maren Holt", conflict.Text, StringComparison.Ordinal);
        Assert.Equal("from Tilde", conflict.Page.QuerySelector("#history")!.TextContent);
        Assert.Equal("from Maren", Record("Jory").Draft.Intake.History);

        await tilde.Submit(conflict, "main form:has(#history)");
        Assert.Equal("from Tilde", Record("Jory").Draft.Intake.History);
    }

    [Theory]
    [InlineData("birthDate", "1780-01-01", "Birth date")]
    [InlineData("birthDate", "yesterday", "Birth date")]
    [InlineData("hoursOutdoors", "40", "Hours outdoors")]
    [InlineData("minutesADay", "none", "Minutes a day")]
    [InlineData("Name", "", "Name")]
    public async Task Bad_answers_at_Meet_name_the_field_and_keep_what_was_typed(string field, string value, string title)
    {
        using var browser = await studio.SignedIn();
        var before = Record("Jory").Facts.Count;
        var page = await browser.Submit(
            await browser.Get($"/clients/{studio.ClientId("Jory")}/meet"),
            "main form:has(#history)",
            (field, value),
            ("history", "kept text")
        );

        Assert.Contains(title, page.Page.QuerySelector("#problems")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("kept text", page.Page.QuerySelector("#history")!.TextContent);
        Assert.Equal(before, Record("Jory").Facts.Count);
    }

    [Fact]
    public async Task A_refused_product_comes_in_parked_with_its_reason_and_cannot_be_put_in_use()
    {
        using var browser = await studio.SignedIn();
        var address = $"/clients/{studio.ClientId("Ailsa")}/shelf";
        var page = await browser.Get(address);
        var after = await browser.Submit(page, "form[action*='handler=Bring']", ("product", "spire-peel"));

        Assert.Contains("parked", after.Text, StringComparison.Ordinal);
        Assert.Contains("never used at home", after.Text, StringComparison.Ordinal);
        var again = await browser.Submit(after, "main form:has(input[name=park])", ("product", "spire-peel"), ("park", "false"));
        Assert.Contains("never used at home", again.Page.QuerySelector("#problems")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(ShelfState.Parked, Record("Ailsa").Draft.Shelf.Single(item => item.Product.Id == "spire-peel").State);
    }

    [Fact]
    public async Task A_check_in_sent_twice_is_kept_once_and_answers_the_same()
    {
        using var phone = await studio.Phone("Perrin");
        var page = await phone.Get("/my/report");
        (string, string?)[] answers = [("sting", "6"), ("length", "600"), ("redness", "1")];

        var first = await phone.Submit(page, "main form", answers);
        var second = await phone.Submit(page, "main form", answers);

        Assert.Contains("Ease off", first.Text, StringComparison.Ordinal);
        Assert.Equal(first.Address, second.Address);
        Assert.Single(Record("Perrin").ClientPath().Reports);
        Assert.Contains("0555 014 299", first.Text, StringComparison.Ordinal);
        Assert.Contains("may not read this before", first.Text, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("sting", "11", "Sting")]
    [InlineData("sting", null, "Sting")]
    [InlineData("redness", "9", "Redness")]
    [InlineData("about", "2019-01-01", "Which day")]
    [InlineData("length", null, "How long")]
    public async Task A_report_out_of_range_names_the_field_and_sends_nothing(string field, string? value, string title)
    {
        using var phone = await studio.Phone("Perrin");
        var answers = new List<(string, string?)> { ("sting", "3"), ("length", "45"), ("redness", "1") };
        answers.RemoveAll(answer => answer.Item1 == field);
        var page = await phone.Submit(await phone.Get("/my/report"), "main form", [.. answers, (field, value)]);

        Assert.Contains(title, page.Page.QuerySelector("[role=alert]:not([hidden])")!.TextContent, StringComparison.Ordinal);
        Assert.Empty(Record("Perrin").ClientPath().Reports);
    }

    [Fact]
    public async Task A_press_on_yesterdays_page_changes_nothing_today()
    {
        using var phone = await studio.Phone("Perrin");
        var page = await phone.Get("/my");
        studio.Clock.Advance(TimeSpan.FromHours(12));

        var after = await phone.Submit(page, "form[action*='handler=Done']");

        Assert.Contains("plan has moved on", after.Text, StringComparison.Ordinal);
        Assert.Empty(Record("Perrin").Followed.Log);
    }

    [Fact]
    public async Task A_tick_can_be_taken_back_and_a_whole_evening_skipped()
    {
        using var phone = await studio.Phone("Perrin");
        var done = await phone.Submit(await phone.Get("/my"), "form[action*='handler=Done']");
        Assert.Contains("Take the last press back", done.Text, StringComparison.Ordinal);

        var back = await phone.Submit(done, "form[action*='handler=Undo']");
        Assert.DoesNotContain("Take the last press back", back.Text, StringComparison.Ordinal);

        var off = await phone.Submit(back, "form[action*='handler=Skip']", ("reason", "no time"), ("what", "all"));
        Assert.Contains("A night off", off.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_stronger_house_choice_reaches_a_client_only_by_publishing()
    {
        using var browser = await studio.SignedIn();
        await browser.Submit(await browser.Get("/house"), "main form", ("acidStartEvenings", "3"));

        Assert.Equal(Core.House.Frequency.TwiceAWeek, Record("Perrin").ClientPath().Ladders.Single().Frequency);
        Assert.Equal(Core.House.Frequency.ThreeAWeek, Record("Perrin").DraftPath().Ladders.Single().Frequency);

        await browser.Submit(await browser.Get($"/clients/{studio.ClientId("Perrin")}/publish"), "aside form");
        Assert.Equal(Core.House.Frequency.ThreeAWeek, Record("Perrin").ClientPath().Ladders.Single().Frequency);
    }

    [Fact]
    public async Task A_click_on_a_Desk_that_is_out_of_date_saves_nothing_and_says_so()
    {
        using var maren = await studio.SignedIn();
        using var tilde = await studio.SignedIn("tilde");
        var desk = await maren.Get("/");
        await tilde.Submit(await tilde.Get($"/clients/{studio.ClientId("Jory")}/meet"), "main form:has(#history)", ("history", "new"));

        var late = await maren.Submit(desk, $"li[data-client='{studio.ClientId("Jory")}'] form");

        Assert.Equal(HttpStatusCode.Conflict, late.Status);
        Assert.Contains("Somebody else saved this", late.Text, StringComparison.Ordinal);
        Assert.Equal(1, Record("Jory").ClientPath().Ladders.Single().Rung);
    }

    [Fact]
    public async Task Nothing_is_published_without_the_three_numbers()
    {
        using var browser = await studio.SignedIn();
        var house = await browser.Get("/house");
        await browser.Submit(house, "main form", ("emergency", ""));
        var publish = await browser.Get($"/clients/{studio.ClientId("Jory")}/publish");

        Assert.Contains("needs the studio, out-of-hours and emergency numbers", publish.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Clearing_a_stop_needs_a_reason()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{studio.ClientId("Mirre")}/ramp");

        Assert.Contains("say what you saw", (await browser.Submit(page, "#red form", ("reason", " "))).Text, StringComparison.Ordinal);
        Assert.Contains(
            "Cleared",
            (await browser.Submit(page, "#red form", ("reason", "calm, no stinging at the visit"))).Text,
            StringComparison.Ordinal
        );
        Assert.DoesNotContain(Record("Mirre").ClientPath().Questions, question => question.Kind == QuestionKind.ClearRed);
    }

    [Fact]
    public async Task An_allergy_told_at_Meet_takes_the_product_off_the_phone_at_once()
    {
        using var browser = await studio.SignedIn();
        using var phone = await studio.Phone("Perrin");
        Assert.Contains("Patch test tonight", (await phone.Get("/my")).Text, StringComparison.Ordinal);

        await browser.Submit(
            await browser.Get($"/clients/{studio.ClientId("Perrin")}/meet"),
            "main form:has(#history)",
            ("allergy", "Salicylates")
        );

        Assert.DoesNotContain("Patch test", (await phone.Get("/my")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_people_type_is_shown_as_text()
    {
        using var browser = await studio.SignedIn();
        const string Hostile = "<script>alert(1)</script>";
        var page = await browser.Submit(await browser.Get("/clients/new"), "main form", ("Name", Hostile));

        Assert.Equal(Hostile, page.Page.QuerySelector("h1")!.TextContent);
        Assert.DoesNotContain(Hostile, page.Html, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_new_product_with_bad_numbers_names_them_and_is_not_saved()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Submit(
            await browser.Get("/shelf/new"),
            "main form",
            ("name", "Pond water"),
            ("kind", "Scrub"),
            ("ph", "15"),
            ("contentMl", "-2")
        );

        Assert.Contains("pH", page.Page.QuerySelector("#problems")!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("Pond water", (await browser.Get("/shelf")).Text, StringComparison.Ordinal);
        Assert.Equal("/shelf", (await browser.Submit(page, "main form", ("ph", "5"), ("contentMl", "75"))).Address);
    }

    [Fact]
    public async Task A_revoked_link_shuts_the_phone_out()
    {
        using var phone = await studio.Phone("Perrin");
        studio.Services.GetRequiredService<Store.Links>().Revoke(studio.ClientId("Perrin"), studio.Clock.GetUtcNow());

        Assert.Equal("/no-plan", (await phone.Get("/my")).Address);
    }

    [Fact]
    public async Task Search_finds_by_part_of_a_name_and_says_when_nobody_matches()
    {
        using var browser = await studio.SignedIn();

        Assert.Contains("Orla Tamsin Wray", (await browser.Get("/clients?handler=List&q=wray")).Text, StringComparison.Ordinal);
        Assert.Contains("Nobody is found by “zzz”", (await browser.Get("/clients?handler=List&q=zzz")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Every_demo_client_opens_on_every_station()
    {
        using var browser = await studio.SignedIn();
        foreach (var client in studio.Services.GetRequiredService<Store.Clients>().Search(""))
        {
            foreach (
                var station in new[]
                {
                    "meet",
                    "shelf",
                    "routine",
                    "ramp",
                    "ramp?weeks=26",
                    "peel",
                    "care",
                    "look-back",
                    "publish",
                    "preview",
                    "preview?show=path",
                    "link",
                }
            )
            {
                Assert.Equal(HttpStatusCode.OK, (await browser.Get($"/clients/{client.Id}/{station}")).Status);
            }
        }
    }

    public void Dispose() => studio.Dispose();
}
