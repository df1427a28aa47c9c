using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Skin;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

public sealed class BenchPageTests : IDisposable
{
    private readonly TestStudio studio = new();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private async Task<Answer> Bring(Browser browser, string client, string product)
    {
        var address = $"/clients/{studio.ClientId(client)}/shelf";
        return await browser.Submit(await browser.Get(address), $"#offers form:has(input[value='{product}'])", ("product", product));
    }

    [Fact]
    public async Task A_clash_is_named_where_it_is_and_mended_in_one_click_with_undo()
    {
        using var browser = await studio.SignedIn();
        var address = $"/clients/{studio.ClientId("Orla")}/routine";
        Assert.DoesNotContain("What does not go together", (await browser.Get(address)).Text, StringComparison.Ordinal);
        await Bring(browser, "Orla", "rain-toner");

        studio.Clock.Advance(TimeSpan.FromMinutes(1));
        var page = await browser.Get(address);
        Assert.Contains("The evening has 7 steps", page.Text, StringComparison.Ordinal);
        Assert.NotNull(page.Page.QuerySelector(".band .clash-mark[href='#clash-0'], .band .clash-mark[href='#clash-1']"));

        var mended = await browser.Submit(page, "form[action*='Mend']:has(input[value='rain-toner'])");
        Assert.Contains("Rain toner is parked", mended.Text, StringComparison.Ordinal);
        Assert.DoesNotContain("The evening has 7 steps", mended.Text, StringComparison.Ordinal);
        Assert.Contains(
            "The evening has 7 steps",
            Record("Orla").Draft.Shelf.Single(item => item.Product.Id == "rain-toner").Reason,
            StringComparison.Ordinal
        );

        Assert.Contains(
            "The evening has 7 steps",
            (await browser.Get((await browser.Submit(mended, ".done form")).Address)).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_swap_brings_the_other_product_in_and_a_stale_way_out_changes_nothing()
    {
        using var browser = await studio.SignedIn();
        await browser.Submit(await browser.Get("/clients/new"), "main form", ("Name", "Pia Rook"), ("Phone", ""));
        foreach (var product in new[] { "brook-gel", "ferry-light", "towpath-fluid", "alder-toner" })
        {
            await Bring(browser, "Pia", product);
        }

        var meet = await browser.Get($"/clients/{studio.ClientId("Pia")}/meet");
        await browser.Submit(meet, "main form", ("allergy", nameof(Allergen.Salicylates)));
        var address = $"/clients/{studio.ClientId("Pia")}/routine";
        var page = await browser.Get(address);
        Assert.Contains("Not planned. Alder toner is left out", page.Text, StringComparison.Ordinal);

        var swap = "form[action*='Mend']:has(input[name=kind][value=Swap])";
        var with = page.Page.QuerySelector($"{swap} input[name=with]")!.GetAttribute("value")!;
        var done = await browser.Submit(page, swap);
        Assert.Contains("is parked.", done.Text, StringComparison.Ordinal);
        Assert.Equal(ShelfState.InUse, Record("Pia").Draft.Shelf.Single(item => item.Product.Id == with).State);

        var before = Record("Pia").Facts.Count;
        var stale = await browser.Submit(
            page,
            swap,
            ("Version", Record("Pia").Client.Version.ToString(System.Globalization.CultureInfo.InvariantCulture))
        );
        Assert.Contains("no longer needed or no longer possible", stale.Text, StringComparison.Ordinal);
        Assert.Equal(before, Record("Pia").Facts.Count);
    }

    private void Wait() => studio.Clock.Advance(TimeSpan.FromMinutes(1));

    private static string Form(string handler) => $"form[action*='handler={handler}']";

    private static string[] Evening(Answer page) =>
        [.. page.Page.QuerySelectorAll(".half-evening .band").Select(band => band.GetAttribute("data-product") ?? "")];

    [Fact]
    public async Task Undo_and_redo_walk_back_and_forth_and_a_new_step_ends_redoing()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{studio.ClientId("Orla")}/routine");
        var first = Evening(page);
        Assert.True(page.Page.QuerySelector("[data-bench=undo]")!.HasAttribute("disabled"));

        Wait();
        page = await browser.Submit(page, "#place-form", ("moment", "Evening"), ("product", "dew-serum"), ("before", "reed-water"));
        var second = Evening(page);
        Assert.NotEqual(first, second);
        Wait();
        page = await browser.Submit(page, "#place-form", ("moment", "Evening"), ("product", "dew-serum"), ("before", null));
        var third = Evening(page);
        Assert.Equal("dew-serum", third[^1]);

        foreach (
            var (handler, expected) in new[] { ("Undo", second), ("Undo", first), ("Redo", second), ("Redo", third), ("Undo", second) }
        )
        {
            Wait();
            page = await browser.Submit(page, Form(handler));
            Assert.Equal(expected, Evening(page));
        }

        Wait();
        page = await browser.Submit(page, Form("Usual"));
        Assert.Equal(first, Evening(page));
        Assert.True(page.Page.QuerySelector("[data-bench=redo]")!.HasAttribute("disabled"));
        Wait();
        Assert.Equal(second, Evening(await browser.Submit(page, Form("Undo"))));
    }

    [Fact]
    public async Task An_assistant_arranges_but_neither_takes_back_a_start_nor_makes_it_again_nor_keeps_a_template()
    {
        using var owner = await studio.SignedIn();
        using var assistant = await studio.SignedIn("oskar");
        var address = $"/clients/{studio.ClientId("Perrin")}/routine";
        await Bring(owner, "Perrin", "chalk-cream");
        Assert.Contains(Record("Perrin").Draft.Decisions, decision => decision is StartActive { Product: "chalk-cream" });
        Wait();

        async Task Refused(string handler)
        {
            var before = Record("Perrin").Facts.Count;
            var page = await assistant.Get(address);
            var token = page.Page.QuerySelector("#place-form input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
            var version = Record("Perrin").Client.Version.ToString(System.Globalization.CultureInfo.InvariantCulture);
            await assistant.Post(
                $"{address}?handler={handler}",
                [new("Version", version), new("name", "Mine"), new("__RequestVerificationToken", token)]
            );
            Assert.Equal(before, Record("Perrin").Facts.Count);
        }

        await Refused("Undo");
        await owner.Submit(await owner.Get(address), Form("Undo"));
        Assert.DoesNotContain(Record("Perrin").Draft.Decisions, decision => decision is StartActive { Product: "chalk-cream" });
        Wait();
        await Refused("Redo");
        await Refused("Template");
        Assert.Empty(studio.Services.GetRequiredService<Store.Templates>().All());
    }

    [Fact]
    public async Task What_was_published_is_not_undone_silently()
    {
        using var browser = await studio.SignedIn();
        await Bring(browser, "Orla", "rain-toner");
        Wait();
        await browser.Submit(await browser.Get($"/clients/{studio.ClientId("Orla")}/publish"), "aside form");
        Wait();
        var page = await browser.Get($"/clients/{studio.ClientId("Orla")}/routine");

        Assert.True(page.Page.QuerySelector("[data-bench=undo]")!.HasAttribute("disabled"));
        Assert.Contains("nothing to undo", (await browser.Submit(page, Form("Undo"))).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_bench_says_what_differs_from_the_published_day()
    {
        using var browser = await studio.SignedIn();
        var address = $"/clients/{studio.ClientId("Orla")}/routine";
        Assert.Null((await browser.Get(address)).Page.QuerySelector(".since"));
        await Bring(browser, "Orla", "rain-toner");
        var page = await browser.Get(address);

        Assert.Contains("+ Rain toner", page.Page.QuerySelector(".half-evening .since")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("rain-toner", page.Page.QuerySelector(".half-evening .band.is-new")!.GetAttribute("data-product"));
    }

    [Fact]
    public async Task The_week_keeps_a_product_off_a_day_and_refuses_a_week_without_any()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{studio.ClientId("Orla")}/routine");
        var used = Record("Orla").DraftPath().Days.First(day => day.Evening.Steps.Any(step => step.Product == "reed-water")).Date;
        Wait();
        page = await browser.Submit(page, ".week-shape", ("never", $"reed-water:{used.DayOfWeek}"), ("rest", "Sunday"));

        Assert.Contains("The week is shaped", page.Text, StringComparison.Ordinal);
        Assert.All(Record("Orla").DraftPath().Days, day =>
            Assert.False(
                day.Evening.Steps.Any(step => step.Product == "reed-water")
                    && (day.Date.DayOfWeek == used.DayOfWeek || day.Date.DayOfWeek == DayOfWeek.Sunday)
            )
        );
        Assert.Contains(
            "rest on Sunday; Reed water never on",
            (await browser.Get($"/clients/{studio.ClientId("Orla")}/publish")).Text,
            StringComparison.Ordinal
        );

        Wait();
        var token = page.Page.QuerySelector(".week-shape input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        var refused = await browser.Post(
            $"/clients/{studio.ClientId("Orla")}/routine?handler=Week",
            [
                new("Version", Record("Orla").Client.Version.ToString(System.Globalization.CultureInfo.InvariantCulture)),
                new("__RequestVerificationToken", token),
                .. Enum.GetNames<DayOfWeek>().Select(day => new KeyValuePair<string, string>("never", $"reed-water:{day}")),
            ]
        );
        Assert.Contains("leave at least one day free", refused.Text, StringComparison.Ordinal);
        Assert.Equal(7, refused.Page.QuerySelectorAll("input[name=never][checked]").Length);
    }

    [Fact]
    public async Task Two_parks_are_offered_where_one_is_not_enough()
    {
        using var browser = await studio.SignedIn();
        await Bring(browser, "Orla", "rain-toner");
        await Bring(browser, "Orla", "harbour-n");
        Wait();
        var page = await browser.Get($"/clients/{studio.ClientId("Orla")}/routine");
        var done = await browser.Submit(page, $"{Form("Mend")}:has(input[value=ParkTwo])");

        Assert.Contains("are parked.", done.Text, StringComparison.Ordinal);
        Assert.DoesNotContain("over 6 people stop", done.Text, StringComparison.Ordinal);
    }

    public void Dispose() => studio.Dispose();
}
