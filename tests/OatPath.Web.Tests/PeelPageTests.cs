using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

public sealed class PeelPageTests : IDisposable
{
    private readonly TestStudio studio = new();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private string Peel(string name) => $"/clients/{studio.ClientId(name)}/peel";

    private static LadderStatus Kit(CarePath path) => path.Ladders.Single(ladder => ladder.Product == "kiln-peel");

    [Fact]
    public async Task The_next_evening_stands_there_with_its_contact_and_what_rests_around_it()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get(Peel("Wilmot"));

        Assert.Contains("Next evening: Thu 12 March, at most 8 min on the skin", page.Text, StringComparison.Ordinal);
        Assert.Contains(
            "Not sooner: Kiln wash-off peel rests: the last peel evening was Thu 26 February",
            page.Text,
            StringComparison.Ordinal
        );
        var row = page
            .Page.QuerySelectorAll("table tbody tr")
            .Single(line => line.TextContent.Contains("Chalk cream", StringComparison.Ordinal));
        Assert.Contains("Sun 8 March", row.TextContent, StringComparison.Ordinal);
        Assert.Contains("Mon 16 March", row.TextContent, StringComparison.Ordinal);
        Assert.Contains("5 min on the skin, sting 2", page.Text, StringComparison.Ordinal);
        Assert.Matches(@"Thu 12\s+Wilmot Farrago:\s+a peel evening", (await browser.Get("/")).Text);
        Assert.Contains(
            "next Thu 12 March",
            (await browser.Get($"/clients/{studio.ClientId("Wilmot")}/ramp")).Page.QuerySelector(".stations")!.TextContent,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_wish_that_cannot_be_is_answered_with_the_nearest_evening()
    {
        using var browser = await studio.SignedIn();
        await browser.Submit(
            await browser.Get($"/clients/{studio.ClientId("Orla")}/shelf"),
            "form[action*='handler=Bring']",
            ("product", "kiln-peel")
        );
        Assert.DoesNotContain(Record("Orla").Draft.Decisions.OfType<StartActive>(), start => start.Product == "kiln-peel");

        var page = await browser.Submit(
            await browser.Get(Peel("Orla")),
            "form[action*='handler=Plan']",
            ("Plan.EveryDays", "28"),
            ("Plan.FirstOn", "2026-03-10")
        );

        Assert.Contains("Tue 10 March cannot be; the nearest evening is ", page.Text, StringComparison.Ordinal);
        var status = Kit(Record("Orla").DraftPath());
        Assert.True(status.NextOn >= new DateOnly(2026, 3, 12), $"{status.NextOn}");
        Assert.Equal(28, status.EveryDays);
        Assert.Contains("Not sooner:", page.Text, StringComparison.Ordinal);
        Assert.Empty(PathAuditor.Audit(Record("Orla").Draft, Record("Orla").Rules, Record("Orla").DraftPath()));

        await browser.Submit(page, ".undo, form[action*='/undo/']");
        Assert.DoesNotContain(Record("Orla").Draft.Decisions.OfType<StartActive>(), start => start.Product == "kiln-peel");
    }

    [Fact]
    public async Task A_salon_peel_is_written_down_layer_by_layer_keeps_what_was_typed_and_can_be_undone()
    {
        using var browser = await studio.SignedIn();
        (string, string?)[] layers =
        [
            ("Salon.Layers[0].What", "lactic"),
            ("Salon.Layers[0].Percent", "30"),
            ("Salon.Layers[0].Ph", "3,2"),
            ("Salon.Layers[0].On", "0:00"),
            ("Salon.Layers[1].What", "glycolic"),
            ("Salon.Layers[1].Percent", "20"),
            ("Salon.Layers[1].Ph", "3.5"),
        ];
        var half = await browser.Submit(
            await browser.Get(Peel("Wilmot")),
            "form[action*='handler=Salon']",
            [.. layers, ("Salon.Off", "soon")]
        );
        Assert.Contains("All off at", half.Text, StringComparison.Ordinal);
        Assert.Contains("Layer 2, on at", half.Text, StringComparison.Ordinal);
        Assert.Equal("3,2", half.Page.QuerySelector("input[name='Salon.Layers[0].Ph']")!.GetAttribute("value"));
        Assert.Empty(Record("Wilmot").Draft.Treatments);

        var done = await browser.Submit(
            half,
            "form[action*='handler=Salon']",
            ("Salon.Layers[1].On", "4:00"),
            ("Salon.Off", "7:00"),
            ("Salon.Zones", "Chin")
        );
        Assert.Contains("lactic 30 % pH 3.2 7:00, glycolic 20 % pH 3.5 3:00; chin; by Maren Holt", done.Text, StringComparison.Ordinal);
        Assert.True(Kit(Record("Wilmot").DraftPath()).NextOn > new DateOnly(2026, 3, 30));

        await browser.Submit(done, "form[action*='/undo/']");
        Assert.Empty(Record("Wilmot").Draft.Treatments);
    }

    [Fact]
    public async Task A_blend_left_on_names_its_acids_and_when_it_came_off_is_told_later()
    {
        using var browser = await studio.SignedIn();
        (string, string?)[] blend =
        [
            ("Salon.Kind", "MediumPeel"),
            ("Salon.Layers[0].What", "mixed peel"),
            ("Salon.Layers[0].Ph", "3.2"),
            ("Salon.Layers[0].On", "0:00"),
        ];
        var wrong = await browser.Submit(
            await browser.Get(Peel("Wilmot")),
            "form[action*='handler=Salon']",
            [.. blend, ("Salon.Layers[0].Acids", "mandelic 20 + sunshine 4")]
        );
        Assert.Contains("\"sunshine\" is no substance of the list", wrong.Text, StringComparison.Ordinal);
        Assert.Equal("mandelic 20 + sunshine 4", wrong.Page.QuerySelector("input[name='Salon.Layers[0].Acids']")!.GetAttribute("value"));

        var done = await browser.Submit(wrong, "form[action*='handler=Salon']", ("Salon.Layers[0].Acids", "mandelic 20 + lactic acid 5.5"));
        Assert.Contains("mixed peel (mandelic acid 20 %, lactic acid 5.5 %) pH 3.2 left on", done.Text, StringComparison.Ordinal);
        studio.Services.GetRequiredService<RecordRoom>().Publish(Record("Wilmot"), "test", Record("Wilmot").Client.Version);
        using var phone = await studio.Phone("Wilmot");
        Assert.Contains(
            "after 8 hours at the latest",
            (await phone.Get("/my")).Page.QuerySelector(".left-on")!.TextContent,
            StringComparison.Ordinal
        );

        var late = await browser.Submit(done, "form[action*='handler=Rinsed']", ("off", "9 h"));
        Assert.Contains("at most 8 hours", late.Text, StringComparison.Ordinal);
        Assert.Equal("9 h", late.Page.QuerySelector("form[action*='handler=Rinsed'] input[name=off]")!.GetAttribute("value"));
        var rinsed = await browser.Submit(late, "form[action*='handler=Rinsed']", ("off", "6 h"));
        Assert.Contains("pH 3.2 6 h", rinsed.Text, StringComparison.Ordinal);
        Assert.Null((await phone.Get("/my")).Page.QuerySelector(".left-on"));
        await browser.Submit(rinsed, "form[action*='/undo/']");
        Assert.True(Assert.Single(Record("Wilmot").Draft.Treatments).Peel!.LeftOn);
    }

    [Fact]
    public async Task Staff_practise_the_guide_with_water_and_nothing_of_it_counts()
    {
        using var browser = await studio.SignedIn();
        var guide = await browser.Get($"/clients/{studio.ClientId("Wilmot")}/practice");
        Assert.NotNull((await browser.Get(Peel("Wilmot"))).Page.QuerySelector("a[href$='/practice']"));

        Assert.Contains("Practice with water", guide.Text, StringComparison.Ordinal);
        Assert.Contains("\"practice\":true", guide.Page.QuerySelector("#guide")!.GetAttribute("data-guide")!, StringComparison.Ordinal);
        Assert.DoesNotContain("\"grant\":\"", guide.Page.QuerySelector("#guide")!.GetAttribute("data-guide")!, StringComparison.Ordinal);
        Assert.Empty(Record("Wilmot").Sessions);
    }

    [Theory]
    [InlineData("Plan.EveryDays", "3", "give 7 to 180 days")]
    [InlineData("Plan.FirstOn", "2029-01-01", "give a day from the start")]
    [InlineData("Plan.EveryDays", "often", "give whole days")]
    [InlineData("Plan.FirstOn", "soon", "give a date, or leave it empty")]
    [InlineData("Plan.Product", "chalk-cream", "choose a kit")]
    public async Task Bad_plans_name_the_field_and_change_nothing(string field, string value, string said)
    {
        using var browser = await studio.SignedIn();
        var before = Record("Wilmot").Facts.Count;
        var page = await browser.Submit(
            await browser.Get(Peel("Wilmot")),
            "form[action*='handler=Plan']",
            (field, value),
            ("Plan.Reason", "kept text")
        );

        Assert.Contains(said, page.Page.QuerySelector("#problems")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("kept text", page.Page.QuerySelector("#why")!.GetAttribute("value"));
        Assert.Equal(before, Record("Wilmot").Facts.Count);
    }

    [Fact]
    public async Task A_strong_kit_is_signed_off_with_its_reason_where_the_house_plans_them()
    {
        using var browser = await studio.SignedIn();
        await browser.Submit(await browser.Get("/house"), "form:has(#homePeels)", ("homePeels", "strong-signed-off"));
        var record = Record("Orla");
        var room = studio.Services.GetRequiredService<RecordRoom>();
        var kit = new OatPath.Core.Shelf.Product
        {
            Id = "deep",
            Name = "Weir deep",
            Kind = OatPath.Core.Shelf.ProductKind.WashOffPeel,
            Actives = [new(OatPath.Core.Skin.Substance.Glycolic, 28)],
            Ph = 3.1m,
        };
        room.Append(record.Client.Id, null, room.Make(record.Client.Id, FactKind.Shelf, new ShelfItem { Product = kit }, "Maren Holt"));

        var refused = await browser.Submit(
            await browser.Get(Peel("Orla")),
            "form[action*='handler=Plan']",
            ("Plan.Product", "deep"),
            ("Plan.EveryDays", "7")
        );
        Assert.Contains(
            "signed off for this client with its reason",
            refused.Page.QuerySelector("#problems")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Contains("give 14 to 180 days", refused.Page.QuerySelector("#problems")!.TextContent, StringComparison.Ordinal);

        var page = await browser.Submit(
            refused,
            "form[action*='handler=Plan']",
            ("Plan.Product", "deep"),
            ("Plan.EveryDays", "28"),
            ("Plan.Reason", "years of peels in the studio, steady")
        );
        Assert.Contains("Weir deep is planned", page.Text, StringComparison.Ordinal);
        Assert.Contains("at most 30 s on the skin", page.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_peel_done_in_the_studio_is_written_down_and_can_be_taken_back()
    {
        using var browser = await studio.SignedIn();
        var wrong = await browser.Submit(await browser.Get(Peel("Wilmot")), "form[action*='handler=Write']", ("minutes", "five"));
        Assert.Contains("Time on the skin", wrong.Page.QuerySelector("#problems")!.TextContent, StringComparison.Ordinal);

        var page = await browser.Submit(
            await browser.Get(Peel("Wilmot")),
            "form[action*='handler=Write']",
            ("day", "2026-03-09"),
            ("minutes", "12"),
            ("seconds", "30")
        );

        Assert.Contains("Mon 9 March, 12 min 30 s on the skin", page.Text, StringComparison.Ordinal);
        Assert.Contains("stayed on for 12 min 30 s on Mon 9 March; at most 8 min was planned", page.Text, StringComparison.Ordinal);
        Assert.Equal(new DateOnly(2026, 3, 23), Kit(Record("Wilmot").ClientPath()).NextOn);

        await browser.Submit(page, "form[action*='/undo/']");
        Assert.Equal(new DateOnly(2026, 3, 12), Kit(Record("Wilmot").ClientPath()).NextOn);
    }

    [Fact]
    public async Task An_assistant_writes_peels_down_but_plans_none()
    {
        using var browser = await studio.SignedIn("oskar");
        var page = await browser.Get(Peel("Wilmot"));

        Assert.Null(page.Page.QuerySelector("form[action*='handler=Plan']"));
        var token = page.Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        var refused = await browser.Post(
            $"{Peel("Wilmot")}?handler=Plan",
            [new("__RequestVerificationToken", token), new("Plan.Product", "kiln-peel"), new("Version", "1")],
            follow: false
        );
        Assert.Contains("not-yours", refused.Address, StringComparison.OrdinalIgnoreCase);
        Assert.Contains(
            "written down",
            (await browser.Submit(page, "form[action*='handler=Write']", ("minutes", "5"))).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task On_the_phone_a_peel_asks_how_long_it_stayed_on_before_it_counts()
    {
        studio.Clock.Advance(TimeSpan.FromDays(3));
        using var phone = await studio.Phone("Wilmot");
        var page = await phone.Get("/my");
        Assert.Contains("A peel evening", page.Text, StringComparison.Ordinal);
        for (var i = 0; i < 10 && page.Page.QuerySelector("#contact") is null; i++)
        {
            page = await phone.Submit(page, "form[action*='handler=Done']");
        }

        Assert.Contains("At most 8 min, then off", page.Text, StringComparison.Ordinal);
        Assert.Contains("Sting of 5 or more", page.Text, StringComparison.Ordinal);
        var without = await phone.Submit(page, "form[action*='handler=Done']", ("contact", ""));
        Assert.Contains("Choose how long it stayed on", without.Text, StringComparison.Ordinal);

        var asked = await phone.Submit(without, "form[action*='handler=Done']", ("contact", "480"));
        Assert.Equal("/my/report", asked.Address);
        var done = Assert.Single(Record("Wilmot").Followed.Log.OfType<Applied>(), use =>
            use.Product == "kiln-peel" && use.Day == new DateOnly(2026, 3, 12)
        );
        Assert.Equal(480, done.ContactSeconds);
    }

    [Fact]
    public async Task After_a_peel_told_of_on_the_next_day_the_Desk_asks_for_the_next_contact()
    {
        studio.Clock.Advance(TimeSpan.FromDays(3));
        using var browser = await studio.SignedIn();
        await browser.Submit(await browser.Get(Peel("Wilmot")), "form[action*='handler=Write']");
        studio.Clock.Advance(TimeSpan.FromDays(1));
        using var phone = await studio.Phone("Wilmot");
        await phone.Submit(await phone.Get("/my/report"), "main form", ("sting", "2"), ("length", "45"), ("redness", "0"));
        studio.Clock.Advance(TimeSpan.FromDays(4));

        var desk = await browser.Get("/");
        Assert.Contains("Kiln wash-off peel: calm", desk.Text, StringComparison.Ordinal);
        Assert.Contains("Next: 10 min", desk.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Stopping_a_kit_acts_at_once_and_frees_the_others()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Submit(await browser.Get(Peel("Wilmot")), "form[action*='handler=Stop']");

        Assert.Equal(HttpStatusCode.OK, page.Status);
        Assert.Equal(LadderState.Stopped, Kit(Record("Wilmot").ClientPath()).State);
        Assert.Contains(Record("Wilmot").ClientPath().Days.Take(4), day => day.Evening.Steps.Any(step => step.Product == "chalk-cream"));
    }

    public void Dispose() => studio.Dispose();

    [Fact]
    public async Task What_the_evening_takes_stands_on_the_page_and_on_a_sheet_of_its_own_to_tick()
    {
        using var browser = await studio.SignedIn();
        var kit = (await browser.Get(Peel("Wilmot"))).Page.QuerySelectorAll(".session-kit li");

        Assert.StartsWith("Neutraliser, mixed", kit[0].TextContent, StringComparison.Ordinal);
        var sheet = (await browser.Get($"/clients/{studio.ClientId("Wilmot")}/handout")).Page.QuerySelector(
            "section[aria-labelledby='sheet-Kit']"
        )!;
        Assert.Equal(kit.Length, sheet.QuerySelector(".ticks")!.Children.Length);
        Assert.Null((await browser.Get($"/clients/{studio.ClientId("Jory")}/handout")).Page.QuerySelector("#sheet-Kit"));
    }

    [Fact]
    public async Task A_kit_whose_ending_nobody_looked_up_says_so_and_where_to_mend_it()
    {
        using var browser = await studio.SignedIn();
        var record = Record("Wilmot");
        var item = record.Draft.Shelf.Single(item => item.Product.Id == "kiln-peel");
        studio
            .Services.GetRequiredService<RecordRoom>()
            .Append(
                record.Client.Id,
                null,
                studio
                    .Services.GetRequiredService<RecordRoom>()
                    .Make(record.Client.Id, FactKind.Shelf, item with { Product = item.Product with { Ending = null } }, "Maren Holt")
            );
        var page = await browser.Get(Peel("Wilmot"));

        Assert.Contains("nobody has looked up how its label ends it", page.Text, StringComparison.Ordinal);
        Assert.Null(page.Page.QuerySelector(".session-kit"));
        Assert.NotNull(page.Page.QuerySelector("a[href='/shelf/kiln-peel']"));
    }
}
