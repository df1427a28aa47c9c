using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>Months of a skin on one axis, as the practitioner reads them.</summary>
public sealed class MonthsPageTests : IDisposable
{
    private readonly TestStudio studio = new();

    private Task<Answer> Open(Browser browser, string name, string query = "") =>
        browser.Get($"/clients/{studio.ClientId(name)}/look-back/months{query}");

    private void Tick(string name, string product)
    {
        var room = studio.Services.GetRequiredService<RecordRoom>();
        var client = studio.ClientId(name);
        var id = Fact.NewId();
        var tick = new Applied
        {
            Id = id,
            Product = product,
            Day = room.Derive(client)!.Today,
            Moment = Moment.Evening,
            HappenedAt = room.Now,
        };
        room.Append(client, null, [room.Make<LogEntry>(client, FactKind.Log, tick, "client", id)]);
    }

    [Fact]
    public async Task Each_change_on_the_axis_leads_to_its_days_before_and_after()
    {
        using var browser = await studio.SignedIn();
        var page = (await Open(browser, "Petra")).Page;

        var marks = page.QuerySelectorAll("svg a");
        Assert.Equal(17, marks.Length);
        Assert.All(marks, mark =>
        {
            var row = page.QuerySelector(mark.GetAttribute("href")!)!;
            var said = mark.GetAttribute("aria-label")!;
            Assert.Equal($"{row.QuerySelector("td")!.TextContent}: {row.QuerySelector("th")!.TextContent.Trim()}", said);
        });
        Assert.Contains("Reed water up, to 3 evenings a week", page.QuerySelector("#changes")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_stood_before_a_reaction_is_said_in_counts()
    {
        using var browser = await studio.SignedIn();
        var page = (await Open(browser, "Petra")).Page;

        var first = page.QuerySelector("#before tbody tr")!.Children.Select(cell => cell.TextContent.Trim());
        Assert.Equal(["Willow drops stands out", "2", "0"], first);
        var borne = page.QuerySelectorAll("#products tbody tr")
            .Select(row => (row.Children[0].TextContent, row.Children[4].TextContent.Trim()));
        Assert.Equal([("Reed water", "borne"), ("Willow drops", "not borne"), ("Heron night drops", "borne")], borne);
    }

    [Fact]
    public async Task One_reaction_is_too_few_to_tell_anything_and_that_is_said()
    {
        using var browser = await studio.SignedIn();
        var page = (await Open(browser, "Sunniva")).Page;

        Assert.Contains(
            "With fewer than 4 of each nothing can be told",
            page.QuerySelector("#before")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Empty(page.QuerySelectorAll(".stands-out"));
    }

    [Theory]
    [InlineData("?span=3", "3 months")]
    [InlineData("?span=24", "2 years")]
    [InlineData("?span=5", "2 years")]
    [InlineData("?span=-1", "2 years")]
    [InlineData("?span=words", "2 years")]
    [InlineData("", "2 years")]
    public async Task The_span_is_one_of_four_and_else_the_shortest_that_holds_everything(string query, string shown)
    {
        using var browser = await studio.SignedIn();
        var page = (await Open(browser, "Petra", query)).Page;

        Assert.Equal(shown, page.QuerySelector(".states a[aria-current]")!.TextContent);
    }

    [Fact]
    public async Task Somebody_who_used_nothing_yet_has_an_empty_page_that_says_what_will_stand_there()
    {
        using var browser = await studio.SignedIn();
        await browser.Submit(await browser.Get("/clients/new"), "main form", ("Name", "Nobody Yet"));
        var page = (await Open(browser, "Nobody")).Page;

        Assert.Null(page.QuerySelector("svg.strip"));
        Assert.Contains("No active was used and nothing was reported yet", page.Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task When_something_may_be_judged_stands_at_Look_back_at_the_start_on_the_phone_and_ahead_on_the_Desk()
    {
        using var browser = await studio.SignedIn();
        var waits = (await browser.Get($"/clients/{studio.ClientId("Petra")}/look-back")).Page.QuerySelector("#waits")!.TextContent;
        Assert.Contains("Fine lines", waits, StringComparison.Ordinal);
        Assert.Contains("Judge now", waits, StringComparison.Ordinal);

        var start = (await browser.Get($"/clients/{studio.ClientId("Petra")}/start")).Page.QuerySelector("#judged")!.TextContent;
        Assert.Contains("marks left by spots 12 to 26 weeks and fine lines 12 to 26 weeks", start, StringComparison.Ordinal);

        // Orla's marks began 50 days before the demo's day.
        var orla = (await browser.Get($"/clients/{studio.ClientId("Orla")}/look-back")).Page.QuerySelector("#waits")!.TextContent;
        Assert.Contains("Marks left by spots", orla, StringComparison.Ordinal);
        Assert.Contains("before that nothing is judged", orla, StringComparison.Ordinal);
        using var phone = await studio.Phone("Orla");
        var path = (await phone.Get("/my/path")).Page.QuerySelector("#waits")!.TextContent;
        Assert.Contains("Before that there is little to see", path, StringComparison.Ordinal);

        // It runs on only while something that helps is used.
        studio.Clock.Advance(TimeSpan.FromDays(20));
        Tick("Orla", "chalk-cream");
        studio.Clock.Advance(TimeSpan.FromDays(12));
        Assert.Contains("look again at marks left by spots", (await browser.Get("/")).Text, StringComparison.Ordinal);
    }

    public void Dispose() => studio.Dispose();
}
