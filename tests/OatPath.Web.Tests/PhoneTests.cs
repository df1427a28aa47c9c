using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

public sealed class PhoneTests : IDisposable
{
    private readonly TestStudio studio = new();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    /// <summary>Presses Done until a step or the end of the half day says the words.</summary>
    private static async Task<Answer> DoUntil(Browser phone, string words)
    {
        var page = await phone.Get("/my");
        for (var i = 0; i < 20 && !page.Text.Contains(words, StringComparison.Ordinal); i++)
        {
            page = await phone.Submit(page, "form[action*='handler=Done']");
        }

        Assert.Contains(words, page.Text, StringComparison.Ordinal);
        return page;
    }

    [Fact]
    public async Task A_patch_test_is_put_on_looked_at_early_and_read_clear_at_48_hours()
    {
        using var phone = await studio.Phone("Perrin");
        await DoUntil(phone, "It is on my arm");
        await DoUntil(phone, "All done for tonight");

        studio.Clock.Advance(TimeSpan.FromHours(24));
        var early = await phone.Submit(await phone.Get("/my"), "form[action*='handler=Read']", ("clear", "true"));
        Assert.Contains("Your look is noted", early.Text, StringComparison.Ordinal);
        Assert.Contains("Look again from", early.Text, StringComparison.Ordinal);
        using (var browser = await studio.SignedIn())
        {
            Assert.Contains("was looked at early", (await browser.Get("/")).Text, StringComparison.Ordinal);
        }

        Assert.Contains(Record("Perrin").ClientPath().Days[0].Evening.Omitted, omission => omission.Product == "alder-toner");

        studio.Clock.Advance(TimeSpan.FromHours(25));
        var second = await phone.Get("/my");
        Assert.Contains("Look at your patch test", second.Text, StringComparison.Ordinal);
        Assert.Contains("Look again from", second.Text, StringComparison.Ordinal);
        await phone.Submit(second, "form[action*='handler=Read']", ("clear", "true"));

        studio.Clock.Advance(TimeSpan.FromHours(24));
        Assert.Contains("An acid evening", (await phone.Get("/my")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_patch_test_that_reacts_is_answered_and_the_Desk_is_told()
    {
        using var phone = await studio.Phone("Perrin");
        await DoUntil(phone, "It is on my arm");
        await DoUntil(phone, "All done for tonight");
        studio.Clock.Advance(TimeSpan.FromHours(48));

        var answer = await phone.Submit(await phone.Get("/my"), "form[action*='handler=Read']", ("clear", "false"));

        Assert.Contains("Do not use it", answer.Text, StringComparison.Ordinal);
        using var browser = await studio.SignedIn();
        Assert.Contains("The patch test of Alder toner reacted", (await browser.Get("/")).Text, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("Weals", "Medical help now", "0555 112")]
    [InlineData("Raw", "Stop, call the studio", "0555 014 299")]
    public async Task Signs_are_answered_with_what_to_do_and_the_right_number(string sign, string title, string number)
    {
        using var phone = await studio.Phone("Orla");
        var answer = await phone.Submit(
            await phone.Get("/my/report"),
            "main form",
            ("sting", "2"),
            ("length", "45"),
            ("redness", "1"),
            ("signs", sign)
        );

        Assert.Contains(title, answer.Page.QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
        Assert.Contains(number, answer.Text, StringComparison.Ordinal);
        Assert.Contains("A repair evening", (await phone.Get("/my")).Text, StringComparison.Ordinal);
        using var browser = await studio.SignedIn();
        Assert.Contains(
            "Orla",
            (await browser.Get("/")).Page.QuerySelectorAll(".is-call h2").Select(line => line.TextContent).Aggregate("", string.Concat),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task In_the_morning_the_report_is_about_last_night_first()
    {
        studio.Clock.Advance(TimeSpan.FromHours(13));
        using var phone = await studio.Phone("Orla");
        var page = await phone.Get("/my/report");

        Assert.Equal("2026-03-09", page.Page.QuerySelector("input[name=about][checked]")!.GetAttribute("value"));
        Assert.Contains("Last night", page.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task After_midnight_it_is_still_the_same_evening()
    {
        studio.Clock.Advance(TimeSpan.FromHours(6));
        using var phone = await studio.Phone("Perrin");

        Assert.Contains("Monday evening", (await phone.Get("/my")).Text, StringComparison.Ordinal);
        studio.Clock.Advance(TimeSpan.FromHours(4));
        Assert.Contains("Tuesday morning", (await phone.Get("/my")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Sore_skin_as_the_reason_to_skip_leads_to_the_report()
    {
        using var phone = await studio.Phone("Perrin");

        Assert.Equal(
            "/my/report",
            (
                await phone.Submit(
                    await phone.Get("/my"),
                    "form[action*='handler=Skip']",
                    ("reason", "my skin feels sore"),
                    ("what", "step")
                )
            ).Address
        );
    }

    [Fact]
    public async Task A_second_press_on_the_same_page_is_one_tick()
    {
        using var phone = await studio.Phone("Perrin");
        var page = await phone.Get("/my");
        await phone.Submit(page, "form[action*='handler=Done']");
        await phone.Submit(page, "form[action*='handler=Done']");

        Assert.Single(Record("Perrin").Followed.Log);
    }

    [Fact]
    public async Task A_made_up_step_or_key_is_not_kept()
    {
        using var phone = await studio.Phone("Perrin");
        var page = await phone.Get("/my");
        await phone.Submit(page, "form[action*='handler=Done']", ("step", "alder-toner"));
        await phone.Submit(page, "form[action*='handler=Done']", ("key", "not a key"));
        await phone.Submit(page, "form[action*='handler=Done']", ("half", "2030-01-01-Evening"));

        Assert.Empty(Record("Perrin").Followed.Log);
    }

    [Fact]
    public async Task My_path_shows_fourteen_days_and_nothing_that_was_not_published()
    {
        using var browser = await studio.SignedIn();
        await browser.Submit(
            await browser.Get($"/clients/{studio.ClientId("Jory")}/shelf"),
            "form[action*='handler=Bring']",
            ("product", "heron-drops")
        );
        using var phone = await studio.Phone("Jory");
        var page = await phone.Get("/my/path");

        Assert.Equal(14, page.Page.QuerySelectorAll(".days li").Length);
        Assert.DoesNotContain("Heron", page.Text, StringComparison.Ordinal);
        Assert.Contains(
            "Heron",
            (await browser.Get($"/clients/{studio.ClientId("Jory")}/preview?show=path")).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Nothing_suggests_that_somebody_is_watching()
    {
        using var phone = await studio.Phone("Mirre");
        foreach (var address in new[] { "/my", "/my/path", "/my/cautions", "/my/report" })
        {
            var text = (await phone.Get(address)).Text;
            Assert.DoesNotContain("monitor", text, StringComparison.OrdinalIgnoreCase);
            Assert.DoesNotContain("we are here", text, StringComparison.OrdinalIgnoreCase);
            Assert.DoesNotContain("!", text, StringComparison.Ordinal);
        }

        Assert.Contains("may not read", (await phone.Get("/my/cautions")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_link_opened_by_a_messenger_lets_nobody_in()
    {
        var token = studio.Services.GetRequiredService<Store.Links>().Create(studio.ClientId("Jory"), "test", studio.Clock.GetUtcNow());
        using var messenger = studio.Anyone();
        var page = await messenger.Get($"/go/{token}");

        Assert.Equal(HttpStatusCode.OK, page.Status);
        Assert.DoesNotContain("Jory", page.Html, StringComparison.Ordinal);
        Assert.DoesNotContain("oatpath_device", messenger.Cookies.Keys);
        Assert.Equal("/no-plan", (await messenger.Get("/my")).Address);
    }

    [Fact]
    public async Task What_was_shown_is_logged_once_for_each_change()
    {
        var from = studio.Clock.GetUtcNow();
        var views = studio.Services.GetRequiredService<Store.ViewLog>();
        Assert.False(views.ShownSince(studio.ClientId("Jory"), from));
        using var phone = await studio.Phone("Jory");
        await phone.Get("/my");
        Assert.True(views.ShownSince(studio.ClientId("Jory"), from));

        studio.Clock.Advance(TimeSpan.FromMinutes(5));
        await phone.Get("/my/path");
        Assert.False(views.ShownSince(studio.ClientId("Jory"), studio.Clock.GetUtcNow()));
    }

    [Fact]
    public async Task The_preview_keeps_nothing()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{studio.ClientId("Perrin")}/preview");

        Assert.Contains("Preview of the draft", page.Text, StringComparison.Ordinal);
        Assert.All(page.Page.QuerySelectorAll("#step form button:not([type=button])"), button =>
            Assert.True(button.HasAttribute("disabled"))
        );
        Assert.Equal("/no-plan", (await browser.Submit(page, "form[action*='handler=Done']")).Address);
        Assert.Empty(Record("Perrin").Followed.Log);
    }

    public void Dispose() => studio.Dispose();
}
