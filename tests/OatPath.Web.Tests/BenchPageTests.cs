using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Path;
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
        Assert.Contains("The evening has 7 steps", Record("Orla").Draft.Shelf.Single(item => item.Product.Id == "rain-toner").Reason, StringComparison.Ordinal);

        Assert.Contains("The evening has 7 steps", (await browser.Get((await browser.Submit(mended, ".done form")).Address)).Text, StringComparison.Ordinal);
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
        var stale = await browser.Submit(page, swap, ("Version", Record("Pia").Client.Version.ToString(System.Globalization.CultureInfo.InvariantCulture)));
        Assert.Contains("no longer needed or no longer possible", stale.Text, StringComparison.Ordinal);
        Assert.Equal(before, Record("Pia").Facts.Count);
    }

    public void Dispose() => studio.Dispose();
}
